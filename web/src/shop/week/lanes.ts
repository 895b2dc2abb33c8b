import type { ScheduleView, Shop, ShopSlot } from '../../app/api/types';

export interface Lane {
  id: string;
  name: string;
  slots: ShopSlot[];
}

/** A moment of the shop’s own clock, in minutes; the browser’s zone has no say in it. */
export const minuteOf = (local: string): number => Date.parse(`${local.slice(0, 19)}Z`) / 60_000;

export const localOf = (minute: number): string => new Date(minute * 60_000).toISOString().slice(0, 19);

/** Whoever and whatever has something to do between two moments: people, equipment, then the tools of each job. */
export function lanesOf(view: ScheduleView, shop: Shop, from: number, to: number): Lane[] {
  const within = view.schedule.slots.filter((s) => minuteOf(s.end) > from && minuteOf(s.start) < to);
  return [
    ...shop.people.map((p) => ({ id: p.id, name: p.name, slots: within.filter((s) => s.person === p.id) })),
    ...shop.machines.map((m) => ({ id: m.id, name: m.name, slots: within.filter((s) => s.machines.includes(m.id)) })),
    ...view.jobs.flatMap((job) =>
      [...new Set(within.flatMap((s) => (s.job === job.id && s.piece.tool ? [s.piece.tool] : [])))]
        .sort((a, b) => a - b)
        .map((tool) => ({
          id: `${job.id} ${tool}`,
          name: `${job.title} ${tool}`,
          slots: within.filter((s) => s.job === job.id && s.piece.tool === tool),
        })),
    ),
  ].filter((lane) => lane.slots.length > 0);
}

/** Where a slot is put when it is dragged: whole quarters of an hour. */
export const QUARTER = 15;
export const dropped = (slot: ShopSlot, byMinutes: number): string =>
  localOf(Math.round((minuteOf(slot.start) + byMinutes) / QUARTER) * QUARTER);

/** Two slots are the same operation of the same piece. */
export const isSame = (
  a: Pick<ShopSlot, 'job' | 'piece' | 'operation'>,
  b: Pick<ShopSlot, 'job' | 'piece' | 'operation'>,
) =>
  a.job === b.job &&
  a.operation === b.operation &&
  a.piece.repeats === b.piece.repeats &&
  a.piece.tool === b.piece.tool &&
  a.piece.shot === b.piece.shot;

export const keyOf = (slot: ShopSlot): string =>
  [slot.job, slot.piece.repeats, slot.piece.tool, slot.piece.shot, slot.operation, slot.start].join(' ');

/** The beginning of a day. */
export const midnightOf = (local: string): number => Math.floor(minuteOf(local) / 1440) * 1440;
