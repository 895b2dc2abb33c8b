import { keepPreviousData, queryOptions, useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { client, type Problem, unwrap } from '../../app/api/client';
import type { Comparison, Lane, Lanes } from '../../app/api/types';
import { useAddress } from '../useAddress';

/** How long a marker stands still before the address says where. */
const REST_MS = 250;

/** Its last places, which may still be on their way into the address. */
const KEPT = 4;

/** The quantity being looked at. Null: the one the server takes from the demand. */
export interface Marker {
  quantity: number | null;
  move: (quantity: number) => void;
}

/** The address keeps the quantity being looked at; a moved marker is followed at once and written there when it rests. */
export function useQuantity(): Marker {
  const asked = Number(useSearchParams()[0].get('q'));
  const written = Number.isFinite(asked) && asked >= 1 ? Math.round(asked) : null;
  const change = useAddress();
  const [moved, setMoved] = useState<number | null>(null);
  // What the marker wrote into the address arrives there later: it is no news, and a move made meanwhile stands.
  const [own, setOwn] = useState<readonly number[]>([]);
  const [seen, setSeen] = useState(written);
  if (written !== seen) {
    setSeen(written);
    if (written === null || !own.includes(written)) setMoved(null);
  }
  useEffect(() => {
    if (moved === null) return;
    const rest = window.setTimeout(() => {
      setOwn((before) => [...before.slice(-KEPT), moved]);
      change({ q: String(moved) });
    }, REST_MS);
    return () => window.clearTimeout(rest);
  }, [moved, change]);
  return { quantity: moved ?? written, move: setMoved };
}

const kept = { staleTime: 60_000, gcTime: 60_000 } as const;

/** The lanes at a quantity; a moved marker asks for them before anything is drawn. */
export const lanesQuery = (projectId: string, quantity: number | null) =>
  queryOptions<Lanes, Problem>({
    queryKey: ['lanes', projectId, quantity],
    ...kept,
    queryFn: ({ signal }) =>
      unwrap(
        client.GET('/api/projects/{id}/comparison/lanes', {
          params: { path: { id: projectId }, query: { quantity: quantity ?? undefined } },
          signal,
        }),
      ),
  });

/** What is the same at every quantity: curves, spans, crossovers, and of each lane what the marker does not change. */
export const useOverview = (projectId: string) =>
  useQuery<Comparison, Problem>({
    queryKey: ['comparison', projectId],
    ...kept,
    queryFn: ({ signal }) =>
      unwrap(client.GET('/api/projects/{id}/comparison', { params: { path: { id: projectId } }, signal })),
  });

/**
 * The comparison at a quantity; while the next answer is on its way the last one stays on screen. A moved marker fetches the
 * lanes alone. `routes` are lanes that stay as they came, for what any quantity has alike.
 */
export function useComparison(projectId: string, quantity: number | null) {
  const overview = useOverview(projectId);
  const lanes = useQuery({ ...lanesQuery(projectId, quantity), placeholderData: keepPreviousData });
  const data = useMemo(
    () =>
      overview.data &&
      lanes.data && {
        ...overview.data,
        ...lanes.data,
        routes: overview.data.lanes,
        lanes: joined(overview.data, lanes.data),
      },
    [overview.data, lanes.data],
  );
  return { data, error: overview.error ?? lanes.error };
}

/** What stays of each lane with what the marker changed of it. */
function joined({ lanes: whole }: Comparison, { lanes: moved }: Lanes): Lane[] {
  const fixed = new Map(whole.map((lane) => [lane.route.id, lane]));
  return moved.map((lane) => {
    const of = fixed.get(lane.id)!;
    return { ...of, ...lane, gates: [...of.gates.slice(0, of.fixedGates), ...lane.gates] };
  });
}
