import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { client, type Problem, unwrap } from '../../../app/api/client';
import type { SuppliersView } from '../../../app/api/types';
import { useLive } from '../../../shared/live';
import { newId } from '../../../shared/newId';

/** Who can be asked for a route over the supplier desk, and what became of what was asked. */
export function useSuppliers(projectId: string, routeId: string) {
  const queries = useQueryClient();
  const path = { id: projectId };
  const view = useQuery<SuppliersView, Problem>({
    queryKey: ['suppliers', projectId, routeId],
    queryFn: ({ signal }) =>
      unwrap(client.GET('/api/projects/{id}/suppliers', { params: { path, query: { routeId } }, signal })),
  });
  useLive(
    'supplier',
    useCallback(
      (project: string) => {
        if (project === projectId) void queries.invalidateQueries({ predicate: (q) => q.queryKey[1] === projectId });
      },
      [projectId, queries],
    ),
  );
  const again = () => queries.invalidateQueries({ queryKey: ['suppliers', projectId] });
  const ask = useMutation<unknown, Problem, { supplier: string; quantities: string }>({
    mutationFn: (asked) =>
      unwrap(
        client.POST('/api/projects/{id}/suppliers', {
          params: { path },
          body: { id: newId(), routeId, ...asked },
        }),
      ),
    onSettled: again,
  });
  const answer = useMutation<unknown, Problem, { request: string; text: string }>({
    mutationFn: ({ request, text }) =>
      unwrap(
        client.POST('/api/projects/{id}/suppliers/{request}/answer', {
          params: { path: { ...path, request } },
          body: { text },
        }),
      ),
    onSettled: again,
  });
  const forget = useMutation<unknown, Problem, string>({
    mutationFn: (request) =>
      unwrap(client.DELETE('/api/projects/{id}/suppliers/{request}', { params: { path: { ...path, request } } })),
    onSettled: again,
  });
  return { view: view.data, ask, answer, forget, error: view.error ?? ask.error ?? answer.error ?? forget.error };
}
