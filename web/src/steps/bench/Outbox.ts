import { client, Problem, unwrap } from '../../app/api/client';
import type { Act, RecordedView, RefusedAct, RunView } from '../../app/api/types';

/** An act and when it was done: by this page’s steady clock while the page lives, by the wall clock after it was loaded anew. */
interface Waiting {
  act: Act;
  page: string;
  steadyMs: number;
  wallMs: number;
}

export interface Post {
  waiting: readonly Act[];
  /** Acts the server could not take, with its reason; they stay until somebody has seen them. */
  refused: readonly (RefusedAct & { act: Act })[];
  isCutOff: boolean;
}

const page = crypto.randomUUID();
const MOST = 200;
const AGAIN_MS = [300, 1000, 2000, 5000];

/** Acts of a run on their way: kept in the browser until the server has them on disk, and sent in the order they were done. */
export class Outbox {
  private queue: Waiting[];
  private post: Post;
  private sending = false;
  private tries = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private readonly watchers = new Set<() => void>();

  constructor(
    private readonly run: string,
    private readonly taken: (run: RunView) => void,
  ) {
    this.queue = read(run);
    this.post = { waiting: this.queue.map(({ act }) => act), refused: [], isCutOff: false };
    window.addEventListener('online', () => void this.send());
    void this.send();
  }

  readonly now = (): Post => this.post;

  readonly subscribe = (watcher: () => void) => {
    this.watchers.add(watcher);
    return () => this.watchers.delete(watcher);
  };

  add(acts: readonly Act[]) {
    for (const act of acts) this.queue.push({ act, page, steadyMs: performance.now(), wallMs: Date.now() });
    this.keep();
    this.become({});
    void this.send();
  }

  /** Somebody has read why it was not taken. */
  seen(id: string) {
    this.become({ refused: this.post.refused.filter((r) => r.id !== id) });
  }

  private async send() {
    if (this.sending || this.queue.length === 0) return;
    this.sending = true;
    clearTimeout(this.timer);
    const going = this.queue.slice(0, MOST);
    try {
      const recorded = await this.deliver(going);
      const gone = new Set([...recorded.taken, ...recorded.refused].map(({ id }) => id));
      const of = new Map(going.map(({ act }) => [act.id, act]));
      this.queue = this.queue.filter(({ act }) => !gone.has(act.id));
      this.keep();
      this.tries = 0;
      this.taken(recorded.run);
      this.become({
        isCutOff: false,
        refused: [...this.post.refused, ...recorded.refused.map((r) => ({ ...r, act: of.get(r.id)! }))],
      });
    } catch (cause) {
      this.failed(cause, going);
    } finally {
      this.sending = false;
    }
    if (this.queue.length > 0)
      this.timer = setTimeout(() => void this.send(), this.post.isCutOff ? (AGAIN_MS[this.tries++] ?? 5000) : 0);
  }

  private deliver(going: readonly Waiting[]): Promise<RecordedView> {
    const acts = going.map((w) => ({ act: w.act, ageMs: ageOf(w) }));
    return unwrap(client.POST('/api/runs/{run}/acts', { params: { path: { run: this.run } }, body: { acts } }));
  }

  /** Cut off or busy: it goes again. Anything else is said once for each act, and nothing is lost without a word. */
  private failed(cause: unknown, going: readonly Waiting[]) {
    const problem = cause instanceof Problem ? cause : new Problem(0, 'offline', String(cause));
    if (problem.status === 0 || problem.status >= 500) {
      this.become({ isCutOff: true });
      return;
    }
    this.queue = this.queue.filter((w) => !going.includes(w));
    this.keep();
    this.become({
      refused: [
        ...this.post.refused,
        ...going.map(({ act }) => ({ id: act.id, code: problem.code, message: problem.message, act })),
      ],
    });
  }

  private keep() {
    try {
      if (this.queue.length > 0) localStorage.setItem(nameOf(this.run), JSON.stringify(this.queue));
      else localStorage.removeItem(nameOf(this.run));
    } catch {
      // No room in the browser: they are sent all the same.
    }
  }

  private become(change: Partial<Post>) {
    this.post = { ...this.post, ...change, waiting: this.queue.map(({ act }) => act) };
    for (const watcher of this.watchers) watcher();
  }
}

const PREFIX = 'stampo.acts.';
const nameOf = (run: string) => PREFIX + run;

function read(run: string): Waiting[] {
  try {
    return JSON.parse(localStorage.getItem(nameOf(run)) ?? '[]') as Waiting[];
  } catch {
    return [];
  }
}

const ageOf = (w: Waiting): number =>
  Math.max(0, w.page === page ? performance.now() - w.steadyMs : Date.now() - w.wallMs);

/** Runs with acts that an earlier page could not send. */
export const unsentRuns = (): string[] =>
  Object.keys(localStorage)
    .filter((name) => name.startsWith(PREFIX))
    .map((name) => name.slice(PREFIX.length));
