import { useMemo } from 'react';
import { BufferAttribute, BufferGeometry, Color, Vector3 } from 'three';
import type { Place } from '../../../../../app/api/types';
import { useInk } from '../../../../../app/theme/useInk';
import { Stage3d } from '../../../Stage3d';
import type { ThicknessBand } from './bands';
import { cellsOf, type DrawnSheet } from './sheetDrawing';

interface Props {
  sheet: DrawnSheet;
  /** The whole as it was formed: what is looked at keeps its place while the stroke is scrubbed. */
  formed: DrawnSheet;
  bands: readonly ThicknessBand[];
  /** Drawn as small balls: where air is caught. */
  marks: readonly Place[];
  place?: Place;
}

/** A sheet with its thickness as colours. */
export function SheetScene({ sheet, formed, bands, marks, place }: Props) {
  const ink = useInk();
  const geometry = useMemo(() => geometryOf(sheet, bands, ink.bands.none), [sheet, bands, ink]);
  const { middle, radius } = useMemo(() => ballAbout(formed), [formed]);
  const shifted = useMemo(() => place && { ...place, pointMm: shift(place.pointMm, middle) }, [place, middle]);
  return (
    <Stage3d label="The sheet, its thickness as colours" radius={radius} height={420} place={shifted}>
      {/* A mold that the sheet is draped over is looked at from below too. */}
      <ambientLight intensity={1.2} />
      <group position={middle.clone().negate()}>
        <mesh geometry={geometry}>
          <meshStandardMaterial vertexColors side={2} roughness={0.9} />
        </mesh>
        {marks.map((mark) => (
          <mesh key={mark.pointMm.join()} position={new Vector3(...(mark.pointMm as [number, number, number]))}>
            <sphereGeometry args={[radius / 90, 12, 8]} />
            <meshBasicMaterial color={ink.marker} />
          </mesh>
        ))}
      </group>
    </Stage3d>
  );
}

function geometryOf(sheet: DrawnSheet, bands: readonly ThicknessBand[], trimmed: string) {
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(sheet.points, 3));
  const tones = bands.map((band) => new Color(band.color));
  const off = new Color(trimmed);
  const colors = new Float32Array(sheet.points.length);
  sheet.thicknessMm.forEach((mm, p) => {
    const tone = mm < 0 ? off : tones[bands.findIndex((band) => mm < band.to)]!;
    tone.toArray(colors, 3 * p);
  });
  geometry.setAttribute('color', new BufferAttribute(colors, 3));
  geometry.setIndex(new BufferAttribute(cellsOf(sheet), 1));
  geometry.computeVertexNormals();
  return geometry;
}

function ballAbout({ points }: DrawnSheet) {
  const [least, most] = [new Vector3(Infinity, Infinity, Infinity), new Vector3(-Infinity, -Infinity, -Infinity)];
  const point = new Vector3();
  for (let p = 0; p < points.length; p += 3) {
    point.fromArray(points, p);
    least.min(point);
    most.max(point);
  }
  return { middle: least.clone().add(most).multiplyScalar(0.5), radius: 0.42 * most.distanceTo(least) };
}

const shift = (point: readonly number[], middle: Vector3) => [
  point[0]! - middle.x,
  point[1]! - middle.y,
  point[2]! - middle.z,
];
