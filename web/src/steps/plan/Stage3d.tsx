import { Box } from '@mui/material';
import { Canvas, useThree } from '@react-three/fiber';
import { type ReactNode, type RefObject, useEffect, useRef } from 'react';
import { type PerspectiveCamera, Sphere, Vector3 } from 'three';
import type { OrbitControls as Controls } from 'three/addons/controls/OrbitControls.js';
import { useInk } from '../../app/theme/useInk';
import { fly, frame, turn } from '../../shared/viewer/camera';
import type { Place } from '../../app/api/types';
import type { Drawing } from '../../shared/viewer/drawing';
import { Orbit } from '../../shared/viewer/Orbit';

const TURN = Math.PI / 18;

/** A place to look at solids around the middle: turned by mouse, finger or arrow keys. */
export function Stage3d({
  label,
  radius,
  height = 400,
  place,
  children,
}: {
  label: string;
  radius: number;
  height?: number;
  /** Flown to whenever another one is given. */
  place?: Place;
  children: ReactNode;
}) {
  const ink = useInk();
  const controls = useRef<Controls>(null);
  const key = (event: React.KeyboardEvent) => {
    const moves: Record<string, [number, number, number]> = {
      ArrowLeft: [-TURN, 0, 1],
      ArrowRight: [TURN, 0, 1],
      ArrowUp: [0, -TURN, 1],
      ArrowDown: [0, TURN, 1],
      '+': [0, 0, 0.87],
      '=': [0, 0, 0.87],
      '-': [0, 0, 1.15],
    };
    const move = moves[event.key];
    if (!move || !controls.current) return;
    event.preventDefault();
    turn(controls.current, ...move);
  };
  return (
    <Box
      role="application"
      tabIndex={0}
      aria-label={`${label}. Arrow keys turn it, plus and minus come nearer or go away.`}
      onKeyDown={key}
      sx={{
        height,
        border: 1,
        borderColor: 'divider',
        cursor: 'grab',
        '&:focus-visible': { outline: 2, outlineStyle: 'solid', outlineColor: 'primary.main' },
      }}
    >
      <Canvas frameloop="demand" dpr={[1, 2]} camera={{ fov: 28, up: [0, 0, 1], near: radius / 50, far: radius * 50 }}>
        <hemisphereLight args={[ink.sheet, ink.faint, 2.1]} />
        <directionalLight position={[1, -3, 4]} intensity={1.7} />
        <Framed radius={radius} />
        {children}
        <Orbit ref={controls} />
        {place && <Flight controls={controls} place={place} radius={radius} />}
      </Canvas>
    </Box>
  );
}

/** Shows the whole when what is looked at changes its size. */
function Framed({ radius }: { radius: number }) {
  const camera = useThree((state) => state.camera) as PerspectiveCamera;
  const invalidate = useThree((state) => state.invalidate);
  useEffect(() => {
    frame(camera, new Sphere(new Vector3(), radius));
    invalidate();
  }, [camera, radius, invalidate]);
  return null;
}

/** Goes to a place of what is looked at. */
function Flight({ controls, place, radius }: { controls: RefObject<Controls | null>; place: Place; radius: number }) {
  const invalidate = useThree((state) => state.invalidate);
  useEffect(() => {
    if (controls.current) fly(controls.current, place, 1, new Sphere(new Vector3(), radius), invalidate);
  }, [controls, place, radius, invalidate]);
  return null;
}

/** A solid with its edges, as a drawing of the server has it. */
export function Solid({ drawing, color }: { drawing: Drawing; color: string }) {
  const ink = useInk();
  return (
    <>
      <mesh geometry={drawing.geometry}>
        <meshStandardMaterial
          color={color}
          flatShading
          roughness={0.85}
          polygonOffset
          polygonOffsetFactor={1}
          polygonOffsetUnits={1}
        />
      </mesh>
      {drawing.edges && (
        <lineSegments geometry={drawing.edges}>
          <lineBasicMaterial color={ink.edge} />
        </lineSegments>
      )}
    </>
  );
}
