import { Box } from '@mui/material';
import { useSuspenseQuery } from '@tanstack/react-query';
import { Vector3 } from 'three';
import type { SplitMoldState } from '../../../../../app/api/types';
import { Problem } from '../../../../../app/api/client';
import { useInk } from '../../../../../app/theme/useInk';
import { decodeDrawing } from '../../../../../shared/viewer/drawing';
import { type PlanAt, usePlanAt } from '../../../planAt';
import { Solid, Stage3d } from '../../../Stage3d';

interface Props {
  version: number;
  figures: NonNullable<SplitMoldState['figures']>;
  /** From closed, 0, to a block's height apart, 1. */
  open: number;
}

/** Both halves as they were written, drawn apart along the pull. */
export function SplitScene({ version, figures, open }: Props) {
  const ink = useInk();
  const at = usePlanAt();
  const lower = useHalf(at, version, 'lower');
  const upper = useHalf(at, version, 'upper');
  const pull = new Vector3(...(figures.pull as [number, number, number]));
  const box = lower.box.clone().union(upper.box);
  const middle = box.getCenter(new Vector3());
  const apart = open * figures.blockMm[2]!;
  const radius = box.getSize(new Vector3()).length() / 2;
  return (
    <Box sx={{ my: 1 }}>
      <Stage3d label="The two halves of the mold" radius={radius * 1.25}>
        <group
          position={middle
            .clone()
            .addScaledVector(pull, apart / 2)
            .negate()}
        >
          <Solid drawing={lower} color={ink.part} />
        </group>
        <group
          position={middle
            .clone()
            .addScaledVector(pull, -apart / 2)
            .negate()}
        >
          <Solid drawing={upper} color={ink.bands.good} />
        </group>
      </Stage3d>
    </Box>
  );
}

const useHalf = (at: PlanAt, version: number, half: 'lower' | 'upper') =>
  useSuspenseQuery({
    queryKey: ['split-half', at.projectId, at.stretch, version, half],
    staleTime: Infinity,
    gcTime: 60_000,
    queryFn: async ({ signal }) => {
      const figures = await fetch(at.file(`split/${half}/drawing`), { signal });
      if (!figures.ok) throw new Problem(figures.status, 'drawing', 'The half can’t be fetched; reload the page.');
      return decodeDrawing(await figures.arrayBuffer());
    },
  }).data;
