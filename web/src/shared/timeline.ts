import type { Brief } from '../app/api/types';
import { dayOf } from './days';

const DAY = 86_400_000;
const names = new Intl.DateTimeFormat('en-GB', { month: 'short' });

/** From when to when, and up to how many, a demand is drawn. */
export interface Span {
  from: number;
  to: number;
  most: number;
}

/** Two months at least, from today past the last row with its years; quantities to twice the largest. */
export function spanOf(rows: Brief['demand'], now = Date.now()): Span {
  const ends = rows
    .map((row) => dayOf(row.neededBy).getTime() + (row.years || 0) * 365.25 * DAY)
    .filter(Number.isFinite);
  const last = Math.max(now + 60 * DAY, ...ends);
  return {
    from: now,
    to: last + 0.06 * (last - now),
    most: Math.max(10, 2 * Math.max(0, ...rows.map((r) => r.quantity || 0))),
  };
}

/** Where a day stands on the drawing, 0 to 1. */
export const placeOf = (at: number, { from, to }: Span): number => Math.min(1, Math.max(0, (at - from) / (to - from)));

/** Months, quarters or years, whichever are few enough to read. */
export function monthMarks({ from, to }: Span): { at: number; label: string }[] {
  const months = (to - from) / (30.44 * DAY);
  const every = [1, 3, 6, 12, 24].find((n) => months / n <= 9) ?? 60;
  const marks = [];
  const day = new Date(from);
  for (let at = new Date(day.getFullYear(), day.getMonth() + 1, 1); at.getTime() < to; at.setMonth(at.getMonth() + 1)) {
    if (at.getMonth() % Math.min(every, 12) !== 0 || (every > 12 && at.getFullYear() % (every / 12) !== 0)) continue;
    marks.push({ at: at.getTime(), label: at.getMonth() === 0 ? String(at.getFullYear()) : names.format(at) });
  }
  return marks;
}
