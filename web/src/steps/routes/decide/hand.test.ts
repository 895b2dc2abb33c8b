import { expect, test } from 'vitest';
import { sequence } from '../../../testing/sequences';
import { handOf, merged, split, stretchesOf, writtenOf } from './hand';

const three = [
  { routeId: 'print', quantity: 3 },
  { routeId: 'cast-silicone', quantity: 40 },
  { routeId: 'inject-aluminium', quantity: null },
];

test('stretches go into the address and come back', () => {
  expect(writtenOf(three)).toBe('print.3_cast-silicone.40_inject-aluminium');
  expect(handOf(writtenOf(three))).toEqual(three);
  expect(handOf(null)).toBeNull();
  expect(handOf('print.-4_x.many')).toEqual([
    { routeId: 'print', quantity: null },
    { routeId: 'x', quantity: null },
  ]);
});

test('the last stretch takes what is left, unless something stays open', () => {
  const answer = sequence([
    ['print', 3],
    ['cast', 40],
  ]);
  expect(stretchesOf(answer).map((s) => s.quantity)).toEqual([3, null]);
  expect(stretchesOf({ ...answer, open: 10 }).map((s) => s.quantity)).toEqual([3, 40]);
});

test('a stretch is cut in two and taken out, and no part is lost', () => {
  expect(split(three, 1, 40).map((s) => s.quantity)).toEqual([3, 20, 20, null]);
  expect(split(three, 2, 3600).map((s) => s.quantity)).toEqual([3, 40, 1800, null]);
  expect(merged(three, 1).map((s) => s.quantity)).toEqual([43, null]);
  expect(merged(three, 0).map((s) => s.quantity)).toEqual([43, null]);
  expect(merged(three, 2).map((s) => s.quantity)).toEqual([3, null]);
});
