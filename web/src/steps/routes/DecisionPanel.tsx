import { Alert, Box, Button, Link, TextField, Typography } from '@mui/material';
import { zodResolver } from '@hookform/resolvers/zod';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { memo, useCallback } from 'react';
import { type FieldErrors, useForm, type UseFormRegister } from 'react-hook-form';
import { z } from 'zod';
import { client, type Problem, unwrap } from '../../app/api/client';
import type { Comparison, DecisionRecord, Lane } from '../../app/api/types';
import { count, number } from '../../shared/format';
import { useAddress } from '../../shared/useAddress';
import { DecisionLog } from './DecisionLog';
import { PickPanel } from './PickPanel';
import { reasonField } from './reasonField';

const schema = z.object({
  reason: z.string().trim().min(2, 'Why this one? Somebody will read it in a year.').max(2000),
  by: z.string().trim().min(2, 'Who decides?').max(80),
});

type Decided = z.infer<typeof schema>;

interface Props {
  projectId: string;
  lane: Lane;
  lanes: readonly Lane[];
  crossovers: Comparison['crossovers'];
  quantity: number;
  /** The weights of the aims, and the decision that is open, as the address has them. */
  aims: string | null;
  opened: number;
}

const none: DecisionRecord[] = [];

/** What is cheapest here and what would change it; then the choice, with its reason, for the record. */
export const DecisionPanel = memo(function DecisionPanel({
  projectId,
  lane,
  lanes,
  crossovers,
  quantity,
  aims,
  opened,
}: Props) {
  const queries = useQueryClient();
  const change = useAddress();
  const choose = useCallback((route: string) => change({ route }), [change]);
  const decisions = useQuery<DecisionRecord[], Problem>({
    queryKey: ['decisions', projectId],
    queryFn: ({ signal }) =>
      unwrap(client.GET('/api/projects/{id}/decisions', { params: { path: { id: projectId } }, signal })),
  });
  const form = useForm<Decided>({
    resolver: zodResolver(schema),
    defaultValues: { reason: '', by: '' },
  });
  const record = useMutation<DecisionRecord, Problem, Decided>({
    mutationFn: (values) =>
      unwrap(
        client.POST('/api/projects/{id}/decisions', {
          params: { path: { id: projectId } },
          body: { ...values, routeId: lane.route.id, quantity },
        }),
      ),
    onSuccess: (_, { by }) => {
      form.reset({ reason: '', by });
      void queries.invalidateQueries({
        predicate: (q) => q.queryKey[1] === projectId && q.queryKey[0] !== 'comparison',
      });
    },
  });
  const { errors } = form.formState;
  return (
    <Box component="aside" aria-labelledby="here">
      <PickPanel projectId={projectId} aims={aims} onChoose={choose} />
      <Typography variant="h2" id="here" sx={{ mt: 2.5 }}>
        Cheapest here
      </Typography>
      <Standing lanes={lanes} crossovers={crossovers} quantity={quantity} />
      <Typography variant="h2" sx={{ mt: 2.5 }}>
        Decide
      </Typography>
      {lane.verdict === 'out' ? (
        <Typography sx={{ mt: 0.5 }}>
          {lane.route.name} is ruled out. Choose another lane, or change what rules it out.
        </Typography>
      ) : (
        <Box
          component="form"
          noValidate
          onSubmit={(event) => void form.handleSubmit((values) => record.mutate(values))(event)}
          sx={{ display: 'grid', gap: 1.5, mt: 1 }}
        >
          <Typography>
            <b>{lane.route.name}</b> for {count(quantity)}:{' '}
            <Link component="button" type="button" onClick={() => change({ route: lane.route.id, working: 'drawn' })}>
              {number(lane.total.p50)} €
            </Link>{' '}
            in all, {number(lane.unit.p50)} € each.
          </Typography>
          <Fields register={form.register} errors={errors} />
          <Button type="submit" variant="contained" disabled={record.isPending}>
            Record the decision
          </Button>
          {record.error && <Alert severity="error">{record.error.message}</Alert>}
        </Box>
      )}
      <DecisionLog projectId={projectId} decisions={decisions.data ?? none} open={opened} />
    </Box>
  );
});

function Standing({ lanes, crossovers, quantity }: Pick<Props, 'lanes' | 'crossovers' | 'quantity'>) {
  const best = lanes[0]!;
  if (best.verdict === 'out')
    return (
      <Typography>
        Every route is ruled out. The reasons stand in the lanes; the nearest needs the least changed.
      </Typography>
    );
  const second = lanes.find((l) => l !== best && l.verdict !== 'out');
  const name = (id: string) => lanes.find((l) => l.route.id === id)?.route.name ?? id;
  const tie = best.chanceCheapest < 2 / 3;
  const into = crossovers.findLast((c) => c.firstAt <= quantity);
  const onward = crossovers.find((c) => c.firstAt > quantity);
  return (
    <>
      <Typography>
        <b>{best.route.name}</b>, cheapest in {number(best.chanceCheapest * 100, 2)} of 100 draws.
        {tie && second && ` That is a tie with ${second.route.name.toLowerCase()}: the difference is inside the noise.`}
      </Typography>
      {into && (
        <Typography variant="body2" color="textSecondary">
          Below {count(into.firstAt)}: {name(into.from).toLowerCase()}.
        </Typography>
      )}
      {onward && (
        <Typography variant="body2" color="textSecondary">
          From {count(onward.firstAt)}: {name(onward.to).toLowerCase()}
          {onward.forGoodAt == null
            ? ', by turns.'
            : onward.forGoodAt > onward.firstAt
              ? `, for good from ${count(onward.forGoodAt)}.`
              : '.'}
        </Typography>
      )}
    </>
  );
}

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
