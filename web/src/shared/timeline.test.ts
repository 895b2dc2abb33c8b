import { expect, test } from 'vitest';
import { monthMarks, placeOf, spanOf } from './timeline';

const now = Date.parse('2030-01-15');
const row = (neededBy: string, quantity: number, years = 0) => ({
  neededBy,
  quantity,
  purpose: 'sale' as const,
  years,
});

test('the drawing reaches past the last year of a yearly row', () => {
  const span = spanOf([row('2030-06-01', 1200, 3)], now);
  expect(span.to).toBeGreaterThan(Date.parse('2033-05-31'));
  expect(placeOf(Date.parse('2033-05-31'), span)).toBeLessThan(1);
  expect(span.most).toBe(2400);
});

test('a demand of tomorrow still has two months to drag in, and a half-typed date does no harm', () => {
  const span = spanOf([row('2030-01-16', 1), row('2030-', 5)], now);
  expect(span.to - span.from).toBeGreaterThan(59 * 86_400_000);
});

test.each([1, 3, 10, 20])('%i years have a readable number of marks that rise', (years) => {
  const marks = monthMarks(spanOf([row('2030-02-01', 10, years)], now));
  expect(marks.length).toBeGreaterThan(1);
  expect(marks.length).toBeLessThanOrEqual(11);
  expect(marks.map((m) => m.at)).toEqual(marks.map((m) => m.at).toSorted((a, b) => a - b));
});

test('days before the drawing stand at its edge', () => {
  expect(placeOf(0, spanOf([], now))).toBe(0);
});
