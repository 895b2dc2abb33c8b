import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useCallback } from 'react';
import { useSearchParams } from 'react-router';
import { client, type Problem, unwrap } from '../../app/api/client';
import type { Comparison } from '../../app/api/types';

/** The quantity being looked at, kept in the address. Null: the one the server takes from the demand. */
export function useQuantity() {
  const [params, setParams] = useSearchParams();
  const asked = Number(params.get('q'));
  const quantity = Number.isFinite(asked) && asked >= 1 ? Math.round(asked) : null;
  const move = useCallback(
    (q: number) =>
      setParams(
        (now) => {
          const next = new URLSearchParams(now);
          next.set('q', String(q));
          return next;
        },
        { replace: true },
      ),
    [setParams],
  );
  return { quantity, move };
}

/** The comparison at a quantity; while the next answer is on its way the last one stays on screen. */
export const useComparison = (projectId: string, quantity: number | null) =>
  useQuery<Comparison, Problem>({
    queryKey: ['comparison', projectId, quantity],
    placeholderData: keepPreviousData,
    staleTime: 60_000,
    gcTime: 60_000,
    queryFn: ({ signal }) =>
      unwrap(
        client.GET('/api/projects/{id}/comparison', {
          params: { path: { id: projectId }, query: { quantity: quantity ?? undefined } },
          signal,
        }),
      ),
  });
