import { keepPreviousData, queryOptions, useQuery } from '@tanstack/react-query';
import { useCallback, useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { client, type Problem, unwrap } from '../../app/api/client';
import type { Comparison, Lane, Lanes } from '../../app/api/types';
import { useAddress } from '../../shared/useAddress';

/** The quantity being looked at, kept in the address. Null: the one the server takes from the demand. */
export function useQuantity() {
  const asked = Number(useSearchParams()[0].get('q'));
  const quantity = Number.isFinite(asked) && asked >= 1 ? Math.round(asked) : null;
  const change = useAddress();
  const move = useCallback((q: number) => change({ q: String(q) }), [change]);
  return { quantity, move };
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

/**
 * The comparison at a quantity; while the next answer is on its way the last one stays on screen. Curves, spans and crossovers
 * are the same at every quantity and come once; a moved marker fetches the lanes alone.
 */
export function useComparison(projectId: string, quantity: number | null) {
  const overview = useQuery<Comparison, Problem>({
    queryKey: ['comparison', projectId],
    ...kept,
    queryFn: ({ signal }) =>
      unwrap(client.GET('/api/projects/{id}/comparison', { params: { path: { id: projectId } }, signal })),
  });
  const lanes = useQuery({ ...lanesQuery(projectId, quantity), placeholderData: keepPreviousData });
  const data = useMemo(
    () => overview.data && lanes.data && { ...overview.data, ...lanes.data, lanes: joined(overview.data, lanes.data) },
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
