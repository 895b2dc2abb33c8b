import { Box, Typography } from '@mui/material';
import { useState } from 'react';
import type { Operation, OperationState, RunView } from '../../app/api/types';
import { unbroken } from '../../shared/format';
import { BigButton, bigText, hugeNumber, toneColour } from './big';
import { CautionTicks } from './CautionTicks';
import { said, standingOf } from './clocks';
import { CountedHere } from './Counting';
import { EndEarly } from './EndEarly';
import { LotsAsked } from './LotsAsked';
import { fixed, Measure } from './Measure';
import { useServerNow } from './serverClock';
import type { Recorder } from './useRun';
import { Watched } from './Watched';

interface Props {
  run: RunView;
  operation: Operation;
  state: OperationState;
  by: string;
  record: Recorder;
  /** Goes to the next one. */
  onNext: () => void;
}

/** One operation, to be read from two metres: what to do, what to answer, and one act to go on with. */
export function OperationScreen(props: Props) {
  const { run, operation, state, by } = props;
  const read = cautionsReadBy(run, by);
  // Before a clock starts, what follows on it is read too: while it runs nobody has the time.
  const due = state.phase === 'waiting' ? state.cautionsBefore : operation.cautions;
  const unread = due.filter((caution) => !read.has(caution));
  return (
    <Box component="section" aria-label={operation.name}>
      <Typography variant="h1" sx={{ fontSize: { xs: 27, md: 36 }, lineHeight: 1.15 }}>
        {operation.name}
      </Typography>
      {operation.detail && (
        <Typography color="textSecondary" sx={{ fontSize: 18, mt: 0.5, maxWidth: 900 }}>
          {unbroken(operation.detail)}
        </Typography>
      )}
      <Clocks run={run} operation={operation} />
      {unread.length > 0 && state.phase !== 'done' ? (
        <CautionTicks
          cautions={run.sheet.cautions.filter((c) => unread.includes(c.id))}
          deference={run.sheet.deference}
          onRead={(caution) => props.record({ kind: 'cautionRead', operation: operation.id, caution })}
        />
      ) : (
        <>
          {operation.asks
            .filter((ask) => ask.isWatched && state.phase !== 'waiting' && state.phase !== 'done')
            .map((ask) => (
              <Watched key={ask.id} ask={ask} operation={operation} state={state} />
            ))}
          {state.phase !== 'waiting' && <Asks {...props} />}
          {operation.asks.some((a) => a.kind === 'count') && state.phase !== 'waiting' && (
            <CountedHere run={run} record={props.record} />
          )}
          <GoOn {...props} />
        </>
      )}
    </Box>
  );
}

/** What goes on alone has had its time, was ended before it, or is over when a machine says so. */
function useWaitOver(operation: Operation, state: OperationState): boolean {
  const now = useServerNow(1000);
  if (operation.waitMin === 0 || state.phase === 'done') return true;
  if (state.phase !== 'alone' || !state.handsEnd) return false;
  return (
    operation.endsWhenDone || state.waitEnd !== null || now >= Date.parse(state.handsEnd) + 60_000 * operation.waitMin
  );
}

/** A person reads a caution once a run. */
const cautionsReadBy = (run: RunView, by: string): Set<string> =>
  new Set(run.state.operations.flatMap((o) => o.cautionsRead.filter((c) => c.by === by).map((c) => c.caution)));

/** The clocks that are about this operation, big; one that runs out whatever is done, beside it. */
function Clocks({ run, operation }: Pick<Props, 'run' | 'operation'>) {
  const now = useServerNow();
  const clocks = run.state.clocks.filter((c) => !c.stopped && (c.operation === operation.id || c.kind === 'within'));
  return clocks.map((clock) => {
    const standing = standingOf(clock, now);
    const own = clock.operation === operation.id;
    return (
      <Box key={`${clock.kind} ${clock.from}`} role="timer" sx={{ my: 1.5, color: toneColour[standing.tone] }}>
        <Typography variant="mono" component="span" sx={own ? hugeNumber : { fontSize: 44, fontWeight: 640 }}>
          {said(standing.leftS)}
        </Typography>
        <Typography component="span" sx={{ ...bigText, ml: 2 }}>
          {clock.kind === 'within'
            ? `${own ? 'to the end of this, ' : ''}since ${clock.event}: ${standing.says}`
            : clock.kind === 'alone'
              ? standing.level === 100
                ? 'over: it may be ended'
                : 'goes on alone'
              : standing.level === 100
                ? `enough since ${clock.event}: begin`
                : `not yet: too early since ${clock.event}`}
        </Typography>
        <Box aria-hidden sx={{ height: 10, border: 1, borderColor: 'divider', mt: 1 }}>
          <Box
            sx={{ height: '100%', width: `${Math.min(100, 100 * standing.share)}%`, backgroundColor: 'currentcolor' }}
          />
        </Box>
      </Box>
    );
  });
}

function Asks({ run, operation, state, record }: Props) {
  const isWaitOver = useWaitOver(operation, state);
  const answered = new Map(state.answers.map((a) => [a.ask, a]));
  const open = operation.asks.filter((a) => !answered.has(a.id) && a.kind !== 'count' && (!a.afterWait || isWaitOver));
  const measured = open.find((a) => a.kind === 'weigh' || a.kind === 'read');
  const done = state.phase === 'done';
  return (
    <Box sx={{ my: 2 }}>
      {operation.asks
        .filter((a) => answered.has(a.id))
        .map((ask) => {
          const answer = answered.get(ask.id)!;
          return (
            <Box key={ask.id} sx={{ display: 'flex', gap: 2, alignItems: 'center', minHeight: 44 }}>
              <Typography sx={{ ...bigText, flex: 1 }}>
                ✓ {ask.what}
                {answer.value !== null && (
                  <>
                    {': '}
                    <Typography
                      variant="mono"
                      component="span"
                      sx={{ fontSize: 22, fontWeight: 650, color: answer.within === false ? 'error.main' : undefined }}
                    >
                      {fixed(answer.value, ask.unit ?? '')} {ask.unit}
                    </Typography>
                    {answer.within === false && ' (out of its band)'}
                  </>
                )}
              </Typography>
              <Typography color="textSecondary">
                {answer.source ?? (answer.value === null ? '' : 'typed')} {answer.by}
                {answer.isCorrected && ', corrected'}
              </Typography>
              <BigButton
                color="inherit"
                variant="text"
                sx={{ minHeight: 44 }}
                onClick={() => record({ kind: 'withdrawn', corrects: answer.act })}
              >
                Answer again
              </BigButton>
            </Box>
          );
        })}
      {state.ratios.map((ratio) => (
        <Typography key={ratio.of} sx={{ ...bigText, color: ratio.within ? undefined : 'error.main' }}>
          {ratio.of} to {ratio.to}: {ratio.pct >= 0 ? '+' : '−'}
          {Math.abs(ratio.pct).toFixed(2)} % off the ratio{ratio.within ? '' : ': more than weighing allows'}
        </Typography>
      ))}
      {!done &&
        open
          .filter((a) => a.kind === 'tick' || a.kind === 'note')
          .map((ask) => (
            <BigButton
              key={ask.id}
              fullWidth
              sx={{ justifyContent: 'flex-start', mb: 1, textAlign: 'left' }}
              onClick={() => record({ kind: 'ticked', operation: operation.id, ask: ask.id })}
            >
              ☐ {ask.what}
            </BigButton>
          ))}
      {operation.asks.some((a) => a.lotOf) && state.phase !== 'waiting' && (
        <LotsAsked run={run} operation={operation} record={record} />
      )}
      {!done && measured && (
        <Measure
          key={measured.id}
          ask={measured}
          state={state}
          onTake={(value, source) =>
            record({ kind: 'answered', operation: operation.id, ask: measured.id, value, source })
          }
        />
      )}
      {done && state.unanswered.length > 0 && (
        <Typography color="error" sx={bigText}>
          Not answered:{' '}
          {operation.asks
            .filter((a) => state.unanswered.includes(a.id))
            .map((a) => a.what)
            .join(', ')}
          .
        </Typography>
      )}
    </Box>
  );
}

/** The one act that goes on. */
function GoOn({ run, operation, state, by, record, onNext }: Props) {
  const now = useServerNow(1000);
  const waits = run.state.clocks.find(
    (c) => c.operation === operation.id && !c.stopped && c.kind !== 'within' && standingOf(c, now).level < 100,
  );
  const early = waits ? ', too early: kept as a deviation' : '';
  const isWaitOver = useWaitOver(operation, state);
  const [isEnding, setEnding] = useState(false);
  const index = run.sheet.operations.findIndex((o) => o.id === operation.id);
  const next = run.sheet.operations[index + 1];
  const follows = next?.followsAtOnce ? next : undefined;
  const open = operation.asks.filter((a) => state.unanswered.includes(a.id) && (!a.afterWait || isWaitOver));
  const missing = open.length;
  const lots = state.lotsUnsaid.length;
  const must = operation.asks.find(
    (a) => a.isMust && state.answers.find((answer) => answer.ask === a.id)?.within !== true,
  );
  const isOff = state.answers.some((a) => a.within === false) || state.ratios.some((r) => !r.within);
  const late = `${isOff ? ', though out of its band' : ''}${missing > 0 ? `, ${missing} not answered` : ''}${lots > 0 ? `, ${lots === 1 ? 'a lot' : `${lots} lots`} not said` : ''}`;
  const isDoubtful = isOff || missing > 0 || lots > 0;
  const end = () => {
    record({ kind: 'finished', operation: operation.id });
    const read = cautionsReadBy(run, by);
    const due = follows && run.state.operations.find((o) => o.id === follows.id)!.cautionsBefore;
    if (follows && due!.every((c) => read.has(c))) record({ kind: 'began', operation: follows.id });
    onNext();
  };
  const go = (label: string, onClick: () => void, isEarly = false) => (
    <BigButton
      autoFocus={state.phase === 'waiting'}
      variant={isEarly ? 'outlined' : 'contained'}
      color={isEarly ? 'warning' : 'primary'}
      sx={isEarly ? {} : { minHeight: 84, fontSize: 26, px: 4 }}
      data-key="g"
      aria-keyshortcuts="g"
      // The second of two taps would fall on whatever stands here next.
      onClick={(event) => event.detail < 2 && onClick()}
    >
      {label}
    </BigButton>
  );
  switch (state.phase) {
    case 'waiting':
      return go(`Begin${early}`, () => record({ kind: 'began', operation: operation.id }), early !== '');
    case 'hands':
      return operation.waitMin > 0
        ? go(`Start the wait${late}`, () => record({ kind: 'left', operation: operation.id }), isDoubtful)
        : go(follows ? `Done, go on: ${follows.name.toLowerCase()}${late}` : `Done${late}`, end, isDoubtful);
    case 'alone':
      if (!isWaitOver)
        return isEnding ? (
          <EndEarly
            onEnd={(reason) => {
              record({ kind: 'waitEnded', operation: operation.id, reason });
              setEnding(false);
            }}
            onStay={() => setEnding(false)}
          />
        ) : (
          go('End it early', () => setEnding(true), true)
        );
      return must ? (
        <Typography sx={{ ...bigText, color: 'error.main' }} role="status">
          First: {must.what}, at most {must.target} {must.unit}.
        </Typography>
      ) : (
        go(follows ? `It is over, go on: ${follows.name.toLowerCase()}${late}` : `It is over${late}`, end, isDoubtful)
      );
    default:
      return next ? go(`Next: ${next.name.toLowerCase()}`, onNext) : null;
  }
}
