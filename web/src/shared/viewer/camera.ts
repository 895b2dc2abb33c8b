import { Matrix4, type PerspectiveCamera, type Sphere, Spherical, Vector3 } from 'three';
import type { OrbitControls as Controls } from 'three/addons/controls/OrbitControls.js';
import type { Place } from '../../app/api/types';

const FLIGHT_MS = 380;
const FRONT = new Vector3(0.46, -0.68, 0.57).normalize();

/** Where to stand to see a ball of the given radius whole. */
function distanceFor(camera: PerspectiveCamera, radius: number) {
  const half = Math.min(1, camera.aspect) * Math.tan((camera.fov * Math.PI) / 360);
  return (radius / half) * 1.02;
}

/** To the front right above, far enough to see all of the part. */
export function frame(camera: PerspectiveCamera, sphere: Sphere) {
  camera.position.copy(sphere.center).addScaledVector(FRONT, distanceFor(camera, sphere.radius));
  camera.lookAt(sphere.center);
}

export function turn(controls: Controls, azimuth: number, polar: number, nearer: number) {
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

/** Moves sideways by a share of the distance to the part. */
export function pan(controls: Controls, right: number, up: number) {
  const camera = controls.object;
  const reach = camera.position.distanceTo(controls.target);
  const [x, y] = [new Vector3(), new Vector3()];
  new Matrix4().copy(camera.matrix).extractBasis(x, y, new Vector3());
  const shift = x.multiplyScalar(right * reach).addScaledVector(y, up * reach);
  camera.position.add(shift);
  controls.target.add(shift);
  controls.update();
}

/** Flies to a place (in mm, the scene in the file's unit), or there at once for those who want no motion. */
export function fly(controls: Controls, place: Place, mmPerUnit: number, sphere: Sphere, invalidate: () => void) {
  const camera = controls.object as PerspectiveCamera;
  const target = new Vector3(...(place.pointMm as [number, number, number])).divideScalar(mmPerUnit);
  const radius = Math.min(sphere.radius, Math.max(place.radiusMm / mmPerUnit, sphere.radius / 12));
  // Not straight down the axis: the turning stands on z and would flip there.
  const from = new Vector3(...(place.from as [number, number, number])).addScaledVector(FRONT, 0.35).normalize();
  const position = target.clone().addScaledVector(from, distanceFor(camera, radius) * 1.6);
  const still = window.matchMedia('(prefers-reduced-motion: reduce)').matches;
  const [startPosition, startTarget, begun] = [camera.position.clone(), controls.target.clone(), performance.now()];
  const step = () => {
    const t = still ? 1 : Math.min(1, (performance.now() - begun) / FLIGHT_MS);
    const eased = t * t * (3 - 2 * t);
    camera.position.lerpVectors(startPosition, position, eased);
    controls.target.lerpVectors(startTarget, target, eased);
    controls.update();
    invalidate();
    if (t < 1) requestAnimationFrame(step);
  };
  step();
}
