import { infiniteQueryOptions } from '@tanstack/react-query';
import { client, unwrap } from '../../app/api/client';

const PAGE = 50;

/** A page of projects at a time, searched on the server. */
export const projectsOf = (search: string, away: boolean) =>
  infiniteQueryOptions({
    queryKey: ['projects', search, away],
    staleTime: 0,
    initialPageParam: 0,
    queryFn: async ({ signal, pageParam: skip }) => {
      const answer = client.GET('/api/projects', { params: { query: { search, away, skip, take: PAGE } }, signal });
      const projects = await unwrap(answer);
      return { projects, total: Number((await answer).response.headers.get('X-Total-Count')) };
    },
    getNextPageParam: ({ total }, pages) => (pages.length * PAGE < total ? pages.length * PAGE : undefined),
  });

/** Which projects an address asks for. */
export const askedFor = (params: URLSearchParams) => ({ find: params.get('find') ?? '', away: params.has('away') });
