import { queryOptions } from '@tanstack/react-query';
import { client, type Problem, unwrap } from '../../app/api/client';
import type { Sensitivity } from '../../app/api/types';

/** What moves the lead at a quantity, with its lines; the bars and the drawer ask once. */
export const sensitivityQuery = (projectId: string, quantity: number) =>
  queryOptions<Sensitivity, Problem>({
    queryKey: ['sensitivity', projectId, quantity],
    staleTime: 60_000,
    queryFn: ({ signal }) =>
      unwrap(
        client.GET('/api/projects/{id}/sensitivity', {
          params: { path: { id: projectId }, query: { quantity } },
          signal,
        }),
      ),
  });
