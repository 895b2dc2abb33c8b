import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { expect, test, vi } from 'vitest';
import type { ShelfTool, ToolOutlook } from '../../app/api/types';
import { draw, serve } from '../../testing/served';
import { Book } from './Book';
import { ShelfPage } from './ShelfPage';
import { Survival } from './Survival';

const outlook: ToolOutlook = {
  shape: 3,
  a: 2,
  b: 54000,
  retired: 1,
  inService: 3,
  sureMore: 5.4,
  evenMore: 12.6,
  curve: [
    { more: 0, chance: 1 },
    { more: 40, chance: 0.02 },
  ],
  toCome: 11,
  chance: 0.563,
  stretch: 's2',
  makeNextBy: '2030-12-04',
};

test('a mold that will not last says when the next is to be begun; one that will says nothing of it', () => {
  serve({});
  const { unmount } = draw(
    <Survival outlook={outlook} shots={13} plan="/projects/p1/plan?stretch=s2&change=order.molds" />,
  );
  expect(document.body.textContent).toContain(
    'After 13 shots: 5 more surely enough (four in five), 12 as likely as not.',
  );
  expect(document.body.textContent).toContain('it makes them in 56 of 100 cases');
  expect(document.body.textContent).toContain('Begin the next one by 4 Dec 2030');
  expect(screen.getByRole('link', { name: /One more in the plan/ }).getAttribute('href')).toContain(
    'change=order.molds',
  );
  unmount();
  draw(<Survival outlook={{ ...outlook, toCome: 3, chance: 0.9, makeNextBy: null }} shots={13} plan={null} />);
  expect(document.body.textContent).not.toContain('Begin the next one');
});

const state = {
  marks: [{ act: 'm1', at: '2030-01-03T09:00:00Z', by: 'Maud', text: 'Edge frays', cavity: 1, photo: null }],
  repairs: [{ act: 'r1', at: '2030-01-04T09:00:00Z', by: 'Oren', text: 'Edge trimmed', cavity: null, photo: null }],
  revisions: [],
  recounts: [],
  retired: null,
} as unknown as ShelfTool['state'];

test('a book is read from its last line on, written by name, and taken back by naming the line', () => {
  localStorage.setItem('stampo.bench.by', 'Oren');
  serve({ 'GET /api/shop': { value: { people: [{ id: 'oren', name: 'Oren' }], devices: [] }, version: 1 } });
  const act = vi.fn();
  draw(<Book state={state} onAct={act} isPending={false} />);
  const text = screen.getByRole('region', { name: 'Its book' }).textContent;
  expect(text.indexOf('Mended: Edge trimmed')).toBeLessThan(text.indexOf('Cavity 1: Edge frays'));
  fireEvent.click(screen.getByRole('button', { name: 'Take back: Mended: Edge trimmed' }));
  expect(act.mock.calls[0]![0]).toMatchObject({ kind: 'takenBack', by: 'Oren', act: 'r1' });
  fireEvent.click(screen.getByRole('button', { name: 'Write it' }));
  expect(screen.getByRole('alert').textContent).toBe('Say what.');
  fireEvent.change(screen.getByLabelText('In words'), { target: { value: 'Tear at the boss' } });
  fireEvent.change(screen.getByLabelText('Cavity'), { target: { value: '2' } });
  fireEvent.click(screen.getByRole('button', { name: 'Write it' }));
  expect(act.mock.calls[1]![0]).toMatchObject({ kind: 'marked', by: 'Oren', cavity: 2, text: 'Tear at the boss' });
});

test('the shelf lists what is in use; a search takes its place and leads to the records', async () => {
  const line = {
    tool: { projectId: 'p1', plan: 'plan/cast', number: 1 },
    project: 'Gateway',
    route: 'Urethane cast in silicone',
    name: 'Mold 1',
    revision: 'A',
    cavities: 1,
    shots: 14,
    lastShot: null,
    place: 'shelf 4',
    marks: 2,
    retired: 'wornOut',
    sureMore: null,
  };
  const asked = serve({
    'GET /api/shelf': [line],
    'GET /api/log/search': {
      total: 1,
      runs: [
        {
          run: 'r1',
          projectId: 'p1',
          project: 'Gateway',
          title: 'Shot 14, mold 2',
          begun: '2030-01-03T09:00:00Z',
          by: 'Maud',
          where: 'Resin A UA-2207',
          tool: null,
          good: 0,
          rework: 0,
          scrap: 1,
        },
      ],
    },
  });
  draw(<ShelfPage />, '/shelf');
  const row = (await screen.findAllByRole('row'))[1]!;
  expect(row.textContent).toContain('worn out');
  expect(within(row).getByRole('link').getAttribute('href')).toBe('/shelf/tool?project=p1&plan=plan%2Fcast&number=1');
  fireEvent.change(screen.getByLabelText(/^Find a lot/), { target: { value: 'UA-2207' } });
  await waitFor(() => expect(asked.some((a) => a.query.get('q') === 'UA-2207')).toBe(true));
  expect((await screen.findByRole('link', { name: 'Shot 14, mold 2' })).getAttribute('href')).toBe(
    '/shelf/pedigree/r1',
  );
});
