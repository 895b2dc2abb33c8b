import { Alert, Button, Typography } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { client, unwrap } from '../../app/api/client';
import type { PlanAnswer, WorkState } from '../../app/api/types';
import { WorkProgress } from '../../shared/WorkProgress';
import { usePlanAt } from './planAt';

const POLL_MS = 400;

/** What a large part is asked before its plan can be answered; the plan is read again when that is done. */
export function FirstWork({ work: begun, notice }: { work: WorkState; notice: PlanAnswer['notice'] }) {
  const queries = useQueryClient();
  const at = usePlanAt();
  const path = { params: at.params };
  const key = ['plan-first-work', at.projectId, at.stretch];
  const { data: work } = useQuery<WorkState>({
    queryKey: key,
    queryFn: ({ signal }) => unwrap(client.GET('/api/projects/{id}/plan/first-work', { ...path, signal })),
    initialData: begun,
    refetchInterval: ({ state: { data } }) => (data && isOpen(data) ? POLL_MS : false),
  });
  const take = (next: WorkState) => queries.setQueryData(key, next);
  const start = useMutation({
    mutationFn: () => unwrap(client.POST('/api/projects/{id}/plan/first-work', path)),
    onSuccess: take,
  });
  const stop = useMutation({
    mutationFn: () => unwrap(client.DELETE('/api/projects/{id}/plan/first-work', path)),
    onSuccess: take,
  });
  const isDone = work.phase === 'none' || work.phase === 'done';
  useEffect(() => {
    if (isDone) void queries.invalidateQueries({ queryKey: ['plan', at.projectId] });
  }, [isDone, at.projectId, queries]);
  return (
    <>
      <Typography sx={{ my: 1.5 }}>{notice}</Typography>
      {start.error && <Alert severity="error">{start.error.message}</Alert>}
      {isOpen(work) && (
        <WorkProgress {...work} label="Progress of the plan’s first work" onStop={() => stop.mutate()} />
      )}
      {(work.phase === 'stopped' || work.phase === 'failed') && (
        <Alert
          severity={work.phase === 'failed' ? 'error' : 'info'}
          action={<Button onClick={() => start.mutate()}>Go on</Button>}
        >
          {work.phase === 'failed' ? (work.problem ?? 'That failed; nothing else was changed.') : 'Stopped.'}
        </Alert>
      )}
    </>
  );
}

const isOpen = (work: WorkState) => work.phase === 'waiting' || work.phase === 'running';
