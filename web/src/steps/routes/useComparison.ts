import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useCallback } from 'react';
import { useSearchParams } from 'react-router';
import { client, type Problem, unwrap } from '../../app/api/client';
import type { Comparison } from '../../app/api/types';
import { useAddress } from '../../shared/useAddress';

/** The quantity being looked at, kept in the address. Null: the one the server takes from the demand. */
export function useQuantity() {
  const asked = Number(useSearchParams()[0].get('q'));
  const quantity = Number.isFinite(asked) && asked >= 1 ? Math.round(asked) : null;
  const change = useAddress();
  const move = useCallback((q: number) => change({ q: String(q) }), [change]);
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
