import { client, isOfTheServer, Problem, unwrap } from '../../app/api/client';
import type { Act, RecordedView, RefusedAct, RunView, TakenAct } from '../../app/api/types';
import { newId } from '../../shared/newId';
import { kept, type Waiting } from './kept';

export interface Post {
  waiting: readonly Act[];
  /** Acts the server could not take, with its reason; they stay until somebody has seen them. */
  refused: readonly (RefusedAct & { act: Act })[];
  /** Acts whose time can’t be right, because the browser’s clock is off; they stay until somebody has seen them. */
  clipped: readonly TakenAct[];
  /** Nobody answers, or somebody between here and the server does. */
  isCutOff: boolean;
  /** The server answers, and fails; what it says. */
  failing: string | null;
  /** The browser had no room for all of them: with this page they would be gone. */
  isOnlyHere: boolean;
}

const page = newId();
const MOST = 200;
const AGAIN_MS = [300, 1000, 2000, 5000];
const FAILING_MS = [2000, 5000, 15_000, 30_000];
/** So old, another page’s act is taken over: its page is closed, or no better off. */
const ORPHAN_MS = 10_000;
const LOOK_MS = 15_000;

let done = 0;

/** Acts of a run on their way: kept in the browser until the server has them on disk, and sent in the order they were done. */
export class Outbox {
  private queue: Waiting[];
  private post: Post;
  private sending = false;
  private tries = 0;
  /** One after the other, once the server has refused several together. */
  private most = MOST;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private readonly watchers = new Set<() => void>();

  constructor(
    private readonly run: string,
    private readonly taken: (run: RunView) => void,
  ) {
    this.queue = kept.of(run);
    this.post = {
      waiting: this.queue.map(({ act }) => act),
      refused: [],
      clipped: [],
      isCutOff: false,
      failing: null,
      isOnlyHere: false,
    };
    window.addEventListener('online', () => void this.send());
    setInterval(() => this.adopt(), LOOK_MS);
    void this.send();
  }

  readonly now = (): Post => this.post;

  readonly subscribe = (watcher: () => void) => {
    this.watchers.add(watcher);
    return () => this.watchers.delete(watcher);
  };

  add(acts: readonly Act[]) {
    let isOnlyHere = this.post.isOnlyHere;
    for (const act of acts) {
      const waiting = { act, page, n: done++, steadyMs: performance.now(), wallMs: Date.now() };
      this.queue.push(waiting);
      isOnlyHere = !kept.keep(this.run, waiting) || isOnlyHere;
    }
    this.become({ isOnlyHere });
    void this.send();
  }

  /** Somebody has read why it was not taken, or that its time can’t be right. */
  seen(id: string) {
    this.become({
      refused: this.post.refused.filter((r) => r.id !== id),
      clipped: this.post.clipped.filter((c) => c.id !== id),
    });
  }

  /** What pages that are gone have left. */
  private adopt() {
    const mine = new Set(this.queue.map(({ act }) => act.id));
    const left = kept.of(this.run).filter((w) => !mine.has(w.act.id) && Math.abs(Date.now() - w.wallMs) > ORPHAN_MS);
    if (left.length === 0) return;
    this.queue = [...left, ...this.queue];
    this.become({});
    void this.send();
  }

  private async send() {
    if (this.sending || this.queue.length === 0) return;
    this.sending = true;
    clearTimeout(this.timer);
    const going = this.queue.slice(0, this.most);
    try {
      this.arrived(await this.deliver(going), going);
    } catch (cause) {
      this.failed(cause instanceof Problem ? cause : new Problem(0, 'offline', String(cause)), going);
    } finally {
      this.sending = false;
    }
    if (this.queue.length > 0) this.timer = setTimeout(() => void this.send(), this.pause());
  }

  private pause(): number {
    const pauses = this.post.isCutOff ? AGAIN_MS : this.post.failing !== null ? FAILING_MS : [0];
    return pauses[Math.min(this.tries++, pauses.length - 1)]!;
  }

  private deliver(going: readonly Waiting[]): Promise<RecordedView> {
    const acts = going.map((w) => ({ act: w.act, ageMs: ageOf(w) }));
    return unwrap(client.POST('/api/runs/{run}/acts', { params: { path: { run: this.run } }, body: { acts } }));
  }

  private arrived(recorded: RecordedView, going: readonly Waiting[]) {
    this.tries = 0;
    this.leave([...recorded.taken, ...recorded.refused].map(({ id }) => id));
    this.taken(recorded.run);
    const of = new Map(going.map(({ act }) => [act.id, act]));
    this.become({
      isCutOff: false,
      failing: null,
      refused: [...this.post.refused, ...recorded.refused.map((r) => ({ ...r, act: of.get(r.id)! }))],
      clipped: [...this.post.clipped, ...recorded.taken.filter((t) => t.isClipped)],
    });
  }

  /**
   * Only the server’s own refusal is one. Nobody there, a proxy’s page, a server that fails: it goes again. What is refused whole goes
   * again one by one, so that one act keeps none of the others back.
   */
  private failed(problem: Problem, going: readonly Waiting[]) {
    if (!isOfTheServer(problem)) return this.become({ isCutOff: true, failing: null });
    if (problem.status >= 500 || problem.status === 429)
      return this.become({ isCutOff: false, failing: problem.message });
    if (going.length > 1) {
      this.most = 1;
      return this.become({ isCutOff: false, failing: null });
    }
    this.leave(going.map(({ act }) => act.id));
    this.become({
      isCutOff: false,
      failing: null,
      refused: [
        ...this.post.refused,
        ...going.map(({ act }) => ({ id: act.id, code: problem.code, message: problem.message, act })),
      ],
    });
  }

  /** They need no keeping any more. */
  private leave(ids: readonly string[]) {
    const gone = new Set(ids);
    for (const id of gone) kept.drop(this.run, id);
    this.queue = this.queue.filter(({ act }) => !gone.has(act.id));
    if (this.queue.length === 0) this.most = MOST;
  }

  private become(change: Partial<Post>) {
    this.post = { ...this.post, ...change, waiting: this.queue.map(({ act }) => act) };
    if (this.queue.length === 0) this.post = { ...this.post, isOnlyHere: false };
    for (const watcher of this.watchers) watcher();
  }
}

const ageOf = (w: Waiting): number =>
  Math.max(0, w.page === page ? performance.now() - w.steadyMs : Date.now() - w.wallMs);
