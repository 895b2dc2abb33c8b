import { expect, test } from 'vitest';
import type { Brief } from '../../app/api/types';
import { briefSchema, inDays, labels } from './briefForm';

const brief: Brief = {
  demand: [{ neededBy: '2030-05-01', quantity: 40, purpose: 'function' }],
  family: 'rigidThermoplastic',
  hardness: { scale: 'd', value: 76, tolerancePoints: 5, must: true },
  serviceTemperature: null,
  showSide: 'fineMatt',
  inserts: 0,
  toolingBudget: null,
};

test('a whole brief passes unchanged', () => expect(briefSchema.parse(brief)).toEqual(brief));

test.each([
  ['a half-typed date', { ...brief, demand: [{ ...brief.demand[0]!, neededBy: '2030-05' }] }],
  ['no quantity yet', { ...brief, demand: [{ ...brief.demand[0]!, quantity: null }] }],
  ['half a part', { ...brief, demand: [{ ...brief.demand[0]!, quantity: 1.5 }] }],
  ['a hardness off the scale', { ...brief, hardness: { ...brief.hardness!, value: 120 } }],
  ['an unheard-of finish', { ...brief, showSide: 'sparkling' }],
])('%s is not sent', (_, value) => expect(briefSchema.safeParse(value).success).toBe(false));

test('every field has a name for people', () => expect(Object.keys(labels).sort()).toEqual(Object.keys(brief).sort()));

test('days from now are written as the form keeps them', () => {
  expect(inDays(0)).toMatch(/^\d{4}-\d{2}-\d{2}$/);
  expect(Date.parse(inDays(30)) - Date.parse(inDays(0))).toBeGreaterThan(29 * 86_400_000 - 7_200_000);
});
