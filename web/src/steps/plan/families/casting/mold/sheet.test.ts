import { expect, it } from 'vitest';
import type { Attitude } from '../../../../../app/api/types';
import { placesOf, runnersOf, sheetOf } from './sheet';

it('three views stand in a row on one scale', () => {
  const { views, scale } = sheetOf({ boxMm: [160, 120, 80] });
  expect(views.map((v) => [v.width / scale, v.height / scale].map(Math.round))).toEqual([
    [160, 80],
    [120, 80],
    [160, 120],
  ]);
  expect(views.map((v) => v.y)).toEqual([views[0]!.y, views[0]!.y, views[0]!.y]);
  expect(views[1]!.x).toBeGreaterThan(views[0]!.x + views[0]!.width);
  expect(views[2]!.x).toBeGreaterThan(views[1]!.x + views[1]!.width);
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

it('the runner joins the gates of a row and the rows at their first column', () => {
  const gates = [
    [0, 0],
    [60, 0],
    [0, 50],
    [60, 50],
    [0, 100],
  ].map(([x, y]) => ({ at: [x, y, 0], into: [x, y, 0], boreMm: 6, gate: true })) as never;
  expect(runnersOf(gates, { columns: 2, rows: 3 })).toEqual([
    [0, 0, 60, 0],
    [0, 50, 60, 50],
    [0, 0, 0, 100],
  ]);
  expect(runnersOf((gates as unknown[]).slice(0, 1) as never, { columns: 1, rows: 1 })).toEqual([]);
});
