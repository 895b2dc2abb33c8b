import type { day } from '../../../../../app/theme/palette';
import { number } from '../../../../../shared/format';
import type { Band } from '../../../../../shared/viewer/looks';

export interface ThicknessBand extends Band {
  /** Up to here, mm. */
  to: number;
}

/** From too thin over just enough to as thick as it came; the last is what is trimmed off. */
export function thicknessBands(needMm: number, gaugeMm: number, ink: typeof day): ThicknessBand[] {
  const top = Math.max(gaugeMm, needMm * 1.2);
  const at = (share: number) => needMm + share * (top - needMm);
  const edges = [needMm, at(0.15), at(0.4), at(0.7)];
  const tones = [ink.bands.worst, ink.bands.bad, ink.bands.fair, ink.bands.good, ink.bands.best];
  return tones.map((color, i) => ({
    color,
    to: edges[i] ?? Infinity,
    label:
      i === 0
        ? `under ${number(needMm, 3)} mm: too thin`
        : i === tones.length - 1
          ? `over ${number(edges[i - 1]!, 3)} mm`
          : `${number(edges[i - 1]!, 3)} to ${number(edges[i]!, 3)} mm`,
  }));
}
