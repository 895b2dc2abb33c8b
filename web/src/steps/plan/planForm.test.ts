import { expect, it } from 'vitest';
import { stationOf } from './planForm';

it('an input leads to the station it is changed at', () => {
  expect(
    ['silicone.wallMm', 'things[2].volumeCm3', 'filling.pressureKpa', 'count', 'pour.count', 'order.parts'].map(
      stationOf,
    ),
  ).toEqual(['mold', 'within', 'cure', 'shot', 'shot', 'order']);
});
