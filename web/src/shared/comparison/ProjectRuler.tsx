import { Box } from '@mui/material';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useMemo, useRef, useState } from 'react';
import { client, type Problem, unwrap } from '../../app/api/client';
import type { Brief, Versioned } from '../../app/api/types';
import { count, word } from '../format';
import { QuantityRuler } from '../QuantityRuler';
import { useGo } from '../useGo';
import { lanesQuery, type Marker, useComparison, useQuantity } from './useComparison';

const RULER_HEIGHT = 74;

/** The quantity ruler of a project: its demand as pins, its cheapest routes as spans. Nothing to show before there is a part to cost. */
export const ProjectRuler = ({ projectId }: { projectId: string }) => (
  <RulerWith projectId={projectId} marker={useQuantity()} />
);

/** The same, with a marker that others on the page follow too. */
export function RulerWith({ projectId, marker }: { projectId: string; marker: Marker }) {
  const { quantity, move } = marker;
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
  const { going, lead } = useLead(projectId, move);
  const go = useGo();
  const open = useCallback(
    (from: number) => {
      const search = new URLSearchParams(window.location.search);
      search.set('working', `turn-${from}`);
      void go({ pathname: `/projects/${projectId}/routes`, search: search.toString() });
    },
    [go, projectId],
  );
  // Its place is kept while the routes are costed, so that nothing below moves under a hand.
  if (!comparison) return error ? null : <Box sx={{ height: RULER_HEIGHT }} />;
  return (
    <QuantityRuler
      {...fixed}
      quantity={going ?? quantity ?? comparison.quantity}
      upTo={comparison.quantities.at(-1) ?? 1000}
      onChange={lead}
      onOpen={open}
    />
  );
}

/**
 * Where the marker is being moved to. It goes there at once; the page follows in one step when the lanes of that quantity are
 * here. An answer overtaken by a later one moves nothing.
 */
function useLead(projectId: string, move: Marker['move']) {
  const queries = useQueryClient();
  const [going, setGoing] = useState<number | null>(null);
  const asked = useRef(0);
  const shown = useRef(0);
  const lead = useCallback(
    (q: number) => {
      const turn = ++asked.current;
      setGoing(q);
      void queries.prefetchQuery(lanesQuery(projectId, q)).then(() => {
        setGoing((latest) => (latest === q ? null : latest));
        if (turn < shown.current) return;
        shown.current = turn;
        move(q);
      });
    },
    [queries, projectId, move],
  );
  return { going, lead };
}
