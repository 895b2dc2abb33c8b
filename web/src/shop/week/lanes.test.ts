import { expect, test } from 'vitest';
import type { ScheduleView, Shop, ShopSlot } from '../../app/api/types';
import { dropped, isSame, lanesOf, localOf, midnightOf, minuteOf } from './lanes';

const slot = (more: Partial<ShopSlot> = {}): ShopSlot => ({
  job: 'j',
  piece: { repeats: 'eachShot', tool: 1, shot: 2 },
  operation: 'pour',
  name: 'Pour',
  start: '2026-03-02T08:10:00',
  handsEnd: '2026-03-02T08:20:00',
  end: '2026-03-02T18:20:00',
  person: 'maud',
  machines: ['pot'],
  hasBegun: false,
  isPinned: false,
  ...more,
});
const shop = {
  people: [
    { id: 'oren', name: 'Oren' },
    { id: 'maud', name: 'Maud' },
  ],
  machines: [
    { id: 'pot', name: 'Pot' },
    { id: 'oven', name: 'Oven' },
  ],
} as Shop;
const view = (...slots: ShopSlot[]) =>
  ({ jobs: [{ id: 'j', title: 'Foot' }], schedule: { slots } }) as unknown as ScheduleView;

test('a lane for whoever and whatever has something to do, and for the tool', () => {
  const from = midnightOf('2026-03-02T00:00:00');
  expect(lanesOf(view(slot()), shop, from, from + 1440).map((l) => l.name)).toEqual(['Maud', 'Pot', 'Foot 1']);
  expect(lanesOf(view(slot()), shop, from + 1440, from + 2880)).toEqual([]);
});

test('what is dragged is dropped on a quarter of an hour', () => {
  expect(dropped(slot(), 50)).toBe('2026-03-02T09:00:00');
  expect(dropped(slot(), -40)).toBe('2026-03-02T07:30:00');
});

test('the shop’s clock is not the browser’s: the hour a spring night leaves out is there', () =>
  expect(localOf(minuteOf('2026-03-29T02:30:00'))).toBe('2026-03-29T02:30:00'));

test('a pin is of an operation of a piece', () => {
  expect(isSame(slot(), slot({ start: '2026-03-09T08:00:00' }))).toBe(true);
  expect(isSame(slot(), slot({ piece: { repeats: 'eachShot', tool: 1, shot: 3 } }))).toBe(false);
});
