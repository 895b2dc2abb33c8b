import { expect, it } from 'vitest';
import { day, daysBetween, minutes, range, time } from './moments';

it('moments are the workshop’s own, whatever the zone', () => {
  expect(day('2026-12-01T08:05:00')).toBe('Tue 1 Dec');
  expect(time('2026-12-01T08:05:00')).toBe('08:05');
  expect(daysBetween('2026-12-01T23:30:00', '2026-12-04')).toBe(3);
  expect(daysBetween('2026-12-04T08:00:00', '2026-12-01')).toBe(-3);
});

it('minutes and spans are said as a person would', () => {
  expect([1.5, 90, 960, 5760].map(minutes)).toEqual(['1.5 min', '90 min', '16 h', '4 days']);
  expect(range({ low: 12, likely: 25, high: 50 })).toBe('12 to 50');
  expect(range(8)).toBe('8');
});
