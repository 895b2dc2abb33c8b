import type { Place } from '../../app/api/types';

/** A place on a part as it stands in an address: the point, where it is looked at from, and how large it is. */
export const placeText = ({ pointMm, from, radiusMm }: Place) =>
  [...pointMm, ...from, radiusMm].map((n) => Math.round(n * 1000) / 1000).join(',');

export function placeOf(text: string | null): Place | null {
  const [x, y, z, fx, fy, fz, radiusMm, ...more] = (text ?? '').split(',').map((n) => (n === '' ? NaN : Number(n)));
  const all = [x, y, z, fx, fy, fz, radiusMm];
  return more.length === 0 && all.every((n) => Number.isFinite(n))
    ? { pointMm: [x!, y!, z!], from: [fx!, fy!, fz!], radiusMm: radiusMm! }
    : null;
}
