import type { ShapeFigures, ShapeVerdict } from '../../app/api/types';
import type { day } from '../../app/theme/palette';
import { number } from '../format';
import type { Facets, Maps } from './drawing';

export type Look = 'plain' | 'ball' | 'ray' | 'draft' | 'undercut' | 'show';

export const lookNames: Record<Look, string> = {
  plain: 'Shape',
  ball: 'Wall, largest ball',
  ray: 'Wall, straight through',
  draft: 'Draft along the pull',
  undercut: 'Undercuts',
  show: 'Show side',
};

/** One step of a legend: its colour and what it means. */
export interface Band {
  color: string;
  label: string;
}

/** How a map is painted: its bands, and which one a facet is in. */
export interface Painting {
  bands: Band[];
  bandOf: (facet: number) => number;
}

type Ink = typeof day;

interface Shape {
  facets: Facets;
  maps: Maps | null;
  figures: ShapeFigures | null;
  verdicts: readonly ShapeVerdict[];
  shown: Uint8Array | null;
  ink: Ink;
}

const THICK = 1.6;
const NAMED_ROUTES = 5;

/** The painting of a look; null when what it needs is not there yet. */
export function paintingOf(look: Look, shape: Shape): Painting | null {
  const { facets, maps, figures, shown, ink } = shape;
  if (look === 'plain') return { bands: [{ color: ink.part, label: '' }], bandOf: () => 0 };
  if (look === 'show') return shown && showSide(facets, shown, ink);
  if (!maps || !figures) return null;
  if (look === 'ball') return wall(shape, maps.ballMm, figures.wallMm?.median);
  if (look === 'ray') return wall(shape, maps.rayMm, figures.wallRayMm?.median);
  if (look === 'draft') return draft(facets, maps, ink);
  return undercuts(facets, maps, figures, ink);
}

/** Bands end where a route's limit stands, so that the colour says who could make it. */
export function wallLimits(verdicts: readonly ShapeVerdict[]): { mm: number; tags: string[] }[] {
  const limits = new Map<number, Set<string>>();
  for (const verdict of verdicts) {
    if (verdict.concern !== 'wall' || verdict.limit == null) continue;
    const tags = limits.get(verdict.limit) ?? new Set();
    verdict.routes.forEach((route) => tags.add(route.tag));
    limits.set(verdict.limit, tags);
  }
  return [...limits].map(([mm, tags]) => ({ mm, tags: [...tags] })).sort((a, b) => a.mm - b.mm);
}

function wall({ facets, verdicts, ink }: Shape, mm: Float32Array, usual?: number): Painting {
  const limits = wallLimits(verdicts);
  const tones = [ink.bands.worst, ink.bands.bad, ink.bands.fair, ink.bands.good];
  const bands: Band[] = limits.map(({ mm: limit }, i) => ({
    color: tones[Math.min(i, tones.length - 1)]!,
    label: `${i === 0 ? 'under' : `${number(limits[i - 1]!.mm)} to`} ${number(limit)} mm: too thin for ${some([...new Set(limits.slice(i).flatMap((l) => l.tags))])}`,
  }));
  const last = limits.at(-1)?.mm;
  const thick = usual === undefined ? Infinity : Math.max(THICK * usual, (last ?? 0) * 1.01);
  bands.push({ color: ink.bands.best, label: last ? `from ${number(last)} mm: enough for every route` : 'wall' });
  bands.push({ color: ink.bands.thick, label: `over ${number(thick, 2)} mm: cools last, may sink` });
  bands.push({ color: ink.bands.none, label: 'nothing opposite' });
  return {
    bands,
    bandOf: (facet) => {
      const value = facets.sample[facet]! < 0 ? NaN : mm[facets.sample[facet]!]!;
      if (Number.isNaN(value)) return bands.length - 1;
      if (value > thick) return bands.length - 2;
      const below = limits.findIndex((limit) => value < limit.mm * 0.995);
      return below < 0 ? bands.length - 3 : below;
    },
  };
}

/** The first few tags; the rest only counted, or a legend of many routes would be all tags. */
function some(tags: string[]) {
  const named = tags.slice(0, NAMED_ROUTES);
  return tags.length > NAMED_ROUTES + 1
    ? `${named.join(', ')} and ${tags.length - NAMED_ROUTES} more`
    : tags.join(', ');
}

function draft(facets: Facets, maps: Maps, ink: Ink): Painting {
  const steps = [0.5, 1, 2, 5];
  const { worst, bad, fair, good, best } = ink.bands;
  return {
    bands: [
      { color: worst, label: 'under 0.5°: drags in any rigid tool' },
      { color: bad, label: '0.5 to 1°: a polished metal tool only' },
      { color: fair, label: '1 to 2°: metal and printed tools' },
      { color: good, label: '2 to 5°: formed sheet too' },
      { color: best, label: '5° and more: releases freely' },
    ],
    bandOf: (facet) => {
      const deg = Math.abs(maps.draftDeg[facets.triangle[facet]!]!);
      const step = steps.findIndex((s) => deg < s);
      return step < 0 ? steps.length : step;
    },
  };
}

const NAMED_REGIONS = 5;

function undercuts(facets: Facets, maps: Maps, figures: ShapeFigures, ink: Ink): Painting {
  const tones = [ink.bands.worst, ink.bands.thick, ink.bands.bad, ink.lines[0]!, ink.bands.fair];
  const named = figures.undercuts.slice(0, NAMED_REGIONS);
  const bands: Band[] = [
    { color: ink.bands.none, label: 'free along the pull' },
    ...named.map((region, i) => ({
      color: tones[i]!,
      label: `${i + 1}: ${number(region.areaMm2 / 100)} cm², ${region.depthMm == null ? 'shut in' : `${number(region.depthMm, 2)} mm deep`}`,
    })),
  ];
  if (figures.undercuts.length > NAMED_REGIONS)
    bands.push({ color: ink.lines[4]!, label: `${figures.undercuts.length - NAMED_REGIONS} smaller` });
  return {
    bands,
    bandOf: (facet) => {
      const sample = facets.sample[facet]!;
      return sample < 0 ? 0 : Math.min(maps.region[sample]!, bands.length - 1);
    },
  };
}

function showSide(facets: Facets, shown: Uint8Array, ink: Ink): Painting {
  return {
    bands: [
      { color: ink.bands.none, label: 'B, back side: cleaned enough to release' },
      { color: ink.bands.best, label: 'A, show side: sanded, filled, primed' },
    ],
    bandOf: (facet) => shown[facets.triangle[facet]!] ?? 0,
  };
}
