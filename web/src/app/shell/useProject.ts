import { useQuery } from '@tanstack/react-query';
import { client, type Problem, unwrap } from '../api/client';
import type { ProjectSummary } from '../api/types';

/** Queries about a project share its id as second key: whoever changes a step makes the others ask again. */
export const useProject = (projectId: string | undefined) =>
  useQuery<ProjectSummary, Problem>({
    queryKey: ['project', projectId],
    enabled: projectId !== undefined,
    queryFn: ({ signal }) => unwrap(client.GET('/api/projects/{id}', { params: { path: { id: projectId! } }, signal })),
  });
