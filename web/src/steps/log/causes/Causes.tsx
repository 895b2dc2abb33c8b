import { Alert, Box, Button, Link as MuiLink, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { client, type Problem, unwrap } from '../../../app/api/client';
import type { AdviceView, LikelyCause } from '../../../app/api/types';
import { count } from '../../../shared/format';

interface Props {
  projectId: string;
  stretch: string | undefined;
}

/** What went wrong, how often, and what the records say it came from. */
export function Causes({ projectId, stretch }: Props) {
  const { data, error } = useQuery<AdviceView, Problem>({
    queryKey: ['advice', projectId, stretch ?? ''],
    queryFn: ({ signal }) =>
      unwrap(
        client.GET('/api/projects/{id}/advice', { params: { path: { id: projectId }, query: { stretch } }, signal }),
      ),
  });
  if (error) return <Alert severity="error">{error.message}</Alert>;
  if (!data) return null;
  if (data.shots === 0) return <Typography color="textSecondary">No shot was run yet.</Typography>;
  if (data.defects.length === 0)
    return (
      <Typography>
        {count(data.shots)} shots, {count(data.good)} good parts, nothing to rework or scrap.
      </Typography>
    );
  return (
    <>
      <Typography sx={{ my: 1 }}>
        {count(data.shots)} shots, {count(data.good)} good parts. The records are searched for what was otherwise in the
        spoiled shots than in the sound ones; what they show is a lead, not a proof.
      </Typography>
      {data.defects.map((found) => (
        <Box component="section" key={found.defect} aria-label={found.defect} sx={{ my: 3 }}>
          <Typography variant="h2" sx={{ '&::first-letter': { textTransform: 'uppercase' } }}>
            {found.defect}:{' '}
            {[found.scrap > 0 && `${found.scrap} scrapped`, found.rework > 0 && `${found.rework} reworked`]
              .filter(Boolean)
              .join(', ')}{' '}
            <Typography component="span" color="textSecondary">
              in {found.shots.length === 1 ? 'shot' : 'shots'} {found.shots.join(', ')}
            </Typography>
          </Typography>
          {found.causes.some((c) => c.isShown) ? (
            found.causes
              .filter((c) => c.isShown)
              .map((cause) => <Shown key={cause.rule} cause={cause} projectId={projectId} stretch={stretch} />)
          ) : (
            <Typography>The records show no cause.</Typography>
          )}
          {found.causes.some((c) => !c.isShown) && (
            <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
              What no record shows, to look at as well:{' '}
              {found.causes
                .filter((c) => !c.isShown)
                .map((c) => `${c.cause} ${c.remedy}`)
                .join(' ')}
            </Typography>
          )}
        </Box>
      ))}
    </>
  );
}

const likely = (share: number) => (share >= 0.6 ? 'Likely' : share >= 0.3 ? 'Possible' : 'Hardly');

function Shown({ cause, projectId, stretch }: Props & { cause: LikelyCause }) {
  const { edit } = cause;
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '90px 1fr' }, columnGap: 2, my: 1.5 }}>
      <Typography sx={{ fontWeight: 680 }}>{likely(cause.likely)}</Typography>
      <div>
        <Typography sx={{ fontSize: 17 }}>
          <b>{cause.cause}</b>
        </Typography>
        <Typography>
          {cause.evidence} Holds in {cause.shots.length} of {cause.of} spoiled {cause.of === 1 ? 'shot' : 'shots'} (
          {cause.shots.join(', ')}), in {cause.otherShots} of {cause.ofOthers} others.
        </Typography>
        <Typography>
          {cause.remedy}{' '}
          <Typography component="span" variant="body2" color="textSecondary">
            {cause.source}
          </Typography>
        </Typography>
        {edit && (
          <Button
            component={Link}
            size="small"
            to={`/projects/${projectId}/plan?${new URLSearchParams({ ...(stretch ? { stretch } : {}), change: edit.field })}`}
          >
            In the plan: {edit.says}
          </Button>
        )}
        <MuiLink
          component={Link}
          sx={{ ml: edit ? 2 : 0, fontSize: 14 }}
          to={`/shelf?q=${encodeURIComponent(`shot ${cause.shots[0]}`)}`}
        >
          The records of shot {cause.shots[0]}
        </MuiLink>
      </div>
    </Box>
  );
}
