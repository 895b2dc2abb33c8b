import { Box, Typography } from '@mui/material';
import type { Vector3 } from 'three';
import { number } from '../format';

/** A point picked on the surface, in the file's unit, with the walls measured there. */
export interface Picked {
  point: Vector3;
  ballMm: number | null;
  rayMm: number | null;
}

/** What the tape says: the wall at the last point, and the distance between two. */
export function TapeReading({ picked, mmPerUnit }: { picked: readonly Picked[]; mmPerUnit: number }) {
  const last = picked.at(-1);
  const [a, b] = picked;
  const mm = (value: number) => `${number(value, 4)} mm`;
  const apart = a && b ? b.point.clone().sub(a.point).multiplyScalar(mmPerUnit) : null;
  return (
    <Box
      role="status"
      sx={{
        position: 'absolute',
        left: 12,
        top: 12,
        px: 1.5,
        py: 1,
        backgroundColor: 'background.paper',
        border: 1,
        borderColor: 'divider',
        maxWidth: 300,
      }}
    >
      {!last && (
        <Typography variant="body2">Pick a point on the part (or Enter picks what the cross is on).</Typography>
      )}
      {apart && (
        <Typography sx={{ fontWeight: 600 }}>
          {mm(apart.length())}{' '}
          <Typography component="span" variant="body2" color="textSecondary">
            x {number(Math.abs(apart.x), 4)}, y {number(Math.abs(apart.y), 4)}, z {number(Math.abs(apart.z), 4)}
          </Typography>
        </Typography>
      )}
      {last && (
        <Typography variant="body2">
          {last.ballMm === null
            ? 'Wall here: not measured yet.'
            : `Wall here: ${mm(last.ballMm)} by the largest ball${last.rayMm === null ? '' : `, ${mm(last.rayMm)} straight through`}.`}
        </Typography>
      )}
      {last && !apart && (
        <Typography variant="body2" color="textSecondary">
          Pick a second point for the distance.
        </Typography>
      )}
    </Box>
  );
}
