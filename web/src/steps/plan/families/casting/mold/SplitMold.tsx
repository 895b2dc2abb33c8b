import { Alert, Box, Button, Slider, Typography } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { lazy, Suspense, useEffect, useState } from 'react';
import { client, unwrap } from '../../../../../app/api/client';
import type { SplitMoldState, StoredPart } from '../../../../../app/api/types';
import { box, count, number } from '../../../../../shared/format';
import { isUnderWay, useWork } from '../../../../../shared/useWork';
import { WorkProgress } from '../../../../../shared/WorkProgress';
import { PlanFindings } from '../../../PlanFindings';
import { usePlanAt } from '../../../planAt';
import { SplitScene } from './SplitScene';

const PlaceScene = lazy(() => import('./PlaceScene'));

interface Props {
  projectId: string;
  part: StoredPart;
  /** Pairs of halves that one shot fills. */
  blocks: number;
  /** The saved plan the mold is generated from. */
  version: number;
}

/** Two halves around the part, generated in the background, looked at apart and taken as files. */
export default function SplitMold({ projectId, part, version, blocks }: Props) {
  const queries = useQueryClient();
  const at = usePlanAt();
  const path = { params: at.params };
  const { state, start, stop } = useWork<SplitMoldState>({
    queryKey: ['split-mold', projectId, at.stretch, version],
    read: (signal) => unwrap(client.GET('/api/projects/{id}/plan/split', { ...path, signal })),
    begin: () => unwrap(client.POST('/api/projects/{id}/plan/split', path)),
    end: () => unwrap(client.DELETE('/api/projects/{id}/plan/split', path)),
    isOpen: ({ work }) => isUnderWay(work),
  });
  const made = state?.figures != null;
  useEffect(() => {
    // The true volume of the halves goes into printer time and price.
    if (made) void queries.invalidateQueries({ queryKey: ['plan', projectId] });
  }, [made, projectId, queries]);
  if (!state) return null;
  const { work } = state;
  return (
    <Box component="section" aria-label="Split mold" sx={{ mt: 2 }}>
      <Typography variant="h2">The mold, generated</Typography>
      {start.error && <Alert severity="error">{start.error.message}</Alert>}
      {work.phase === 'failed' && (
        <Alert severity="error" sx={{ my: 1 }}>
          {work.problem ?? 'Generating failed; nothing else was changed.'}
        </Alert>
      )}
      {work.at && (
        <Suspense fallback={<Box sx={{ height: 400 }} />}>
          <PlaceScene part={part} at={work.at} />
        </Suspense>
      )}
      {isUnderWay(work) ? (
        <WorkProgress {...work} label="Progress of the generating" onStop={() => stop.mutate()} />
      ) : (
        !state.figures && (
          <>
            <Typography variant="body2" color="textSecondary" sx={{ my: 1 }}>
              A block around the part, parted across the pull: on a plane, or in steps where the part’s outline climbs;
              with keys, bolt holes, pour hole and vents. Where two halves would lock, a third piece is looked for.
              {blocks > 1 && ` For all cavities of a shot print it ${blocks} times.`}
            </Typography>
            <Button variant="contained" onClick={() => start.mutate()}>
              Generate the halves
            </Button>
          </>
        )
      )}
      {state.figures && <Made version={version} state={state} figures={state.figures} />}
    </Box>
  );
}

type Figures = NonNullable<SplitMoldState['figures']>;

function Made({ version, state, figures }: Pick<Props, 'version'> & { state: SplitMoldState; figures: Figures }) {
  const [open, setOpen] = useState(1);
  const at = usePlanAt();
  const file = (piece: string, format: string) => at.file(`split/${piece}/${format}`);
  const pieces = { lower: 'Lower half', upper: 'Upper half', ...(figures.third && { third: 'Third piece' }) };
  return (
    <>
      <Suspense fallback={<Box sx={{ height: 400 }} />}>
        <SplitScene version={version} figures={figures} open={open} />
      </Suspense>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, flexWrap: 'wrap' }}>
        <Typography variant="body2">Closed</Typography>
        <Slider
          size="small"
          aria-label="How far the pieces are apart"
          value={open}
          min={0}
          max={1}
          step={0.02}
          onChange={(_, v) => setOpen(v as number)}
          sx={{ width: 180 }}
        />
        <Typography variant="body2" sx={{ flex: 1 }}>
          Apart
        </Typography>
        {Object.entries(pieces).map(([piece, name]) => (
          <span key={piece}>
            {name}
            <Button href={file(piece, 'stl')} aria-label={`${name} as STL`}>
              STL
            </Button>
            <Button href={file(piece, '3mf')} aria-label={`${name} as 3MF`}>
              3MF
            </Button>
          </span>
        ))}
      </Box>
      <Typography variant="body2">
        Block {box(figures.blockMm)} mm, parted{' '}
        {figures.stepsMm.length > 0
          ? `in ${figures.stepsMm.length} flats at ${figures.stepsMm.map((z) => number(z, 3)).join(', ')}`
          : number(figures.partingMm, 3)}{' '}
        mm over the lowest point. Cavity {number(figures.cavityCm3, 4)} cm³, the part {number(figures.partCm3, 4)} cm³:{' '}
        {number(Math.abs(figures.differencePct), 2)} % apart. Halves {number(figures.lowerCm3, 3)} and{' '}
        {number(figures.upperCm3, 3)} cm³{figures.third && `, third piece ${number(figures.third.cm3, 3)} cm³`},{' '}
        {state.reports.map((r) => `${count(r.triangles)} triangles`).join(' and ')}, all read back closed.
      </Typography>
      <PlanFindings findings={figures.messages} />
    </>
  );
}
