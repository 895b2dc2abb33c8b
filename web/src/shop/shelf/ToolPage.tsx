import { Alert, Box, Button, Link as MuiLink, Typography } from '@mui/material';
import { Link, useSearchParams } from 'react-router';
import type { ShelfTool } from '../../app/api/types';
import { count, date, moment } from '../../shared/format';
import { Refusal } from '../../shared/Refusal';
import { stackingTable } from '../../shared/stackingTable';
import { useAtBench } from '../../shared/useAtBench';
import { WorkingDrawer } from '../../shared/WorkingDrawer';
import { Book } from './Book';
import { Survival } from './Survival';
import { useTool } from './useShelf';
import { retiredFor } from './words';
import { newId } from '../../shared/newId';

/** A mold: what it is made of, where it lies, what it has made, how long it will last. */
export function ToolPage() {
  const [params] = useSearchParams();
  const tool = {
    projectId: params.get('project') ?? '',
    plan: params.get('plan') ?? '',
    number: Number(params.get('number')) || 0,
  };
  const { view, record } = useTool(tool);
  const [by] = useAtBench();
  if (view.error) return <Refusal problem={view.error} to="/shelf" act="All molds" />;
  if (!view.data) return null;
  const { state, outlook } = view.data;
  return (
    <>
      <MuiLink component={Link} to="/shelf">
        All molds
      </MuiLink>
      <Typography variant="h1">
        {state.name}, revision {state.revision}
      </Typography>
      <Typography>
        {view.data.project}, {view.data.route.toLowerCase()}. {made(view.data)}{' '}
        {state.place && <>Lies: {state.place}. </>}
        {count(state.shots)} {state.shots === 1 ? 'shot' : 'shots'}
        {state.shots !== state.shotsByRuns && ` (${count(state.shotsByRuns)} by its runs)`}, {count(state.cavities)}{' '}
        {state.cavities === 1 ? 'cavity' : 'cavities'}.{' '}
        {view.data.madeInRun && (
          <MuiLink component={Link} to={`/shelf/pedigree/${view.data.madeInRun}`}>
            The run that made it
          </MuiLink>
        )}
      </Typography>
      {state.retired && (
        <Alert
          severity="info"
          variant="outlined"
          sx={{ my: 1 }}
          action={
            <Button
              disabled={!by}
              onClick={() => record.mutate({ kind: 'takenBack', id: newId(), by, act: state.retired!.act })}
            >
              Take that back
            </Button>
          }
        >
          Retired by {state.retired.by}, {date(state.retired.at)}:{' '}
          {retiredFor[state.retired.why as keyof typeof retiredFor]}
          {state.retired.note && `. ${state.retired.note}`}
        </Alert>
      )}
      {record.error && <Alert severity="error">{record.error.message}</Alert>}
      <Box
        sx={{
          display: 'grid',
          gap: 4,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 7fr) minmax(0, 5fr)' },
          mt: 1,
        }}
      >
        <div>
          {outlook && <Survival outlook={outlook} shots={state.shots} plan={planOf(view.data)} />}
          <Shots tool={view.data} />
        </div>
        <Book state={state} onAct={record.mutate} isPending={record.isPending} />
      </Box>
      {outlook && <WorkingDrawer title={state.name} lines={outlook.working} />}
    </>
  );
}

/** Molds are counted in the plans of poured parts. */
const planOf = ({ tool, outlook }: ShelfTool): string | null =>
  tool.plan.startsWith('plan/cast') && outlook?.stretch
    ? `/projects/${tool.projectId}/plan?stretch=${outlook.stretch}&change=order.molds`
    : null;

function made({ state }: ShelfTool): string {
  const when = state.madeOn ?? state.made;
  const of = state.lots.map((l) => `${l.what.toLowerCase()} ${l.lot}`).join(', ');
  const parts = [
    when && `Made ${date(when)}`,
    state.madeBy && `by ${state.madeBy}`,
    of && `of ${of}`,
    state.pattern && `from ${state.pattern}`,
  ].filter(Boolean);
  return parts.length > 0 ? `${parts.join(' ')}.` : 'No run says when it was made.';
}

function Shots({ tool }: { tool: ShelfTool }) {
  if (tool.shots.length === 0) return null;
  return (
    <Box component="table" aria-label="Shots" sx={{ ...stackingTable, mt: 2, fontSize: 14 }}>
      <thead>
        <tr>
          <th scope="col">Shot</th>
          <th scope="col">Begun</th>
          <th scope="col">By</th>
          <th scope="col">Rev</th>
          <th scope="col">Good / rework / scrap</th>
          <th scope="col">Not as planned</th>
        </tr>
      </thead>
      <tbody>
        {tool.shots.map((shot) => (
          <tr key={shot.run}>
            <td>
              <MuiLink component={Link} to={`/shelf/pedigree/${shot.run}`}>
                {shot.title.split(',')[0]}
              </MuiLink>
            </td>
            <td data-of="begun">{moment(shot.begun)}</td>
            <td data-of="by">{shot.by}</td>
            <td data-of="rev">{shot.revision}</td>
            <td data-of="good / rework / scrap">
              {shot.isOver ? `${shot.good} / ${shot.rework} / ${shot.scrap}` : 'under way'}
            </td>
            <td data-of="not as planned">{shot.deviations || ''}</td>
          </tr>
        ))}
      </tbody>
    </Box>
  );
}
