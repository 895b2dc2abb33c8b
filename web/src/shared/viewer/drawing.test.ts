import { describe, expect, it } from 'vitest';
import { decodeDrawing, decodeMaps, facetsOf, paint } from './drawing';

/** One square of two triangles, 10 by 10, as the server sends it. */
function square(source: number[] | null = null): ArrayBuffer {
  const head = new Uint32Array([4, 2, source ? 9 : 2]);
  const places = new Float32Array([0, 0, 0, 10, 0, 0, 10, 10, 0, 0, 10, 0]);
  const corners = new Uint32Array([0, 1, 2, 0, 2, 3]);
  return joined(head, places, corners, new Uint32Array(source ?? []));
}

function joined(...parts: (Uint32Array | Float32Array | Uint16Array | Uint8Array)[]): ArrayBuffer {
  const bytes = new Uint8Array(parts.reduce((sum, part) => sum + part.byteLength, 0));
  let at = 0;
  for (const part of parts) {
    bytes.set(new Uint8Array(part.buffer, part.byteOffset, part.byteLength), at);
    at += part.byteLength;
  }
  return bytes.buffer;
}

const maps = (divisions: number[]) => {
  const samples = divisions.reduce((sum, n) => sum + n * n, 0);
  const values = Float32Array.from({ length: samples }, (_, i) => i);
  return decodeMaps(
    joined(
      new Uint32Array([divisions.length, samples]),
      Float32Array.from(divisions),
      values,
      values.map((v) => v + 100),
      Uint16Array.from(values),
      Uint8Array.from(divisions),
    ),
  );
};

describe('the drawing', () => {
  it('is read as the server wrote it', () => {
    const drawing = decodeDrawing(square());
    expect([drawing.triangles, drawing.trueTriangles, drawing.source]).toEqual([2, 2, null]);
    expect(drawing.box.max.toArray()).toEqual([10, 10, 0]);
    expect(drawing.sphere.radius).toBeCloseTo(Math.sqrt(50));
  });

  it('knows where the triangles of a coarser one came from', () => {
    expect([...decodeDrawing(square([3, 7])).source!]).toEqual([3, 7]);
  });
});

describe('the maps', () => {
  it('are read as the server wrote them', () => {
    const read = maps([2, 1]);
    expect([...read.divisions]).toEqual([2, 1]);
    expect([...read.starts]).toEqual([0, 4]);
    expect([read.rayMm[4], read.ballMm[4], read.region[4], read.draftDeg[0]]).toEqual([4, 104, 4, 2]);
  });
});

describe('facets', () => {
  const areaOf = (positions: ArrayLike<number>, facet: number) => {
    const p = Array.from({ length: 9 }, (_, i) => positions[9 * facet + i]!);
    const [ux, uy, vx, vy] = [p[3]! - p[0]!, p[4]! - p[1]!, p[6]! - p[0]!, p[7]! - p[1]!];
    return (ux * vy - uy * vx) / 2;
  };

  it('are the triangles themselves until they are measured', () => {
    const facets = facetsOf(decodeDrawing(square()), null);
    expect([...facets.triangle]).toEqual([0, 1]);
    expect([...facets.sample]).toEqual([-1, -1]);
  });

  it('are cut like the samples: n² equal parts of each triangle, facing the same way', () => {
    const facets = facetsOf(decodeDrawing(square()), maps([3, 2]));
    expect(facets.triangle.length).toBe(13);
    expect([...facets.sample]).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12]);
    const positions = facets.geometry.getAttribute('position').array;
    for (let f = 0; f < 9; f++) expect(areaOf(positions, f)).toBeCloseTo(50 / 9);
    for (let f = 9; f < 13; f++) expect(areaOf(positions, f)).toBeCloseTo(50 / 4);
  });

  it('of a coarser drawing take the first sample of the triangle they were', () => {
    const facets = facetsOf(decodeDrawing(square([1, 8])), maps([2, 3, 1, 1, 1, 1, 1, 1, 2]));
    expect([...facets.triangle]).toEqual([1, 8]);
    expect([...facets.sample]).toEqual([4, 19]);
  });

  it('are painted all three corners alike', () => {
    const facets = facetsOf(decodeDrawing(square()), null);
    paint(
      facets,
      [
        [1, 2, 3],
        [7, 8, 9],
      ],
      (facet) => facet,
    );
    expect([...facets.geometry.getAttribute('color').array]).toEqual([
      1, 2, 3, 1, 2, 3, 1, 2, 3, 7, 8, 9, 7, 8, 9, 7, 8, 9,
    ]);
  });
});
