import { Box, Button, MenuItem, TextField, Typography } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { client, type Problem, unwrap } from '../../../app/api/client';
import type { Answer, Lane, Sequence } from '../../../app/api/types';
import { NumberField } from '../../../shared/NumberField';
import { count, number } from '../../../shared/format';
import { useAddress } from '../../../shared/useAddress';
import { Sum } from '../answer/Sum';
import { type HandStretch, merged, split, writtenOf } from './hand';

interface Props {
  stretches: readonly HandStretch[];
  sequence: Sequence | undefined;
  answer: Answer | undefined;
  routes: readonly Lane[];
  /** It is the answer as it stands. */
  isAnswer: boolean;
}

/** What the stretches cost together, whatever they are. */
export function useSequence(projectId: string, stretches: readonly HandStretch[] | null) {
  return useQuery<Sequence, Problem>({
    queryKey: ['sequence', projectId, stretches],
    enabled: stretches !== null,
    staleTime: 60_000,
    placeholderData: keepPreviousData,
    queryFn: ({ signal }) =>
      unwrap(
        client.POST('/api/projects/{id}/sequence', {
          params: { path: { id: projectId } },
          body: { stretches: [...stretches!] },
          signal,
        }),
      ),
  });
}

/** The stretches to decide on, each changed by hand: another route, another quantity, cut in two, taken out. */
export function HandSequence({ stretches, sequence, answer, routes, isAnswer }: Props) {
  const change = useAddress();
  const take = (next: readonly HandStretch[]) => change({ hand: writtenOf(next) });
  const put = (at: number, part: Partial<HandStretch>) =>
    take(stretches.map((s, i) => (i === at ? { ...s, ...part } : s)));
  const made = (at: number) => sequence?.stretches[at]?.quantity ?? 1;
  return (
    <>
      {stretches.map((stretch, i) => (
        <Box
          key={i}
          role="group"
          aria-label={`Stretch ${i + 1}`}
          sx={{ display: 'grid', gridTemplateColumns: 'minmax(0,1fr) 104px', gap: 1, alignItems: 'end' }}
        >
          <TextField
            select
            label={`Stretch ${i + 1}`}
            value={stretch.routeId}
            onChange={(event) => put(i, { routeId: event.target.value })}
          >
            {routes.map((lane) => (
              <MenuItem
                key={lane.route.id}
                value={lane.route.id}
                disabled={lane.gates.slice(0, lane.fixedGates).some((g) => g.verdict === 'out')}
              >
                {lane.route.name}
              </MenuItem>
            ))}
          </TextField>
          <NumberField
            label={i === stretches.length - 1 && stretch.quantity === null ? 'Parts, the rest' : 'Parts'}
            unit=""
            whole
            min={1}
            width={104}
            value={stretch.quantity ?? (sequence ? made(i) : null)}
            proposal={made(i)}
            onChange={(quantity) => put(i, { quantity })}
          />
          <Box sx={{ gridColumn: '1 / -1', display: 'flex', gap: 1, mt: -0.5 }}>
            <Button sx={{ p: 0 }} disabled={made(i) < 2} onClick={() => take(split(stretches, i, made(i)))}>
              Cut in two
            </Button>
            {stretches.length > 1 && (
              <Button sx={{ p: 0 }} onClick={() => take(merged(stretches, i))}>
                Take out
              </Button>
            )}
          </Box>
        </Box>
      ))}
      {sequence && <Sum sequence={sequence} />}
      {sequence && sequence.daysLate > 0 && (
        <Typography color="error">{count(sequence.daysLate)} working days late at the tightest row.</Typography>
      )}
      {!isAnswer && answer?.best && (
        <Typography variant="body2">
          {sequence &&
            sequence.open === 0 &&
            `${number(Math.abs(sequence.total - answer.best.total))} € ${sequence.total >= answer.best.total ? 'more' : 'less'} than the answer. `}
          <Button sx={{ p: 0 }} onClick={() => change({ hand: null })}>
            Back to the answer
          </Button>
        </Typography>
      )}
    </>
  );
}
