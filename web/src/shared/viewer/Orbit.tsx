import { useThree } from '@react-three/fiber';
import { type Ref, useEffect, useImperativeHandle, useMemo } from 'react';
import type { Vector3 } from 'three';
import { OrbitControls } from 'three/addons/controls/OrbitControls.js';

/** Turns the view around a point by mouse or finger; the frame is drawn again only then. */
export function Orbit({ ref, target }: { ref: Ref<OrbitControls>; target?: Vector3 }) {
  const camera = useThree((state) => state.camera);
  const element = useThree((state) => state.gl.domElement);
  const invalidate = useThree((state) => state.invalidate);
  const controls = useMemo(() => new OrbitControls(camera), [camera]);
  useImperativeHandle(ref, () => controls, [controls]);
  useEffect(() => {
    const draw = () => invalidate();
    controls.connect(element);
    controls.addEventListener('change', draw);
    return () => {
      controls.removeEventListener('change', draw);
      controls.disconnect();
    };
  }, [controls, element, invalidate]);
  useEffect(() => {
    if (target) controls.target.copy(target);
    controls.update();
  }, [controls, target]);
  return null;
}
