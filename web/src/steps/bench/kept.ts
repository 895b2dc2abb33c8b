import type { Act } from '../../app/api/types';

/** An act and when it was done: by its page’s steady clock while that lives, by the wall clock after it was loaded anew. */
export interface Waiting {
  act: Act;
  page: string;
  /** Which of its page. */
  n: number;
  steadyMs: number;
  wallMs: number;
}

const PREFIX = 'stampo.acts.';
const nameOf = (run: string, act: string) => `${PREFIX}${run}.${act}`;

/**
 * Acts that are not known to be on the server’s disk, each under a name of its own in the browser: pages of one browser never write over
 * each other’s, and whoever comes next finds them.
 */
export const kept = {
  /** Whether there was room for it. */
  keep(run: string, waiting: Waiting): boolean {
    try {
      localStorage.setItem(nameOf(run, waiting.act.id), JSON.stringify(waiting));
      return true;
    } catch {
      return false;
    }
  },
  drop(run: string, act: string) {
    localStorage.removeItem(nameOf(run, act));
  },
  /** In the order they were done: page by page, each in its own. */
  of(run: string): Waiting[] {
    const all = names()
      .filter((name) => name.startsWith(`${PREFIX}${run}.`))
      .map(read)
      .filter((w) => w !== null);
    const begun = new Map<string, number>();
    for (const { page, wallMs } of all) begun.set(page, Math.min(wallMs, begun.get(page) ?? Infinity));
    return all.sort((a, b) => (a.page === b.page ? a.n - b.n : begun.get(a.page)! - begun.get(b.page)!));
  },
  /** Runs that some page of this browser could not send everything of. */
  runs: (): string[] => [
    ...new Set(
      names()
        .filter((name) => name.startsWith(PREFIX))
        .map((name) => name.slice(PREFIX.length).split('.')[0]!),
    ),
  ],
};

function names(): string[] {
  return Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i)!);
}

function read(name: string): Waiting | null {
  try {
    const waiting = JSON.parse(localStorage.getItem(name) ?? 'null') as Waiting | null;
    return waiting?.act?.id ? waiting : null;
  } catch {
    return null;
  }
}
