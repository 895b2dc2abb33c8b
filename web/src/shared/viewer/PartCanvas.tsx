import { Box } from '@mui/material';
import { Canvas } from '@react-three/fiber';
import { type Ref, useImperativeHandle, useRef } from 'react';
import type { Vector3 } from 'three';
import type { Place } from '../../app/api/types';
import type { Drawing, Facets } from './drawing';
import { Scene, type SceneHandle } from './Scene';
import type { Cut } from './useView';

const TURN = Math.PI / 18;

interface Props {
  ref?: Ref<SceneHandle>;
  /** Null for a part without a file. */
  name: string | null;
  drawing: Drawing;
  facets: Facets;
  mmPerUnit: number;
  cut?: Cut | null;
  place?: Place | null;
  marks: readonly Vector3[];
  onPick: ((facet: number, point: Vector3) => void) | null;
  painted: unknown;
  height?: number;
  inScene?: React.ReactNode;
  children?: React.ReactNode;
}

/** A part to turn, come nearer to and pick on, by mouse, finger and keys. */
export function PartCanvas({ ref, name, drawing, cut = null, place = null, onPick, height, children, ...rest }: Props) {
  const scene = useRef<SceneHandle>(null);
  useImperativeHandle(ref, () => scene.current!);
  const key = (event: React.KeyboardEvent) => {
    const { current: s } = scene;
    if (!s || event.target !== event.currentTarget) return;
    const shift = event.shiftKey;
    const moves: Record<string, () => void> = {
      ArrowLeft: () => (shift ? s.pan(0.05, 0) : s.turn(-TURN, 0, 1)),
      ArrowRight: () => (shift ? s.pan(-0.05, 0) : s.turn(TURN, 0, 1)),
      ArrowUp: () => (shift ? s.pan(0, -0.05) : s.turn(0, -TURN, 1)),
      ArrowDown: () => (shift ? s.pan(0, 0.05) : s.turn(0, TURN, 1)),
      '+': () => s.turn(0, 0, 0.87),
      '=': () => s.turn(0, 0, 0.87),
      '-': () => s.turn(0, 0, 1.15),
      Home: s.whole,
      Enter: s.pickMiddle,
    };
    const move = moves[event.key];
    if (!move) return;
    event.preventDefault();
    move();
  };
  return (
    <Box
      role="application"
      tabIndex={0}
      aria-label={`${name ?? 'The part'} in three dimensions. Arrow keys turn it, with Shift they move it, plus and minus come nearer or go away, Home shows the whole part${onPick ? ', Enter picks what the cross is on' : ''}.`}
      onKeyDown={key}
      sx={{
        position: 'relative',
        height: height ?? { xs: 320, md: 'min(560px, calc(100vh - 290px))' },
        minHeight: Math.min(height ?? 300, 300),
        border: 1,
        borderColor: 'divider',
        cursor: onPick ? 'crosshair' : 'grab',
        '&:focus-visible': { outline: 2, outlineStyle: 'solid', outlineColor: 'primary.main' },
        '&:focus-visible .cross': { visibility: onPick ? 'visible' : 'hidden' },
      }}
    >
      <Canvas
        frameloop="demand"
        dpr={[1, 2]}
        gl={{ antialias: true, localClippingEnabled: true }}
        onCreated={({ gl }) => (gl.localClippingEnabled = true)}
        camera={{ fov: 28, up: [0, 0, 1], near: drawing.sphere.radius / 50, far: drawing.sphere.radius * 50 }}
      >
        <Scene ref={scene} drawing={drawing} cut={cut} place={place} onPick={onPick} {...rest} />
      </Canvas>
      <Cross />
      {children}
    </Box>
  );
}

function Cross() {
  return (
    <Box
      className="cross"
      aria-hidden
      sx={{
        position: 'absolute',
        left: '50%',
        top: '50%',
        translate: '-50% -50%',
        visibility: 'hidden',
        pointerEvents: 'none',
        color: 'error.main',
        fontSize: 22,
      }}
    >
      ✛
    </Box>
  );
}
