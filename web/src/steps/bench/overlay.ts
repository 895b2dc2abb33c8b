import type { Act, AskAnswer, OperationState, RunView } from '../../app/api/types';

/**
 * What the page shows while acts are on their way: what was just tapped stands at once, also while the line is down. Only what a person
 * must see to go on; everything else, and the truth, comes from the server with its answer.
 */
export function withWaiting(run: RunView, acts: readonly Act[], nowMs: number): RunView {
  if (acts.length === 0) return run;
  const known = new Set(run.log.map(({ act }) => act.id));
  const at = new Date(nowMs).toISOString();
  const going = acts.filter((act) => !known.has(act.id) && !act.corrects);
  const lots = new Set(going.flatMap((act) => (act.kind === 'lotUsed' ? [act.what] : [])));
  const operations = going
    .reduce(
      (all, act) => ('operation' in act ? all.map((o) => (o.id === act.operation ? changed(o, act, at) : o)) : all),
      run.state.operations,
    )
    .map((o) => (lots.size > 0 ? { ...o, lotsUnsaid: o.lotsUnsaid.filter((of) => !lots.has(of)) } : o));
  return {
    ...run,
    state: {
      ...run.state,
      operations,
      current: operations.find((o) => o.phase !== 'done')?.id ?? null,
      clocks: [...started(run, operations), ...run.state.clocks.map((c) => stopped(c, operations))],
    },
  };
}

function changed(o: OperationState, act: Act, at: string): OperationState {
  switch (act.kind) {
    case 'began':
      return o.began ? o : { ...o, phase: 'hands', began: at };
    case 'left':
      return { ...o, phase: o.phase === 'done' ? 'done' : 'alone', began: o.began ?? at, handsEnd: o.handsEnd ?? at };
    case 'waitEnded':
      return { ...o, waitEnd: o.waitEnd ?? at };
    case 'finished':
      return { ...o, phase: 'done', began: o.began ?? at, handsEnd: o.handsEnd ?? at, ended: o.ended ?? at };
    case 'cautionRead':
      return { ...o, cautionsRead: [...o.cautionsRead, { caution: act.caution, by: act.by, at }] };
    case 'ticked':
      return answered(o, { ask: act.ask, act: act.id, by: act.by, at, value: null, source: null });
    case 'answered':
      return answered(o, { ask: act.ask, act: act.id, by: act.by, at, value: act.value, source: act.source ?? null });
    default:
      return o;
  }
}

function answered(
  o: OperationState,
  answer: Pick<AskAnswer, 'ask' | 'act' | 'by' | 'at' | 'value' | 'source'>,
): OperationState {
  const target = o.targets.find((t) => t.id === answer.ask);
  return {
    ...o,
    phase: o.phase === 'waiting' ? 'hands' : o.phase,
    began: o.began ?? answer.at,
    unanswered: o.unanswered.filter((ask) => ask !== answer.ask),
    targets: followed(o.targets, answer),
    answers: [
      ...o.answers.filter((a) => a.ask !== answer.ask),
      { ...answer, target: target?.target ?? null, within: null, isCorrected: false },
    ],
  };
}

/** Too much or too little of the first moves what is weighed against it. */
function followed(targets: OperationState['targets'], { ask, value }: Pick<AskAnswer, 'ask' | 'value'>) {
  const [first, ...rest] = targets;
  if (!first || first.id !== ask || value === null || (value >= first.least && value <= first.most)) return targets;
  const share = value / first.target;
  return [
    first,
    ...rest.map((t) => ({
      ...t,
      target: share * t.target,
      least: share * t.target - (t.target - t.least),
      most: share * t.target + (t.most - t.target),
      isMoved: true,
    })),
  ];
}

type Clock = RunView['state']['clocks'][number];

/** A clock that counts from the beginning of an operation that has just begun. */
function started(run: RunView, operations: readonly OperationState[]): Clock[] {
  const before = new Map(run.state.operations.map((o) => [o.id, o]));
  const after = new Map(operations.map((o) => [o.id, o]));
  return run.sheet.operations.flatMap((o) => {
    const lags = o.lags.flatMap((lag): Clock[] => {
      const edge = lag.from === 'start' ? 'began' : 'ended';
      const from = after.get(lag.after)?.[edge];
      return from && !before.get(lag.after)?.[edge] && (lag.mostMin ?? 0) > 0
        ? [{ operation: o.id, kind: 'within', event: lag.event, from, minutes: lag.mostMin!, stopped: null }]
        : [];
    });
    const left = after.get(o.id)?.handsEnd;
    return left && !before.get(o.id)?.handsEnd && o.waitMin > 0
      ? [...lags, { operation: o.id, kind: 'alone', event: o.name, from: left, minutes: o.waitMin, stopped: null }]
      : lags;
  });
}

function stopped(clock: Clock, operations: readonly OperationState[]): Clock {
  if (clock.stopped) return clock;
  const state = operations.find((o) => o.id === clock.operation);
  const over =
    clock.kind === 'notBefore'
      ? state?.began
      : clock.kind === 'alone'
        ? (state?.waitEnd ?? state?.ended)
        : state?.ended;
  return over ? { ...clock, stopped: over } : clock;
}
