import type { InjectionFigures } from '../../../../../app/api/types';
import type { day } from '../../../../../app/theme/palette';
import { euros, number, points } from '../../../../../shared/format';
import { type SampleMap, type SamplePainting, useSampleMap } from '../../../painted/sampleMap';

/** Over the samples of the part: flow length ÷ wall, and what a change there means to the tool. */
export const useToolMap = (gates: readonly { at: { pointMm: number[] } }[], metal: string): SampleMap | null =>
  useSampleMap('tool/map', 'map of the tool', [metal, gates.map((g) => g.at.pointMm.join()).join(';')]);

type Ink = typeof day;

const STEPS = 5;

/** From the gate to the last to fill, in fifths of the way. */
export function arrivalPainting(map: SampleMap, ratio: number, ink: Ink): SamplePainting {
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
      const value = map.values[sample]!;
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
export function changePainting(
  map: SampleMap,
  changes: InjectionFigures['changes'],
  way: Way,
  ink: Ink,
): SamplePainting {
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
    bandOf: (sample) => map.kinds[sample]!,
  };
}
