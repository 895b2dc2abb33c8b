import type { LengthUnit } from '../app/api/types';

/** Millimetres in one of each unit a mesh file can be in. */
export const mmPer: Record<LengthUnit, number> = { mm: 1, cm: 10, m: 1000, in: 25.4 };

export const unitNames: Record<LengthUnit, string> = {
  mm: 'millimetres',
  cm: 'centimetres',
  m: 'metres',
  in: 'inches',
};
