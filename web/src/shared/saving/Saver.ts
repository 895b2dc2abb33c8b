import type { QueryClient, QueryKey } from '@tanstack/react-query';
import { isOfTheServer, Problem } from '../../app/api/client';
import type { Versioned } from '../../app/api/types';
import { drafts } from './drafts';
import { holds } from './sameContent';

/** How a step is read and changed on the server. Every call answers with the step as it then stands. */
export interface StepApi<T, A> {
  read: (signal?: AbortSignal) => Promise<A>;
  save: (save: { value: T; version: number }, keepalive: boolean) => Promise<A>;
  undo: (version: number) => Promise<A>;
  redo: (version: number) => Promise<A>;
  /** The part of an answer that is saved. */
  of: (answer: A) => Versioned<T> | null | undefined;
  /** Whether two answers hold the same document; always, when left out. */
  isSame?: (one: A, other: A) => boolean;
}

export interface Conflict<T> {
  mine: T;
  theirs: Versioned<T>;
}

/** What became of the last change. Late: the server is away or too busy; it is sent again by itself. */
export type Phase = 'rest' | 'saving' | 'late' | 'refused' | 'conflict';

export interface SaverState<T> {
  phase: Phase;
  /** Why the last change is not saved; what was typed is still shown. */
  problem: Problem | null;
  conflict: Conflict<T> | null;
  /** Typed here and not known to be saved. */
  pending: T | null;
  /** A copy of it is in the browser, should that be closed. */
  isKept: boolean;
  /** Counts contents that did not come from this page's own typing: forms start over from them. */
  generation: number;
}

const TYPING_MS = 350;
const FIRST_PAUSE_MS = 1000;
const LONGEST_PAUSE_MS = 30_000;
/** A browser lets what outlives its page weigh 64 kB. */
const MOST_TO_OUTLIVE = 30_000;

/**
 * Takes care of the changes to one document, whichever page is shown: they are sent after a short rest, one at a time, each from
 * the version it was made on, again and again while the server is away, and with the page when that is left.
 */
export class Saver<T extends object, A> {
  private state: SaverState<T> = {
    phase: 'rest',
    problem: null,
    conflict: null,
    pending: null,
    isKept: true,
    generation: 0,
  };
  private listeners = new Set<() => void>();
  private keeper: () => void = () => undefined;
  /** The version that what is typed was made on. */
  private base: number | undefined;
  private waiting: T | null = null;
  private sending: T | null = null;
  /** Sent, without knowing whether it arrived. */
  private unsure: T | null = null;
  private timer: number | undefined;
  private pause = FIRST_PAUSE_MS;
  private flight: Promise<void> = Promise.resolve();
  private restart = false;

  constructor(
    private readonly client: QueryClient,
    readonly key: QueryKey,
    private readonly api: StepApi<T, A>,
  ) {}

  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    this.keeper();
    return () => {
      this.listeners.delete(listener);
      this.keeper();
    };
  };

  /** Told of every change, without counting as somebody who looks at it. */
  readonly listenAlways = (listener: () => void) => {
    this.keeper = listener;
  };

  readonly now = () => this.state;

  get isWatched() {
    return this.listeners.size > 0;
  }

  /** The document came from the server, perhaps changed elsewhere. Under what is being typed the version stays the one it was made on. */
  readonly seen = (document: Versioned<T>) => {
    if (this.base === undefined) {
      this.base = document.version;
      this.takeUp(document);
    } else if (document.version !== this.base && !this.busy()) {
      this.base = document.version;
      this.set({ generation: this.state.generation + 1 });
    }
  };

  readonly change = (value: T | ((now: T) => T)) => {
    const document = this.document();
    const now = { ...document?.value, ...this.pending() } as T;
    this.waiting = typeof value === 'function' ? value(now) : value;
    if (this.state.phase !== 'conflict') this.sendIn(TYPING_MS, this.state.phase === 'late' ? 'late' : 'saving');
    else this.set({ pending: this.waiting });
  };

  /** An answer that something else done here brought: it holds what is saved, and what is typed goes on top of it. */
  readonly adopt = (answer: A) => {
    const version = this.api.of(answer)?.version;
    if (version !== undefined) this.base = version;
    this.put(answer);
    if (!this.busy()) this.set({ phase: 'rest', problem: null, generation: this.state.generation + 1 });
  };

  readonly resolve = (value: T) => {
    if (!this.state.conflict) return;
    this.base = this.state.conflict.theirs.version;
    this.waiting = value;
    this.restart = true;
    this.set({ conflict: null, phase: 'saving', pending: value });
    void this.send();
  };

  readonly move = async (which: 'undo' | 'redo') => {
    await this.flush();
    const document = this.document();
    if (this.busy() || !document || !document[which === 'undo' ? 'canUndo' : 'canRedo']) return;
    try {
      this.adopt(await this.api[which](document.version));
    } catch (cause) {
      this.set({ phase: 'refused', problem: cause as Problem });
      void this.client.invalidateQueries({ queryKey: this.key });
    }
  };

  /** Sends what is typed without waiting for a rest. */
  readonly flush = async () => {
    await this.flight;
    await this.send();
  };

  /** The page goes: what is unsent goes with it, and a copy stays in the browser until it is known to have arrived. */
  readonly leave = () => {
    if (this.state.phase === 'refused') return;
    this.keep();
    void this.send();
  };

  /** A copy in the browser, in case it is closed before the server is there again. */
  private keep = () => {
    const pending = this.pending();
    if (!pending || this.base === undefined) return;
    const isKept = drafts.keep(this.key, { value: pending, version: this.base, sent: this.sending ?? this.unsure });
    if (isKept !== this.state.isKept) this.state = { ...this.state, isKept };
  };

  private busy = () => this.waiting !== null || this.sending !== null || this.state.conflict !== null;

  private pending = () => this.waiting ?? this.sending ?? this.state.conflict?.mine ?? null;

  private document = () => {
    const answer = this.client.getQueryData<A>(this.key);
    return answer && this.api.of(answer);
  };

  /** What an earlier page of this browser could not send. */
  private takeUp = (document: Versioned<T>) => {
    const draft = drafts.take<T>(this.key);
    if (!draft || holds(document.value, draft.value)) return;
    this.base = draft.version;
    this.waiting = draft.value;
    this.unsure = draft.sent;
    this.restart = true;
    this.sendIn(0, 'saving');
  };

  private sendIn = (ms: number, phase: Phase) => {
    if (phase === 'late') this.keep();
    window.clearTimeout(this.timer);
    this.timer = window.setTimeout(() => void this.send(), ms);
    this.set({ phase, pending: this.pending() });
  };

  private send = (): Promise<void> => {
    if (this.waiting === null || this.sending !== null || this.base === undefined || this.state.conflict)
      return this.flight;
    window.clearTimeout(this.timer);
    this.sending = this.waiting;
    this.waiting = null;
    this.flight = this.attempt(this.sending, this.base);
    return this.flight;
  };

  private attempt = async (value: T, version: number): Promise<void> => {
    this.set({ phase: this.state.phase === 'late' ? 'late' : 'saving', pending: this.pending() });
    try {
      const answer = await this.api.save({ value, version }, JSON.stringify(value).length < MOST_TO_OUTLIVE);
      await this.client.cancelQueries({ queryKey: this.key, exact: true });
      this.arrived(answer);
    } catch (cause) {
      await this.failed(value, cause as Problem);
    }
    if (this.waiting !== null && this.state.phase === 'saving') return this.send();
  };

  private arrived = (answer: A) => {
    this.sending = this.unsure = null;
    this.pause = FIRST_PAUSE_MS;
    this.base = this.api.of(answer)?.version ?? this.base;
    this.put(answer);
    const restart = this.restart && this.waiting === null;
    if (restart) this.restart = false;
    if (this.waiting === null) drafts.drop(this.key);
    this.set({
      phase: this.waiting === null ? 'rest' : 'saving',
      problem: null,
      pending: this.waiting,
      generation: this.state.generation + (restart ? 1 : 0),
    });
  };

  private failed = async (value: T, problem: Problem) => {
    this.sending = null;
    if (problem.code === 'conflict' && problem.theirs) return this.conflicted(value, problem.theirs as Versioned<T>);
    if (!comesAgain(problem)) {
      drafts.drop(this.key);
      this.set({ phase: this.waiting === null ? 'refused' : 'saving', problem, pending: this.waiting ?? value });
      return;
    }
    this.waiting ??= value;
    this.unsure = value;
    this.set({ problem });
    this.sendIn(this.pause, 'late');
    this.pause = Math.min(LONGEST_PAUSE_MS, 2 * this.pause);
  };

  /** A save that was committed and not acknowledged looks like somebody else's. */
  private conflicted = async (value: T, theirs: Versioned<T>) => {
    if (holds(theirs.value, value)) return this.arrived(await this.api.read());
    if (this.unsure !== null && holds(theirs.value, this.unsure)) {
      this.unsure = null;
      this.base = theirs.version;
      this.waiting ??= value;
      this.set({ phase: 'saving' });
      return;
    }
    this.set({
      phase: 'conflict',
      problem: null,
      pending: value,
      conflict: { mine: this.waiting ?? value, theirs: { ...theirs, canUndo: true, canRedo: false } },
    });
    this.waiting = null;
  };

  private put = (answer: A) => {
    this.client.setQueryData(this.key, answer);
    void this.client.invalidateQueries({
      predicate: (q) => q.queryKey !== this.key && q.queryKey[1] === this.key[1] && q.queryKey[0] !== this.key[0],
    });
  };

  private set = (some: Partial<SaverState<T>>) => {
    this.state = { ...this.state, ...some };
    if (this.state.phase === 'rest') this.state = { ...this.state, pending: null };
    for (const listener of [...this.listeners]) listener();
    this.keeper();
  };
}

/** The server is away, too busy or out of order: the same change may go through later. */
const comesAgain = (problem: Problem) => !isOfTheServer(problem) || problem.status === 429 || problem.status >= 500;
