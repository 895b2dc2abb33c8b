import { Box } from '@mui/material';
import { useMemo } from 'react';
import { BoxGeometry, BufferAttribute, BufferGeometry, EdgesGeometry, Matrix4, Vector3 } from 'three';
import type { Attitude, StoredPart } from '../../../../../app/api/types';
import { useInk } from '../../../../../app/theme/useInk';
import { mmPer } from '../../../../../shared/units';
import { useDrawing } from '../../../../../shared/viewer/useShape';
import { Solid, Stage3d } from '../../../Stage3d';

const RISER_MM = 4;
const GATE_MM = 6;

interface Props {
  part: StoredPart;
  attitude: Attitude;
  wallMm: number;
  line: readonly number[] | null;
}

/** The part stood up in its box: parting line, risers from every high to the top, the gate at the low end. */
export function AttitudeScene({ part, attitude, wallMm, line }: Props) {
  const ink = useInk();
  const drawing = useDrawing(part.hash!);
  const scale = mmPer[part.unit];
  const stand = useMemo(() => standing(attitude), [attitude]);
  const [x, y, z] = attitude.bboxMm as [number, number, number];
  const box = useMemo(
    () => new EdgesGeometry(new BoxGeometry(x + 2 * wallMm, y + 2 * wallMm, z + 2 * wallMm)),
    [x, y, z, wallMm],
  );
  const parting = useMemo(() => {
    if (!line || line.length === 0) return null;
    return new BufferGeometry().setAttribute('position', new BufferAttribute(Float32Array.from(line), 3));
  }, [line]);
  const at = (point: readonly number[]) => new Vector3(...(point as [number, number, number])).applyMatrix4(stand);
  const top = z / 2 + wallMm;
  return (
    <Box sx={{ my: 1 }}>
      <Stage3d
        label="The part in its mold: parting line, risers and gate"
        radius={Math.hypot(x + 2 * wallMm, y + 2 * wallMm, z + 2 * wallMm) / 2}
      >
        <group matrix={stand} matrixAutoUpdate={false}>
          <group scale={scale}>
            <Solid drawing={drawing} color={ink.part} />
          </group>
          {parting && (
            <lineSegments geometry={parting} renderOrder={3}>
              <lineBasicMaterial color={ink.attention} depthTest={false} transparent linewidth={2} />
            </lineSegments>
          )}
        </group>
        <lineSegments geometry={box}>
          <lineBasicMaterial color={ink.faint} />
        </lineSegments>
        {attitude.risers.map((riser, i) => (
          <Pipe key={i} from={at(riser.pointMm)} top={top} radius={RISER_MM / 2} color={ink.risk} />
        ))}
        <Pipe
          from={at(attitude.gate.pointMm)}
          top={top}
          radius={GATE_MM / 2}
          color={ink.acting}
          beside={-x / 2 - wallMm / 3}
        />
      </Stage3d>
    </Box>
  );
}

/** From the file's axes to the mold's, the middle of the part in the middle. */
function standing({ axisX, axisY, up, lowMm, bboxMm }: Attitude): Matrix4 {
  const rows = [axisX, axisY, up].map((axis, i) => [...axis, -(lowMm[i]! + bboxMm[i]! / 2)]);
  return new Matrix4().set(
    ...(rows.flat() as [
      number,
      number,
      number,
      number,
      number,
      number,
      number,
      number,
      number,
      number,
      number,
      number,
    ]),
    0,
    0,
    0,
    1,
  );
}

/** A channel up to the top of the block; the gate's comes down beside the part and across to its low end. */
function Pipe({
  from,
  top,
  radius,
  color,
  beside,
}: {
  from: Vector3;
  top: number;
  radius: number;
  color: string;
  beside?: number;
}) {
  const x = beside ?? from.x;
  const height = Math.max(1, top - from.z);
  return (
    <>
      <mesh position={[x, from.y, from.z + height / 2]} rotation={[Math.PI / 2, 0, 0]}>
        <cylinderGeometry args={[radius, radius, height, 16]} />
        <meshStandardMaterial color={color} roughness={0.7} />
      </mesh>
      <mesh position={from} renderOrder={2}>
        <sphereGeometry args={[radius * 1.25, 16, 12]} />
        <meshBasicMaterial color={color} depthTest={false} transparent />
      </mesh>
      {beside !== undefined && (
        <mesh position={[(x + from.x) / 2, from.y, from.z]} rotation={[0, 0, Math.PI / 2]}>
          <cylinderGeometry args={[radius, radius, Math.abs(from.x - x), 16]} />
          <meshStandardMaterial color={color} roughness={0.7} />
        </mesh>
      )}
    </>
  );
}
