import type { Lane } from '../app/api/types';

/** A lane that fits, changed as a test needs it. */
export const lane = (id: string, more: Partial<Lane> = {}): Lane =>
  ({
    route: {
      id,
      tag: id.slice(0, 2).toUpperCase(),
      name: `Route ${id}`,
      family: 'Casting',
      figure: 'softBlock',
      givesUp: 'Something.',
    },
    verdict: 'fits',
    gates: [{ verdict: 'fits', name: 'Material', reason: 'ABS.', remedy: null, limit: null }],
    fixedGates: 1,
    material: { id: 'abs', name: 'ABS' },
    properties: [],
    likeness: {
      share: 0.8,
      weakest: { name: 'notched impact', ratio: 0.5, has: '5 kJ/m²', of: '10 kJ/m²' },
      ratios: [],
    },
    total: { p10: 900, p50: 1000, p90: 1200 },
    unit: { p10: 9, p50: 10, p90: 12 },
    chanceCheapest: 0.7,
    cavities: 1,
    assist: 'hands',
    toolSets: 2,
    lifeShots: { low: 10, likely: 20, high: 40 },
    firstTooling: { p10: 400, p50: 500, p90: 700 },
    toolClass: null,
    run: null,
    firstArticle: '2030-03-04',
    lastPart: '2030-04-04',
    toleranceMm: 0.2,
    givesUp: 'Something.',
    poured: true,
    ...more,
  }) as unknown as Lane;
