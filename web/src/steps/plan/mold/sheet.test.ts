import { expect, it } from 'vitest';
import type { Attitude } from '../../../app/api/types';
import { placesOf, sheetOf } from './sheet';

it('three views stand on one scale, the one from above under the one from the front', () => {
  const { views, scale } = sheetOf({ boxMm: [160, 120, 80] });
  expect(views.map((v) => [v.width / scale, v.height / scale].map(Math.round))).toEqual([
    [160, 80],
    [120, 80],
    [160, 120],
  ]);
  expect(views[2]!.x).toBe(views[0]!.x);
  expect(views[2]!.y).toBeGreaterThan(views[0]!.y + views[0]!.height);
});

it('risers stand where the part has its highs, in each cavity, and gates beside it', () => {
  const place = (x: number, y: number, z: number) => ({ pointMm: [x, y, z], from: [0, 0, 1], radiusMm: 1 });
  const attitude: Attitude = {
    up: [0, 0, 1],
    axisX: [1, 0, 0],
    axisY: [0, 1, 0],
    bboxMm: [40, 20, 10],
    lowMm: [-20, -10, 0],
    risers: [place(5, 0, 10)],
    gate: place(-20, 0, 0),
  };
  const layout = {
    centresMm: [
      [40, 30, 25],
      [100, 30, 25],
    ],
  } as never;
  const places = placesOf(attitude, { layout, wallMm: 20 });
  expect(places.filter((p) => !p.gate).map((p) => p.at)).toEqual([
    [45, 30, 30],
    [105, 30, 30],
  ]);
  expect(places.filter((p) => p.gate).every((p, i) => p.at[0] < [20, 80][i]!)).toBe(true);
});
