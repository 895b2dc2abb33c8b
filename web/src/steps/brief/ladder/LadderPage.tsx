import { Alert, Box, Link, Stack, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Link as RouterLink, useParams } from 'react-router';
import { client, type Problem, unwrap } from '../../../app/api/client';
import type { Ladder, LadderAnswer, LadderRequest, Versioned } from '../../../app/api/types';
import { number } from '../../../shared/format';
import { NumberField } from '../../../shared/NumberField';
import { Refusal } from '../../../shared/Refusal';
import { SaveState } from '../../../shared/SaveState';
import { type StepApi, useStep } from '../../../shared/useStep';
import { useWorking } from '../../../shared/useWorking';
import { WorkingDrawer } from '../../../shared/WorkingDrawer';
import { Choice } from './Choice';
import { blank, type Dimension, sections, whole } from './sections';

const ladderApi = (id: string): StepApi<Ladder, Versioned<Ladder>> => {
  const path = { params: { path: { id } } };
  return {
    read: (signal) => unwrap(client.GET('/api/projects/{id}/ladder', { ...path, signal })),
    save: (body, keepalive) => unwrap(client.PUT('/api/projects/{id}/ladder', { ...path, body, keepalive })),
    undo: (version) => unwrap(client.POST('/api/projects/{id}/ladder/undo', { ...path, body: { version } })),
    redo: (version) => unwrap(client.POST('/api/projects/{id}/ladder/redo', { ...path, body: { version } })),
    of: (answer) => answer,
  };
};

const labels = {
  request: 'What it must do',
  tried: 'Felt',
  chosenMaterialId: 'Chosen',
  reason: 'Reason',
  chosenOn: 'On',
};

/** From what a soft part must do to a hardness, by pouring a few samples and feeling them. */
export function LadderPage() {
  const { projectId = '' } = useParams();
  const step = useStep(['ladder', projectId], ladderApi(projectId));
  if (step.failure) return <Refusal problem={step.failure} to="/" act="All projects" />;
  if (!step.document) return null;
  const ladder = step.document.value;
  return (
    <>
      <Stack direction="row" sx={{ alignItems: 'center', flexWrap: 'wrap', gap: 1, mb: 1 }}>
        <Typography variant="h1" sx={{ flex: 1 }}>
          Hardness by trying
        </Typography>
        <SaveState step={step} labels={labels} />
      </Stack>
      <Typography sx={{ mb: 2 }}>
        Say what the part must do, pour a few hardnesses around the answer, feel them, choose.{' '}
        <Link component={RouterLink} to={`/projects/${projectId}/brief`}>
          Back to the brief
        </Link>
      </Typography>
      <Form key={step.generation} projectId={projectId} ladder={ladder} change={step.change} />
    </>
  );
}

function Form({ projectId, ladder, change }: { projectId: string; ladder: Ladder; change: (ladder: Ladder) => void }) {
  const queries = useQueryClient();
  const put = (part: Partial<Ladder>) => {
    const next = { ...queries.getQueryData<Versioned<Ladder>>(['ladder', projectId])!.value, ...part };
    queries.setQueryData<Versioned<Ladder>>(['ladder', projectId], (was) => was && { ...was, value: next });
    change(next);
  };
  const { request } = ladder;
  const ready = request !== null && whole(request);
  const answer = useQuery<LadderAnswer, Problem>({
    queryKey: ['rungs', request],
    enabled: ready,
    queryFn: ({ signal }) => unwrap(client.POST('/api/calc/hardness-ladder', { body: request!, signal })),
  });
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', md: '380px minmax(0,1fr)' }, gap: 5 }}>
      <section aria-labelledby="must-do">
        <Typography variant="h2" id="must-do" sx={{ mb: 1 }}>
          What it must do
        </Typography>
        <ToggleButtonGroup
          exclusive
          size="small"
          value={request?.section ?? null}
          aria-label="Simplified section"
          onChange={(_, to: LadderRequest['section'] | null) => to && put({ request: blank(to) })}
        >
          {Object.entries(sections).map(([id, { name }]) => (
            <ToggleButton key={id} value={id}>
              {name}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
        <Typography color="textSecondary" sx={{ my: 1 }}>
          {request ? sections[request.section].says : 'Choose what comes nearest to what the part does.'}
        </Typography>
        {request && <Asks request={request} onChange={(changed) => put({ request: changed })} />}
        {answer.error && (
          <Alert severity="error" sx={{ mt: 1.5 }}>
            {answer.error.message}
          </Alert>
        )}
        {answer.data && <Start answer={answer.data} />}
      </section>
      <section aria-labelledby="samples">
        <Typography variant="h2" id="samples" sx={{ mb: 1 }}>
          Samples to pour and feel
        </Typography>
        {answer.data ? (
          <Choice projectId={projectId} ladder={ladder} answer={answer.data} put={put} />
        ) : (
          <Typography color="textSecondary">They follow from what it must do.</Typography>
        )}
      </section>
      <WorkingDrawer title="the hardness" lines={answer.data?.working} />
    </Box>
  );
}

function Asks({ request, onChange }: { request: LadderRequest; onChange: (request: LadderRequest) => void }) {
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
      {sections[request.section].asks.map(([name, label, unit]) => (
        <NumberField
          key={`${request.section}${name}`}
          label={label}
          unit={unit}
          width="100%"
          optional
          min={0}
          value={request[name as Dimension] ?? null}
          onChange={(value) => onChange({ ...request, [name]: value })}
        />
      ))}
    </Box>
  );
}

function Start({ answer }: { answer: LadderAnswer }) {
  const { show } = useWorking();
  return (
    <Typography sx={{ mt: 2 }}>
      It takes{' '}
      <Link component="button" onClick={() => show('modulus')}>
        {number(answer.modulusMpa)} MPa
      </Link>
      , which is about{' '}
      <Link component="button" onClick={() => show('shore')} sx={{ fontWeight: 680 }}>
        {number(answer.shoreA, 2)} Shore A
      </Link>
      .{answer.offScale && ' That is off the scale of the formula: change the section rather than the hardness.'}
    </Typography>
  );
}
