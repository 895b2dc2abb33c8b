import { useSyncExternalStore } from 'react';

const KEPT = 'stampo.bench.by';
const watchers = new Set<() => void>();

/** Who is at this bench: a name, by one tap, remembered where it was tapped. */
export function useAtBench(): [string, (name: string) => void] {
  const name = useSyncExternalStore(
    (watcher) => {
      watchers.add(watcher);
      return () => watchers.delete(watcher);
    },
    () => localStorage.getItem(KEPT) ?? '',
  );
  return [
    name,
    (next) => {
      localStorage.setItem(KEPT, next);
      for (const watcher of watchers) watcher();
    },
  ];
}
