import { Alert } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { client, type Problem, unwrap } from '../../app/api/client';
import type { UnreadableDecision } from '../../app/api/types';
import { date } from '../../shared/format';

/** Decisions that this release can’t read: each is said, or the page would offer to decide as if there were none. */
export function UnreadableDecisions({ projectId }: { projectId: string }) {
  const params = { path: { id: projectId } };
  const { data } = useQuery<UnreadableDecision[], Problem>({
    queryKey: ['unreadable-decisions', projectId],
    queryFn: ({ signal }) => unwrap(client.GET('/api/projects/{id}/decisions/unreadable', { params, signal })),
  });
  return (data ?? []).map((decision) => (
    <Alert key={decision.id} severity="warning" sx={{ mt: 1 }}>
      A decision of {date(decision.decided)} can’t be read: {decision.why} It stays in the data. Open it with the
      release that wrote it, or decide anew.
    </Alert>
  ));
}
