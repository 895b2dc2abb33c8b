import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { client, type Problem, unwrap } from '../../../app/api/client';
import type { Invoice, SpentView, WorkLine } from '../../../app/api/types';

/** How what each stretch comes to came about; asked for when one of its figures is opened. */
export const useSpentWorking = (projectId: string, isOpen: boolean) =>
  useQuery<WorkLine[], Problem>({
    // Whatever is saved of it is read anew with it.
    queryKey: ['spent', projectId, 'working'],
    queryFn: ({ signal }) =>
      unwrap(client.GET('/api/projects/{id}/spent/working', { params: { path: { id: projectId } }, signal })),
    enabled: isOpen,
  }).data;

/** What was paid and what it comes to; every answer is how it then stands. */
export function useSpent(projectId: string) {
  const queries = useQueryClient();
  const params = { path: { id: projectId } };
  const queryKey = ['spent', projectId];
  const view = useQuery<SpentView, Problem>({
    queryKey,
    queryFn: ({ signal }) => unwrap(client.GET('/api/projects/{id}/spent', { params, signal })),
  });
  const version = view.data?.paid.version ?? 0;
  const stands = (now: SpentView) => {
    queries.setQueryData(queryKey, now);
    void queries.invalidateQueries({ queryKey: [...queryKey, 'working'] });
    void queries.invalidateQueries({ queryKey: ['learned'] });
  };
  const onError = () => void queries.invalidateQueries({ queryKey });
  const save = useMutation<SpentView, Problem, readonly Invoice[]>({
    mutationFn: (all) =>
      unwrap(client.PUT('/api/projects/{id}/spent', { params, body: { value: { all: [...all] }, version } })),
    onSuccess: stands,
    onError,
  });
  const move = useMutation<SpentView, Problem, 'undo' | 'redo'>({
    mutationFn: (way) => unwrap(client.POST(`/api/projects/{id}/spent/${way}`, { params, body: { version } })),
    onSuccess: stands,
    onError,
  });
  return { view, save, move };
}
