import type { PartChange, ShapeFigures } from '../../app/api/types';
import { count, number } from '../../shared/format';

export type Seen = PartChange['declared']['agreed'][number];

/** What the study found, in words; <code>none</code> when there is nothing to agree to. */
interface Found {
  says: string;
  none: boolean;
}

const SLENDER = 3;

const plural = (n: number, one: string, many: string) => `${count(n)} ${n === 1 ? one : many}`;

export const found = {
  undercut({ undercuts }: ShapeFigures): Found {
    const holes = undercuts.filter((u) => u.throughHoleMm != null).length;
    const caught = undercuts.length - holes;
    const deepest = Math.max(0, ...undercuts.map((u) => (u.throughHoleMm == null ? (u.depthMm ?? 0) : 0)));
    const parts = [
      caught > 0 && plural(caught, 'place', 'places') + (deepest > 0 ? `, ${number(deepest, 2)} mm deep at most` : ''),
      holes > 0 && `${plural(holes, 'hole', 'holes')} through, across the pull`,
    ].filter(Boolean);
    return { says: parts.join('; ') || 'none along the pull', none: parts.length === 0 };
  },

  slenderHoles({ blindHoles }: ShapeFigures): Found {
    const slender = blindHoles.filter((hole) => hole.depthMm / hole.diameterMm > SLENDER).length;
    return slender === 0
      ? { says: 'no round blind hole deeper than three times its width', none: true }
      : { says: `${plural(slender, 'blind hole', 'blind holes')} deeper than three times the width`, none: false };
  },

  walls({ wallMm }: ShapeFigures): Found {
    return wallMm
      ? { says: `${number(wallMm.p1)} mm at the thinnest, ${number(wallMm.median)} mm usual`, none: false }
      : { says: 'no wall faces another', none: true };
  },

  lettering({ marks }: ShapeFigures): Found {
    if (!marks) return { says: 'not looked for when this part was measured', none: true };
    return marks.count === 0
      ? { says: 'none on flat faces; curved ones are not looked at', none: true }
      : {
          says: `${count(marks.count)} marks ${marks.raised ? 'raised' : 'sunk'} ${number(marks.heightMm, 2)} mm on a flat face`,
          none: false,
        };
  },
};
