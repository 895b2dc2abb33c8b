import { expect, test } from 'vitest';
import type { Brief } from '../../app/api/types';
import { briefSchema, inDays, labels } from './briefForm';

const brief: Brief = {
  demand: [{ neededBy: '2030-05-01', quantity: 40, purpose: 'function', years: 0 }],
  family: 'rigidThermoplastic',
  productionMaterial: null,
  hardness: { scale: 'd', value: 76, tolerancePoints: 5, must: true, reason: null, chosenOn: null },
  serviceTemperature: null,
  properties: [{ property: 'tensileMpa', atLeast: 40, must: true }],
  clarity: null,
  colour: { atLeast: 'matched', must: false },
  exposures: ['uv'],
  toleranceMm: 0.2,
  criticalDimensions: 3,
  showSide: 'texture',
  bothSides: false,
  inserts: 0,
  insertSize: null,
  secondMaterial: null,
  lettering: true,
  guards: 0,
  enclosedPrice: null,
  sources: { metalTools: 'boughtIn', softMolds: 'inHouse', parts: 'inHouse' },
  schools: { cooling: null, moldLife: 'between', loss: 'added' },
  toolingBudget: null,
  piecePrice: null,
  fixedDate: null,
  changeRisk: { chancePerMonth: 0.1, size: 'small' },
  equipment: null,
};

test('a whole brief passes unchanged', () => expect(briefSchema.parse(brief)).toEqual(brief));

test.each([
  ['a half-typed date', { ...brief, demand: [{ ...brief.demand[0]!, neededBy: '2030-05' }] }],
  ['no quantity yet', { ...brief, demand: [{ ...brief.demand[0]!, quantity: null }] }],
  ['half a part', { ...brief, demand: [{ ...brief.demand[0]!, quantity: 1.5 }] }],
  ['a hardness off the scale', { ...brief, hardness: { ...brief.hardness!, value: 120 } }],
  ['an unheard-of finish', { ...brief, showSide: 'sparkling' }],
  ['a chance above certainty', { ...brief, changeRisk: { chancePerMonth: 2, size: 'small' } }],
  ['a property nobody measures', { ...brief, properties: [{ property: 'charm', atLeast: 1, must: true }] }],
])('%s is not sent', (_, value) => expect(briefSchema.safeParse(value).success).toBe(false));

test('every field has a name for people', () => expect(Object.keys(labels).sort()).toEqual(Object.keys(brief).sort()));

test('days from now are written as the form keeps them', () => {
  expect(inDays(0)).toMatch(/^\d{4}-\d{2}-\d{2}$/);
  expect(Date.parse(inDays(30)) - Date.parse(inDays(0))).toBeGreaterThan(29 * 86_400_000 - 7_200_000);
});
