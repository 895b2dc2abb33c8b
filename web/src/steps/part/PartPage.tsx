import { Alert, Box, Link, MenuItem, Stack, TextField, Typography } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { lazy, Suspense, useMemo } from 'react';
import { useParams } from 'react-router';
import { client, type Problem, unwrap } from '../../app/api/client';
import type { LengthUnit, PartChange, ShowPick, StoredPart, Versioned } from '../../app/api/types';
import { box, count, number } from '../../shared/format';
import { Figure } from '../../shared/Figure';
import { Refusal } from '../../shared/Refusal';
import { SaveState } from '../../shared/SaveState';
import { useStep } from '../../shared/useStep';
import { WorkingDrawer } from '../../shared/WorkingDrawer';
import { DeclaredForm } from './DeclaredForm';
import { DropZone } from '../../shared/upload/DropZone';
import { Findings, lookFor } from '../../shared/Findings';
import { MendPanel } from './MendPanel';
import { partApi } from '../../shared/part/partApi';
import { RouteVerdicts } from './RouteVerdicts';
import { ShapeFigures } from './ShapeFigures';
import { SizeForm } from './SizeForm';
import { StudyProgress } from './StudyProgress';
import { UnitQuestion } from './UnitQuestion';
import { unitNames } from '../../shared/units';
import { useStudy } from '../../shared/part/useStudy';
import { useUpload } from '../../shared/upload/useUpload';
import { placeOf } from '../../shared/viewer/place';
import { useView } from '../../shared/viewer/useView';

const PartViewer = lazy(() => import('../../shared/viewer/PartViewer'));

const saved = { unit: 'Unit of the file', declared: 'What you stated', pull: 'Pull' };

export function PartPage() {
  const { projectId = '' } = useParams();
  const queries = useQueryClient();
  const step = useStep(['part', projectId], partApi(projectId));
  const upload = useUpload();
  const view = useView();
  const part = step.answer?.value;
  const { study, start, stop } = useStudy(projectId, part?.report?.volumeMm3 != null);
  const { data: verdicts = [] } = useQuery({
    queryKey: ['verdicts', projectId],
    queryFn: ({ signal }) =>
      unwrap(client.GET('/api/projects/{id}/part/verdicts', { params: { path: { id: projectId } }, signal })),
    enabled: part !== undefined,
  });
  const figures = study?.figures ?? null;
  const findings = useMemo(() => [...(part?.report?.messages ?? []), ...(figures?.findings ?? [])], [part, figures]);
  const place = useMemo(
    () => findings.find((f) => f.code === view.at)?.place ?? placeOf(view.place),
    [findings, view.at, view.place],
  );
  const lines = useMemo(() => [...(part?.working ?? []), ...(figures?.working ?? [])], [part, figures]);
  const stroke = useMutation<Versioned<StoredPart>, Problem, ShowPick | null>({
    mutationFn: (pick) => {
      const path = { params: { path: { id: projectId } } };
      const version = step.answer?.version ?? 0;
      return unwrap(
        pick
          ? client.POST('/api/projects/{id}/part/show-side', { ...path, body: { pick, version } })
          : client.POST('/api/projects/{id}/part/show-side/clear', { ...path, body: { version } }),
      );
    },
    onSuccess: step.adopt,
    onError: () => void queries.invalidateQueries({ queryKey: ['part', projectId] }),
  });

  if (step.failure) return <Refusal problem={step.failure} to="/" act="All projects" />;
  if (!step.answer || !step.document || !part) return null;
  const { declared } = step.document.value;
  const { version } = step.answer;
  const { report } = part;
  const send = async (file: File) => {
    const kept = await upload.start(projectId, version, file, part.unit);
    if (kept) step.adopt(kept);
  };
  // Several forms change one document: each change is laid over those still on their way.
  const change = (some: (now: PartChange) => Partial<PartChange>) =>
    step.change((now) => ({ unit: now.unit, declared: now.declared, pull: now.pull, ...some(now) }));
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', md: 'minmax(0, 1fr) 400px' }, gap: 3 }}>
      <DropZone
        upload={upload}
        title={part.hash ? 'Choose another mesh' : 'Choose a mesh'}
        onFile={(file) => void send(file)}
        sx={{ alignSelf: 'start', position: { md: 'sticky' }, top: 12 }}
      >
        <Box sx={{ mb: 1 }}>
          {part.hash ? (
            <Suspense fallback={<Typography color="textSecondary">Drawing …</Typography>}>
              <PartViewer
                key={part.hash}
                projectId={projectId}
                part={part}
                version={version}
                figures={figures}
                verdicts={verdicts}
                place={place}
                onShowPick={stroke.mutate}
                onShowClear={() => stroke.mutate(null)}
              />
              {stroke.error && <Alert severity="error">{stroke.error.message} Pick again.</Alert>}
            </Suspense>
          ) : (
            <Box
              sx={{
                height: 320,
                border: 1,
                borderStyle: 'dashed',
                borderColor: 'divider',
                display: 'grid',
                placeItems: 'center',
              }}
            >
              <Typography color="textSecondary" sx={{ p: 3, textAlign: 'center' }}>
                Drop the part’s mesh here. It is measured, checked for holes and drawn.
              </Typography>
            </Box>
          )}
        </Box>
      </DropZone>
      <div>
        <Stack direction="row" sx={{ alignItems: 'center', flexWrap: 'wrap', mb: 1, gap: 1 }}>
          <Typography variant="h1" sx={{ flex: 1 }}>
            Part
          </Typography>
          <SaveState step={step} labels={saved} />
        </Stack>
        {report && (
          <>
            <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, mb: 1 }}>
              <Box sx={{ flex: 1, minWidth: 0 }}>
                <Typography noWrap title={part.source?.name ?? part.fileName ?? undefined}>
                  {part.source?.name ?? part.fileName}
                </Typography>
                <Typography variant="body2" color="textSecondary">
                  Save as <Link href={`/api/projects/${projectId}/part/export/stl`}>STL</Link> or{' '}
                  <Link href={`/api/projects/${projectId}/part/export/3mf`}>3MF</Link>
                </Typography>
              </Box>
              <TextField
                select
                label="File drawn in"
                value={part.unit}
                disabled={report.statedUnit != null}
                helperText={report.statedUnit && `the file says ${report.statedUnit}`}
                onChange={(event) => change(() => ({ unit: event.target.value as LengthUnit }))}
                sx={{ width: 150 }}
              >
                {Object.entries(unitNames).map(([unit, name]) => (
                  <MenuItem key={unit} value={unit}>
                    {name}
                  </MenuItem>
                ))}
              </TextField>
            </Box>
            <UnitQuestion part={part} onUnit={(unit) => change(() => ({ unit }))} />
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
            <StudyProgress study={study} onStart={start} onStop={stop} />
            {figures && <ShapeFigures figures={figures} pull={part.pull} onPull={(pull) => change(() => ({ pull }))} />}
            <Findings
              findings={findings}
              verdicts={verdicts}
              watertight={report.watertight}
              at={view.at}
              onShow={(finding) => view.show(finding.code, lookFor(finding))}
            />
            <MendPanel
              key={part.hash}
              projectId={projectId}
              hash={part.hash!}
              version={version}
              onMended={step.adopt}
            />
            <RouteVerdicts verdicts={verdicts} />
          </>
        )}
        <DeclaredForm
          key={step.generation}
          declared={declared}
          problem={step.problem}
          measured={figures}
          onChange={(stated) => change((now) => ({ declared: { ...stated, size: now.declared.size } }))}
        />
        {report?.volumeMm3 == null && (
          <SizeForm
            key={`size ${step.generation}`}
            size={declared.size}
            meshed={part.hash != null}
            problem={step.problem}
            onChange={(size) => change((now) => ({ declared: { ...now.declared, size } }))}
          />
        )}
      </div>
      <WorkingDrawer title="the part" lines={lines} />
    </Box>
  );
}
