import { Alert, Box, Button, Stack, Typography } from '@mui/material';
import { lazy, Suspense } from 'react';
import { FormProvider, useForm } from 'react-hook-form';
import { Link, useSearchParams } from 'react-router';
import { client, unwrap } from '../../app/api/client';
import type { PlanAnswer, PlanChoices } from '../../app/api/types';
import { useEachChange } from '../../shared/formFields';
import { within } from '../../shared/format';
import { Refusal } from '../../shared/Refusal';
import { RouteGlyph } from '../../shared/RouteGlyph';
import { Stretches } from '../../shared/Stretches';
import { SaveState } from '../../shared/SaveState';
import { type Step, type StepApi, useStep } from '../../shared/useStep';
import { WorkingDrawer } from '../../shared/WorkingDrawer';
import { FirstWork } from './FirstWork';
import { Headline } from './Headline';
import { type PlanAt, planAt, usePlanAt } from './planAt';
import { familyOf, stationOf } from './families';
import { ProposedContext, RefusedContext } from './planForm';
import type { StationProps } from './station';
import { StationLine } from './StationLine';

const ToWeek = lazy(async () => ({ default: (await import('./ToWeek')).ToWeek }));
const WorkStation = lazy(() => import('./operations/WorkStation'));

const planApi = ({ params }: PlanAt): StepApi<PlanChoices, PlanAnswer> => {
  const path = { params };
  return {
    read: (signal) => unwrap(client.GET('/api/projects/{id}/plan', { ...path, signal })),
    save: (body, keepalive) => unwrap(client.PUT('/api/projects/{id}/plan', { ...path, body, keepalive })),
    undo: (version) => unwrap(client.POST('/api/projects/{id}/plan/undo', { ...path, body: { version } })),
    redo: (version) => unwrap(client.POST('/api/projects/{id}/plan/redo', { ...path, body: { version } })),
    of: (answer) => answer.plan,
    isSame: (one, other) => one.route?.id === other.route?.id,
  };
};

export function PlanPage() {
  const at = usePlanAt();
  const { projectId } = at;
  const step = useStep(['plan', projectId, at.stretch ?? ''], planApi(at));
  if (step.failure) return <Refusal problem={step.failure} to={`/projects/${projectId}/part`} act="Go to Part" />;
  if (!step.answer) return null;
  const { route, plan, answer, offers, notice, firstWork } = step.answer;
  const others = (
    <Stretches
      stretches={step.answer.stretches}
      here={step.answer.stretch}
      to={(id) => planAt(projectId, id).page('plan')}
    />
  );
  if (firstWork && route)
    return (
      <Box sx={{ py: 2, maxWidth: 620 }}>
        {others}
        <Typography variant="h1">Plan: {within(route.name)}</Typography>
        <FirstWork work={firstWork} notice={notice} />
      </Box>
    );
  if (!plan || !answer || !route || !offers)
    return (
      <Box sx={{ py: 2, maxWidth: 620 }}>
        {others}
        <Typography variant="h1">{route ? 'This plan is not built yet' : 'Nothing to plan yet'}</Typography>
        <Typography sx={{ my: 1.5 }}>{notice}</Typography>
        <Button component={Link} to={`/projects/${projectId}/routes`} variant="contained">
          {route ? 'See the routes' : 'Choose a route'}
        </Button>
      </Box>
    );
  return (
    <>
      {others}
      <Stack direction="row" sx={{ alignItems: 'center', flexWrap: 'wrap', gap: 1.5, mb: 1 }}>
        <RouteGlyph figure={route.figure} tag={route.tag} />
        <Typography variant="h1" sx={{ flex: 1 }}>
          Plan: {within(route.name)}
        </Typography>
        {step.answer.stretch && answer.refusals.length === 0 && (
          <Suspense fallback={null}>
            <ToWeek projectId={projectId} stretch={step.answer.stretch} />
          </Suspense>
        )}
        <SaveState step={step} labels={familyOf(plan.value).labels} />
      </Stack>
      <Ways whole={step.answer} onChange={step.change} />
      <Planned
        key={`${step.generation} ${plan.value.family}`}
        projectId={projectId}
        step={step}
        plan={step.document?.value.family === plan.value.family ? step.document.value : plan.value}
        figures={answer.figures}
        work={answer}
        whole={step.answer}
        offers={offers}
      />
      <WorkingDrawer title="the plan" lines={answer.working} />
    </>
  );
}

/** A route that may be made in several ways is planned in one of them; another begins with what it proposes. */
function Ways({ whole: { ways, plan }, onChange }: { whole: PlanAnswer; onChange: (choices: PlanChoices) => void }) {
  if (ways.length < 2) return null;
  return (
    <Box role="group" aria-label="Ways to make it" sx={{ display: 'flex', alignItems: 'baseline', gap: 1.5, mb: 1 }}>
      <Typography color="textSecondary">Planned</Typography>
      {ways.map((way) => {
        const here = way.family === plan!.value.family;
        return (
          <Button key={way.family} sx={{ p: 0 }} disabled={here} aria-pressed={here} onClick={() => onChange(way)}>
            {familyOf(way).name}
          </Button>
        );
      })}
    </Box>
  );
}

function Planned({ step, ...station }: StationProps & { step: Step<PlanChoices, PlanAnswer> }) {
  const form = useForm<PlanChoices>({ defaultValues: station.plan });
  useEachChange(form, step.change);
  const [params] = useSearchParams();
  const { figures, work } = station;
  const family = familyOf(station.plan);
  const change = params.get('change');
  const shown = family.stations.filter((s) => s.shown?.(figures) ?? true);
  const asked = params.get('at') ?? (change ? stationOf(family, change) : 'work');
  const at = shown.find((s) => s.id === asked);
  return (
    <RefusedContext value={step.problem}>
      <ProposedContext value={step.answer?.proposed ?? null}>
        <FormProvider {...form}>
          {work.refusals.map((refusal) => (
            <Alert severity="error" key={refusal.code} sx={{ mb: 1 }}>
              Not planned: {refusal.text}
            </Alert>
          ))}
          <Headline work={work} />
          <StationLine
            at={at?.id ?? 'work'}
            stations={shown.map(({ id, name }) => ({ id, name: typeof name === 'string' ? name : name(figures) }))}
            found={work.at}
          />
          <Box sx={{ mt: 2 }}>
            <Suspense fallback={null}>{at ? <at.View {...station} /> : <WorkStation {...station} />}</Suspense>
          </Box>
        </FormProvider>
      </ProposedContext>
    </RefusedContext>
  );
}
