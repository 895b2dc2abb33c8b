import { useQuery } from '@tanstack/react-query';
import { client, type Problem, unwrap } from '../app/api/client';
import type { KnownLot } from '../app/api/types';

/** A lot as it is compared: spaces, dashes and small letters make no other lot of it. */
export const plainLot = (lot: string): string => lot.toUpperCase().replace(/[^\p{L}\p{N}]/gu, '');

/** The lots of the shop, the last used first. */
export function useLots() {
  const { data } = useQuery<KnownLot[], Problem>({
    queryKey: ['lots'],
    queryFn: ({ signal }) => unwrap(client.GET('/api/log/lots', { signal })),
    staleTime: 30_000,
  });
  const all = data ?? [];
  return {
    all,
    /** As it is known, however it was typed. */
    find: (typed: string) =>
      plainLot(typed) === '' ? undefined : all.find((l) => plainLot(l.lot) === plainLot(typed)),
    of: (what: string) => all.filter((l) => l.what.toLowerCase() === what.toLowerCase()),
  };
}
