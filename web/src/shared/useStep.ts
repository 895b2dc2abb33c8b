import { useEffect, useMemo, useSyncExternalStore } from 'react';
import { type QueryKey, useQuery, useQueryClient } from '@tanstack/react-query';
import type { Problem } from '../app/api/client';
import type { Versioned } from '../app/api/types';
import type { Conflict, Phase, StepApi } from './saving/Saver';
import { saverOf } from './saving/savers';

export type { Conflict, StepApi } from './saving/Saver';

export interface Step<T, A> {
  answer: A | undefined;
  /** What is saved, with what is typed and not yet saved laid over it. */
  document: Versioned<T> | null | undefined;
  /** Why the step can't be read. */
  failure: Problem | null;
  /** Why the last change could not be saved; what was typed is still shown. */
  problem: Problem | null;
  conflict: Conflict<T> | null;
  phase: Phase;
  /** A copy of what is typed is in the browser, should that be closed before it is saved. */
  isKept: boolean;
  /** Counts contents that did not come from this page's own typing: forms start over from them. */
  generation: number;
  change: (value: T | ((now: T) => T)) => void;
  /** Takes up what something else done on this page brought. */
  adopt: (answer: A) => void;
  undo: () => void;
  redo: () => void;
  resolve: (value: T) => void;
}

/** One step's content with autosave. */
export function useStep<T extends object, A>(key: QueryKey, api: StepApi<T, A>): Step<T, A> {
  const client = useQueryClient();
  const name = key.join('/');
  // eslint-disable-next-line react-hooks/exhaustive-deps -- a document is told by its key
  const saver = useMemo(() => saverOf(client, key, api), [client, name]);
  const query = useQuery<A, Problem>({
    queryKey: key,
    queryFn: async ({ signal }) => latest(client.getQueryData<A>(key), await api.read(signal), api),
  });
  const { phase, problem, conflict, pending, isKept, generation } = useSyncExternalStore(saver.subscribe, saver.now);
  const saved = query.data && api.of(query.data);

  useEffect(() => {
    if (saved) saver.seen(saved);
  }, [saver, saved]);

  useEffect(() => {
    window.addEventListener('pagehide', saver.leave);
    return () => {
      window.removeEventListener('pagehide', saver.leave);
      void saver.flush();
    };
  }, [saver]);

  return useMemo(
    () => ({
      answer: query.data,
      document: saved && pending ? { ...saved, value: { ...saved.value, ...pending } } : saved,
      failure: query.error,
      problem,
      conflict,
      phase,
      isKept,
      generation,
      change: saver.change,
      adopt: saver.adopt,
      undo: () => void saver.move('undo'),
      redo: () => void saver.move('redo'),
      resolve: saver.resolve,
    }),
    [query.data, query.error, saved, pending, problem, conflict, phase, isKept, generation, saver],
  );
}

/** Versions only grow: an answer that was on its way while a save went through is older than what stands. */
const latest = <T, A>(standing: A | undefined, read: A, api: StepApi<T, A>): A =>
  standing && (api.isSame?.(standing, read) ?? true) && (api.of(standing)?.version ?? 0) > (api.of(read)?.version ?? 0)
    ? standing
    : read;
