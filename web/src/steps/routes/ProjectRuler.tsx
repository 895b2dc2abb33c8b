import { Box } from '@mui/material';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useMemo } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { client, type Problem, unwrap } from '../../app/api/client';
import type { Brief, Versioned } from '../../app/api/types';
import { count, word } from '../../shared/format';
import { QuantityRuler } from '../../shared/QuantityRuler';
import { lanesQuery, useComparison, useQuantity } from './useComparison';

const RULER_HEIGHT = 74;

/** The quantity ruler of a project: its demand as pins, its cheapest routes as spans. Nothing to show before there is a part to cost. */
export function ProjectRuler({ projectId }: { projectId: string }) {
  const { quantity, move } = useQuantity();
  const { data: comparison, error } = useComparison(projectId, quantity);
  const { data: brief } = useQuery<Versioned<Brief>, Problem>({
    queryKey: ['brief', projectId],
    queryFn: ({ signal }) =>
      unwrap(client.GET('/api/projects/{id}/brief', { params: { path: { id: projectId } }, signal })),
  });
  const { spans, crossovers, curves } = comparison ?? {};
  const fixed = useMemo(() => {
    const names = new Map(curves?.map((curve) => [curve.id, curve]));
    return {
      spans: spans?.map((span) => ({ ...span, tag: names.get(span.id)!.tag, name: names.get(span.id)!.name })) ?? [],
      crossings: crossovers?.map((crossover) => crossover.firstAt) ?? [],
      pins:
        brief?.value.demand.map((row) => ({
          quantity: row.quantity,
          label: `${count(row.quantity)} ${word(row.purpose)}`,
        })) ?? [],
    };
  }, [spans, crossovers, curves, brief]);
  const queries = useQueryClient();
  const moved = useCallback(
    (q: number) => {
      void queries.prefetchQuery(lanesQuery(projectId, q));
      move(q);
    },
    [queries, projectId, move],
  );
  const here = useLocation();
  const navigate = useNavigate();
  const open = useCallback(
    (from: number) => {
      const search = new URLSearchParams(here.search);
      search.set('working', `turn-${from}`);
      void navigate({ pathname: `/projects/${projectId}/routes`, search: search.toString() });
    },
    [here.search, navigate, projectId],
  );
  // Its place is kept while the routes are costed, so that nothing below moves under a hand.
  if (!comparison) return error ? null : <Box sx={{ height: RULER_HEIGHT }} />;
  return (
    <QuantityRuler
      {...fixed}
      quantity={quantity ?? comparison.quantity}
      upTo={comparison.quantities.at(-1) ?? 1000}
      onChange={moved}
      onOpen={open}
    />
  );
}
