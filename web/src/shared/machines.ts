import { useQuery } from '@tanstack/react-query';
import { client, type Problem, unwrap } from '../app/api/client';
import type { EquipmentKind, Machine } from '../app/api/types';
import { number } from './format';

/** What may stand in a shop; it does not change while the application runs. */
export const useEquipmentKinds = () =>
  useQuery<EquipmentKind[], Problem>({
    queryKey: ['equipment kinds'],
    queryFn: ({ signal }) => unwrap(client.GET('/api/shop/kinds', { signal })),
    staleTime: Infinity,
  }).data ?? [];

type Figures = Machine['figures'];

/** Sides stand together: "600 × 500 × 450 mm". */
const isSide = ({ id }: { id: string }) => /^(diameter|[xyz])Mm$/.test(id);

/** The figures that are known: "600 × 500 × 450 mm, 70 °C". */
export function saidOf(kind: EquipmentKind | undefined, figures: Figures): string {
  const known = (kind?.figures ?? []).flatMap(({ id, unit, isOlder }) =>
    figures[id] == null || isOlder ? [] : [{ id, unit, value: number(figures[id], 4) }],
  );
  const sides = known.filter(isSide).map(({ value }) => value);
  return [
    sides.length > 0 && `${figures.diameterMm == null ? '' : 'Ø '}${sides.join(' × ')} mm`,
    ...known.filter((figure) => !isSide(figure)).map(({ value, unit }) => `${value} ${unit}`),
  ]
    .filter(Boolean)
    .join(', ');
}

export const named = (machine: Machine, kinds: readonly EquipmentKind[]): string =>
  [
    machine.name,
    saidOf(
      kinds.find((k) => k.id === machine.kind),
      machine.figures,
    ),
  ]
    .filter(Boolean)
    .join(': ');
