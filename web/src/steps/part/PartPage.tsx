import { Box, MenuItem, Stack, TextField, Typography } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { lazy, Suspense } from 'react';
import { useParams } from 'react-router';
import { client, unwrap } from '../../app/api/client';
import type { LengthUnit, PartChange, StoredPart, Versioned } from '../../app/api/types';
import { box, count, number } from '../../shared/format';
import { Figure } from '../../shared/Figure';
import { Refusal } from '../../shared/Refusal';
import { SaveState } from '../../shared/SaveState';
import { type StepApi, useStep } from '../../shared/useStep';
import { WorkingDrawer } from '../../shared/WorkingDrawer';
import { DeclaredForm } from './DeclaredForm';
import { DropZone } from './DropZone';
import { Findings } from './Findings';
import { useUpload } from './useUpload';

const PartViewer = lazy(() => import('./PartViewer'));

/** What the page saves is the unit and what is declared; the rest of the step comes from the mesh. */
const partApi = (id: string): StepApi<PartChange, Versioned<StoredPart>> => {
  const path = { params: { path: { id } } };
  return {
    read: (signal) => unwrap(client.GET('/api/projects/{id}/part', { ...path, signal })),
    save: (body, keepalive) => unwrap(client.PUT('/api/projects/{id}/part', { ...path, body, keepalive })),
    undo: (version) => unwrap(client.POST('/api/projects/{id}/part/undo', { ...path, body: { version } })),
    redo: (version) => unwrap(client.POST('/api/projects/{id}/part/redo', { ...path, body: { version } })),
    of: (answer) => answer,
  };
};

const unitNames: Record<LengthUnit, string> = { mm: 'millimetres', cm: 'centimetres', m: 'metres', in: 'inches' };

export function PartPage() {
  const { projectId = '' } = useParams();
  const queries = useQueryClient();
  const step = useStep(['part', projectId], partApi(projectId));
  const upload = useUpload();
  if (step.failure) return <Refusal problem={step.failure} to="/" act="All projects" />;
  if (!step.answer) return null;
  const { value: part, version } = step.answer;
  const { report } = part;
  const send = async (file: File) => {
    const kept = await upload.start(projectId, version, file, part.unit);
    if (!kept) return;
    queries.setQueryData(['part', projectId], kept);
    void queries.invalidateQueries({ predicate: (q) => q.queryKey[1] === projectId && q.queryKey[0] !== 'part' });
  };
  const change = (unit: LengthUnit, declared = part.declared) => step.change({ unit, declared });

  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', md: 'minmax(0, 1fr) 400px' }, gap: 3 }}>
      <DropZone
        upload={upload}
        title={part.hash ? 'Choose another mesh' : 'Choose a mesh'}
        onFile={(file) => void send(file)}
        sx={{ alignSelf: 'start' }}
      >
        <Box
          sx={{
            height: { xs: 320, md: 'min(560px, calc(100vh - 230px))' },
            minHeight: 300,
            border: 1,
            borderStyle: part.hash ? 'solid' : 'dashed',
            borderColor: 'divider',
            mb: 1,
            display: 'grid',
            placeItems: 'center',
          }}
        >
          {part.hash ? (
            <Suspense fallback={<Typography color="textSecondary">Drawing …</Typography>}>
              <PartViewer key={part.hash} hash={part.hash} name={part.fileName ?? 'the part'} />
            </Suspense>
          ) : (
            <Typography color="textSecondary" sx={{ p: 3, textAlign: 'center' }}>
              Drop the part’s mesh here. It is measured, checked for holes and drawn.
            </Typography>
          )}
        </Box>
      </DropZone>
      <div>
        <Stack direction="row" sx={{ alignItems: 'center', flexWrap: 'wrap', mb: 1, gap: 1 }}>
          <Typography variant="h1" sx={{ flex: 1 }}>
            Part
          </Typography>
          <SaveState step={step} labels={{ unit: 'Unit of the file', declared: 'What the mesh does not tell' }} />
        </Stack>
        {report && (
          <>
            <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, mb: 1 }}>
              <Typography noWrap sx={{ flex: 1 }} title={part.fileName ?? undefined}>
                {part.fileName}
              </Typography>
              <TextField
                select
                label="Numbers in"
                value={part.unit}
                onChange={(event) => change(event.target.value as LengthUnit)}
                sx={{ width: 150 }}
              >
                {Object.entries(unitNames).map(([unit, name]) => (
                  <MenuItem key={unit} value={unit}>
                    {name}
                  </MenuItem>
                ))}
              </TextField>
            </Box>
            <Figure
              label="Volume"
              value={report.volumeMm3 == null ? 'withheld' : number(report.volumeMm3 / 1000, 4)}
              unit={report.volumeMm3 == null ? undefined : 'cm³'}
              line={report.volumeMm3 == null ? undefined : 'volume'}
              large
            />
            <Figure label="Surface" value={number(report.areaMm2 / 100, 4)} unit="cm²" line="area" />
            <Figure label="Box" value={box(report.bboxMm)} unit="mm" line="box" />
            <Figure label="Triangles, shells" value={`${count(report.triangles)}, ${count(report.shells)}`} />
            <Findings findings={report.messages} watertight={report.watertight} />
          </>
        )}
        <DeclaredForm
          key={step.generation}
          declared={part.declared}
          problem={step.problem}
          onChange={(declared) => change(part.unit, declared)}
        />
      </div>
      <WorkingDrawer title="the part" lines={part.working} />
    </Box>
  );
}
