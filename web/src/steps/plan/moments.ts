import type { ThreePoint } from '../../app/api/types';
import { dayOf } from '../../shared/days';
import { number } from '../../shared/format';

const days = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short' });
const times = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

/** The workshop's own clock: moments come without a zone and are shown as they are. */
export const day = (moment: string): string => days.format(dayOf(moment));

export const time = (moment: string): string => times.format(new Date(moment));

/** Whole days from one day to another. */
export const daysBetween = (from: string, to: string): number =>
  Math.round((Date.parse(`${to.slice(0, 10)}T00:00Z`) - Date.parse(`${from.slice(0, 10)}T00:00Z`)) / 86_400_000);

/** Minutes as a person says them. */
export const minutes = (min: number): string =>
  min < 100 ? `${number(min, 2)} min` : min < 60 * 48 ? `${number(min / 60, 2)} h` : `${number(min / 1440, 2)} days`;

/** A span in words: "12 to 50", or the one number it is. */
export const range = (value: ThreePoint): string =>
  typeof value === 'number' ? number(value, 2) : `${number(value.low, 2)} to ${number(value.high, 2)}`;
