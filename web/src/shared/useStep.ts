import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { type QueryKey, useQuery, useQueryClient } from '@tanstack/react-query';
import { Problem } from '../app/api/client';
import type { Versioned } from '../app/api/types';

/** How a step is read and changed on the server. Every call answers with the step as it then stands. */
export interface StepApi<T, A> {
  read: (signal: AbortSignal) => Promise<A>;
  save: (save: { value: T; version: number }, keepalive: boolean) => Promise<A>;
  undo: (version: number) => Promise<A>;
  redo: (version: number) => Promise<A>;
  /** The part of an answer that is saved. */
  of: (answer: A) => Versioned<T> | null | undefined;
}

export interface Conflict<T> {
  mine: T;
  theirs: Versioned<T>;
}

export interface Step<T, A> {
  answer: A | undefined;
  document: Versioned<T> | null | undefined;
  /** Why the step can't be read. */
  failure: Problem | null;
  /** Why the last change could not be saved; what was typed is still shown. */
  problem: Problem | null;
  conflict: Conflict<T> | null;
  saving: boolean;
  /** Counts answers that did not come from this page's own typing: forms start over from them. */
  generation: number;
  change: (value: T) => void;
  undo: () => void;
  redo: () => void;
  resolve: (value: T) => void;
}

const TYPING_MS = 350;

/**
 * One step's content with autosave: changes are sent after a short rest, one at a time, each from the version it was made on.
 * What is still unsent when the page is left goes with it.
 */
export function useStep<T, A>(key: QueryKey, api: StepApi<T, A>): Step<T, A> {
  const client = useQueryClient();
  const query = useQuery<A, Problem>({ queryKey: key, queryFn: ({ signal }) => api.read(signal) });
  const [problem, setProblem] = useState<Problem | null>(null);
  const [conflict, setConflict] = useState<Conflict<T> | null>(null);
  const [saving, setSaving] = useState(false);
  const [generation, setGeneration] = useState(0);
  const waiting = useRef<{ value: T } | null>(null);
  const timer = useRef<number>(undefined);
  const busy = useRef(false);
  const again = useRef<() => void>(() => undefined);
  const latest = useRef({ api, key });
  useEffect(() => {
    latest.current = { api, key };
  });

  const document = useCallback((): Versioned<T> | null | undefined => {
    const answer = client.getQueryData<A>(latest.current.key);
    return answer && latest.current.api.of(answer);
  }, [client]);

  const take = useCallback(
    (answer: A) => {
      client.setQueryData(latest.current.key, answer);
      void client.invalidateQueries({
        predicate: (q) =>
          q.queryKey !== latest.current.key &&
          q.queryKey[1] === latest.current.key[1] &&
          q.queryKey[0] !== latest.current.key[0],
      });
    },
    [client],
  );

  const send = useCallback(
    async (keepalive = false): Promise<void> => {
      const change = waiting.current;
      const from = document();
      if (!change || !from || busy.current) return;
      waiting.current = null;
      busy.current = true;
      setSaving(true);
      try {
        take(await latest.current.api.save({ value: change.value, version: from.version }, keepalive));
        setProblem(null);
      } catch (cause) {
        const refused = cause as Problem;
        if (refused.code === 'conflict' && refused.theirs) {
          const theirs = {
            value: refused.theirs.value as T,
            version: refused.theirs.version,
            canUndo: true,
            canRedo: false,
          };
          setConflict({ mine: change.value, theirs });
        } else {
          setProblem(refused);
          // Nothing typed is lost while the server is away: it goes out with the next change, or when the line is back.
          if (refused.code === 'offline') {
            waiting.current ??= change;
            timer.current = window.setTimeout(() => {
              timer.current = undefined;
              again.current();
            }, 3000);
          }
        }
      } finally {
        busy.current = false;
        setSaving(false);
        if (waiting.current && !timer.current) again.current();
      }
    },
    [document, take],
  );

  useEffect(() => {
    again.current = () => void send();
  }, [send]);

  const change = useCallback(
    (value: T) => {
      waiting.current = { value };
      window.clearTimeout(timer.current);
      timer.current = window.setTimeout(() => {
        timer.current = undefined;
        void send();
      }, TYPING_MS);
    },
    [send],
  );

  useEffect(() => {
    const leave = () => void send(true);
    window.addEventListener('pagehide', leave);
    return () => {
      window.removeEventListener('pagehide', leave);
      window.clearTimeout(timer.current);
      void send(true);
    };
  }, [send]);

  const move = useCallback(
    async (which: 'undo' | 'redo') => {
      window.clearTimeout(timer.current);
      timer.current = undefined;
      await send();
      const from = document();
      if (!from) return;
      try {
        take(await latest.current.api[which](from.version));
        setProblem(null);
        setGeneration((n) => n + 1);
      } catch (cause) {
        setProblem(cause as Problem);
        void client.invalidateQueries({ queryKey: latest.current.key });
      }
    },
    [client, document, send, take],
  );

  const resolve = useCallback(
    (value: T) => {
      if (!conflict) return;
      client.setQueryData<A>(
        latest.current.key,
        (answer) => answer && withVersion(answer, document(), conflict.theirs),
      );
      setConflict(null);
      waiting.current = { value };
      setGeneration((n) => n + 1);
      void send();
    },
    [client, conflict, document, send],
  );

  return useMemo(
    () => ({
      answer: query.data,
      document: query.data && api.of(query.data),
      failure: query.error,
      problem,
      conflict,
      saving,
      generation,
      change,
      undo: () => void move('undo'),
      redo: () => void move('redo'),
      resolve,
    }),
    [query.data, query.error, api, problem, conflict, saving, generation, change, move, resolve],
  );
}

/** The answer with its saved part replaced by what stands on the server. */
function withVersion<T, A>(answer: A, mine: Versioned<T> | null | undefined, theirs: Versioned<T>): A {
  if ((answer as unknown) === mine) return theirs as unknown as A;
  const entries = Object.entries(answer as Record<string, unknown>);
  return Object.fromEntries(entries.map(([name, value]) => [name, value === mine ? theirs : value])) as A;
}
