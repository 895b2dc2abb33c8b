import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useSyncExternalStore } from 'react';
import { client, type Problem, unwrap } from '../../app/api/client';
import type { Act, OpenRuns, RunView } from '../../app/api/types';
import { useIsLive, useLive } from '../../shared/live';
import { kept } from './kept';
import { Outbox } from './Outbox';
import { withWaiting } from './overlay';
import { hear, serverNow } from './serverClock';
import { newId } from '../../shared/newId';

const outboxes = new Map<string, Outbox>();

// A page with work that is not on disk asks before it is left.
window.addEventListener('beforeunload', (event) => {
  if ([...outboxes.values()].some((outbox) => outbox.now().waiting.length > 0)) event.preventDefault();
});

type Queries = ReturnType<typeof useQueryClient>;

function outboxOf(run: string, queries: Queries): Outbox {
  const known = outboxes.get(run);
  if (known) return known;
  const outbox = new Outbox(run, (now) => {
    hear(now.now);
    keepNewest(queries, now);
    void queries.invalidateQueries({ queryKey: ['runs'] });
  });
  outboxes.set(run, outbox);
  return outbox;
}

/** Acts are only added: the longer log is the later one. */
function keepNewest(queries: Queries, now: RunView) {
  queries.setQueryData<RunView>(['run', now.id], (before) =>
    before && before.state.acts > now.state.acts ? before : now,
  );
}

/** An act without what all have. */
export type NewAct = Act extends infer A ? (A extends Act ? Omit<A, 'id' | 'by'> & { id?: string } : never) : never;

/** A run as it stands with what was just done here, and the way to do more. */
export function useRun(id: string, by: string) {
  const queries = useQueryClient();
  const outbox = useMemo(() => outboxOf(id, queries), [id, queries]);
  const post = useSyncExternalStore(outbox.subscribe, outbox.now);
  const query = useQuery<RunView, Problem>({
    queryKey: ['run', id],
    queryFn: async ({ signal }) => {
      const run = await unwrap(client.GET('/api/runs/{run}', { params: { path: { run: id } }, signal }));
      hear(run.now);
      return run;
    },
  });
  const run = useMemo(
    () => (query.data ? withWaiting(query.data, post.waiting, serverNow()) : undefined),
    [query.data, post.waiting],
  );
  const record = useCallback(
    (...acts: NewAct[]) => outbox.add(acts.map((act) => ({ id: newId(), by, ...act }) as Act)),
    [outbox, by],
  );
  return { run, failure: query.error, post, record, seen: (act: string) => outbox.seen(act) };
}

export type Recorder = ReturnType<typeof useRun>['record'];

/** All open runs of the shop with their clocks, kept up to date. */
export function useOpenRuns() {
  const queries = useQueryClient();
  const isLive = useIsLive();
  const changed = useCallback(
    (run: string) => {
      void queries.invalidateQueries({ queryKey: ['runs'] });
      void queries.invalidateQueries({ queryKey: ['bench'] });
      void queries.invalidateQueries({ queryKey: ['run', run] });
    },
    [queries],
  );
  useLive('run', changed);
  useEffect(() => {
    for (const run of kept.runs()) outboxOf(run, queries);
  }, [queries]);
  const query = useQuery<OpenRuns, Problem>({
    queryKey: ['runs'],
    queryFn: async ({ signal }) => {
      const open = await unwrap(client.GET('/api/runs', { signal }));
      hear(open.now);
      return open;
    },
  });
  return { open: query.data, isLive };
}
