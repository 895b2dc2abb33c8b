import { useQuery } from '@tanstack/react-query';
import { client, type Problem, unwrap } from '../../app/api/client';
import type { Brief, Versioned } from '../../app/api/types';
import { count, word } from '../../shared/format';
import { QuantityRuler } from '../../shared/QuantityRuler';
import { useComparison, useQuantity } from './useComparison';

/** The quantity ruler of a project: its demand as pins, its cheapest routes as spans. Nothing to show before there is a part to cost. */
export function ProjectRuler({ projectId }: { projectId: string }) {
  const { quantity, move } = useQuantity();
  const { data: comparison } = useComparison(projectId, quantity);
  const { data: brief } = useQuery<Versioned<Brief>, Problem>({
    queryKey: ['brief', projectId],
    queryFn: ({ signal }) =>
      unwrap(client.GET('/api/projects/{id}/brief', { params: { path: { id: projectId } }, signal })),
  });
  if (!comparison) return null;
  const routes = new Map(comparison.lanes.map((lane) => [lane.route.id, lane.route]));
  return (
    <QuantityRuler
      quantity={quantity ?? comparison.quantity}
      upTo={comparison.quantities.at(-1) ?? 1000}
      spans={comparison.spans.map((span) => ({
        tag: routes.get(span.id)!.tag,
        name: routes.get(span.id)!.name,
        from: span.from,
        to: span.to,
        tie: span.tie,
      }))}
      crossings={comparison.crossovers.map((c) => c.firstAt)}
      pins={
        brief?.value.demand.map((row) => ({
          quantity: row.quantity,
          label: `${count(row.quantity)} ${word(row.purpose)}`,
        })) ?? []
      }
      onChange={move}
    />
  );
}
