import { useQuery } from '@tanstack/react-query';
import { client, type Problem, unwrap } from '../app/api/client';
import type { Library } from '../app/api/types';

/** Rates, materials and supplies as the shop has them, with where they differ from what ships. */
export const useLibrary = () =>
  useQuery<Library, Problem>({
    queryKey: ['library'],
    staleTime: 60_000,
    queryFn: ({ signal }) => unwrap(client.GET('/api/library', { signal })),
  });
