import { type ThreeEvent, useThree } from '@react-three/fiber';
import { type ReactNode, type Ref, useEffect, useImperativeHandle, useMemo, useRef } from 'react';
import {
  BackSide,
  BufferGeometry,
  DoubleSide,
  FrontSide,
  Mesh,
  type PerspectiveCamera,
  Plane,
  Raycaster,
  Vector2,
  Vector3,
} from 'three';
import type { OrbitControls as Controls } from 'three/addons/controls/OrbitControls.js';
import type { Place } from '../../app/api/types';
import { useInk } from '../../app/theme/useInk';
import { fly, frame, pan, turn } from './camera';
import type { Drawing, Facets } from './drawing';
import { Orbit } from './Orbit';
import type { Cut } from './useView';

/** What the page around it can ask of the scene. */
export interface SceneHandle {
  turn: (azimuth: number, polar: number, nearer: number) => void;
  pan: (right: number, up: number) => void;
  whole: () => void;
  /** Picks what lies in the middle of the view. */
  pickMiddle: () => void;
}

interface Props {
  ref: Ref<SceneHandle>;
  drawing: Drawing;
  facets: Facets;
  mmPerUnit: number;
  cut: Cut | null;
  /** Where to fly. */
  place: Place | null;
  marks: readonly Vector3[];
  onPick: ((facet: number, point: Vector3) => void) | null;
  /** Changes when the facets were painted anew. */
  painted: unknown;
  /** What stands on the part besides, in the file's own unit. */
  inScene?: ReactNode;
}

const DRAG_PX = 4;
/** Which side of a cut stays: the one away from where the camera first stands, so that the cut is seen. */
const kept = { x: new Vector3(-1, 0, 0), y: new Vector3(0, 1, 0), z: new Vector3(0, 0, -1) } as const;

/** The part, its cut, its marks and the camera. */
export function Scene({ ref, drawing, facets, mmPerUnit, cut, place, marks, onPick, painted, inScene }: Props) {
  const ink = useInk();
  const controls = useRef<Controls>(null);
  const front = useRef<Mesh>(null);
  const camera = useThree((state) => state.camera) as PerspectiveCamera;
  const invalidate = useThree((state) => state.invalidate);
  const { sphere, box } = drawing;

  useEffect(() => invalidate(), [painted, invalidate]);
  useEffect(() => {
    frame(camera, sphere);
    invalidate();
  }, [camera, sphere, invalidate]);

  useEffect(() => {
    if (place && controls.current) fly(controls.current, place, mmPerUnit, sphere, invalidate);
  }, [place, mmPerUnit, sphere, invalidate]);

  const cutAxis = cut?.axis;
  const cutShare = cut?.share;
  const planes = useMemo(() => {
    if (!cutAxis || cutShare === undefined) return [];
    const at = box.min[cutAxis] + cutShare * (box.max[cutAxis] - box.min[cutAxis]);
    const keeps = kept[cutAxis];
    return [new Plane(keeps, -at * keeps[cutAxis])];
  }, [cutAxis, cutShare, box]);

  const keep = (point: Vector3) => planes.every((plane) => plane.distanceToPoint(point) >= 0);

  useImperativeHandle(ref, () => ({
    turn: (...by) => controls.current && turn(controls.current, ...by),
    pan: (...by) => controls.current && pan(controls.current, ...by),
    whole: () => {
      controls.current?.target.copy(sphere.center);
      frame(camera, sphere);
      controls.current?.update();
      invalidate();
    },
    pickMiddle: () => {
      const ray = new Raycaster();
      // The camera may have been moved since the last frame was drawn.
      camera.updateMatrixWorld();
      ray.setFromCamera(new Vector2(0, 0), camera);
      const hit = front.current && ray.intersectObject(front.current).find((h) => keep(h.point));
      if (hit?.faceIndex != null) onPick?.(hit.faceIndex, hit.point);
    },
  }));

  const pick = (event: ThreeEvent<MouseEvent>) => {
    if (!onPick || event.delta > DRAG_PX) return;
    const hit = event.intersections.find((h) => h.object === front.current && keep(h.point));
    if (hit?.faceIndex != null) onPick(hit.faceIndex, hit.point);
  };

  return (
    <>
      <hemisphereLight args={[ink.sheet, ink.faint, 2.1]} />
      <directionalLight position={[1, -3, 4]} intensity={1.7} />
      <mesh ref={front} geometry={facets.geometry} onClick={onPick ? pick : undefined}>
        <meshStandardMaterial
          vertexColors
          flatShading
          roughness={0.85}
          polygonOffset
          polygonOffsetFactor={1}
          polygonOffsetUnits={1}
          side={cut ? FrontSide : DoubleSide}
          clippingPlanes={planes}
        />
      </mesh>
      {cut && (
        <mesh geometry={facets.geometry}>
          <meshBasicMaterial color={ink.cut} side={BackSide} clippingPlanes={planes} />
        </mesh>
      )}
      {drawing.edges && (
        <lineSegments geometry={drawing.edges}>
          <lineBasicMaterial color={ink.edge} clippingPlanes={planes} />
        </lineSegments>
      )}
      <Marks
        points={marks}
        size={sphere.radius / (place && marks.length === 1 && !onPick ? 220 : 70)}
        color={ink.marker}
      />
      {inScene}
      <Orbit ref={controls} target={sphere.center} />
    </>
  );
}

function Marks({ points, size, color }: { points: readonly Vector3[]; size: number; color: string }) {
  const line = useMemo(() => (points.length === 2 ? new BufferGeometry().setFromPoints([...points]) : null), [points]);
  return (
    <>
      {points.map((point, i) => (
        <mesh key={i} position={point} renderOrder={2}>
          <sphereGeometry args={[size, 16, 12]} />
          <meshBasicMaterial color={color} depthTest={false} transparent />
        </mesh>
      ))}
      {line && (
        <lineSegments geometry={line} renderOrder={2}>
          <lineBasicMaterial color={color} depthTest={false} transparent />
        </lineSegments>
      )}
    </>
  );
}
