import { type QueryKey, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { WorkState } from '../app/api/types';

const POLL_MS = 400;

/** Whether work is still to be followed. */
export const isUnderWay = ({ phase }: Pick<WorkState, 'phase'>) => phase === 'waiting' || phase === 'running';

interface Work<State, What> {
  queryKey: QueryKey;
  read: (signal: AbortSignal) => Promise<State>;
  begin: (what: What) => Promise<State>;
  end: () => Promise<State>;
  /** Whether the state is still to be followed. */
  isOpen: (state: State) => boolean;
  enabled?: boolean;
  initialData?: State;
}

/** Long work on the server: read, followed while it goes on, begun and stopped. What either answers is its state from then on. */
export function useWork<State, What = void>({ queryKey, read, begin, end, isOpen, ...options }: Work<State, What>) {
  const queries = useQueryClient();
  const { data: state } = useQuery({
    ...options,
    queryKey,
    queryFn: ({ signal }) => read(signal),
    refetchInterval: ({ state: { data } }) => (data !== undefined && isOpen(data as State) ? POLL_MS : false),
  });
  const take = (next: State) => queries.setQueryData(queryKey, next);
  return {
    state: state as State | undefined,
    start: useMutation({ mutationFn: begin, onSuccess: take }),
    stop: useMutation({ mutationFn: end, onSuccess: take }),
  };
}
