import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { client, Problem, unwrap } from '../../../../../app/api/client';
import type { SheetWork } from '../../../../../app/api/types';
import { usePlanAt } from '../../../planAt';
import { decodeSheet, type SheetDrawing } from './sheetDrawing';

const POLL_MS = 500;

export const isOpen = ({ work }: SheetWork) => work.phase === 'waiting' || work.phase === 'running';

/** The sheets of a plan as they are simulated: the plan is read again whenever one more is known. */
export function useSheets(version: number) {
  const queries = useQueryClient();
  const at = usePlanAt();
  const path = { params: at.params };
  const key = ['sheets', at.projectId, at.stretch, version];
  const { data: works = [] } = useQuery<SheetWork[]>({
    queryKey: key,
    queryFn: ({ signal }) => unwrap(client.GET('/api/projects/{id}/plan/sheet', { ...path, signal })),
    refetchInterval: ({ state: { data } }) => (data?.some(isOpen) ? POLL_MS : false),
  });
  const take = (next: SheetWork[]) => queries.setQueryData(key, next);
  const start = useMutation({
    mutationFn: (what?: string) =>
      unwrap(
        client.POST('/api/projects/{id}/plan/sheet', {
          params: { ...at.params, query: { ...at.params.query, what } },
        }),
      ),
    onSuccess: take,
  });
  const stop = useMutation({
    mutationFn: () => unwrap(client.DELETE('/api/projects/{id}/plan/sheet', path)),
    onSuccess: take,
  });
  // A first look and the fine sheet both change what the plan says; reading it begins what is asked next.
  const known = works.map(({ work }) => `${work.phase}${work.share > 0 ? '+' : ''}`).join(' ');
  useEffect(() => {
    if (!known) return;
    void queries
      .invalidateQueries({ queryKey: ['plan', at.projectId] })
      .then(() => queries.invalidateQueries({ queryKey: ['sheets', at.projectId] }));
  }, [known, at.projectId, queries]);
  return { works, start, stop };
}

/** The sheet formed one way, with its stroke; fetched again when a finer one is there. */
export function useSheetDrawing(way: string, edition: string) {
  const at = usePlanAt();
  return useQuery<SheetDrawing>({
    queryKey: ['sheet-drawing', at.projectId, at.stretch, way, edition],
    staleTime: Infinity,
    gcTime: 60_000,
    placeholderData: (before) => before,
    queryFn: async ({ signal }) => {
      const drawn = await fetch(at.file(`sheet/${way}/drawing`), { signal });
      if (!drawn.ok) throw new Problem(drawn.status, 'drawing', 'The sheet can’t be fetched; reload the page.');
      return decodeSheet(await drawn.arrayBuffer());
    },
  }).data;
}
