import type { Attitude, CastingFigures } from '../../../../../app/api/types';

type Mold = NonNullable<CastingFigures['silicone']>['mold'];

export type MoldView = 'front' | 'side' | 'top';

/** One view on the sheet: where it stands, and which side of the box runs across it and which along it. */
export interface View {
  name: string;
  lines: MoldView;
  across: 0 | 1;
  along: 1 | 2;
  x: number;
  y: number;
  width: number;
  height: number;
}

const MARGIN = 30;
const BETWEEN = 56;
const ROOM = { width: 860, height: 400 };

/** Front, side and top in a row, all at one scale that fills the sheet. */
export function sheetOf({ boxMm }: Pick<Mold, 'boxMm'>): {
  views: View[];
  width: number;
  height: number;
  scale: number;
} {
  const [x, y, z] = boxMm as [number, number, number];
  const across = 2 * MARGIN + 2 * BETWEEN;
  const scale = Math.min((ROOM.width - across) / (x + y + x), (ROOM.height - 2 * MARGIN) / Math.max(y, z));
  const [w, d, h] = [x * scale, y * scale, z * scale];
  const views: View[] = [
    { name: 'From the front', lines: 'front', across: 0, along: 2, x: MARGIN, y: MARGIN, width: w, height: h },
    {
      name: 'From the side',
      lines: 'side',
      across: 1,
      along: 2,
      x: MARGIN + w + BETWEEN,
      y: MARGIN,
      width: d,
      height: h,
    },
    {
      name: 'From above',
      lines: 'top',
      across: 0,
      along: 1,
      x: MARGIN + w + d + 2 * BETWEEN,
      y: MARGIN,
      width: w,
      height: d,
    },
  ];
  return { views, scale, width: 2 * w + d + across, height: Math.max(h, d) + 2 * MARGIN };
}

/** A gate or riser in the box, millimetres from its low corner. */
export interface Channel {
  at: [number, number, number];
  /** Where it meets the part. */
  into: [number, number, number];
  boreMm: number;
  gate: boolean;
}

const RISER_MM = 4;
const GATE_MM = 6;

/** Each pattern's gate and risers in the box. */
export function placesOf(attitude: Attitude, { layout, wallMm }: Pick<Mold, 'layout' | 'wallMm'>): Channel[] {
  const inPart = (point: readonly number[]) =>
    [attitude.axisX, attitude.axisY, attitude.up].map(
      (axis, i) => axis.reduce((sum, a, k) => sum + a * point[k]!, 0) - attitude.lowMm[i]!,
    );
  const places = [
    ...attitude.risers.map((place) => ({ place, boreMm: RISER_MM, gate: false })),
    { place: attitude.gate, boreMm: GATE_MM, gate: true },
  ];
  return layout.centresMm.flatMap((centre) =>
    places.map(({ place, boreMm, gate }) => {
      const here = inPart(place.pointMm);
      const at = here.map((p, i) => centre[i]! - attitude.bboxMm[i]! / 2 + p) as [number, number, number];
      const into = [...at] as typeof at;
      // The gate comes down beside the part and up into its low end.
      if (gate) at[0] = Math.max(wallMm / 3, centre[0]! - attitude.bboxMm[0]! / 2 - wallMm / 3);
      return { at, into, boreMm, gate };
    }),
  );
}

/** The common runner of several cavities seen from above, from gate to gate: along each row, and down the first column. */
export function runnersOf(
  channels: readonly Channel[],
  { columns, rows }: Pick<Mold['layout'], 'columns' | 'rows'>,
): [number, number, number, number][] {
  const gates = channels.filter((c) => c.gate).map((c) => c.at);
  const line = (from: number, to: number): [number, number, number, number] => [
    gates[from]![0],
    gates[from]![1],
    gates[to]![0],
    gates[to]![1],
  ];
  const runners = [];
  for (let row = 0; row < rows; row++) {
    const last = Math.min(gates.length, (row + 1) * columns) - 1;
    if (last > row * columns) runners.push(line(row * columns, last));
  }
  if (rows > 1) runners.push(line(0, (rows - 1) * columns));
  return runners;
}
