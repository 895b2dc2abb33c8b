// node anchors.mjs [FIGURES]: the same work done by well-known kernels on the same machine: a hierarchy that casts rays on one thread, and an exact boolean library.
// FIGURES: what the benchmarks of the core printed, to say how many times our time an anchor takes.
import { readFileSync } from 'node:fs';
import Module from 'manifold-3d';
import { BufferAttribute, BufferGeometry, DoubleSide, Ray, Vector3 } from 'three';
import { MeshBVH } from 'three-mesh-bvh';

/** A finely divided sphere of at least so many triangles, as the benchmarks of the core use it. */
function sphere(triangles, radius = 50) {
  const rings = Math.ceil(Math.sqrt(triangles / 4)) + 1;
  const around = 2 * rings;
  const positions = [0, 0, radius];
  for (let i = 1; i < rings; i++)
    for (let j = 0; j < around; j++) {
      const [t, p] = [(Math.PI * i) / rings, (2 * Math.PI * j) / around];
      positions.push(radius * Math.sin(t) * Math.cos(p), radius * Math.sin(t) * Math.sin(p), radius * Math.cos(t));
    }
  positions.push(0, 0, -radius);
  const at = (i, j) =>
    i === 0 ? 0 : i === rings ? positions.length / 3 - 1 : 1 + (i - 1) * around + (j % around);
  const corners = [];
  for (let i = 0; i < rings; i++)
    for (let j = 0; j < around; j++) {
      if (i < rings - 1) corners.push(at(i, j), at(i + 1, j), at(i + 1, j + 1));
      if (i > 0) corners.push(at(i, j), at(i + 1, j + 1), at(i, j + 1));
    }
  return { positions: Float32Array.from(positions), corners: Uint32Array.from(corners) };
}

const figures = process.argv[2] ? readFileSync(process.argv[2], 'utf8') : '';

function line(what, ours, work) {
  const times = [];
  for (let run = 0; run < 3; run++) {
    const begun = performance.now();
    work();
    times.push(performance.now() - begun);
  }
  const median = times.sort((a, b) => a - b)[1];
  const mine = figures.split('\n').find((l) => l.startsWith(ours))?.match(/median +([\d.]+) ms/)?.[1];
  const ratio = mine ? `   ${(median / mine).toFixed(1)} × ours, ${mine} ms` : '';
  console.log(`${what.padEnd(58)} median ${median.toFixed(0).padStart(7)} ms${ratio}`);
}

const large = sphere(1_000_000);
line('anchor: three-mesh-bvh, hierarchy and 1 000 000 rays inward', '1 000 000 triangles: hierarchy and rays inward', () => {
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(large.positions.slice(), 3));
  geometry.setIndex(new BufferAttribute(large.corners.slice(), 1));
  const tree = new MeshBVH(geometry);
  const [ray, corner] = [new Ray(), new Vector3()];
  for (let t = 0; t < large.corners.length; t += 3) {
    ray.origin.set(0, 0, 0);
    for (let k = 0; k < 3; k++)
      ray.origin.add(corner.fromArray(large.positions, 3 * large.corners[t + k]).multiplyScalar(1 / 3));
    ray.direction.copy(ray.origin).normalize().negate();
    tree.raycastFirst(ray, DoubleSide, 1e-3);
  }
});

const wasm = await Module();
wasm.setup();
const { Manifold, Mesh } = wasm;
const part = sphere(50_000);
line('anchor: manifold, box less 50 000 triangles, split in two', '50,624 triangles: split mold', () => {
  const solid = new Manifold(new Mesh({ numProp: 3, vertProperties: part.positions, triVerts: part.corners }));
  const box = Manifold.cube([124, 124, 124], true);
  const mold = box.subtract(solid);
  const halves = mold.splitByPlane([0, 0, 1], 0);
  if (halves.some((half) => half.numTri() < 10_000)) throw new Error('That is no mold.');
  [solid, box, mold, ...halves].forEach((m) => m.delete());
});
