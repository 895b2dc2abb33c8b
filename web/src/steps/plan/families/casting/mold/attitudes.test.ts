import { expect, it } from 'vitest';
import { anglesOf, sides, upOf } from './attitudes';

it('each side of the file is exactly itself again', () => {
  for (const { up } of sides) expect(upOf(anglesOf(up))).toEqual([...up]);
});

it('a lean is a direction of length one', () => {
  const up = upOf({ tip: 35, round: 120 });
  expect(Math.hypot(...up)).toBeCloseTo(1);
  expect(anglesOf(up)).toEqual({ tip: 35, round: 120 });
});
