import { queryOptions, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { client, unwrap } from '../../app/api/client';
import type { StudyState } from '../../app/api/types';
import { isUnderWay, useWork } from '../useWork';

const readStudy = (projectId: string, signal: AbortSignal) =>
  unwrap(client.GET('/api/projects/{id}/part/study', { params: { path: { id: projectId } }, signal }));

/** How far the measuring is and what it found; asking begins nothing. */
export const studyQuery = (projectId: string) =>
  queryOptions<StudyState>({
    queryKey: ['study', projectId],
    queryFn: ({ signal }) => readStudy(projectId, signal),
  });

/** The measuring of the part's shape: begun when it has not been, followed while it runs, its figures when done. */
export function useStudy(projectId: string, measurable: boolean) {
  const queries = useQueryClient();
  const path = { params: { path: { id: projectId } } };
  const {
    state: study,
    start,
    stop,
  } = useWork<StudyState>({
    queryKey: studyQuery(projectId).queryKey,
    read: (signal) => readStudy(projectId, signal),
    begin: () => unwrap(client.POST('/api/projects/{id}/part/study', path)),
    end: () => unwrap(client.DELETE('/api/projects/{id}/part/study', path)),
    isOpen: isUnderWay,
    enabled: measurable,
  });

  const phase = measurable ? study?.phase : undefined;
  const begin = start.mutate;
  useEffect(() => {
    if (phase === 'none') begin();
  }, [phase, begin]);
  useEffect(() => {
    // What was measured changes what routes say.
    if (phase === 'done')
      void queries.invalidateQueries({
        predicate: ({ queryKey: [name, id] }) =>
          id === projectId && name !== 'study' && name !== 'part' && name !== 'shown',
      });
  }, [phase, projectId, queries]);
  return {
    study: measurable ? study : undefined,
    start: () => start.mutate(),
    stop: () => stop.mutate(),
    problem: start.error,
  };
}
