import { Box, Button, Slider, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useFormContext } from 'react-hook-form';
import { client, unwrap } from '../../../../../app/api/client';
import type { Attitude, CastingChoices, CastingFigures, StoredPart } from '../../../../../app/api/types';
import { number } from '../../../../../shared/format';
import { useRested } from '../../../../../shared/useRested';
import { AttitudeScene } from './AttitudeScene';
import { type Angles, anglesOf, sides, upOf } from './attitudes';

interface Props {
  projectId: string;
  part: StoredPart;
  shape: NonNullable<CastingFigures['shape']>;
  wallMm: number;
  /** Two pours stand along the pull; only which end is up can't be chosen here. */
  fixed: boolean;
}

/** The part as it stands in the mold: turn it, and see where air would stay and where resin comes in. */
export default function AttitudePanel({ projectId, part, shape, wallMm, fixed }: Props) {
  const { setValue } = useFormContext<CastingChoices>();
  // Where a hand has turned it; until then it stands as the plan has it.
  const [turned, setTurned] = useState<Angles | null>(null);
  const angles = turned ?? anglesOf(shape.attitude.up);
  const up = upOf(angles);
  const asked = useRested(up.join(','), 120);
  const { data: elsewhere = shape.attitude } = useQuery<Attitude>({
    queryKey: ['attitude', projectId, part.hash, part.unit, asked],
    staleTime: Infinity,
    placeholderData: keepPreviousData,
    queryFn: ({ signal }) =>
      unwrap(
        client.GET('/api/projects/{id}/plan/attitude', {
          params: { path: { id: projectId }, query: { up: asked } },
          signal,
        }),
      ),
  });
  // As the plan has it, with what was set by hand, unless it is turned otherwise.
  const asPlanned = shape.attitude.up.every((v, i) => Math.abs(v - up[i]!) < 1e-6);
  const attitude = asPlanned ? shape.attitude : elsewhere;
  const { data: line = null } = useQuery({
    queryKey: ['parting-line', projectId, part.hash, part.unit, shape.pull.join()],
    staleTime: Infinity,
    queryFn: ({ signal }) =>
      unwrap(client.GET('/api/projects/{id}/plan/parting-line', { params: { path: { id: projectId } }, signal })),
  });
  const turn = (next: Angles, keep = false) => {
    setTurned(next);
    if (keep) stand(upOf(next));
  };
  // Gate and risers set by hand were for the side that was up.
  const stand = (next: number[] | null) => {
    setValue('feed', { gate: null, risers: null });
    setValue('silicone.up', next);
  };
  const propose = () => {
    setTurned(null);
    stand(null);
  };
  return (
    <Box component="section" aria-label="Casting attitude" sx={{ mt: 2 }}>
      <Typography variant="h2">How it stands, where it parts and vents</Typography>
      <Typography variant="body2" color="textSecondary">
        {riserText(attitude)} {lineText(shape)}
      </Typography>
      <AttitudeScene part={part} attitude={attitude} wallMm={wallMm} line={line} />
      {fixed ? (
        <Typography variant="body2" color="textSecondary">
          Poured in two halves it stands along the pull; the pull is chosen on the Part page.
        </Typography>
      ) : (
        <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 3, rowGap: 1 }}>
          <ToggleButtonGroup
            exclusive
            size="small"
            value={sides.find((s) => s.up.every((v, i) => Math.abs(v - up[i]!) < 1e-6))?.name ?? null}
            onChange={(_, name: string | null) => {
              const side = sides.find((s) => s.name === name);
              if (side) turn(anglesOf(side.up), true);
            }}
            aria-label="Which side is up"
          >
            {sides.map((side) => (
              <ToggleButton key={side.name} value={side.name} sx={{ textTransform: 'none', py: 0.25 }}>
                {side.name} up
              </ToggleButton>
            ))}
          </ToggleButtonGroup>
          <Tilt name="Tip" value={angles.tip} max={180} onTurn={(tip, keep) => turn({ ...angles, tip }, keep)} />
          <Tilt
            name="Round"
            value={angles.round}
            max={355}
            onTurn={(round, keep) => turn({ ...angles, round }, keep)}
          />
          <Button onClick={propose}>As proposed</Button>
        </Box>
      )}
    </Box>
  );
}

function Tilt({
  name,
  value,
  max,
  onTurn,
}: {
  name: string;
  value: number;
  max: number;
  onTurn: (value: number, keep: boolean) => void;
}) {
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, width: 220 }}>
      <Typography variant="body2">{name}</Typography>
      <Slider
        size="small"
        aria-label={`${name}, degrees`}
        value={value}
        min={0}
        max={max}
        step={5}
        valueLabelDisplay="auto"
        onChange={(_, v) => onTurn(v as number, false)}
        onChangeCommitted={(_, v) => onTurn(v as number, true)}
      />
    </Box>
  );
}

const riserText = ({ risers }: Attitude) =>
  risers.length === 1
    ? 'Air would stay in one place: it gets a riser. Resin comes in at the low end.'
    : `Air would stay in ${risers.length} places: each gets a riser. Resin comes in at the low end.`;

function lineText({ line, pull }: Props['shape']): string {
  if (!line) return 'No parting line was found along the pull.';
  const where = line.isFlat
    ? `flat, ${number(line.meanMm, 3)} mm over the lowest point`
    : `wavy between ${number(line.lowMm, 3)} and ${number(line.highMm, 3)} mm`;
  const holes = line.loops > 1 ? ` and ${line.loops - 1} shut-offs in holes` : '';
  return `Parting line along the pull (${pull.map((v) => number(v, 2)).join(', ')}): ${number(line.lengthMm / 10, 3)} cm, ${where}${holes}.`;
}
