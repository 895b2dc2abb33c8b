import { Box } from '@mui/material';
import { OrbitControls } from '@react-three/drei/core/OrbitControls';
import { Canvas, useThree } from '@react-three/fiber';
import { useSuspenseQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useRef } from 'react';
import {
  Box3,
  BufferAttribute,
  BufferGeometry,
  EdgesGeometry,
  PerspectiveCamera,
  Sphere,
  Spherical,
  Vector3,
} from 'three';
import type { OrbitControls as Controls } from 'three-stdlib';
import { useInk } from '../../app/theme/useInk';
import { Problem } from '../../app/api/client';

const EDGES_UP_TO = 120_000;
const TURN = Math.PI / 18;

/** The part in three dimensions: drag to turn, wheel to come nearer, or the arrow keys, + and −. */
export default function PartViewer({ hash, name }: { hash: string; name: string }) {
  const ink = useInk();
  const geometry = useDrawing(hash);
  const controls = useRef<Controls>(null);
  const edges = useMemo(
    () => (geometry.index!.count / 3 <= EDGES_UP_TO ? new EdgesGeometry(geometry, 28) : null),
    [geometry],
  );
  const sphere = geometry.boundingSphere!;

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
      aria-label={`${name} in three dimensions. Arrow keys turn it, plus and minus come nearer or go away.`}
      onKeyDown={key}
      sx={{
        width: '100%',
        height: '100%',
        '&:focus-visible': { outline: 2, outlineStyle: 'solid', outlineColor: 'primary.main' },
      }}
    >
      <Canvas
        frameloop="demand"
        dpr={[1, 2]}
        gl={{ antialias: true }}
        camera={{ fov: 28, up: [0, 0, 1], near: sphere.radius / 50, far: sphere.radius * 50 }}
      >
        <Framed sphere={sphere} />
        <hemisphereLight args={[ink.sheet, ink.faint, 2.1]} />
        <directionalLight position={[1, -3, 4]} intensity={1.7} />
        <mesh geometry={geometry}>
          <meshStandardMaterial
            color={ink.part}
            flatShading
            roughness={0.85}
            polygonOffset
            polygonOffsetFactor={1}
            polygonOffsetUnits={1}
            side={2}
          />
        </mesh>
        {edges && (
          <lineSegments geometry={edges}>
            <lineBasicMaterial color={ink.edge} />
          </lineSegments>
        )}
        <OrbitControls ref={controls} target={sphere.center} enableDamping={false} makeDefault />
      </Canvas>
    </Box>
  );
}

/** Puts the camera to the front right above, far enough to see all of the part. */
function Framed({ sphere }: { sphere: Sphere }) {
  const camera = useThree((state) => state.camera) as PerspectiveCamera;
  const invalidate = useThree((state) => state.invalidate);
  const aspect = useThree((state) => state.size.width / state.size.height);
  useEffect(() => {
    const half = Math.min(1, aspect) * Math.tan((camera.fov * Math.PI) / 360);
    const direction = new Vector3(0.46, -0.68, 0.57).normalize();
    camera.position.copy(sphere.center).addScaledVector(direction, (sphere.radius / half) * 1.02);
    camera.lookAt(sphere.center);
    invalidate();
    // eslint-disable-next-line react-hooks/exhaustive-deps -- framed once a part; a resized window keeps the view
  }, [camera, sphere, invalidate]);
  return null;
}

function turn(controls: Controls, azimuth: number, polar: number, nearer: number) {
  const camera = controls.object;
  const arm = camera.position.clone().sub(controls.target);
  // three's spherical coordinates stand on y; the part stands on z.
  const spherical = new Spherical().setFromVector3(new Vector3(arm.x, arm.z, -arm.y));
  spherical.theta += azimuth;
  spherical.phi = Math.min(Math.PI - 0.01, Math.max(0.01, spherical.phi + polar));
  spherical.radius *= nearer;
  const turned = new Vector3().setFromSpherical(spherical);
  camera.position.copy(controls.target).add(new Vector3(turned.x, -turned.z, turned.y));
  controls.update();
}

/** Vertex and triangle count, coordinates, then vertex numbers: see the server's Drawing. */
function useDrawing(hash: string): BufferGeometry {
  const { data } = useSuspenseQuery({
    queryKey: ['drawing', hash],
    staleTime: Infinity,
    gcTime: 60_000,
    queryFn: async ({ signal }) => {
      const answer = await fetch(`/api/meshes/${hash}/drawing`, { signal });
      if (!answer.ok)
        throw new Problem(answer.status, 'drawing', 'The drawing of the part can’t be fetched; reload the page.');
      const bytes = await answer.arrayBuffer();
      const [vertices, triangles] = new Uint32Array(bytes, 0, 2) as unknown as [number, number];
      const geometry = new BufferGeometry();
      const positions = new BufferAttribute(new Float32Array(bytes, 8, 3 * vertices), 3);
      geometry.setAttribute('position', positions);
      geometry.setIndex(new BufferAttribute(new Uint32Array(bytes, 8 + 12 * vertices, 3 * triangles), 1));
      new Box3().setFromBufferAttribute(positions).getBoundingSphere((geometry.boundingSphere = new Sphere()));
      return geometry;
    },
  });
  return data;
}
