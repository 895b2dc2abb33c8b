import type { QueryKey } from '@tanstack/react-query';

interface Draft<T> {
  value: T;
  /** The version it was made on. */
  version: number;
  /** Sent, without knowing whether it arrived. */
  sent: T | null;
}

const name = (key: QueryKey) => `stampo.unsent.${key.join('.')}`;

/** What a page could not be sure to have sent when it was left; kept in the browser until it is. */
export const drafts = {
  /** Whether there was room for it. */
  keep<T>(key: QueryKey, draft: Draft<T>): boolean {
    try {
      localStorage.setItem(name(key), JSON.stringify(draft));
      return true;
    } catch {
      return false;
    }
  },
  take<T>(key: QueryKey): Draft<T> | null {
    const kept = localStorage.getItem(name(key));
    localStorage.removeItem(name(key));
    try {
      return kept === null ? null : (JSON.parse(kept) as Draft<T>);
    } catch {
      return null;
    }
  },
  drop(key: QueryKey) {
    localStorage.removeItem(name(key));
  },
};
