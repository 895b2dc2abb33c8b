import { expect, test } from 'vitest';
import type { ProjectSummary } from '../api/types';
import { stateOf, steps } from './steps';

const project = (done: Partial<ProjectSummary['done']>, fault: string | null = null) =>
  ({
    done: { part: false, brief: false, routes: false, plan: false, bench: false, log: false, ...done },
    fault,
  }) as ProjectSummary;

test('a new project is open at part and brief and says what the others wait for', () => {
  expect(steps.map((step) => stateOf(step.path, project({})).state)).toEqual([
    'open',
    'open',
    'blocked',
    'blocked',
    'blocked',
    'blocked',
  ]);
  expect(stateOf('routes', project({})).why).toBe('needs a part');
  expect(stateOf('plan', project({ part: true })).why).toBe('needs a route');
});

test('what is done is done, and opens the next', () => {
  expect(stateOf('routes', project({ part: true })).state).toBe('open');
  expect(stateOf('plan', project({ part: true, routes: true })).state).toBe('open');
  expect(stateOf('plan', project({ part: true, routes: true, plan: true })).state).toBe('done');
  expect(stateOf('bench', project({ part: true, routes: true, plan: true })).state).toBe('open');
  expect(stateOf('bench', project({ part: true, routes: true, plan: true, bench: true })).state).toBe('done');
  expect(stateOf('log', project({ part: true })).state).toBe('open');
  expect(stateOf('log', project({ part: true, log: true })).state).toBe('done');
});

test('a faulty part says so', () => expect(stateOf('part', project({}, 'open edges')).why).toBe('fault'));
