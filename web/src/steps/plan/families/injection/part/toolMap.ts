import { useQuery, useSuspenseQuery } from '@tanstack/react-query';
import { client, unwrap } from '../../../../../app/api/client';
import type { InjectionFigures, StoredPart, Versioned } from '../../../../../app/api/types';
import type { day } from '../../../../../app/theme/palette';
import { euros, number, points } from '../../../../../shared/format';
import { startsOf } from '../../../../../shared/viewer/drawing';
import type { Band } from '../../../../../shared/viewer/looks';
import { bytesOf } from '../../../../../shared/viewer/useShape';
import { usePlanAt } from '../../../planAt';

/** Over the samples of the part: how the plastic arrives, and what a change there means to the tool. */
export interface ToolMap {
  /** Flow length ÷ wall; not a number where nothing arrives. */
  ratio: Float32Array;
  /** Open face, sparked, side core, parting line. */
  place: Uint8Array;
  divisions: Uint8Array;
  starts: Uint32Array;
}

/** See the server: counts, a float and a byte a sample, a byte a triangle. */
export function decodeToolMap(bytes: ArrayBuffer): ToolMap {
  const [triangles, samples] = new Uint32Array(bytes, 0, 2) as unknown as [number, number];
  const divisions = new Uint8Array(bytes, 8 + 5 * samples, triangles);
  return {
    ratio: new Float32Array(bytes, 8, samples),
    place: new Uint8Array(bytes, 8 + 4 * samples, samples),
    divisions,
    starts: startsOf(divisions),
  };
}

export function useToolMap(gates: readonly { at: { pointMm: number[] } }[], metal: string): ToolMap | null {
  const plan = usePlanAt();
  return (
    useQuery<ToolMap>({
      queryKey: [
        'tool-map',
        plan.projectId,
        plan.stretch ?? '',
        metal,
        gates.map((g) => g.at.pointMm.join()).join(';'),
      ],
      staleTime: Infinity,
      gcTime: 60_000,
      placeholderData: (before) => before,
      queryFn: async ({ signal }) => decodeToolMap(await bytesOf(plan.file('tool/map'), 'map of the tool', signal)),
    }).data ?? null
  );
}

/** The part that the plan is of. */
export const usePart = (projectId: string): StoredPart =>
  useSuspenseQuery<Versioned<StoredPart>>({
    queryKey: ['part', projectId, 'as stored'],
    queryFn: ({ signal }) =>
      unwrap(client.GET('/api/projects/{id}/part', { params: { path: { id: projectId } }, signal })),
  }).data.value;

type Ink = typeof day;

/** What a sample is painted as. */
export interface SamplePainting {
  title: string;
  bands: Band[];
  bandOf: (sample: number) => number;
}

const STEPS = 5;

/** From the gate to the last to fill, in fifths of the way. */
export function arrivalPainting(map: ToolMap, ratio: number, ink: Ink): SamplePainting {
  const { best, good, fair, bad, worst, none } = ink.bands;
  const tones = [best, good, fair, bad, worst];
  const at = (i: number) => number((ratio * i) / STEPS, 2);
  return {
    title: 'flow length ÷ wall, from the gates',
    bands: [
      ...tones.map((color, i) => ({
        color,
        label:
          i === 0
            ? `to ${at(1)}: fills first`
            : i === STEPS - 1
              ? `${at(i)} to ${number(ratio, 2)}: last`
              : `to ${at(i + 1)}`,
      })),
      { color: none, label: 'nothing arrives' },
    ],
    bandOf: (sample) => {
      const value = map.ratio[sample]!;
      return Number.isNaN(value) ? STEPS : Math.min(STEPS - 1, Math.floor((STEPS * value) / Math.max(ratio, 1e-9)));
    },
  };
}

export type Way = 'more' | 'less';

type ChangeBy = NonNullable<InjectionFigures['changes'][number]['by']>;

/** How a change may be made by where it falls, the cheapest is: more plastic is metal off, less plastic is metal on. */
const madeBy: Record<Way, readonly (readonly ChangeBy[])[]> = {
  more: [['cutter'], ['spark'], ['cutter'], ['insert']],
  less: [['weld', 'insert'], ['insert'], ['insert'], ['insert']],
};

const wherever = ['an open face', 'a rib or corner that was sparked', 'a slide or lifter', 'the parting line'] as const;

/** What a change costs by where on the part it falls. */
export function changePainting(map: ToolMap, changes: InjectionFigures['changes'], way: Way, ink: Ink): SamplePainting {
  const { best, good, fair, bad } = ink.bands;
  const costs = madeBy[way].map((ways) =>
    Math.min(...changes.filter((c) => ways.includes(c.by!)).map((c) => points(c.euros).likely)),
  );
  const ranks = [...new Set(costs)].sort((one, other) => one - other);
  return {
    title: way === 'more' ? 'more plastic: metal comes off' : 'less plastic: metal goes on',
    bands: wherever.map((where, i) => ({
      color: [best, good, fair, bad][ranks.indexOf(costs[i]!)]!,
      label: `${where}: about ${euros(costs[i]!)}`,
    })),
    bandOf: (sample) => map.place[sample]!,
  };
}
