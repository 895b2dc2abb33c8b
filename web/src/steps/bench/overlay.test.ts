import { expect, test } from 'vitest';
import type { Act } from '../../app/api/types';
import { aRun } from '../../testing/run';
import { withWaiting } from './overlay';
import { newId } from '../../shared/newId';

const now = Date.parse('2026-03-02T08:10:00Z');
const act = (more: object) => ({ id: newId(), by: 'Maud', ...more }) as Act;

test('what was tapped stands at once, and its clock runs', () => {
  const run = withWaiting(
    aRun(),
    [act({ kind: 'began', operation: 'weigh' }), act({ kind: 'finished', operation: 'weigh' })],
    now,
  );
  expect(run.state.operations[0]).toMatchObject({ phase: 'done' });
  expect(run.state.current).toBe('pour');
  expect(run.state.clocks).toMatchObject([{ operation: 'pour', kind: 'within', minutes: 10, stopped: null }]);
});

test('too much of A moves B also while the line is down', () => {
  const run = withWaiting(
    aRun(),
    [act({ kind: 'answered', operation: 'weigh', ask: 'weigh-a', value: 110, source: null })],
    now,
  );
  expect(run.state.operations[0]!.targets[1]).toMatchObject({ target: 55.00000000000001, isMoved: true });
  expect(run.state.operations[0]!.unanswered).toEqual(['weigh-b']);
});

test('what the server has already is not done twice', () => {
  const begun = act({ kind: 'began', operation: 'weigh' });
  const run = { ...aRun(), log: [{ ordinal: 1, at: '2026-03-02T08:01:00Z', act: begun }] };
  expect(withWaiting(run, [begun], now).state.operations).toEqual(run.state.operations);
});
