import { expect, test, vi } from 'vitest';
import type { Act } from '../../app/api/types';
import { type Asked, serve } from '../../testing/served';
import { aRun } from '../../testing/run';
import { kept } from './kept';
import { Outbox } from './Outbox';

const note = (id: string): Act => ({ kind: 'noted', id, by: 'Maud', operation: 'weigh', text: id, corrects: null });
const sentIn = (asked: Asked) => (asked.body as { acts: { act: Act; ageMs: number }[] }).acts;
const idsIn = (asked: Asked) => sentIn(asked).map(({ act }) => act.id);
const take = (asked: Asked) => ({
  taken: sentIn(asked).map(({ act }, i) => ({
    id: act.id,
    ordinal: i + 1,
    at: '2026-03-02T08:00:00Z',
    isClipped: false,
  })),
  refused: [],
  run: aRun(),
});
const left = (id: string, page: string, n: number, agoMs: number) =>
  kept.keep('r1', { act: note(id), page, n, steadyMs: 5, wallMs: Date.now() - agoMs });

/** A line that is cut until it is mended. */
function cutLine() {
  let isCut = true;
  const asked = serve({
    'POST /api/runs/r1/acts': (request: Asked) => {
      if (isCut) throw new TypeError('cut off');
      return take(request);
    },
  });
  const mend = () => {
    isCut = false;
    window.dispatchEvent(new Event('online'));
  };
  return { asked, mend };
}

test('acts go in the order they were done, and one that was not answered goes again', async () => {
  const { asked, mend } = cutLine();
  const outbox = new Outbox('r1', () => {});
  outbox.add([note('one')]);
  await vi.waitFor(() => expect(outbox.now().isCutOff).toBe(true));
  outbox.add([note('two'), note('three')]);
  expect(kept.runs()).toEqual(['r1']);
  mend();
  await vi.waitFor(() => expect(outbox.now().waiting).toEqual([]), 5000);
  expect(idsIn(asked.at(-1)!)).toEqual(['one', 'two', 'three']);
  expect(sentIn(asked.at(-1)!)[0]!.ageMs).toBeGreaterThan(0);
  expect(kept.runs()).toEqual([]);
});

test('what earlier pages could not send is sent by the next one, each page in its own order', async () => {
  left('late-2', 'gone', 1, 80_000);
  left('other', 'gone too', 0, 70_000);
  left('late-1', 'gone', 0, 90_000);
  const asked = serve({ 'POST /api/runs/r1/acts': take });
  const outbox = new Outbox('r1', () => {});
  await vi.waitFor(() => expect(outbox.now().waiting).toEqual([]));
  expect(idsIn(asked[0]!)).toEqual(['late-1', 'late-2', 'other']);
  expect(sentIn(asked[0]!)[0]!.ageMs).toBeGreaterThanOrEqual(90_000);
});

test('two pages of one browser keep their acts apart', async () => {
  serve({
    'POST /api/runs/r1/acts': () => {
      throw new TypeError('cut off');
    },
  });
  const [one, other] = [new Outbox('r1', () => {}), new Outbox('r1', () => {})];
  one.add([note('mine')]);
  other.add([note('yours')]);
  await vi.waitFor(() => expect(one.now().isCutOff && other.now().isCutOff).toBe(true));
  expect(kept.of('r1').map(({ act }) => act.id)).toEqual(['mine', 'yours']);
});

test('a proxy that answers in the server’s place loses nothing', async () => {
  let between = true;
  const asked = serve({
    'POST /api/runs/r1/acts': (request: Asked) =>
      between
        ? new Response('<html>403</html>', { status: 403, headers: { 'content-type': 'text/html' } })
        : take(request),
  });
  const outbox = new Outbox('r1', () => {});
  outbox.add([note('one')]);
  await vi.waitFor(() => expect(outbox.now()).toMatchObject({ isCutOff: true, refused: [] }));
  between = false;
  window.dispatchEvent(new Event('online'));
  await vi.waitFor(() => expect(outbox.now().waiting).toEqual([]), 5000);
  expect(idsIn(asked.at(-1)!)).toEqual(['one']);
});

test('a server that fails is no line that is cut', async () => {
  serve({
    'POST /api/runs/r1/acts': () =>
      Response.json({ code: 'server.failed', detail: 'Something failed.' }, { status: 500 }),
  });
  const outbox = new Outbox('r1', () => {});
  outbox.add([note('one')]);
  await vi.waitFor(() => expect(outbox.now()).toMatchObject({ isCutOff: false, failing: 'Something failed.' }));
  expect(outbox.now().waiting).toHaveLength(1);
});

test('one act the server can’t read keeps none of the others back', async () => {
  serve({
    'POST /api/runs/r1/acts': (request: Asked) =>
      idsIn(request).includes('bad')
        ? Response.json({ code: 'request.unreadable', detail: 'Not the JSON expected.' }, { status: 422 })
        : take(request),
  });
  const outbox = new Outbox('r1', () => {});
  outbox.add([note('one'), note('bad'), note('three')]);
  await vi.waitFor(() => expect(outbox.now().waiting).toEqual([]), 5000);
  expect(outbox.now().refused.map(({ id }) => id)).toEqual(['bad']);
});

test('without room in the browser that is said, and the act is sent all the same', async () => {
  const full = vi.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
    throw new DOMException('full', 'QuotaExceededError');
  });
  const { asked, mend } = cutLine();
  const outbox = new Outbox('r1', () => {});
  outbox.add([note('one')]);
  await vi.waitFor(() => expect(outbox.now()).toMatchObject({ isCutOff: true, isOnlyHere: true }));
  mend();
  await vi.waitFor(() => expect(outbox.now()).toMatchObject({ waiting: [], isOnlyHere: false }), 5000);
  expect(idsIn(asked.at(-1)!)).toEqual(['one']);
  full.mockRestore();
});

test('what the server can’t take, and a time that can’t be right, are said until somebody has seen them', async () => {
  serve({
    'POST /api/runs/r1/acts': (request: Asked) => ({
      taken: [{ id: 'old', ordinal: 1, at: '2026-02-02T08:00:00Z', isClipped: true }],
      refused: sentIn(request)
        .filter(({ act }) => act.id === 'late')
        .map(({ act }) => ({ id: act.id, code: 'run.over', message: 'This run was ended.' })),
      run: aRun(),
    }),
  });
  const outbox = new Outbox('r1', () => {});
  outbox.add([note('old'), note('late')]);
  await vi.waitFor(() => expect(outbox.now().refused).toMatchObject([{ id: 'late', message: 'This run was ended.' }]));
  expect(outbox.now().clipped).toMatchObject([{ id: 'old' }]);
  outbox.seen('late');
  outbox.seen('old');
  expect(outbox.now()).toMatchObject({ refused: [], clipped: [], waiting: [] });
});
