import { expect, it } from 'vitest';
import type { WorkPlan } from '../../../app/api/types';
import { dayMarks, lanesOf, placeIn, spanOf } from './lanes';

const slot = (operationId: string, tool: number | null, start: string, handsEnd: string, end: string) => ({
  operationId,
  tool,
  shot: null,
  start: `2026-12-${start}:00`,
  handsEnd: `2026-12-${handsEnd}:00`,
  end: `2026-12-${end}:00`,
});

const schedule = {
  slots: [
    slot('print', null, '03T08:00', '03T08:30', '03T12:30'),
    slot('mix', 1, '04T09:00', '04T09:10', '04T09:10'),
    slot('pour', 1, '04T09:10', '04T09:20', '05T01:20'),
    slot('mix', 2, '07T09:00', '07T09:10', '07T09:10'),
  ],
} as unknown as NonNullable<WorkPlan['schedule']>;

const operations = [
  { id: 'print', repeats: 'once' },
  { id: 'mix', repeats: 'eachShot' },
  { id: 'pour', repeats: 'eachShot' },
] as WorkPlan['operations'];

it('each mold has a lane, and stretches of hands that touch are one', () => {
  const lanes = lanesOf(schedule, operations, 'Mold');
  expect(lanes.map((l) => [l.name, l.hands.length, l.waits.length])).toEqual([
    ['Once', 1, 1],
    ['Mold 1', 1, 1],
    ['Mold 2', 1, 0],
  ]);
  expect(lanes[1]!.hands[0]![1] - lanes[1]!.hands[0]![0]).toBe(20 * 60_000);
});

it('the span is whole days, with the weekend marked', () => {
  const span = spanOf(schedule);
  expect((span.to - span.from) / 86_400_000).toBe(5);
  expect(dayMarks(span).map((m) => m.off)).toEqual([false, false, true, true, false]);
  expect(placeIn(span.from, span)).toBe(0);
  expect(placeIn(span.to + 1, span)).toBe(1);
});
