import { QueryClient } from '@tanstack/react-query';
import { askedFor, projectsOf } from '../steps/projects/projects';
import { Problem } from './api/client';

export const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 10_000,
      retry: (failures, cause) => failures < 2 && cause instanceof Problem && cause.code === 'offline',
    },
  },
});

// What the first page shows is on its way while the rest of the script is worked through.
if (location.pathname === '/') {
  const { find, away } = askedFor(new URLSearchParams(location.search));
  void queries.prefetchInfiniteQuery(projectsOf(find.trim(), away));
}
