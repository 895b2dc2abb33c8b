import { Box } from '@mui/material';
import { useMemo } from 'react';
import { Vector3 } from 'three';
import type { Place, StoredPart } from '../../../../../app/api/types';
import { useInk } from '../../../../../app/theme/useInk';
import { mmPer } from '../../../../../shared/units';
import { useDrawing } from '../../../../../shared/viewer/useShape';
import { Solid, Stage3d } from '../../../Stage3d';

/** The part, with a place on it flown to and marked. */
export default function PlaceScene({ part, at }: { part: StoredPart; at: Place }) {
  const ink = useInk();
  const drawing = useDrawing(part.hash!);
  const scale = mmPer[part.unit];
  const middle = useMemo(() => drawing.box.getCenter(new Vector3()).multiplyScalar(scale), [drawing, scale]);
  const radius = (drawing.box.getSize(new Vector3()).length() / 2) * scale;
  const point = useMemo(() => new Vector3(...(at.pointMm as [number, number, number])).sub(middle), [at, middle]);
  const place = useMemo(() => ({ ...at, pointMm: point.toArray() }), [at, point]);
  return (
    <Box sx={{ my: 1 }}>
      <Stage3d label="Where the part holds the halves" radius={radius} place={place}>
        <group position={middle.clone().negate()}>
          <group scale={scale}>
            <Solid drawing={drawing} color={ink.part} />
          </group>
        </group>
        <mesh position={point} renderOrder={3}>
          <sphereGeometry args={[radius / 40, 20, 14]} />
          <meshBasicMaterial color={ink.risk} depthTest={false} transparent />
        </mesh>
      </Stage3d>
    </Box>
  );
}
