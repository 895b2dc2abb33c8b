import { Button } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import { client, type Problem, unwrap } from '../../app/api/client';
import type { Commitments, ScheduleView, Versioned } from '../../app/api/types';
import { jobOf } from '../../shared/useWeek';

/** Commits the shop to this stretch: its operations then share people and equipment with all others. */
export function ToWeek({ projectId, stretch }: { projectId: string; stretch: string }) {
  const queries = useQueryClient();
  const { data: standing } = useQuery<Versioned<Commitments>, Problem>({
    queryKey: ['commitments'],
    queryFn: ({ signal }) => unwrap(client.GET('/api/shop/commitments', { signal })),
  });
  const id = jobOf(projectId, stretch);
  const commit = useMutation<ScheduleView, Problem, Versioned<Commitments>>({
    mutationFn: ({ value, version }) =>
      unwrap(
        client.PUT('/api/shop/commitments', {
          body: { value: { ...value, jobs: [...value.jobs, { projectId, stretch, id }] }, version },
        }),
      ),
    onSuccess: (view) => {
      queries.setQueryData(['week'], view);
      queries.setQueryData(['commitments'], view.commitments);
    },
    onError: () => void queries.invalidateQueries({ queryKey: ['commitments'] }),
  });
  if (!standing) return null;
  if (standing.value.jobs.some((job) => job.id === id))
    return (
      <Button component={Link} to="/week">
        In the shop’s week
      </Button>
    );
  return (
    <Button disabled={commit.isPending} onClick={() => commit.mutate(standing)}>
      Put into the shop’s week
    </Button>
  );
}
