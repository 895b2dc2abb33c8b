/** Points of a sheet, row by row: three coordinates each, and its thickness; negative where it is trimmed off. */
export interface DrawnSheet {
  columns: number;
  rows: number;
  points: Float32Array;
  thicknessMm: Float32Array;
}

export interface SheetDrawing {
  /** From the clamp to the mold. */
  stroke: readonly DrawnSheet[];
  formed: DrawnSheet;
}

const POINT_BYTES = 8;

/** See the server's SheetDrawing: counts, origin and step, stages of the stroke, then the formed sheet. */
export function decodeSheet(bytes: ArrayBuffer): SheetDrawing {
  const view = new DataView(bytes);
  const int = (at: number) => view.getInt32(at, true);
  const [columns, rows, stages] = [int(4), int(8), int(12)];
  const origin = [16, 20, 24].map((at) => view.getFloat32(at, true));
  const step = view.getFloat32(28, true);
  let at = 32;
  const sheet = (across: number, along: number): DrawnSheet => {
    const count = (across + 1) * (along + 1);
    const [points, thicknessMm] = [new Float32Array(3 * count), new Float32Array(count)];
    for (let p = 0; p < count; p++, at += POINT_BYTES) {
      for (let axis = 0; axis < 3; axis++)
        points[3 * p + axis] = origin[axis]! + step * view.getInt16(at + 2 * axis, true);
      thicknessMm[p] = view.getInt16(at + 6, true) / 1000;
    }
    return { columns: across, rows: along, points, thicknessMm };
  };
  const stroke = Array.from({ length: stages }, () => {
    at += 4;
    return sheet(columns, rows);
  });
  const [across, along] = [int(at), int(at + 4)];
  at += 8;
  return { stroke, formed: sheet(across, along) };
}

/** Two triangles a cell. */
export function cellsOf({ columns, rows }: DrawnSheet): Uint32Array {
  const index = new Uint32Array(6 * columns * rows);
  for (let j = 0, k = 0; j < rows; j++)
    for (let i = 0; i < columns; i++, k += 6) {
      const a = j * (columns + 1) + i;
      const c = a + columns + 1;
      index.set([a, a + 1, c + 1, a, c + 1, c], k);
    }
  return index;
}
