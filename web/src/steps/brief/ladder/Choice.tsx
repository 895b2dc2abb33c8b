import { Alert, Box, TextField, Typography } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { client, type Problem, unwrap } from '../../../app/api/client';
import type { Brief, LadderAnswer, Versioned } from '../../../app/api/types';
import { date, number } from '../../../shared/format';
import { today } from '../../../shared/days';
import { Rungs, type RungsProps } from './Rungs';

const POINTS = 5;

/** The samples with what was felt; choosing one makes it, with its reason and the day, the hardness of the brief. */
export function Choice({
  projectId,
  ladder,
  answer,
  put,
}: Omit<RungsProps, 'answer' | 'onChoose' | 'inBrief'> & { projectId: string; answer: LadderAnswer }) {
  const queries = useQueryClient();
  const path = { params: { path: { id: projectId } } };
  const write = useMutation<Versioned<Brief>, Problem, { shoreA: number; reason: string; on: string }>({
    mutationFn: async ({ shoreA, reason, on }) => {
      const brief = await unwrap(client.GET('/api/projects/{id}/brief', path));
      const hardness = {
        scale: 'a' as const,
        value: shoreA,
        tolerancePoints: brief.value.hardness?.tolerancePoints ?? POINTS,
        must: true,
        reason: reason.trim() || null,
        chosenOn: on,
      };
      return unwrap(
        client.PUT('/api/projects/{id}/brief', {
          ...path,
          body: { value: { ...brief.value, hardness }, version: brief.version },
        }),
      );
    },
    onSuccess: () =>
      void queries.invalidateQueries({ predicate: (q) => q.queryKey[1] === projectId && q.queryKey[0] !== 'ladder' }),
  });
  const brief = useQuery<Versioned<Brief>, Problem>({
    queryKey: ['brief', projectId],
    queryFn: ({ signal }) => unwrap(client.GET('/api/projects/{id}/brief', { ...path, signal })),
  });
  const asked = brief.data?.value.hardness;
  const inBrief = (shoreA: number) => asked?.scale === 'a' && asked.value === shoreA;
  const chosen = answer.rungs.find((r) => r.materialId === ladder.chosenMaterialId);
  return (
    <Box sx={{ display: 'grid', gap: 1.5 }}>
      <TextField
        label="Why the one you choose"
        defaultValue={ladder.reason}
        onChange={(event) => put({ reason: event.target.value })}
        onBlur={() =>
          chosen &&
          ladder.chosenOn &&
          write.mutate({ shoreA: chosen.shoreA, reason: ladder.reason, on: ladder.chosenOn })
        }
        sx={{ maxWidth: 520 }}
        slotProps={{ htmlInput: { maxLength: 400 } }}
      />
      <Rungs
        answer={answer}
        ladder={ladder}
        put={put}
        inBrief={inBrief}
        onChoose={(rung) => {
          put({ chosenMaterialId: rung.materialId, chosenOn: today() });
          write.mutate({ shoreA: rung.shoreA, reason: ladder.reason, on: today() });
        }}
      />
      {write.error && <Alert severity="error">{write.error.message}</Alert>}
      {chosen && ladder.chosenOn && (
        <Typography role="status">
          {number(chosen.shoreA)}A
          {inBrief(chosen.shoreA)
            ? ` is the brief’s hardness since ${date(ladder.chosenOn)}.`
            : ` was chosen on ${date(ladder.chosenOn)}; the brief asks for ${asked ? `${number(asked.value)}${asked.scale.toUpperCase()}` : 'no hardness'}.`}
        </Typography>
      )}
    </Box>
  );
}
