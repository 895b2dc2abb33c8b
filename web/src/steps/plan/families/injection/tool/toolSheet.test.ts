import { expect, test } from 'vitest';
import { middlesOf, partingOf, pathOf, sheetOf, stackOf } from './toolSheet';

const layout = {
  plateLongMm: 228,
  plateWideMm: 192,
  highMm: 213,
  wallMm: 27.2,
  plates: [25, 59, 25, 79, 25].map((thickMm, i) => ({ name: `plate ${i}`, thickMm })),
  cavities: [-60, 0, 60, 0],
  partMm: [118, 82, 34],
  inCavityMm: 34,
  channels: [-30, 0, 30],
  pillars: 2,
  weightKg: 24,
  openMm: 128,
};

test('plates stand on each other from the ejector side up, the tool parts under the cavity plate', () => {
  expect(stackOf(layout).map((p) => p.fromMm)).toEqual([188, 129, 104, 25, 0]);
  expect(partingOf(layout)).toBe(129);
});

test('both views are drawn to one scale beside each other', () => {
  const { front, section, scale, width } = sheetOf(layout);
  expect(front.width).toBeCloseTo(228 * scale);
  expect(section.height).toBeCloseTo(213 * scale);
  expect(section.x).toBeGreaterThan(front.x + front.width);
  expect(section.x + section.width).toBeLessThan(width);
});

test('cavities are places, lines a path', () => {
  expect(middlesOf(layout)).toEqual([
    [-60, 0],
    [60, 0],
  ]);
  expect(pathOf([0, 1, 2, 3, 4, 5, 6, 7])).toBe('M0 1L2 3M4 5L6 7');
});
