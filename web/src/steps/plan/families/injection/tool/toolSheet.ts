import type { InjectionFigures } from '../../../../../app/api/types';

type Layout = InjectionFigures['layout'];

const ROOM = 34;
const WIDE = 900;

/** The tool on its sheet: parted and seen from the core on the left, cut lengthwise on the right, one scale. */
export function sheetOf(layout: Layout) {
  const [long, wide, high] = [layout.plateLongMm!, layout.plateWideMm!, layout.highMm!];
  const scale = (WIDE - 4 * ROOM) / (2 * long);
  return {
    width: WIDE,
    height: 2 * ROOM + scale * Math.max(wide, high),
    scale,
    front: { x: ROOM, y: ROOM, width: scale * long, height: scale * wide },
    section: { x: 3 * ROOM + scale * long, y: ROOM, width: scale * long, height: scale * high },
  };
}

/** From the bottom clamp plate up: where each plate begins, mm; the parting face lies between core and cavity plate. */
export function stackOf(layout: Layout) {
  let from = layout.highMm!;
  return layout.plates.map((plate) => ({ ...plate, fromMm: (from -= plate.thickMm!) }));
}

/** Height of the parting face above the bottom of the tool, mm. */
export const partingOf = (layout: Layout) => stackOf(layout)[1]!.fromMm;

/** Four numbers a line as a path. */
export const pathOf = (lines: readonly number[]) => {
  const steps: string[] = [];
  for (let i = 0; i + 3 < lines.length; i += 4)
    steps.push(`M${lines[i]} ${lines[i + 1]}L${lines[i + 2]} ${lines[i + 3]}`);
  return steps.join('');
};

export const middlesOf = (layout: Layout) =>
  Array.from(
    { length: layout.cavities.length / 2 },
    (_, i) => [layout.cavities[2 * i]!, layout.cavities[2 * i + 1]!] as const,
  );
