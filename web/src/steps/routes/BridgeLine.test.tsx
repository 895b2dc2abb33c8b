import { cleanup, screen, within } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { draw, serve } from '../../testing/served';
import { BridgeLine } from './BridgeLine';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const cost = { oneOff: 0, tools: 0, pieces: 0, change: 40, money: 0, total: 500 };
const stretch = (routeId: string, from: string, until: string, quantity: number) => ({
  routeId,
  rows: [0],
  quantity,
  orderBy: '2030-01-02',
  from,
  until,
  sets: 1,
  cost,
});
const card = (id: string, name: string) => ({
  id,
  tag: id.slice(0, 2).toUpperCase(),
  name,
  family: '',
  figure: 'layers',
  givesUp: '',
});
const view = {
  request: { changeProbability: 0.1 },
  answer: {
    stretches: [stretch('print/1', '2030-02-01', '2030-02-01', 3), stretch('cast/4', '2030-03-01', '2031-03-01', 400)],
    total: 1000,
    bestSingle: { routeId: 'cast/12', total: 1500 },
    longestLivedAtOnce: null,
    designFreeUntil: '2030-01-20',
  },
  routes: [card('print', 'Printed parts'), card('cast', 'Urethane cast')],
};

test('each stretch says what to order by when, for how many', async () => {
  serve({ 'GET /api/projects/p1/bridge': view });
  draw(<BridgeLine projectId="p1" />);
  const [first, second] = await screen.findAllByRole('listitem');
  expect(within(first!).getByText(/printed parts/).textContent).toContain('Order by 2 Jan 2030');
  expect(first!.textContent).toContain('3 from 1 Feb 2030');
  expect(second!.textContent).toContain('urethane cast, 4 cavities');
  expect(second!.textContent).toContain('400 from 1 Mar 2030 to 1 Mar 2031');
  const whole = screen.getByRole('region').textContent!;
  expect(whole).toContain('1\u202f000 € in all, of it 80 € for expected changes of the design');
  expect(whole).toContain('Urethane cast alone: 1\u202f500 €.');
  expect(whole).toContain('would come too late for the first row');
  expect(whole).toContain('until 20 Jan 2030');
  expect(screen.getByRole('img').getAttribute('aria-label')).toContain('Printed parts: order by 2 Jan 2030');
});

test('that no single route serves every row is said, and so is a refusal', async () => {
  serve({ 'GET /api/projects/p1/bridge': { ...view, answer: { ...view.answer, bestSingle: null } } });
  const first = draw(<BridgeLine projectId="p1" />);
  expect(await screen.findByText(/No single route serves every row in time/)).toBeTruthy();
  first.unmount();
  serve({});
  draw(<BridgeLine projectId="p1" />);
  expect(await screen.findByText('There is nothing here.')).toBeTruthy();
});
