import { Box, Button, Slider, Typography } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { memo, useDeferredValue } from 'react';
import { client, type Problem, unwrap } from '../../app/api/client';
import type { Pick } from '../../app/api/types';
import { count, date, number, unbroken } from '../../shared/format';
import { useAddress } from '../../shared/useAddress';

const aims = [
  ['cost', 'cost'],
  ['date', 'date'],
  ['likeness', 'likeness'],
  ['tolerance', 'tolerance'],
] as const;

type Weights = Record<(typeof aims)[number][0], number>;

/** The choice for the brief as a whole, in sentences; what nothing dominates, put in order by the aims. */
export const PickPanel = memo(function PickPanel({
  projectId,
  aims: written,
  onChoose,
}: {
  projectId: string;
  /** The aims' weights as the address has them. */
  aims: string | null;
  onChoose: (route: string) => void;
}) {
  const change = useAddress();
  const weights = weightsOf(written);
  const asked = useDeferredValue(written);
  const { data: pick, error } = useQuery<Pick, Problem>({
    queryKey: ['pick', projectId, asked],
    staleTime: 60_000,
    placeholderData: keepPreviousData,
    queryFn: ({ signal }) =>
      unwrap(
        client.GET('/api/projects/{id}/pick', { params: { path: { id: projectId }, query: weightsOf(asked) }, signal }),
      ),
  });
  if (error) return <Typography color="error">{error.message}</Typography>;
  if (!pick) return <Box sx={{ minHeight: 180 }} />;
  const front = pick.contenders.filter((c) => c.dominatedBy === null);
  return (
    <section aria-labelledby="pick">
      <Typography variant="h2" id="pick">
        The pick for all {count(pick.quantity)}
      </Typography>
      {pick.sentences.map((sentence, i) => (
        <Typography
          key={sentence}
          variant={i === 0 ? 'body1' : 'body2'}
          sx={{ mt: 0.5, fontWeight: i === 0 ? 600 : 400 }}
        >
          {unbroken(sentence)}
        </Typography>
      ))}
      {pick.leastBad.map((route) => (
        <Box key={route.routeId} sx={{ mt: 1, pl: 1.5, borderLeft: 3, borderColor: 'error.main' }}>
          <Button sx={{ p: 0, fontWeight: 640 }} onClick={() => onChoose(route.routeId)}>
            {route.name}
          </Button>
          {route.reasons.map((reason) => (
            <Typography key={reason} variant="body2">
              {unbroken(reason)}
            </Typography>
          ))}
          <Typography variant="body2" color="textSecondary">
            To relax: {route.relax.join(' ') || 'see its lane'}
          </Typography>
        </Box>
      ))}
      {front.length > 1 && (
        <Box component="details" sx={{ mt: 1 }}>
          <summary>
            {front.length} that nothing beats on every aim
            {pick.contenders.length > front.length && `, ${pick.contenders.length - front.length} beaten`}
          </summary>
          <Box sx={{ display: 'grid', gridTemplateColumns: '80px 1fr', columnGap: 1.5, alignItems: 'center', mt: 0.5 }}>
            {aims.map(([aim, name]) => (
              <Box key={aim} sx={{ display: 'contents' }}>
                <Typography variant="body2" id={`aim-${aim}`}>
                  {name}
                </Typography>
                <Slider
                  size="small"
                  min={0}
                  max={5}
                  value={weights[aim]}
                  aria-labelledby={`aim-${aim}`}
                  onChange={(_, value) => change({ aims: textOf({ ...weights, [aim]: value as number }) })}
                />
              </Box>
            ))}
          </Box>
          <Box component="ol" sx={{ m: 0, pl: 2.5 }}>
            {front.map((c) => (
              <li key={c.routeId}>
                <Button sx={{ p: 0, textAlign: 'left' }} onClick={() => onChoose(c.routeId)}>
                  {c.name}
                </Button>
                <Typography variant="body2" color="textSecondary">
                  {number(c.cost)} €, last part {date(c.lastPart)}
                  {c.daysLate > 0 && ` (${count(c.daysLate)} working days late)`}, like the series{' '}
                  {number(c.likeness * 100, 2)} %, ± {number(c.toleranceMm, 2)} mm
                </Typography>
              </li>
            ))}
          </Box>
          {pick.contenders
            .filter((c) => c.dominatedBy !== null)
            .map((c) => (
              <Typography key={c.routeId} variant="body2" color="textSecondary">
                {c.name}: beaten by {c.dominatedBy}.
              </Typography>
            ))}
        </Box>
      )}
    </section>
  );
});

const weightsOf = (text: string | null): Weights => {
  const [cost = 1, date = 0, likeness = 0, tolerance = 0] = (text ?? '1.0.0.0')
    .split('.')
    .map((w) => Math.min(5, Math.max(0, Number(w) || 0)));
  return { cost, date, likeness, tolerance };
};

const textOf = ({ cost, date, likeness, tolerance }: Weights) => [cost, date, likeness, tolerance].join('.');
