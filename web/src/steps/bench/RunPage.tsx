import { Alert, Box, Button, Link as MuiLink, Typography } from '@mui/material';
import { useEffect, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { RunView } from '../../app/api/types';
import { Refusal } from '../../shared/Refusal';
import { useAddress } from '../../shared/useAddress';
import { moment, word } from '../../shared/format';
import { AtBench } from './AtBench';
import { BigButton, bigText } from './big';
import { CountedHere } from './Counting';
import { OperationScreen } from './OperationScreen';
import type { Post } from './Outbox';
import { RunLog } from './RunLog';
import { SideActs } from './SideActs';
import { type Recorder, useRun } from './useRun';
import { useAtBench } from '../../shared/useAtBench';

/** A run: where it is, one operation at a time, and what it takes to go on. */
export function RunPage({ id, isLive }: { id: string; isLive: boolean }) {
  const [by, setBy] = useAtBench();
  const { run, failure, post, record, seen } = useRun(id, by);
  const [choosing, setChoosing] = useState(false);
  if (failure && !run) return <Refusal problem={failure} />;
  if (!run) return null;
  return (
    <>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, flexWrap: 'wrap' }}>
        <Typography sx={{ ...bigText, fontWeight: 640, flex: 1 }}>{run.sheet.title}</Typography>
        <Typography color={post.isCutOff || post.failing || !isLive ? 'error' : 'textSecondary'} role="status">
          {post.isCutOff
            ? `Cut off from the server: ${post.waiting.length} ${whereKept(post)} and sent in order`
            : post.failing
              ? `The server can’t take it now: ${post.waiting.length} ${whereKept(post)} and sent again. It says: ${post.failing}`
              : post.waiting.length > 0
                ? 'Sending …'
                : isLive
                  ? 'All on disk'
                  : 'All on disk; what others do comes late'}
        </Typography>
        <BigButton sx={{ minHeight: 48 }} aria-expanded={choosing || !by} onClick={() => setChoosing(!choosing)}>
          {by || 'Who is it?'}
        </BigButton>
      </Box>
      {(choosing || !by) && (
        <AtBench
          name={by}
          onName={(name) => {
            setBy(name);
            setChoosing(false);
          }}
        />
      )}
      {post.refused.map((refused) => (
        <Alert
          key={refused.id}
          severity="error"
          sx={{ my: 1 }}
          action={<Button onClick={() => seen(refused.id)}>Seen</Button>}
        >
          Not taken: {refused.message}
        </Alert>
      ))}
      {post.clipped.map((clipped) => (
        <Alert
          key={clipped.id}
          severity="warning"
          sx={{ my: 1 }}
          action={<Button onClick={() => seen(clipped.id)}>Seen</Button>}
        >
          This browser’s clock is more than a month off: act {clipped.ordinal} is kept, and stands at{' '}
          {moment(clipped.at)}. Say in a note when it was.
        </Alert>
      ))}
      {by && <Running run={run} by={by} record={record} onName={setBy} />}
    </>
  );
}

const whereKept = ({ isOnlyHere }: Post) =>
  isOnlyHere ? 'only on this page (the browser has no room: leave it open)' : 'kept here';

interface Props {
  run: RunView;
  by: string;
  record: Recorder;
  onName: (name: string) => void;
}

/** One hand at the keys: what a key does stands on what it presses. */
function useBenchKeys() {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const at = event.target as HTMLElement;
      if (
        event.repeat ||
        event.ctrlKey ||
        event.metaKey ||
        event.altKey ||
        /^(INPUT|TEXTAREA|SELECT)$/.test(at.tagName)
      )
        return;
      document.querySelector<HTMLElement>(`main [data-key="${CSS.escape(event.key)}"]:not(:disabled)`)?.click();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}

function Running({ run, by, record, onName }: Props) {
  useBenchKeys();
  const [params] = useSearchParams();
  const go = useAddress();
  const { operations } = run.sheet;
  const asked = params.get('op');
  const end = asked === 'end' || (asked === null && run.state.current === null);
  const at = operations.find((o) => o.id === (asked ?? run.state.current)) ?? operations[0]!;
  const state = run.state.operations.find((o) => o.id === at.id)!;
  const over = run.state.phase === 'ended' || run.state.phase === 'abandoned';
  return (
    <Box
      sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', md: '230px minmax(0,1fr)' }, columnGap: 4 }}
    >
      <Rail run={run} here={end ? 'end' : at.id} />
      <Box>
        {over && (
          <Alert severity={run.state.phase === 'ended' ? 'success' : 'warning'} sx={{ my: 1 }}>
            {run.state.phase === 'ended' ? 'Ended.' : `Abandoned: ${run.state.reason}.`} What is recorded can be
            corrected, and stays in the log.
          </Alert>
        )}
        {end || over ? (
          <TheEnd run={run} record={record} over={over} />
        ) : (
          <>
            <OperationScreen
              key={at.id}
              run={run}
              operation={at}
              state={state}
              by={by}
              record={record}
              onNext={() => go({ op: operations[operations.indexOf(at) + 1]?.id ?? 'end' })}
            />
            <SideActs run={run} operation={at.id} record={record} onName={onName} />
          </>
        )}
        <RunLog run={run} record={record} />
      </Box>
    </Box>
  );
}

const marks = { waiting: '○', hands: '◐', alone: '◔', done: '●' } as const;
const words = { waiting: 'not begun', hands: 'hands at it', alone: 'goes on alone', done: 'done' } as const;

/** All operations of the run, to go to any of them. */
function Rail({ run, here }: { run: RunView; here: string }) {
  const [params] = useSearchParams();
  const to = (op: string) => {
    const there = new URLSearchParams(params);
    there.set('op', op);
    return `?${there}`;
  };
  return (
    <Box
      component="nav"
      aria-label="Operations"
      sx={{ display: { xs: 'none', md: 'block' }, borderRight: 1, borderColor: 'divider', pr: 1.5, pt: 1 }}
    >
      {run.sheet.operations.map((operation, i) => {
        const { phase } = run.state.operations[i]!;
        return (
          <MuiLink
            key={operation.id}
            component={Link}
            to={to(operation.id)}
            replace
            underline="none"
            aria-current={operation.id === here ? 'step' : undefined}
            color={operation.id === here ? 'primary' : 'textPrimary'}
            sx={{ display: 'flex', gap: 1, py: 0.75, fontWeight: operation.id === here ? 680 : 450, lineHeight: 1.25 }}
          >
            <span aria-hidden>{marks[phase]}</span>
            <span>
              {operation.name}
              <Box component="span" sx={{ position: 'absolute', left: -9999 }}>
                , {words[phase]}
              </Box>
            </span>
          </MuiLink>
        );
      })}
      <MuiLink
        component={Link}
        to={to('end')}
        replace
        underline="none"
        aria-current={here === 'end' ? 'step' : undefined}
        sx={{ display: 'block', py: 0.75, pl: 2.75, fontWeight: here === 'end' ? 680 : 450 }}
      >
        Count and end
      </MuiLink>
    </Box>
  );
}

function TheEnd({ run, record, over }: { run: RunView; record: Recorder; over: boolean }) {
  const { state, sheet } = run;
  const left = state.operations.filter((o) => o.phase !== 'done').length;
  const unanswered = state.operations.flatMap((o) => o.unanswered).length;
  const lots = new Set(state.operations.flatMap((o) => o.lotsUnsaid)).size;
  const odd = state.remarks.filter((remark) => remark.what !== null);
  const counted = state.counts.reduce((sum, { parts }) => sum + parts!, 0);
  const uncounted = sheet.countsByNumber && counted > 0 ? 0 : sheet.parts - counted;
  return (
    <Box component="section" aria-label="Count and end">
      <Typography variant="h1" sx={{ fontSize: { xs: 27, md: 36 } }}>
        {over ? 'How it ended' : 'Count and end'}
      </Typography>
      {sheet.parts > 0 && <CountedHere run={run} record={record} />}
      <Typography sx={bigText}>
        {[
          left > 0 && `${left} of ${state.operations.length} operations not done`,
          unanswered > 0 && `${unanswered} not answered`,
          lots > 0 && `${lots} lots not said`,
          uncounted > 0 && `${uncounted} of ${sheet.parts} parts not counted`,
        ]
          .filter(Boolean)
          .join('; ') || 'All done, answered and counted.'}
      </Typography>
      {odd.length > 0 && (
        <Box component="section" aria-label="Not as planned" sx={{ mt: 2 }}>
          <Typography variant="h2" sx={{ fontSize: 20 }}>
            Not as planned
          </Typography>
          <Box component="ul" sx={{ m: 0, pl: 3, fontSize: 18 }}>
            {odd.map((remark, i) => (
              <li key={`${remark.act} ${i}`}>
                {sheet.operations.find((o) => o.id === remark.operation)?.name}: {remark.text ?? word(remark.what!)},{' '}
                {remark.by}
              </li>
            ))}
          </Box>
        </Box>
      )}
      {!over && (
        <BigButton
          variant="contained"
          disabled={uncounted > 0}
          color={left + unanswered > 0 ? 'warning' : 'primary'}
          sx={{ minHeight: 84, fontSize: 26, px: 4, mt: 2 }}
          onClick={() => record({ kind: 'ended' })}
        >
          End the run
        </BigButton>
      )}
    </Box>
  );
}
