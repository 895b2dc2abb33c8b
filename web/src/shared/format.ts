import type { ThreePoint } from '../app/api/types';
import { dayOf } from './days';

/** A number with as many digits as mean something; thousands apart by a thin space no line breaks at. */
export function number(value: number, digits = 3): string {
  if (!Number.isFinite(value)) return '–';
  if (value === 0) return '0';
  const magnitude = Math.floor(Math.log10(Math.abs(value)));
  const decimals = Math.min(6, Math.max(0, digits - 1 - magnitude));
  const [whole, part = ''] = Number(value.toPrecision(Math.min(digits, 15)))
    .toFixed(decimals)
    .split('.');
  const fraction = part.replace(/0+$/, '');
  return whole!.replace(/\B(?=(\d{3})+$)/g, '\u202f') + (fraction && `.${fraction}`);
}

/** A number stays beside what it counts: "1.1 mm" and "43 parts" don't break across lines. */
export const unbroken = (sentence: string): string => sentence.replace(/(\d|±) (?=\S)/g, '$1\u00a0');

/** A count is never rounded. */
export const count = (value: number): string => number(value, 15);

export const range = (value: ThreePoint, digits = 3): string =>
  typeof value === 'number'
    ? number(value, digits)
    : `${number(value.low, digits)} / ${number(value.likely, digits)} / ${number(value.high, digits)}`;

/** The three points of a range; of a certain number all three are it. */
export const points = (value: ThreePoint): { low: number; likely: number; high: number } =>
  typeof value === 'number' ? { low: value, likely: value, high: value } : value;

/** A name inside a sentence. */
export const within = (name: string): string => name.charAt(0).toLowerCase() + name.slice(1);

/** A sum of money, to what means something. */
export const euros = (value: ThreePoint): string => `${number(points(value).likely)} €`;

/** A range with its unit; a share is said in percent, everywhere. */
export const said = (value: ThreePoint, unit: string, digits = 3): string =>
  unit === 'share' ? `${range(times(value, 100), digits)} %` : `${range(value, digits)} ${unit}`.trim();

export const times = (value: ThreePoint, by: number): ThreePoint =>
  typeof value === 'number' ? value * by : { low: value.low * by, likely: value.likely * by, high: value.high * by };

const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
const twoDigits = (n: number): string => String(n).padStart(2, '0');
const dateOf = (day: Date): string => `${day.getDate()} ${months[day.getMonth()]} ${day.getFullYear()}`;

export const date = (iso: string): string => dateOf(dayOf(iso));

export function moment(iso: string): string {
  const at = new Date(iso);
  return `${dateOf(at)}, ${twoDigits(at.getHours())}:${twoDigits(at.getMinutes())}`;
}

export const box = (sides: readonly number[]): string => sides.map((side) => number(side, 4)).join(' × ');

export const words: Record<string, string> = {
  spilled: 'spilled',
  remixed: 'mixed again',
  late: 'late',
  wrongLot: 'wrong lot',
  equipment: 'equipment',
  endedEarly: 'ended early',
  begunEarly: 'begun early',
  overrun: 'clock run out',
  outOfBand: 'out of its band',
  lost: 'reading lost',
  rigidThermoplastic: 'Rigid plastic',
  clearThermoplastic: 'Clear plastic',
  flexibleElastomer: 'Flexible elastomer',
  siliconeRubber: 'Silicone rubber',
  rubber: 'Natural or synthetic rubber',
  formedSheet: 'Formed sheet',
  fibreLaminate: 'Fibre laminate',
  look: 'look',
  fit: 'fit',
  function: 'function',
  pilot: 'pilot',
  sale: 'sale',
  texture: 'Texture',
  asComes: 'as it comes',
  dyed: 'dyed',
  matched: 'colour-matched',
  opaque: 'opaque',
  translucent: 'translucent',
  clear: 'clear',
  flame: 'flame',
  uv: 'UV light',
  chemicals: 'chemicals',
  skin: 'skin contact',
  food: 'food contact',
  medical: 'medical',
  pressure: 'pressure',
  lifting: 'lifting',
  small: 'small: metal comes off',
  large: 'large: the tool is remade',
  asTooled: 'As tooled',
  fineMatt: 'Fine matt',
  gloss: 'Gloss',
  fits: 'Fits',
  notKnown: 'Not known',
  atRisk: 'At risk',
  out: 'Out',
  compact: 'Compact: walls, bosses, ribs on both sides',
  openShell: 'Open shell of near-constant wall',
  none: 'None',
  mild: 'Mild',
  strong: 'Strong',
  moldMaker: 'mold maker',
};

export const word = (key: string): string => words[key] ?? key;
