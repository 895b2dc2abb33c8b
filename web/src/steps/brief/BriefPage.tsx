import { zodResolver } from '@hookform/resolvers/zod';
import { Box, Stack, Typography } from '@mui/material';
import { useCallback } from 'react';
import { FormProvider, useForm, useWatch } from 'react-hook-form';
import { useParams } from 'react-router';
import { client, unwrap } from '../../app/api/client';
import type { Brief, Versioned } from '../../app/api/types';
import { useEachChange } from '../../shared/formFields';
import { Refusal } from '../../shared/Refusal';
import { SaveState } from '../../shared/SaveState';
import { type Step, type StepApi, useStep } from '../../shared/useStep';
import { ProjectRuler } from '../../shared/comparison/ProjectRuler';
import { briefSchema, labels } from './briefForm';
import { LeadingRoutes } from './LeadingRoutes';
import { DemandRows } from './DemandRows';
import { Features } from './Features';
import { Limits } from './Limits';
import { Requirements } from './Requirements';
import { Templates } from './Templates';

const briefApi = (id: string): StepApi<Brief, Versioned<Brief>> => {
  const path = { params: { path: { id } } };
  return {
    read: (signal) => unwrap(client.GET('/api/projects/{id}/brief', { ...path, signal })),
    save: (body, keepalive) => unwrap(client.PUT('/api/projects/{id}/brief', { ...path, body, keepalive })),
    undo: (version) => unwrap(client.POST('/api/projects/{id}/brief/undo', { ...path, body: { version } })),
    redo: (version) => unwrap(client.POST('/api/projects/{id}/brief/redo', { ...path, body: { version } })),
    of: (answer) => answer,
  };
};

export function BriefPage() {
  const { projectId = '' } = useParams();
  const step = useStep(['brief', projectId], briefApi(projectId));
  if (step.failure) return <Refusal problem={step.failure} to="/" act="All projects" />;
  if (!step.document) return null;
  return (
    <>
      <ProjectRuler projectId={projectId} />
      <Stack direction="row" sx={{ alignItems: 'center', flexWrap: 'wrap', gap: 1, mb: 2, mt: 1 }}>
        <Typography variant="h1" sx={{ flex: 1 }}>
          Brief
        </Typography>
        <SaveState step={step} labels={labels} />
      </Stack>
      <BriefForm key={step.generation} step={step} brief={step.document.value} />
    </>
  );
}

function BriefForm({ step, brief }: { step: Step<Brief, Versioned<Brief>>; brief: Brief }) {
  const form = useForm<Brief>({ defaultValues: brief, resolver: zodResolver(briefSchema), mode: 'onChange' });
  const { change } = step;
  const demand = useWatch({ control: form.control, name: 'demand' });
  const changeWhole = useCallback(
    (values: Brief) => {
      const whole = briefSchema.safeParse(values);
      if (whole.success) change(whole.data);
    },
    [change],
  );
  useEachChange(form, changeWhole);
  const take = (template: Brief) => {
    form.reset(template);
    change(template);
  };
  return (
    <FormProvider {...form}>
      {demand.length === 0 && <Templates onTake={take} />}
      <Box
        component="form"
        noValidate
        onSubmit={(event) => event.preventDefault()}
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: 'minmax(0,1fr)', md: 'minmax(0,1fr) minmax(0,1fr)' },
          columnGap: 6,
          rowGap: 3,
        }}
      >
        <Box sx={{ display: 'grid', gap: 4, alignContent: 'start' }}>
          <div>
            <DemandRows />
            <LeadingRoutes />
          </div>
          <Limits problem={step.problem} />
        </Box>
        <Box sx={{ display: 'grid', gap: 4, alignContent: 'start' }}>
          <Requirements problem={step.problem} />
          <Features problem={step.problem} />
        </Box>
      </Box>
    </FormProvider>
  );
}
