import { expect, it } from 'vitest';
import type { PlanChoices } from '../../app/api/types';
import { familyOf, stationOf } from './families';

const casting = familyOf({ family: 'casting' } as PlanChoices);

it('an input leads to the station it is changed at', () => {
  const inputs = [
    'silicone.wallMm',
    'things[2].volumeCm3',
    'filling.pressureKpa',
    'pour.cavities',
    'order.parts',
    'hours.fromH',
  ];
  expect(inputs.map((input) => stationOf(casting, input))).toEqual(['mold', 'within', 'cure', 'shot', 'order', 'work']);
});

it('every part of the choices has a name, and is changed at one station', () => {
  for (const part of Object.keys(casting.labels).filter((p) => p !== 'hours'))
    expect(casting.stations.filter((s) => s.inputs.includes(part))).toHaveLength(1);
});
