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

/** All pieces as they were written: the halves drawn apart along the pull, a third piece out to its side. */
export function SplitScene({ version, figures, open }: Props) {
  const ink = useInk();
  const at = usePlanAt();
  const lower = usePiece(at, version, 'lower');
  const upper = usePiece(at, version, 'upper');
  const pull = new Vector3(...(figures.pull as [number, number, number]));
  const box = lower.box.clone().union(upper.box);
  const middle = box.getCenter(new Vector3());
  const apart = open * figures.blockMm[2]!;
  const radius = box.getSize(new Vector3()).length() / 2;
  const from = (way: Vector3, far: number) => middle.clone().addScaledVector(way, -far).negate();
  return (
    <Box sx={{ my: 1 }}>
      <Stage3d
        label={`The ${figures.third ? 'three pieces' : 'two halves'} of the mold`}
        radius={radius * (figures.third ? 1.8 : 1.25)}
      >
        <group position={from(pull, -apart / 2)}>
          <Solid drawing={lower} color={ink.part} />
        </group>
        <group position={from(pull, apart / 2)}>
          <Solid drawing={upper} color={ink.bands.good} />
        </group>
        {figures.third && (
          <group position={from(new Vector3(...(figures.third.pull as [number, number, number])), 0.7 * apart)}>
            <ThirdPiece version={version} />
          </group>
        )}
      </Stage3d>
    </Box>
  );
}

function ThirdPiece({ version }: Pick<Props, 'version'>) {
  const ink = useInk();
  return <Solid drawing={usePiece(usePlanAt(), version, 'third')} color={ink.bands.fair} />;
}

const usePiece = (at: PlanAt, version: number, piece: string) =>
  useSuspenseQuery({
    queryKey: ['split-piece', at.projectId, at.stretch, version, piece],
    staleTime: Infinity,
    gcTime: 60_000,
    queryFn: async ({ signal }) => {
      const figures = await fetch(at.file(`split/${piece}/drawing`), { signal });
      if (!figures.ok) throw new Problem(figures.status, 'drawing', 'The piece can’t be fetched; reload the page.');
      return decodeDrawing(await figures.arrayBuffer());
    },
  }).data;
