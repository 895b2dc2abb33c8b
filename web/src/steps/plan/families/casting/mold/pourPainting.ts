import type { day } from '../../../../../app/theme/palette';
import type { SampleMap, SamplePainting } from '../../../painted/sampleMap';

const STEPS = 5;

/** From the first resin to the last, in fifths of the shot; what air keeps stands out. */
export function pourPainting(map: SampleMap, ink: typeof day): SamplePainting {
  const { best, good, fair, bad, worst, none } = ink.bands;
  return {
    title: 'share of the shot that is in when resin arrives',
    bands: [
      ...[best, good, fair, bad, worst].map((color, i) => ({
        color,
        label: `${(100 / STEPS) * i} to ${(100 / STEPS) * (i + 1)} %`,
      })),
      { color: none, label: 'air stays' },
    ],
    bandOf: (sample) => {
      const value = map.values[sample]!;
      return Number.isNaN(value) ? STEPS : Math.min(STEPS - 1, Math.floor(STEPS * value));
    },
  };
}
