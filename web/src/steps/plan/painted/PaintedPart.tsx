import { Box } from '@mui/material';
import { useLayoutEffect, useMemo, useRef, useState } from 'react';
import { Color, Vector3 } from 'three';
import type { Place } from '../../../app/api/types';
import { useInk } from '../../../app/theme/useInk';
import { mmPer } from '../../../shared/units';
import { facetsOf, paint } from '../../../shared/viewer/drawing';
import { Legend } from '../../../shared/viewer/Legend';
import { PartCanvas } from '../../../shared/viewer/PartCanvas';
import { useDrawing } from '../../../shared/viewer/useShape';
import { type SampleMap, type SamplePainting, usePart } from './sampleMap';

interface Props {
  projectId: string;
  map: SampleMap;
  painting: SamplePainting;
  gates: readonly { at: Place }[];
  /** Weld lines, air that stays, thick places and risers to mark. */
  marks?: readonly { place: Place; kind: 'weld' | 'air' | 'thick' | 'riser' }[];
  place?: Place | null;
  onPick?: ((mm: number[]) => void) | null;
  note?: string;
}

/** The part as its mold sees it: what is painted over it, its gates, and places to look at. */
export default function PaintedPart({ projectId, map, painting, gates, marks = [], place, onPick, note }: Props) {
  const ink = useInk();
  const part = usePart(projectId);
  const drawing = useDrawing(part.hash!);
  const mm = mmPer[part.unit];
  const facets = useMemo(() => facetsOf(drawing, map), [drawing, map]);
  const painted = useRef(0);
  const [version, setVersion] = useState(0);
  useLayoutEffect(() => {
    const colors = [...painting.bands.map((b) => b.color), ink.bands.none].map((color) => {
      const { r, g, b } = new Color(color);
      return [255 * r, 255 * g, 255 * b] as const;
    });
    paint(facets, colors, (facet) => {
      const sample = facets.sample[facet]!;
      return sample < 0 ? painting.bands.length : painting.bandOf(sample);
    });
    setVersion(++painted.current);
  }, [facets, painting, ink]);
  const at = (point: readonly number[]) => new Vector3(...(point as [number, number, number])).divideScalar(mm);
  const size = drawing.sphere.radius / 40;
  const tones = { weld: ink.marker, air: ink.attention, thick: ink.bands.thick, riser: ink.risk };
  return (
    <>
      <Legend title={painting.title} bands={painting.bands} note={note} />
      <PartCanvas
        name={part.fileName}
        drawing={drawing}
        facets={facets}
        mmPerUnit={mm}
        place={place}
        marks={[]}
        painted={version}
        height={430}
        onPick={onPick ? (_, point) => onPick(point.clone().multiplyScalar(mm).toArray()) : null}
        inScene={
          <>
            {gates.map((gate) => (
              <mesh key={gate.at.pointMm.join()} position={at(gate.at.pointMm)} renderOrder={3}>
                <sphereGeometry args={[1.4 * size, 20, 14]} />
                <meshBasicMaterial color={ink.acting} depthTest={false} transparent />
              </mesh>
            ))}
            {marks.map((mark) => (
              <mesh key={mark.kind + mark.place.pointMm.join()} position={at(mark.place.pointMm)} renderOrder={2}>
                <octahedronGeometry args={[size]} />
                <meshBasicMaterial color={tones[mark.kind]} depthTest={false} transparent opacity={0.85} />
              </mesh>
            ))}
          </>
        }
      />
      <Box sx={{ mb: 1 }} />
    </>
  );
}
