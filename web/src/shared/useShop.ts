import { useQuery } from '@tanstack/react-query';
import { client, type Problem, unwrap } from '../app/api/client';
import type { Shop, Versioned } from '../app/api/types';

/** People, equipment, calendar and devices of the shop. */
export const useShop = () =>
  useQuery<Versioned<Shop>, Problem>({
    queryKey: ['shop'],
    queryFn: ({ signal }) => unwrap(client.GET('/api/shop', { signal })),
  });
