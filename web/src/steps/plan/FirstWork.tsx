import { Alert, Button, Typography } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { client, unwrap } from '../../app/api/client';
import type { PlanAnswer, WorkState } from '../../app/api/types';
import { isUnderWay, useWork } from '../../shared/useWork';
import { WorkProgress } from '../../shared/WorkProgress';
import { usePlanAt } from './planAt';

/** What a large part is asked before its plan can be answered; the plan is read again when that is done. */
export function FirstWork({ work: begun, notice }: { work: WorkState; notice: PlanAnswer['notice'] }) {
  const queries = useQueryClient();
  const at = usePlanAt();
  const path = { params: at.params };
  const {
    state: work = begun,
    start,
    stop,
  } = useWork<WorkState>({
    queryKey: ['plan-first-work', at.projectId, at.stretch],
    read: (signal) => unwrap(client.GET('/api/projects/{id}/plan/first-work', { ...path, signal })),
    begin: () => unwrap(client.POST('/api/projects/{id}/plan/first-work', path)),
    end: () => unwrap(client.DELETE('/api/projects/{id}/plan/first-work', path)),
    isOpen: isUnderWay,
    initialData: begun,
  });
  const isDone = work.phase === 'none' || work.phase === 'done';
  useEffect(() => {
    if (isDone) void queries.invalidateQueries({ queryKey: ['plan', at.projectId] });
  }, [isDone, at.projectId, queries]);
  return (
    <>
      <Typography sx={{ my: 1.5 }}>{notice}</Typography>
      {start.error && <Alert severity="error">{start.error.message}</Alert>}
      {isUnderWay(work) && (
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
