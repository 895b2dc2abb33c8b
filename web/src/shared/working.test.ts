import { expect, test } from 'vitest';
import type { WorkLine } from '../app/api/types';
import { asCsv, asText, chainOf } from './working';

const line = (id: string, from: string[]): WorkLine => ({
  id,
  name: `The ${id}`,
  formula: 'volume × "density"',
  numbers: '4 cm³ × 1.2 g/cm³ = 4.8 g',
  kind: 'formula',
  inputs: from.map((f) => ({ name: f, value: 1, unit: 'g', changeAt: null, from: f })),
  value: { low: 4, likely: 4.8, high: 6 },
  unit: 'g',
  source: 'a handbook',
});

const lines = [
  line('net', []),
  line('loss', []),
  line('poured', ['net', 'loss']),
  line('box', []),
  line('mass', ['poured']),
];

test('a result’s own chain stands in the order it is used, and nothing else with it', () => {
  expect(chainOf(lines[4]!, lines).map((l) => l.id)).toEqual(['net', 'loss', 'poured', 'mass']);
  expect(chainOf(lines[3]!, lines).map((l) => l.id)).toEqual(['box']);
});

test('a line is copied with its formula, its numbers and its source', () => {
  expect(asText(lines[0]!).split('\n').slice(1)).toEqual([
    'volume × "density"',
    '4 cm³ × 1.2 g/cm³ = 4.8 g',
    'Source: a handbook',
  ]);
});

test('the whole working is a table with its quotes doubled', () => {
  const rows = asCsv(lines).split('\r\n');
  expect(rows).toHaveLength(6);
  expect(rows[1]).toBe('"The net","volume × ""density""","4 cm³ × 1.2 g/cm³ = 4.8 g",4,4.8,6,"g",formula,"a handbook"');
});
