import { describe, expect, it } from 'vitest';
import type { ShapeFigures, ShapeVerdict } from '../../app/api/types';
import { day } from '../../app/theme/palette';
import type { Facets, Maps } from './drawing';
import { paintingOf, wallLimits } from './looks';

const route = (tag: string) =>
  ({ id: tag, tag, name: tag, family: '', figure: 'layers', givesUp: '' }) as ShapeVerdict['routes'][number];

const verdict = (limit: number, ...tags: string[]): ShapeVerdict => ({
  concern: 'wall',
  name: 'Thinnest wall',
  verdict: 'fits',
  reason: '',
  remedy: null,
  limit,
  routes: tags.map(route),
});

const verdicts = [verdict(1.2, 'PM'), verdict(0.8, 'PR'), verdict(1, 'SM', 'AL'), verdict(1, 'ST')];

const facets = (count: number): Facets =>
  ({
    triangle: Uint32Array.from({ length: count }, (_, i) => i),
    sample: Int32Array.from({ length: count }, (_, i) => i),
  }) as Facets;

const figures = {
  wallMm: { median: 2 },
  wallRayMm: { median: 2 },
  undercuts: Array.from({ length: 7 }, (_, i) => ({
    areaMm2: 100 * (9 - i),
    depthMm: i === 1 ? null : 2,
    place: null,
  })),
} as unknown as ShapeFigures;

const shape = (values: number[], more: Partial<Maps> = {}) => ({
  facets: facets(values.length),
  maps: { ballMm: Float32Array.from(values), rayMm: Float32Array.from(values), ...more } as Maps,
  figures,
  verdicts,
  shown: null,
  ink: day,
});

describe('wall', () => {
  it('takes its limits from the routes, each once, in order', () => {
    expect(wallLimits(verdicts)).toEqual([
      { mm: 0.8, tags: ['PR'] },
      { mm: 1, tags: ['SM', 'AL', 'ST'] },
      { mm: 1.2, tags: ['PM'] },
    ]);
  });

  it('says of each wall who it is too thin for, and what is too thick', () => {
    const values = [0.5, 0.9, 1, 1.1, 1.2, 3, 3.3, NaN];
    const { bands, bandOf } = paintingOf('ball', shape(values))!;
    const says = values.map((_, facet) => bands[bandOf(facet)]!.label);
    expect(says[0]).toBe('under 0.8 mm: too thin for PR, SM, AL, ST, PM');
    expect(says[1]).toBe('0.8 to 1 mm: too thin for SM, AL, ST, PM');
    // A wall exactly at a limit passes it.
    expect(says[2]).toBe('1 to 1.2 mm: too thin for PM');
    expect(says[3]).toBe(says[2]);
    expect(says[4]).toBe('from 1.2 mm: enough for every route');
    expect(says[5]).toBe(says[4]);
    expect(says[6]).toBe('over 3.2 mm: cools last, may sink');
    expect(says[7]).toBe('nothing opposite');
  });

  it('is there without routes, and not without measuring', () => {
    expect(paintingOf('ray', { ...shape([2]), verdicts: [] })!.bands[0]!.label).toBe('wall');
    expect(paintingOf('ray', { ...shape([2]), maps: null })).toBeNull();
  });
});

describe('the other looks', () => {
  it('draft counts both ways alike', () => {
    const { bands, bandOf } = paintingOf(
      'draft',
      shape([0, 0, 0, 0, 0, 0], { draftDeg: Float32Array.from([0, -0.4, 0.7, -1.5, 3, -90]) }),
    )!;
    expect([0, 1, 2, 3, 4, 5].map((f) => bandOf(f))).toEqual([0, 0, 1, 2, 3, 4]);
    expect(bands[0]!.label).toContain('under 0.5°');
  });

  it('undercuts name the largest regions and fold the rest', () => {
    const { bands, bandOf } = paintingOf('undercut', shape([0, 0, 0, 0], { region: Uint16Array.from([0, 1, 6, 7]) }))!;
    expect(bands.map((b) => b.label)[1]).toBe('1: 9 cm², 2 mm deep');
    expect(bands[2]!.label).toBe('2: 8 cm², shut in');
    expect(bands.at(-1)!.label).toBe('2 smaller');
    expect([0, 1, 2, 3].map((f) => bandOf(f))).toEqual([0, 1, 6, 6]);
  });

  it('show side needs no measuring', () => {
    const painting = paintingOf('show', { ...shape([0, 0]), maps: null, shown: Uint8Array.from([0, 1]) })!;
    expect([painting.bandOf(0), painting.bandOf(1)]).toEqual([0, 1]);
    expect(paintingOf('plain', shape([1]))!.bands).toHaveLength(1);
  });
});
