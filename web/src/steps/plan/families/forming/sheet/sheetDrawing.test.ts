import { expect, test } from 'vitest';
import { day } from '../../../../../app/theme/palette';
import { thicknessBands } from './bands';
import { cellsOf, decodeSheet } from './sheetDrawing';

/** One stage and one formed sheet of a single cell each, as the server writes them. */
function written() {
  const bytes = new ArrayBuffer(32 + 4 + 4 * 8 + 8 + 4 * 8);
  const view = new DataView(bytes);
  [1, 1, 1].forEach((n, i) => view.setInt32(4 + 4 * i, n, true));
  [10, 20, 30, 0.5].forEach((n, i) => view.setFloat32(16 + 4 * i, n, true));
  let at = 36;
  const sheet = (z: number, micron: number) => {
    for (const [x, y] of [
      [0, 0],
      [2, 0],
      [0, 2],
      [2, 2],
    ] as const) {
      [x, y, z, micron].forEach((n, i) => view.setInt16(at + 2 * i, n, true));
      at += 8;
    }
  };
  sheet(0, 3000);
  view.setInt32(at, 1, true);
  view.setInt32(at + 4, 1, true);
  at += 8;
  sheet(-4, -1500);
  return bytes;
}

test('points are read from the origin in steps, what is trimmed off is negative', () => {
  const { stroke, formed } = decodeSheet(written());
  expect(stroke).toHaveLength(1);
  expect([...stroke[0]!.points.slice(3, 6)]).toEqual([11, 20, 30]);
  expect([...stroke[0]!.thicknessMm]).toEqual([3, 3, 3, 3]);
  expect([...formed.points.slice(9)]).toEqual([11, 21, 28]);
  expect(formed.thicknessMm[0]).toBe(-1.5);
  expect([...cellsOf(formed)]).toEqual([0, 1, 3, 0, 3, 2]);
});

test.each([
  [1.2, 3],
  [2, 1],
])('bands go from under the need of %f mm up to a gauge of %f mm and beyond without a gap', (need, gauge) => {
  const bands = thicknessBands(need, gauge, day);
  expect(bands[0]!.to).toBe(need);
  expect(bands.at(-1)!.to).toBe(Infinity);
  expect(bands.every((band, i) => i === 0 || band.to > bands[i - 1]!.to)).toBe(true);
});
