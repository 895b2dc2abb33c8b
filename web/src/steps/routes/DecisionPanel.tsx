import { Alert, Box, Button, TextField, Typography } from '@mui/material';
import { zodResolver } from '@hookform/resolvers/zod';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { memo } from 'react';
import { type FieldErrors, useForm, type UseFormRegister } from 'react-hook-form';
import { z } from '../../shared/zod';
import { client, type Problem, unwrap } from '../../app/api/client';
import type { DecisionRecord, Lane } from '../../app/api/types';
import { useAddress } from '../../shared/useAddress';
import { useAnswer } from './answer/useAnswer';
import { handOf, stretchesOf } from './decide/hand';
import { HandSequence, useSequence } from './decide/HandSequence';
import { DecisionLog } from './DecisionLog';
import { reasonField } from './reasonField';
import { UnreadableDecisions } from './UnreadableDecisions';

const schema = z.object({
  reason: z.string().trim().min(2, 'Why this one? Somebody will read it in a year.').max(2000),
  by: z.string().trim().min(2, 'Who decides?').max(80),
});

type Decided = z.infer<typeof schema>;

interface Props {
  projectId: string;
  routes: readonly Lane[];
  /** Stretches changed by hand, and the decision that is open, as the address has them. */
  hand: string | null;
  opened: number;
}

const none: DecisionRecord[] = [];

/** The choice, for the record: the answer unless somebody changes it by hand, with its reason. */
export const DecisionPanel = memo(function DecisionPanel({ projectId, routes, hand, opened }: Props) {
  const queries = useQueryClient();
  const change = useAddress();
  const { answer } = useAnswer(projectId);
  const decisions = useQuery<DecisionRecord[], Problem>({
    queryKey: ['decisions', projectId],
    queryFn: ({ signal }) =>
      unwrap(client.GET('/api/projects/{id}/decisions', { params: { path: { id: projectId } }, signal })),
  });
  const byHand = handOf(hand);
  const stretches = byHand ?? (answer?.best ? stretchesOf(answer.best) : null);
  const costed = useSequence(projectId, byHand);
  const sequence = byHand ? costed.data : (answer?.best ?? undefined);
  const form = useForm<Decided>({
    resolver: zodResolver(schema),
    defaultValues: { reason: '', by: '' },
  });
  const record = useMutation<DecisionRecord, Problem, Decided>({
    mutationFn: (values) =>
      unwrap(
        client.POST('/api/projects/{id}/decisions', {
          params: { path: { id: projectId } },
          body: { ...values, stretches: stretches! },
        }),
      ),
    onSuccess: (_, { by }) => {
      form.reset({ reason: '', by });
      change({ hand: null });
      void queries.invalidateQueries({
        predicate: (q) => q.queryKey[1] === projectId && q.queryKey[0] !== 'comparison' && q.queryKey[0] !== 'answer',
      });
    },
  });
  const problem = record.error ?? (byHand ? costed.error : null);
  return (
    <Box component="aside" aria-labelledby="decide">
      <Typography variant="h2" id="decide">
        Decide
      </Typography>
      <Box
        component="form"
        noValidate
        onSubmit={(event) => void form.handleSubmit((values) => record.mutate(values))(event)}
        sx={{ display: 'grid', gap: 1.5, mt: 1 }}
      >
        {stretches ? (
          <HandSequence
            stretches={stretches}
            sequence={sequence}
            answer={answer}
            routes={routes}
            isAnswer={byHand === null}
          />
        ) : (
          <Typography>There is no answer to decide on yet. Open a lane and decide on it.</Typography>
        )}
        <Fields register={form.register} errors={form.formState.errors} />
        <Button type="submit" variant="contained" disabled={record.isPending || !stretches}>
          Record the decision
        </Button>
        {problem && <Alert severity="error">{problem.message}</Alert>}
      </Box>
      <UnreadableDecisions projectId={projectId} />
      <DecisionLog projectId={projectId} decisions={decisions.data ?? none} open={opened} />
    </Box>
  );
});

interface FieldsProps {
  register: UseFormRegister<Decided>;
  errors: FieldErrors<Decided>;
}

/** Apart, since a text area measures itself at each drawing and the panel is drawn anew at each move of the marker. */
const Fields = memo(function Fields({ register, errors }: FieldsProps) {
  return (
    <>
      <TextField
        id={reasonField}
        label="Reason"
        multiline
        minRows={2}
        {...register('reason')}
        error={Boolean(errors.reason)}
        helperText={errors.reason?.message}
      />
      <TextField label="Decided by" {...register('by')} error={Boolean(errors.by)} helperText={errors.by?.message} />
    </>
  );
});
