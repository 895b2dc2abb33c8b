import { useQuery, useQueryClient } from '@tanstack/react-query';
import { client, type Problem, unwrap } from '../../app/api/client';
import type { WorkLine } from '../../app/api/types';
import { sensitivityQuery } from './sensitivityQuery';

/** Where a line of working comes from, told by how its id begins; without a sign of its own it is a route's, or the answer's when no route is open. */
function sourceOf(line: string, route: string | null) {
  if (line.startsWith('turn-')) return 'ruler';
  if (line.startsWith('swing-')) return 'lead';
  return route ? 'route' : 'answer';
}

/** The answer's lines that belong together: one sequence's. */
const scopeOf = (line: string) => /^(would\d+|alone-[^.]+|inTime|near|least)\./.exec(line)?.[0] ?? '';

const titles = { ruler: 'the ruler', lead: 'the lead', answer: 'the answer', route: undefined };

/** The lines that the open figure stands among; asked for when one is opened. */
export function useLines(projectId: string, route: string | null, quantity: number | undefined, open: string | null) {
  const queries = useQueryClient();
  const source = open === null ? null : sourceOf(open, route);
  const { data } = useQuery<WorkLine[], Problem>({
    queryKey: [
      'working',
      projectId,
      source,
      source === 'route' && route,
      (source === 'route' || source === 'lead') && quantity,
    ],
    enabled: source !== null && quantity !== undefined,
    queryFn: async ({ signal }) => {
      const path = { id: projectId };
      if (source === 'ruler')
        return unwrap(client.GET('/api/projects/{id}/comparison/working', { params: { path }, signal }));
      if (source === 'answer')
        return unwrap(client.GET('/api/projects/{id}/answer/working', { params: { path }, signal }));
      if (source === 'lead') return (await queries.fetchQuery(sensitivityQuery(projectId, quantity!))).working;
      return unwrap(
        client.GET('/api/projects/{id}/routes/{routeId}/working', {
          params: { path: { ...path, routeId: route! }, query: { quantity } },
          signal,
        }),
      );
    },
  });
  const lines = source === 'answer' ? data?.filter((line) => scopeOf(line.id) === scopeOf(open!)) : data;
  return { data: lines, of: source === null ? undefined : titles[source] };
}
