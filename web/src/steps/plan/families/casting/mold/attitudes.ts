type Direction = readonly number[];

/** The file's six sides by the axis that is up. */
export const sides: readonly { name: string; up: Direction }[] = [
  { name: '+z', up: [0, 0, 1] },
  { name: '−z', up: [0, 0, -1] },
  { name: '+x', up: [1, 0, 0] },
  { name: '−x', up: [-1, 0, 0] },
  { name: '+y', up: [0, 1, 0] },
  { name: '−y', up: [0, -1, 0] },
];

const RAD = Math.PI / 180;

/** Degrees tipped away from the file's z, and round it. */
export interface Angles {
  tip: number;
  round: number;
}

export function anglesOf([x, y, z]: Direction): Angles {
  const tip = Math.acos(Math.min(1, Math.max(-1, z!))) / RAD;
  const flat = Math.hypot(x!, y!) < 1e-9;
  return { tip: Math.round(tip), round: flat ? 0 : (Math.round(Math.atan2(y!, x!) / RAD) + 360) % 360 };
}

export function upOf({ tip, round }: Angles): number[] {
  const out = [
    Math.sin(tip * RAD) * Math.cos(round * RAD),
    Math.sin(tip * RAD) * Math.sin(round * RAD),
    Math.cos(tip * RAD),
  ];
  // Twelve digits: an axis of the file is exactly that axis.
  return out.map((v) => Number(v.toFixed(12)) + 0);
}
