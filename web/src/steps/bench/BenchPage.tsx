import { Alert, Box, Button, Link as MuiLink, Typography } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { client, Problem, unwrap } from '../../app/api/client';
import type { BenchAnswer, RunSummary, RunView } from '../../app/api/types';
import { count, moment } from '../../shared/format';
import { Refusal } from '../../shared/Refusal';
import { Stretches } from '../../shared/Stretches';
import { stackingTable } from '../../shared/stackingTable';
import { useGo } from '../../shared/useGo';
import { AtBench } from './AtBench';
import { BigButton, bigText } from './big';
import { ClockStrip } from './ClockStrip';
import { RunPage } from './RunPage';
import { useAtBench } from '../../shared/useAtBench';
import { useOpenRuns } from './useRun';
import { newId } from '../../shared/newId';

/** The bench of a stretch, and a run of it: whoever leaves the run comes back to its stretch. */
function benchAt(projectId: string, stretch: string | undefined, run?: string) {
  const search = new URLSearchParams({ ...(stretch && { stretch }), ...(run && { run }) }).toString();
  return `/projects/${projectId}/bench${search && `?${search}`}`;
}

/** What is to be done of a plan, what was, and a run of it when the address names one. */
export function BenchPage() {
  const { projectId = '' } = useParams();
  const [params] = useSearchParams();
  const run = params.get('run');
  const stretch = params.get('stretch') ?? undefined;
  const { open, isLive } = useOpenRuns();
  return (
    <>
      <ClockStrip open={open} here={run ?? undefined} />
      {run ? (
        <>
          <MuiLink component={Link} to={benchAt(projectId, stretch)}>
            All runs of this part
          </MuiLink>
          <RunPage key={run} id={run} isLive={isLive} />
        </>
      ) : (
        <Overview projectId={projectId} stretch={stretch} />
      )}
    </>
  );
}

function Overview({ projectId, stretch }: { projectId: string; stretch: string | undefined }) {
  const params = { path: { id: projectId }, query: { stretch } };
  const { data: bench, error } = useQuery<BenchAnswer, Problem>({
    queryKey: ['bench', projectId, stretch ?? ''],
    queryFn: ({ signal }) => unwrap(client.GET('/api/projects/{id}/bench', { params, signal })),
  });
  const [by, setBy] = useAtBench();
  if (error) return <Refusal problem={error} to="/" act="All projects" />;
  if (!bench) return null;
  const { progress } = bench;
  return (
    <>
      <Stretches
        stretches={bench.stretches}
        here={bench.stretch}
        to={(id) => `/projects/${projectId}/bench?stretch=${id}`}
      />
      <Typography variant="h1" sx={{ fontSize: 28 }}>
        Bench{bench.route && `: ${bench.route.name.toLowerCase()}`}
      </Typography>
      {bench.notice && (
        <Alert
          severity="info"
          variant="outlined"
          sx={{ my: 2 }}
          action={
            <Button component={Link} to={`/projects/${projectId}/${bench.route ? 'plan' : 'routes'}`}>
              {bench.route ? 'Go to the plan' : 'Choose a route'}
            </Button>
          }
        >
          {bench.notice}
        </Alert>
      )}
      {progress && (
        <Typography sx={{ ...bigText, my: 1 }}>
          <b>
            {count(progress.good)} of {count(progress.wanted)} good
          </b>
          {progress.rework > 0 && `, ${progress.rework} to rework`}
          {progress.scrap > 0 && `, ${progress.scrap} scrapped`}. {count(progress.shotsDone)} of about{' '}
          {count(progress.shotsPlanned)} {progress.shotName.toLowerCase()}s done.
        </Typography>
      )}
      {bench.tools.some((t) => t.shots > 0 || t.busyWith) && (
        <Typography sx={{ mb: 1 }}>
          {bench.tools
            .map(
              (t) =>
                `${t.name}: ${count(t.shots)} ${progress?.shotName.toLowerCase()}${t.shots === 1 ? '' : 's'}${t.busyWith ? ', in use' : t.isMade ? '' : ', not made yet'}`,
            )
            .join('. ')}
          .
        </Typography>
      )}
      {bench.next.length > 0 && (
        <>
          <AtBench name={by} onName={setBy} />
          <Begin bench={bench} projectId={projectId} by={by} />
        </>
      )}
      {bench.unreadable.map((run) => (
        <Alert key={run.id} severity="warning" sx={{ my: 1 }}>
          A run of {run.by}, begun {moment(run.begun)}, can’t be read: {run.why} It stays in the data; open it with the
          release that wrote it.
        </Alert>
      ))}
      <Runs runs={bench.runs} projectId={projectId} stretch={bench.stretch ?? undefined} />
    </>
  );
}

/** What may be begun, each a tap; a second tap on the way is the same run. */
function Begin({ bench, projectId, by }: { bench: BenchAnswer; projectId: string; by: string }) {
  const go = useGo();
  const queries = useQueryClient();
  const ids = useRef(new Map<string, string>());
  const begin = useMutation<RunView, Problem, BenchAnswer['next'][number]>({
    mutationFn: (next) => {
      const id = ids.current.get(next.title) ?? newId();
      ids.current.set(next.title, id);
      return unwrap(
        client.POST('/api/projects/{id}/bench/runs', {
          params: { path: { id: projectId }, query: { stretch: bench.stretch ?? undefined } },
          body: { id, piece: next.piece, by },
        }),
      );
    },
    onSuccess: (run) => {
      queries.setQueryData(['run', run.id], run);
      void go(benchAt(projectId, bench.stretch ?? undefined, run.id));
    },
  });
  return (
    <Box component="section" aria-label="Begin" sx={{ my: 2 }}>
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
        {bench.next.map((next, i) => (
          <Box key={next.title}>
            <BigButton
              variant={i === 0 && !next.but ? 'contained' : 'outlined'}
              disabled={!by || begin.isPending}
              onClick={() => begin.mutate(next)}
            >
              Begin {next.title.toLowerCase()}
            </BigButton>
            {next.but && (
              <Typography variant="body2" color="warning" sx={{ maxWidth: 230 }}>
                But {next.but}.
              </Typography>
            )}
          </Box>
        ))}
      </Box>
      {begin.error && (
        <Alert severity="error" sx={{ mt: 1 }}>
          {begin.error.message}
        </Alert>
      )}
    </Box>
  );
}

const times = new Intl.DateTimeFormat('en-GB', {
  weekday: 'short',
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
});

const phases = { open: 'open', paused: 'paused', ended: 'ended', abandoned: 'abandoned' } as const;

function Runs({ runs, projectId, stretch }: { runs: readonly RunSummary[]; projectId: string; stretch?: string }) {
  if (runs.length === 0) return <Typography color="textSecondary">Nothing was run yet.</Typography>;
  return (
    <Box component="table" aria-label="Runs" sx={{ ...stackingTable, mt: 2 }}>
      <thead>
        <tr>
          <th scope="col">Run</th>
          <th scope="col">Stands</th>
          <th scope="col">At it</th>
          <th scope="col">Begun</th>
          <th scope="col">Good / rework / scrap</th>
          <th scope="col">Not as planned</th>
        </tr>
      </thead>
      <tbody>
        {runs.map((run) => (
          <tr key={run.id}>
            <td>
              <MuiLink component={Link} to={benchAt(projectId, stretch, run.id)} sx={{ fontWeight: 600 }}>
                {run.title}
              </MuiLink>
            </td>
            <td data-of="stands">
              {run.phase === 'open' && run.doing ? `${run.done} of ${run.of}, at: ${run.doing}` : phases[run.phase]}
            </td>
            <td data-of="at it">{run.atBench}</td>
            <td data-of="begun">{times.format(new Date(run.begun))}</td>
            <td data-of="good / rework / scrap">
              {run.piece.repeats === 'eachShot' ? `${run.good} / ${run.rework} / ${run.scrap}` : ''}
            </td>
            <td data-of="not as planned">{run.deviations || ''}</td>
          </tr>
        ))}
      </tbody>
    </Box>
  );
}
