import { Alert, Box, Button, Link as MuiLink, Typography } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import { client, type Problem, unwrap } from '../../app/api/client';
import type { LearnedFigure, LearningView } from '../../app/api/types';
import { useInk } from '../../app/theme/useInk';
import { count, said } from '../../shared/format';
import { OpensLine } from '../../shared/OpensLine';
import { Refusal } from '../../shared/Refusal';
import { useAtBench } from '../../shared/useAtBench';
import { Who } from '../../shared/Who';
import { WorkingDrawer } from '../../shared/WorkingDrawer';
import { Held } from './Held';
import { names } from './learnedWords';

const behind: Record<LearnedFigure['what'], [one: string, many: string]> = {
  yield: ['part', 'parts'],
  life: ['mold', 'molds'],
  hands: ['shot', 'shots'],
  hours: ['shot', 'shots'],
  price: ['invoice', 'invoices'],
  quote: ['invoice', 'invoices'],
  lead: ['order', 'orders'],
};

const timesWhat: Partial<Record<LearnedFigure['what'], string>> = {
  hands: 'the plan',
  quote: 'the quote',
  lead: 'the days stated',
};

const isRatio = (what: LearnedFigure['what']) => what in timesWhat;

/** What the records say of the figures that estimates stand on, and how far the stated ranges held. */
export function LearnedPage() {
  const queries = useQueryClient();
  const [by] = useAtBench();
  const { data, error } = useQuery<LearningView, Problem>({
    queryKey: ['learned'],
    queryFn: ({ signal }) => unwrap(client.GET('/api/log/learned', { signal })),
  });
  const accept = useMutation<LearningView, Problem, { rateKey: string; part: 'figure' | 'width'; of?: string }>({
    mutationFn: (taken) => unwrap(client.POST('/api/log/learned/accept', { body: { ...taken, by } })),
    onSuccess: (now) => {
      void queries.invalidateQueries();
      queries.setQueryData(['learned'], now);
    },
  });
  if (error) return <Refusal problem={error} to="/shelf" act="All molds" />;
  if (!data) return null;
  const routes = [...new Set(data.figures.map((f) => f.route))];
  return (
    <>
      <MuiLink component={Link} to="/shelf">
        All molds
      </MuiLink>
      <Typography variant="h1">What the shop has learned</Typography>
      <Typography sx={{ mb: 1 }}>
        The grey bar is what an estimate states, low to high; the coloured one what was, eight times in ten. A figure is
        taken by a person, and taken back in the{' '}
        <MuiLink component={Link} to="/library">
          library
        </MuiLink>
        .
      </Typography>
      <Who label="Who takes it" />
      {accept.error && <Alert severity="error">{accept.error.message}</Alert>}
      {data.leftOut.map((why) => (
        <Alert key={why} severity="warning">
          {why}
        </Alert>
      ))}
      {routes.length === 0 && (
        <Typography color="textSecondary" sx={{ mt: 2 }}>
          Nothing was run yet.
        </Typography>
      )}
      {routes.map((route) => (
        <Box component="section" key={route} aria-label={route} sx={{ my: 3 }}>
          <Typography variant="h2">{route}</Typography>
          {data.figures
            .filter((f) => f.route === route)
            .map((figure) => (
              <Figure
                key={`${figure.what} ${figure.rateKey}`}
                figure={figure}
                onAccept={
                  by && !accept.isPending
                    ? () => accept.mutate({ rateKey: figure.rateKey!, part: 'figure', of: figure.route })
                    : null
                }
              />
            ))}
        </Box>
      ))}
      <Held
        data={data}
        onTake={by && !accept.isPending ? (rateKey) => accept.mutate({ rateKey, part: 'width' }) : null}
      />
      <WorkingDrawer title="what was learned" lines={data.figures.flatMap((f) => f.working ?? [])} />
    </>
  );
}

const [WIDTH, HEIGHT] = [420, 46];

function Figure({ figure, onAccept }: { figure: LearnedFigure; onAccept: (() => void) | null }) {
  const ink = useInk();
  const { what, stated, actual, records, isEnough, isInside, proposed, runs, named } = figure;
  const inWords = (range: NonNullable<typeof stated>) =>
    said(range, what === 'yield' ? 'share' : what === 'hours' ? 'h' : '');
  const ranges = [stated, actual].filter((r) => r != null).map(three);
  const low = Math.min(...ranges.map((r) => r.low), isRatio(what) ? 0.9 : Infinity);
  const high = Math.max(...ranges.map((r) => r.high), isRatio(what) ? 1.1 : -Infinity);
  const x = (value: number) => 6 + ((value - low) / Math.max(high - low, 1e-9)) * (WIDTH - 12);
  const bar = (range: ReturnType<typeof three>, y: number, color: string) => (
    <g>
      <rect x={x(range.low)} y={y} width={Math.max(2, x(range.high) - x(range.low))} height={10} fill={color} />
      <line x1={x(range.likely)} x2={x(range.likely)} y1={y - 4} y2={y + 14} stroke={ink.ink} strokeWidth={2} />
    </g>
  );
  const [one, many] = behind[what];
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: '1fr', md: '220px 430px 1fr' },
        columnGap: 2,
        alignItems: 'center',
        my: 1,
      }}
    >
      <Typography sx={{ fontWeight: 600 }}>
        {named ?? names[what]}
        <Typography component="span" variant="body2" color="textSecondary" sx={{ display: 'block' }}>
          {count(records)} {records === 1 ? one : many}
          {runs.length > 0 && (
            <>
              , the last:{' '}
              <MuiLink component={Link} to={`/shelf/pedigree/${runs.at(-1)}`}>
                its records
              </MuiLink>
            </>
          )}
        </Typography>
      </Typography>
      <Box
        component="svg"
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={`${stated ? `stated ${inWords(stated)}, ` : ''}was ${inWords(actual)}`}
        sx={{ display: 'block', width: '100%', maxWidth: WIDTH }}
      >
        {stated != null && bar(three(stated), 6, ink.hairline)}
        {bar(three(actual), 28, ink.acting)}
      </Box>
      <div>
        <Typography>
          {stated != null && !isRatio(what) && `Stated ${inWords(stated)}. `}Was{' '}
          <b>
            <OpensLine line={figure.line ?? ''}>{inWords(actual)}</OpensLine>
          </b>
          {timesWhat[what] && ` times ${timesWhat[what]}`}.{' '}
          {isInside === false && !isRatio(what) && (
            <Box component="b" sx={{ color: 'error.main' }}>
              Out of the stated range.
            </Box>
          )}
        </Typography>
        {!isEnough && !isRatio(what) && (
          <Typography variant="body2" color="textSecondary">
            {what === 'life' ? 'No mold has worn out yet: too little to propose.' : 'Too few to propose.'}
          </Typography>
        )}
        {proposed != null && (
          <Button size="small" variant="outlined" disabled={!onAccept} onClick={() => onAccept?.()}>
            Take {inWords(proposed)} for the shop
          </Button>
        )}
      </div>
    </Box>
  );
}

const three = (range: NonNullable<LearnedFigure['stated']>) =>
  typeof range === 'number' ? { low: range, likely: range, high: range } : range;
