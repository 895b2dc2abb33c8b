import type { Machine } from '../app/api/types';
import { number } from './format';

export type MachineKind = Exclude<Machine['kind'], 'hands'>;
type Figure = Exclude<keyof Machine, 'id' | 'kind' | 'name'>;

interface KindOfMachine {
  name: string;
  /** What is asked of it, with its unit; vessels are round, litres would not say what goes in. */
  figures: readonly (readonly [Figure, string, string])[];
}

/** What may stand in a shop. */
export const machineKinds: Record<MachineKind, KindOfMachine> = {
  chamber: {
    name: 'Vacuum chamber',
    figures: [
      ['diameterMm', 'Inside diameter', 'mm'],
      ['zMm', 'Inside height', 'mm'],
      ['pumpM3PerH', 'Pump', 'm³/h'],
    ],
  },
  pot: {
    name: 'Pressure pot',
    figures: [
      ['diameterMm', 'Inside diameter', 'mm'],
      ['zMm', 'Inside height', 'mm'],
      ['plateKpa', 'Plate, gauge', 'kPa'],
    ],
  },
  oven: {
    name: 'Oven',
    figures: [
      ['xMm', 'Wide', 'mm'],
      ['yMm', 'Deep', 'mm'],
      ['zMm', 'High', 'mm'],
      ['highestC', 'Highest', '°C'],
    ],
  },
  printer: {
    name: 'Printer',
    figures: [
      ['xMm', 'Builds, long', 'mm'],
      ['yMm', 'Wide', 'mm'],
      ['zMm', 'High', 'mm'],
    ],
  },
  mill: {
    name: 'Mill',
    figures: [
      ['xMm', 'Travels, long', 'mm'],
      ['yMm', 'Wide', 'mm'],
      ['zMm', 'High', 'mm'],
    ],
  },
  scale: {
    name: 'Scale',
    figures: [
      ['capacityG', 'Takes', 'g'],
      ['stepG', 'Step', 'g'],
    ],
  },
  vessel: { name: 'Mixing vessel', figures: [['capacityG', 'Takes', 'g']] },
  washer: { name: 'Wash bath', figures: [] },
  press: { name: 'Injection press', figures: [['forceKn', 'Clamp', 'kN']] },
  frame: {
    name: 'Forming machine',
    figures: [
      ['xMm', 'Frame, long', 'mm'],
      ['yMm', 'Frame, wide', 'mm'],
    ],
  },
};

/** The figures that are known: "600 × 500 × 450 mm, 70 °C". */
export function figuresOf(machine: Machine): string {
  const known = machineKinds[machine.kind as MachineKind].figures.flatMap(([figure, , unit]) =>
    machine[figure] == null ? [] : [{ unit, value: number(machine[figure], 4) }],
  );
  const sides = known.filter(({ unit }) => unit === 'mm').map(({ value }) => value);
  return [
    sides.length > 0 && `${machine.diameterMm == null ? '' : 'Ø '}${sides.join(' × ')} mm`,
    ...known.filter(({ unit }) => unit !== 'mm').map(({ value, unit }) => `${value} ${unit}`),
  ]
    .filter(Boolean)
    .join(', ');
}

export const named = (machine: Machine): string => [machine.name, figuresOf(machine)].filter(Boolean).join(': ');
