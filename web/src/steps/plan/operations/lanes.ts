import type { WorkPlan } from '../../../app/api/types';

type Schedule = NonNullable<WorkPlan['schedule']>;
type Stretch = readonly [from: number, to: number];

export interface Lane {
  name: string;
  hands: Stretch[];
  waits: Stretch[];
}

export interface Span {
  from: number;
  to: number;
}

const DAY = 86_400_000;
const MOST_LABELS = 14;
const labels = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short' });

/** Whole days around all that is laid out. */
export function spanOf(schedule: Schedule): Span {
  const starts = schedule.slots.map((s) => Date.parse(s.start));
  const ends = schedule.slots.map((s) => Date.parse(s.end));
  return { from: midnight(Math.min(...starts)), to: midnight(Math.max(...ends) + DAY) };
}

export const placeIn = (moment: number, { from, to }: Span): number =>
  Math.min(1, Math.max(0, (moment - from) / (to - from)));

/** A mark a day, labelled as often as there is room. */
export function dayMarks({ from, to }: Span): { at: number; label: string; off: boolean }[] {
  const days = Math.round((to - from) / DAY);
  const every = Math.max(1, Math.ceil(days / MOST_LABELS));
  return Array.from({ length: days }, (_, i) => {
    const at = midnight(from + i * DAY + DAY / 4);
    const weekday = new Date(at).getDay();
    return { at, label: i % every === 0 ? labels.format(at) : '', off: weekday === 0 || weekday === 6 };
  });
}

/** What is done once, and each tool with its making and its shots; stretches that touch are one. */
export function lanesOf(schedule: Schedule, operations: WorkPlan['operations'], toolName: string): Lane[] {
  const repeats = new Map(operations.map((o) => [o.id, o.repeats]));
  const lanes = new Map<string, Lane>();
  for (const slot of schedule.slots) {
    const name = repeats.get(slot.operationId) === 'once' ? 'Once' : `${toolName} ${slot.tool ?? 1}`;
    const lane = lanes.get(name) ?? { name, hands: [], waits: [] };
    lanes.set(name, lane);
    const [start, hands, end] = [Date.parse(slot.start), Date.parse(slot.handsEnd), Date.parse(slot.end)];
    if (hands > start) add(lane.hands, start, hands);
    if (end > hands) add(lane.waits, hands, end);
  }
  return [...lanes.values()];
}

function add(stretches: Stretch[], from: number, to: number) {
  const last = stretches.at(-1);
  if (last && last[1] === from) stretches[stretches.length - 1] = [last[0], to];
  else stretches.push([from, to]);
}

/** The day's beginning on the workshop's clock. */
function midnight(at: number): number {
  const moment = new Date(at);
  return new Date(moment.getFullYear(), moment.getMonth(), moment.getDate()).getTime();
}
