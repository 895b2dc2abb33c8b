import { expect, test } from 'vitest';
import type { RunClock } from '../../app/api/types';
import { said, standingOf } from './clocks';

const from = '2026-03-02T08:00:00Z';
const clock = (more: Partial<RunClock> = {}): RunClock => ({
  operation: 'pour',
  kind: 'within',
  event: 'mixing',
  from,
  minutes: 10,
  stopped: null,
  ...more,
});
const after = (seconds: number) => Date.parse(from) + 1000 * seconds;

test.each([
  [0, 0, 'calm'],
  [299, 0, 'calm'],
  [300, 50, 'calm'],
  [480, 80, 'risk'],
  [600, 100, 'attention'],
  [900, 100, 'attention'],
] as const)('a pot life of ten minutes stands after %i s at %i %%', (seconds, level, tone) =>
  expect(standingOf(clock(), after(seconds))).toMatchObject({ level, tone, leftS: 600 - seconds }),
);

test('what must only be waited for never alarms', () =>
  expect(standingOf(clock({ kind: 'notBefore' }), after(900))).toMatchObject({ tone: 'calm', says: 'ready' }));

test('a clock that was stopped stands still', () =>
  expect(standingOf(clock({ stopped: '2026-03-02T08:04:00Z' }), after(5000)).leftS).toBe(360));

test.each([
  [245, '4:05'],
  [0.2, '0:01'],
  [4350, '1:12:30'],
  [-20.5, '−0:20'],
] as const)('%d s are said %s', (seconds, words) => expect(said(seconds)).toBe(words));
