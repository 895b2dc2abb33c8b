import { afterEach, expect, test, vi } from 'vitest';

afterEach(() => {
  vi.unstubAllEnvs();
  vi.useRealTimers();
  // What was made in another zone must not be found by the next file.
  vi.resetModules();
});

/** What is made as a module loads is made in the zone it loads in. */
async function inZone(zone: string) {
  vi.stubEnv('TZ', zone);
  vi.resetModules();
  const [days, format, moments, timeline] = await Promise.all([
    import('./days'),
    import('./format'),
    import('../steps/plan/moments'),
    import('./timeline'),
  ]);
  return { ...days, ...format, ...moments, ...timeline };
}

test.each(['America/New_York', 'Pacific/Auckland', 'UTC'])('a day is the same day in %s', async (zone) => {
  const { date, day, dayOf, isoDay, spanOf } = await inZone(zone);
  expect(date('2026-03-02')).toBe('2 Mar 2026');
  expect(isoDay(dayOf('2026-12-31'))).toBe('2026-12-31');
  expect(day('2026-03-02')).toMatch(/^Mon,? 2 Mar$/);
  expect(day('2026-03-02T23:30:00')).toMatch(/^Mon,? 2 Mar$/);
  const row = { neededBy: '2027-06-01', quantity: 10, years: 0 } as unknown as Parameters<typeof spanOf>[0][number];
  expect(isoDay(new Date(spanOf([row], 0).to / 1.06))).toBe('2027-06-01');
});

test.each([
  ['America/New_York', '2026-03-02T03:00:00Z', '2026-03-01'],
  ['Pacific/Auckland', '2026-03-02T13:00:00Z', '2026-03-03'],
])('today in %s is what its calendar says', async (zone, now, day) => {
  const { today } = await inZone(zone);
  vi.useFakeTimers({ now: new Date(now) });
  expect(today()).toBe(day);
});
