import { Alert, Box, Button, TextField, Typography } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { client, type Problem, unwrap } from '../../../app/api/client';
import type { Brief, LadderAnswer, Versioned } from '../../../app/api/types';
import { date, number } from '../../../shared/format';
import { isoDay } from '../briefForm';
import type { RungsProps } from './Rungs';

/** The choice with its reason becomes the hardness of the brief. */
export function Choice({
  projectId,
  ladder,
  answer,
  put,
}: Omit<RungsProps, 'answer'> & { projectId: string; answer: LadderAnswer | undefined }) {
  const queries = useQueryClient();
  const path = { params: { path: { id: projectId } } };
  const rung = answer?.rungs.find((r) => r.materialId === ladder.chosenMaterialId);
  const write = useMutation<Versioned<Brief>, Problem>({
    mutationFn: async () => {
      const brief = await unwrap(client.GET('/api/projects/{id}/brief', path));
      const today = isoDay(new Date());
      put({ chosenOn: today });
      const hardness = {
        scale: 'a' as const,
        value: rung!.shoreA,
        tolerancePoints: 5,
        must: true,
        reason: ladder.reason.trim(),
        chosenOn: today,
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
  if (!rung) return null;
  return (
    <Box sx={{ mt: 2, display: 'grid', gap: 1.5, maxWidth: 520 }}>
      <TextField
        label="Why this one"
        defaultValue={ladder.reason}
        onChange={(event) => put({ reason: event.target.value })}
        multiline
        minRows={2}
        slotProps={{ htmlInput: { maxLength: 400 } }}
      />
      <Button
        variant="contained"
        disabled={ladder.reason.trim().length < 2 || write.isPending}
        onClick={() => write.mutate()}
      >
        Make {number(rung.shoreA)}A the brief’s hardness
      </Button>
      {write.error && <Alert severity="error">{write.error.message}</Alert>}
      {ladder.chosenOn && (
        <Typography color="textSecondary" role="note">
          In the brief since {date(ladder.chosenOn)}.
        </Typography>
      )}
    </Box>
  );
}
