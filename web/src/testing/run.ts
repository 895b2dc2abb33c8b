import type { RunView } from '../app/api/types';
import { ask, operation } from './plan';

/** A run of two operations, nothing done yet: a weighing, and a pour within ten minutes of it. */
export function aRun(): RunView {
  const weigh = operation('weigh', 'eachShot', 'Weigh A and B', {
    asks: (['A', 'B'] as const).map((what, i) =>
      ask(`weigh-${what.toLowerCase()}`, 'weigh', what, { target: i === 0 ? 100 : 50, tolerance: 0.5, unit: 'g' }),
    ),
    cautions: ['cast-urethane'],
  });
  const pour = operation('pour', 'eachShot', 'Pour', {
    lags: [
      {
        after: 'weigh',
        from: 'start',
        to: 'end',
        leastMin: 0,
        mostMin: 10,
        event: 'weighing',
        each: 1,
        isAtOnce: false,
        says: null,
      },
    ],
  });
  return {
    id: 'r1',
    projectId: 'p1',
    project: 'Trial',
    revision: 'A',
    by: 'Maud',
    begun: '2026-03-02T08:00:00Z',
    now: '2026-03-02T08:10:00Z',
    log: [],
    sheet: {
      piece: { repeats: 'eachShot', tool: 1, shot: 1 },
      title: 'Shot 1, mold 1',
      route: 'Cast',
      operations: [weigh, pour],
      parts: 2,
      cautions: [{ id: 'cast-urethane', title: 'Cast urethane', lines: ['gloves'] }],
      deference: 'Data sheets come first.',
    },
    state: {
      phase: 'open',
      atBench: 'Maud',
      reason: null,
      current: 'weigh',
      clocks: [],
      lots: [],
      remarks: [],
      counts: [],
      over: null,
      acts: 0,
      operations: [weigh, pour].map(({ id, asks }) => ({
        id,
        phase: 'waiting',
        began: null,
        handsEnd: null,
        waitEnd: null,
        ended: null,
        answers: [],
        targets: asks.map((a) => ({
          id: a.id,
          target: a.target!,
          least: a.target! - 0.5,
          most: a.target! + 0.5,
          isMoved: false,
        })),
        ratios: [],
        cautionsRead: [],
        cautionsBefore: id === 'weigh' ? ['cast-urethane'] : [],
        unanswered: asks.map((a) => a.id),
        lotsUnsaid: [],
        watched: [],
      })),
    },
  };
}
