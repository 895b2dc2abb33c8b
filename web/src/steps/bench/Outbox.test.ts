import { expect, test, vi } from 'vitest';
import type { Act } from '../../app/api/types';
import { type Asked, serve } from '../../testing/served';
import { aRun } from '../../testing/run';
import { Outbox, unsentRuns } from './Outbox';

const note = (id: string): Act => ({ kind: 'noted', id, by: 'Maud', operation: 'weigh', text: id, corrects: null });
const sentIn = (asked: Asked) => (asked.body as { acts: { act: Act; ageMs: number }[] }).acts;
const take = (asked: Asked) => ({
  taken: sentIn(asked).map(({ act }, i) => ({ id: act.id, ordinal: i + 1 })),
  refused: [],
  run: aRun(),
});

test('acts go in the order they were done, and one that was not answered goes again', async () => {
  let isCut = true;
  const asked = serve({
    'POST /api/runs/r1/acts': (request: Asked) => {
      if (isCut) throw new TypeError('cut off');
      return take(request);
    },
  });
  const outbox = new Outbox('r1', () => {});
  outbox.add([note('one')]);
  await vi.waitFor(() => expect(outbox.now().isCutOff).toBe(true));
  outbox.add([note('two'), note('three')]);
  expect(unsentRuns()).toEqual(['r1']);
  isCut = false;
  window.dispatchEvent(new Event('online'));
  await vi.waitFor(() => expect(outbox.now().waiting).toEqual([]), 5000);
  expect(sentIn(asked.at(-1)!).map(({ act }) => act.id)).toEqual(['one', 'two', 'three']);
  expect(sentIn(asked.at(-1)!)[0]!.ageMs).toBeGreaterThan(0);
  expect(unsentRuns()).toEqual([]);
});

test('what an earlier page could not send is sent by the next one', async () => {
  const wallMs = Date.now() - 90_000;
  localStorage.setItem('stampo.acts.r1', JSON.stringify([{ act: note('old'), page: 'gone', steadyMs: 5, wallMs }]));
  const asked = serve({ 'POST /api/runs/r1/acts': take });
  const outbox = new Outbox('r1', () => {});
  await vi.waitFor(() => expect(outbox.now().waiting).toEqual([]));
  expect(sentIn(asked[0]!)[0]!.ageMs).toBeGreaterThanOrEqual(90_000);
});

test('what the server can’t take is said until somebody has seen it', async () => {
  serve({
    'POST /api/runs/r1/acts': (request: Asked) => ({
      taken: [],
      refused: sentIn(request).map(({ act }) => ({ id: act.id, code: 'run.over', message: 'This run was ended.' })),
      run: aRun(),
    }),
  });
  const outbox = new Outbox('r1', () => {});
  outbox.add([note('late')]);
  await vi.waitFor(() => expect(outbox.now().refused).toMatchObject([{ id: 'late', message: 'This run was ended.' }]));
  outbox.seen('late');
  expect(outbox.now()).toMatchObject({ refused: [], waiting: [] });
});
