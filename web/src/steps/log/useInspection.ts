import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { client, postTable, type Problem, unwrap } from '../../app/api/client';
import type { Entry, InspectionItem, InspectionView, ItemChart } from '../../app/api/types';
import { newId } from '../../shared/newId';

type Decision = 'use' | 'rework' | 'scrap';

/** What is looked at on the parts of a stretch, and how it is changed; every answer is the inspection as it then stands. */
export function useInspection(projectId: string, stretch: string | undefined) {
  const queries = useQueryClient();
  const params = { path: { id: projectId }, query: { stretch } };
  const queryKey = ['inspection', projectId, stretch ?? ''];
  const view = useQuery<InspectionView, Problem>({
    queryKey,
    queryFn: ({ signal }) => unwrap(client.GET('/api/projects/{id}/inspection', { params, signal })),
  });
  const stands = (now: InspectionView) => {
    queries.setQueryData(queryKey, now);
    void queries.invalidateQueries({
      predicate: ({ queryKey: [of, id] }) => (of === 'item chart' || of === 'first article') && id === projectId,
    });
  };
  const save = useMutation<InspectionView, Problem, readonly InspectionItem[]>({
    mutationFn: (items) =>
      unwrap(
        client.PUT('/api/projects/{id}/inspection', {
          params,
          body: { value: { items: [...items] }, version: view.data?.plan.version ?? 0 },
        }),
      ),
    onSuccess: stands,
    onError: () => void queries.invalidateQueries({ queryKey }),
  });
  const move = useMutation<InspectionView, Problem, 'undo' | 'redo'>({
    mutationFn: (way) =>
      unwrap(
        client.POST(`/api/projects/{id}/inspection/${way}`, {
          params,
          body: { version: view.data?.plan.version ?? 0 },
        }),
      ),
    onSuccess: stands,
  });
  const enter = useMutation<InspectionView, Problem, readonly Entry[]>({
    mutationFn: (entries) =>
      unwrap(client.POST('/api/projects/{id}/inspection/entries', { params, body: { entries: [...entries] } })),
    onSuccess: stands,
  });
  const read = useMutation<InspectionView, Problem, File>({
    mutationFn: async (file) =>
      postTable<InspectionView>(
        `/api/projects/${projectId}/inspection/entries/csv${stretch ? `?stretch=${stretch}` : ''}`,
        await file.text(),
      ),
    onSuccess: stands,
  });
  const decide = useMutation<InspectionView, Problem, { entry: string; what: Decision; by: string; note: string }>({
    mutationFn: ({ note, ...decided }) =>
      unwrap(
        client.POST('/api/projects/{id}/inspection/decisions', {
          params,
          body: { id: newId(), note: note || null, ...decided },
        }),
      ),
    onSuccess: stands,
  });
  return { view, save, move, enter, read, decide };
}

export const useItemChart = (
  projectId: string,
  stretch: string | undefined,
  item: string | null,
  tool: number | null,
  cavity: number | null,
) =>
  useQuery<ItemChart, Problem>({
    queryKey: ['item chart', projectId, stretch ?? '', item, tool, cavity],
    enabled: item !== null,
    placeholderData: (before) => (before?.item.id === item ? before : undefined),
    queryFn: ({ signal }) =>
      unwrap(
        client.GET('/api/projects/{id}/inspection/charts/{item}', {
          params: {
            path: { id: projectId, item: item! },
            query: { stretch, tool: tool ?? undefined, cavity: cavity ?? undefined },
          },
          signal,
        }),
      ),
  });
