import { Box, Typography } from '@mui/material';
import type { Operation, OperationState, RunView } from '../../app/api/types';
import { unbroken } from '../../shared/format';
import { BigButton, bigText, hugeNumber, toneColour } from './big';
import { CautionTicks } from './CautionTicks';
import { said, standingOf } from './clocks';
import { Counting } from './Counting';
import { fixed, Measure } from './Measure';
import { useServerNow } from './serverClock';
import type { Recorder } from './useRun';

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
  const unread = operation.cautions.filter((caution) => !read.has(caution));
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
          {state.phase !== 'waiting' && <Asks {...props} />}
          {operation.asks.some((a) => a.kind === 'count') && state.phase !== 'waiting' && (
            <Counting run={run} record={props.record} />
          )}
          <GoOn {...props} />
        </>
      )}
    </Box>
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

function Asks({ operation, state, record }: Props) {
  const answered = new Map(state.answers.map((a) => [a.ask, a]));
  const open = operation.asks.filter((a) => !answered.has(a.id) && a.kind !== 'count');
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
  const early = waits ? ', too early' : '';
  const index = run.sheet.operations.findIndex((o) => o.id === operation.id);
  const next = run.sheet.operations[index + 1];
  const follows = next?.followsAtOnce ? next : undefined;
  const missing = state.unanswered.length;
  const isOff = state.answers.some((a) => a.within === false) || state.ratios.some((r) => !r.within);
  const late = `${isOff ? ', though out of its band' : ''}${missing > 0 ? `, ${missing} not answered` : ''}`;
  const isDoubtful = isOff || missing > 0;
  const end = () => {
    record({ kind: 'finished', operation: operation.id });
    const read = cautionsReadBy(run, by);
    if (follows && follows.cautions.every((c) => read.has(c))) record({ kind: 'began', operation: follows.id });
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
      onClick={onClick}
    >
      {label}
    </BigButton>
  );
  switch (state.phase) {
    case 'waiting':
      return go(`Begin${early}`, () => record({ kind: 'began', operation: operation.id }), early !== '');
    case 'hands':
      return operation.waitMin > 0
        ? go(`Leave it alone${late}`, () => record({ kind: 'left', operation: operation.id }), isDoubtful)
        : go(follows ? `Done, go on: ${follows.name.toLowerCase()}${late}` : `Done${late}`, end, isDoubtful);
    case 'alone':
      return go(`It is over${early}${late}`, end, isDoubtful || early !== '');
    default:
      return next ? go(`Next: ${next.name.toLowerCase()}`, onNext) : null;
  }
}
