import type { Sequence } from '../app/api/types';

/** A sequence of routes for so many parts each, a hundred apiece more for each next one. */
export const sequence = (
  stretches: readonly (readonly [string, number])[],
  more: Partial<Sequence> = {},
): Sequence => ({
  stretches: stretches.map(([routeId, quantity], i) => ({
    id: `s${i + 1}`,
    routeId,
    materialId: 'abs',
    material: 'ABS',
    cavities: 1 + 3 * i,
    assist: 'hands',
    quantity,
    orderBy: `2030-0${i + 1}-02`,
    firstArticle: `2030-0${i + 2}-01`,
    from: `2030-0${i + 2}-01`,
    until: `2030-0${i + 3}-01`,
    sets: 1 + i,
    cost: { made: 500, holding: 0, change: 0, total: 500 },
    daysLate: 0,
    rows: [],
    verdict: 'fits',
    risk: null,
    reason: null,
  })),
  total: 500 * stretches.length,
  holding: 0,
  change: 0,
  p10: 400,
  p90: 600,
  daysLate: 0,
  open: 0,
  beyond: 0,
  said: stretches.map(([route, parts]) => `${route} for ${parts}`).join(', then '),
  ...more,
});
