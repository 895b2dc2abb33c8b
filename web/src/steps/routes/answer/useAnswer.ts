import { useQuery } from '@tanstack/react-query';
import { client, type Problem, unwrap } from '../../../app/api/client';
import type { Answer } from '../../../app/api/types';

export interface Weights {
  cost: number;
  date: number;
  likeness: number;
  tolerance: number;
}

/**
 * The answer for the brief as a whole. While it is worked out anew, after a change of the brief or of a rate, there is none:
 * nothing old stands beside what is new.
 */
export function useAnswer(projectId: string, weights: Weights = { cost: 1, date: 0, likeness: 0, tolerance: 0 }) {
  const { data, error, isFetching, isStale } = useQuery<Answer, Problem>({
    queryKey: ['answer', projectId, weights],
    staleTime: 60_000,
    refetchOnWindowFocus: false,
    queryFn: ({ signal }) =>
      unwrap(client.GET('/api/projects/{id}/answer', { params: { path: { id: projectId }, query: weights }, signal })),
  });
  return { answer: isFetching && isStale ? undefined : data, error };
}
