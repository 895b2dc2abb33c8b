import { Box, Button, Stack, Typography } from '@mui/material';
import { Link, useParams } from 'react-router';
import { client, unwrap } from '../../app/api/client';
import type { PlanAnswer, PourPlan } from '../../app/api/types';
import { Refusal } from '../../shared/Refusal';
import { RouteGlyph } from '../../shared/RouteGlyph';
import { SaveState } from '../../shared/SaveState';
import { type StepApi, useStep } from '../../shared/useStep';
import { WorkingDrawer } from '../../shared/WorkingDrawer';
import { BatchCard } from './BatchCard';
import { Cautions } from './Cautions';
import { labels, PourForm } from './PourForm';

const planApi = (id: string): StepApi<PourPlan, PlanAnswer> => {
  const path = { params: { path: { id } } };
  return {
    read: (signal) => unwrap(client.GET('/api/projects/{id}/plan', { ...path, signal })),
    save: (body, keepalive) => unwrap(client.PUT('/api/projects/{id}/plan', { ...path, body, keepalive })),
    undo: (version) => unwrap(client.POST('/api/projects/{id}/plan/undo', { ...path, body: { version } })),
    redo: (version) => unwrap(client.POST('/api/projects/{id}/plan/redo', { ...path, body: { version } })),
    of: (answer) => answer.plan,
  };
};

export function PlanPage() {
  const { projectId = '' } = useParams();
  const step = useStep(['plan', projectId], planApi(projectId));
  if (step.failure) return <Refusal problem={step.failure} to={`/projects/${projectId}/part`} act="Go to Part" />;
  if (!step.answer) return null;
  const { route, plan, batch, notice } = step.answer;
  if (!plan || !batch || !route)
    return (
      <Box sx={{ py: 4, maxWidth: 620 }}>
        <Typography variant="h1">{route ? 'This plan is not built yet' : 'Nothing to plan yet'}</Typography>
        <Typography sx={{ my: 1.5 }}>{notice}</Typography>
        <Button component={Link} to={`/projects/${projectId}/routes`} variant="contained">
          {route ? 'See the routes' : 'Choose a route'}
        </Button>
      </Box>
    );
  return (
    <>
      <Stack direction="row" sx={{ alignItems: 'center', flexWrap: 'wrap', gap: 1.5, mb: 1.5 }}>
        <RouteGlyph figure={route.figure} tag={route.tag} />
        <Typography variant="h1" sx={{ flex: 1 }}>
          First pour: {route.name.toLowerCase()}
        </Typography>
        <SaveState step={step} labels={labels} />
      </Stack>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', md: 'minmax(0, 1fr) 400px' }, gap: 4 }}>
        <div>
          <BatchCard batch={batch} plan={plan.value} resins={step.answer.resins} demoldH={step.answer.demoldH} />
          <Cautions cautions={step.answer.cautions} deference={step.answer.deference} />
        </div>
        <PourForm
          key={step.generation}
          plan={plan.value}
          resins={step.answer.resins}
          problem={step.problem}
          onChange={step.change}
        />
      </Box>
      <WorkingDrawer title="the pour" lines={batch.working} />
    </>
  );
}
