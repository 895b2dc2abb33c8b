import { useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { client, unwrap } from '../app/api/client';
import type { Commitments, ScheduleView } from '../app/api/types';
import { useLive } from './live';
import { type StepApi, useStep } from './useStep';

const weekApi: StepApi<Commitments, ScheduleView> = {
  read: (signal) => unwrap(client.GET('/api/shop/schedule', { signal })),
  save: (body, keepalive) => unwrap(client.PUT('/api/shop/commitments', { body, keepalive })),
  undo: (version) => unwrap(client.POST('/api/shop/commitments/undo', { body: { version } })),
  redo: (version) => unwrap(client.POST('/api/shop/commitments/redo', { body: { version } })),
  of: (answer) => answer.commitments,
};

/** What the shop has committed itself to, laid out; asked for again when a better one was found or a run went on. */
export function useWeek() {
  const queries = useQueryClient();
  const again = useCallback(() => void queries.invalidateQueries({ queryKey: ['week'] }), [queries]);
  useLive('schedule', again);
  useLive('run', again);
  return useStep(['week'], weekApi);
}

/** A stretch’s name in the schedule. */
export const jobOf = (projectId: string, stretch: string): string => `${projectId}:${stretch}`;
