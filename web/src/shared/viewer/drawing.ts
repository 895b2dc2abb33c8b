import { Box3, BufferAttribute, BufferGeometry, Color, EdgesGeometry, Sphere } from 'three';

/** The mesh as the server draws it, in the file's own unit. */
export interface Drawing {
  geometry: BufferGeometry;
  edges: EdgesGeometry | null;
  sphere: Sphere;
  box: Box3;
  triangles: number;
  /** How many the part truly has; more than are drawn when the drawing is a coarser one. */
  trueTriangles: number;
  /** The true triangle of each one drawn; null when all are drawn. */
  source: Uint32Array | null;
}

/** Values over the true mesh: by triangle, or by sample, of which triangle t has divisions[t]² from starts[t] on. */
export interface Maps {
  draftDeg: Float32Array;
  rayMm: Float32Array;
  ballMm: Float32Array;
  region: Uint16Array;
  divisions: Uint8Array;
  starts: Uint32Array;
}

/** Facets as they are painted: three corners each, with the true triangle and the sample (−1 when not measured). */
export interface Facets {
  geometry: BufferGeometry;
  triangle: Uint32Array;
  sample: Int32Array;
}

const EDGES_UP_TO = 120_000;
const EDGE_DEG = 28;

/** See the server's Drawing: counts, coordinates, corners, and the true triangles when fewer are drawn. */
export function decodeDrawing(bytes: ArrayBuffer): Drawing {
  const [vertices, triangles, trueTriangles] = new Uint32Array(bytes, 0, 3) as unknown as [number, number, number];
  const corners = 12 + 12 * vertices;
  const geometry = new BufferGeometry();
  const positions = new BufferAttribute(new Float32Array(bytes, 12, 3 * vertices), 3);
  geometry.setAttribute('position', positions);
  geometry.setIndex(new BufferAttribute(new Uint32Array(bytes, corners, 3 * triangles), 1));
  const box = new Box3().setFromBufferAttribute(positions);
  return {
    geometry,
    edges: triangles <= EDGES_UP_TO ? new EdgesGeometry(geometry, EDGE_DEG) : null,
    sphere: box.getBoundingSphere(new Sphere()),
    box,
    triangles,
    trueTriangles,
    source: triangles < trueTriangles ? new Uint32Array(bytes, corners + 12 * triangles, triangles) : null,
  };
}

/** See the server's Drawing: counts, draft a triangle, two walls a sample, region a sample, divisions a triangle. */
export function decodeMaps(bytes: ArrayBuffer): Maps {
  const [triangles, samples] = new Uint32Array(bytes, 0, 2) as unknown as [number, number];
  let at = 8;
  const floats = (count: number) => {
    const values = new Float32Array(bytes, at, count);
    at += 4 * count;
    return values;
  };
  const [draftDeg, rayMm, ballMm] = [floats(triangles), floats(samples), floats(samples)];
  const region = new Uint16Array(bytes, at, samples);
  const divisions = new Uint8Array(bytes, at + 2 * samples, triangles);
  return { draftDeg, rayMm, ballMm, region, divisions, starts: startsOf(divisions) };
}

/** Where the samples of each triangle begin. */
export function startsOf(divisions: Uint8Array): Uint32Array {
  const starts = new Uint32Array(divisions.length);
  for (let t = 1; t < divisions.length; t++) starts[t] = starts[t - 1]! + divisions[t - 1]! ** 2;
  return starts;
}

/** Cuts the drawn triangles into the parts their samples stand for, in the samples' order. */
export function facetsOf(drawing: Drawing, maps: Pick<Maps, 'divisions' | 'starts'> | null): Facets {
  const parts = (t: number) => (maps && !drawing.source ? Math.max(1, maps.divisions[t]!) : 1);
  let count = 0;
  for (let t = 0; t < drawing.triangles; t++) count += parts(t) ** 2;
  const positions = new Float32Array(9 * count);
  const triangle = new Uint32Array(count);
  const sample = new Int32Array(count).fill(-1);
  const vertices = drawing.geometry.getAttribute('position').array;
  const corners = drawing.geometry.index!.array;
  const [a, u, v] = [new Float64Array(3), new Float64Array(3), new Float64Array(3)];
  let facet = 0;

  const put = (places: readonly (readonly [number, number])[]) => {
    places.forEach(([i, j], corner) => {
      for (let k = 0; k < 3; k++) positions[9 * facet + 3 * corner + k] = a[k]! + i * u[k]! + j * v[k]!;
    });
  };

  for (let t = 0; t < drawing.triangles; t++) {
    const n = parts(t);
    const from = drawing.source?.[t] ?? t;
    for (let k = 0; k < 3; k++) {
      a[k] = vertices[3 * corners[3 * t]! + k]!;
      u[k] = (vertices[3 * corners[3 * t + 1]! + k]! - a[k]!) / n;
      v[k] = (vertices[3 * corners[3 * t + 2]! + k]! - a[k]!) / n;
    }
    const first = facet;
    const add = (places: readonly (readonly [number, number])[]) => {
      put(places);
      triangle[facet] = from;
      if (maps && maps.divisions[from]! > 0) sample[facet] = maps.starts[from]! + facet - first;
      facet++;
    };
    for (let i = 0; i < n; i++)
      for (let j = 0; j < n - i; j++) {
        add([
          [i, j],
          [i + 1, j],
          [i, j + 1],
        ]);
        if (j < n - i - 1)
          add([
            [i + 1, j],
            [i + 1, j + 1],
            [i, j + 1],
          ]);
      }
  }

  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(positions, 3));
  geometry.setAttribute('color', new BufferAttribute(new Uint8Array(9 * count), 3, true));
  geometry.boundingSphere = drawing.sphere;
  return { geometry, triangle, sample };
}

/** Paints each facet in the colour of its band. */
export function paint(
  facets: Facets,
  colors: readonly (readonly [number, number, number])[],
  bandOf: (facet: number) => number,
) {
  const attribute = facets.geometry.getAttribute('color') as BufferAttribute;
  const bytes = attribute.array as Uint8Array;
  for (let facet = 0; facet < facets.triangle.length; facet++) {
    const color = colors[bandOf(facet)]!;
    for (let corner = 0; corner < 3; corner++) bytes.set(color, 9 * facet + 3 * corner);
  }
  attribute.needsUpdate = true;
}

/** A colour of the theme as vertices have it. */
export function bytesOf(color: string): [number, number, number] {
  // Vertex colours are taken as light, not as the screen's values.
  const { r, g, b } = new Color(color);
  return [Math.round(r * 255), Math.round(g * 255), Math.round(b * 255)];
}
