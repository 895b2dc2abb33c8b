import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { client, Problem, unwrap } from '../../../../../app/api/client';
import type { SheetWork } from '../../../../../app/api/types';
import { isUnderWay, useWork } from '../../../../../shared/useWork';
import { usePlanAt } from '../../../planAt';
import { decodeSheet, type SheetDrawing } from './sheetDrawing';

export const isOpen = ({ work }: SheetWork) => isUnderWay(work);

/** The sheets of a plan as they are simulated: the plan is read again whenever one more is known. */
export function useSheets(version: number) {
  const queries = useQueryClient();
  const at = usePlanAt();
  const path = { params: at.params };
  const {
    state: works = [],
    start,
    stop,
  } = useWork<SheetWork[], string | undefined>({
    queryKey: ['sheets', at.projectId, at.stretch, version],
    read: (signal) => unwrap(client.GET('/api/projects/{id}/plan/sheet', { ...path, signal })),
    begin: (what) =>
      unwrap(
        client.POST('/api/projects/{id}/plan/sheet', {
          params: { ...at.params, query: { ...at.params.query, what } },
        }),
      ),
    end: () => unwrap(client.DELETE('/api/projects/{id}/plan/sheet', path)),
    isOpen: (sheets) => sheets.some(isOpen),
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
