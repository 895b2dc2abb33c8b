import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import { expect, test, vi } from 'vitest';
import type { Answer } from '../../../app/api/types';
import { draw, serve } from '../../../testing/served';
import { sequence } from '../../../testing/sequences';
import { AnswerPanel } from './AnswerPanel';

const card = (id: string) => ({
  id,
  tag: id.toUpperCase(),
  name: `Route ${id}`,
  family: '',
  figure: 'layers',
  givesUp: '',
});
const contender = (routeId: string, more: object = {}) => ({
  routeId,
  name: `Route ${routeId}`,
  cost: 1000,
  lastPart: '2030-04-04',
  daysLate: 0,
  slackDays: 4,
  likeness: 0.9,
  toleranceMm: 0.1,
  dominatedBy: null,
  ...more,
});

const answer = {
  quantity: 403,
  best: sequence(
    [
      ['a', 3],
      ['b', 400],
    ],
    { change: 80, holding: 20, said: 'Route a for 3, then route b for 400: 1 000 €, every row in time.' },
  ),
  inTime: null,
  nearMiss: null,
  cheapest: null,
  throughout: sequence([['b', 403]], { total: 1500, said: 'Route b for all 403.' }),
  throughoutLate: null,
  sentences: ['Route c would be 9 € less, inside the noise: the safer leads.'],
  changes: [
    { of: 'date', what: '2 working days later for the 3 for fit', routes: ['b'], total: 800, difference: -200 },
    { of: 'quantity', what: 'Half as many', routes: ['a', 'b'], total: 900, difference: -100 },
    { of: 'date', what: '5 working days sooner: nothing is ready by then', routes: [], total: 1000, difference: 0 },
  ],
  contenders: [contender('b'), contender('a', { daysLate: 3 }), contender('c', { dominatedBy: 'Route b' })],
  leastBad: [],
  routes: [card('a'), card('b'), card('c')],
} as unknown as Answer;

const shown = (over: Partial<Answer> = {}, aims: string | null = null) => {
  const asked = serve({ 'GET /api/projects/p1/answer': { ...answer, ...over } });
  const onChoose = vi.fn();
  draw(<AnswerPanel projectId="p1" aims={aims} onChoose={onChoose} />);
  return { asked, onChoose };
};

test('the answer stands first: its sentence, its stretches with what to order by when, its total', async () => {
  shown();
  const region = await screen.findByRole('region', { name: /^The answer for all 403/ });
  expect(region.textContent).toContain('Route a for 3, then route b for 400');
  expect(region.textContent).toContain('inside the noise: the safer leads');
  const [first, second] = within(screen.getByRole('list', { name: 'Stretches' })).getAllByRole('listitem');
  expect(first!.textContent).toContain('Order by 2 Jan 2030: route a');
  expect(second!.textContent).toContain('4 cavities');
  expect(second!.textContent).toContain('2 tools wear out');
  expect(region.textContent).toContain(
    '1\u202f000 € in all, of it 80 € for expected changes of the design and 20 € for parts held in stock',
  );
  expect(screen.getByRole('img').getAttribute('aria-label')).toContain('Route a: order by 2 Jan 2030');
});

test('one route throughout stands beside it, and what would change it a line each', async () => {
  const { onChoose } = shown();
  expect((await screen.findByRole('region', { name: 'With one route throughout' })).textContent).toContain(
    'Route b for all 403. 500 € more.',
  );
  const changes = within(screen.getByRole('region', { name: 'What would change it' })).getAllByRole('listitem');
  expect(changes.map((c) => c.textContent)).toEqual([
    '2\u00a0working days later for the 3\u00a0for fitroute b−200 €800 €',
    'Half as manythe same routes−100 €900 €',
    '5\u00a0working days sooner: nothing is ready by then',
  ]);
  fireEvent.click(screen.getByText('Route a'));
  expect(onChoose).toHaveBeenCalledWith('a');
  expect(screen.getByText('Route c: beaten by Route b.')).toBeTruthy();
});

test('weights come from the address and go back into it', async () => {
  const { asked } = shown({}, '0.2.5.99');
  await screen.findByText('2 single routes that nothing beats on every aim, 1 beaten');
  await vi.waitFor(() =>
    expect(asked.map((a) => Object.fromEntries(a.query))).toContainEqual({
      cost: '0',
      date: '2',
      likeness: '5',
      tolerance: '5',
    }),
  );
  fireEvent.change(screen.getByRole('slider', { name: 'cost', hidden: true }), { target: { value: '3' } });
  expect(screen.getByTestId('address').textContent).toBe('?aims=3.2.5.5');
});

test('when nothing fits, the least bad say why and what to relax', async () => {
  shown({
    best: null,
    sentences: ['Every route misses a must.'],
    leastBad: [{ routeId: 'x', name: 'Route x', reasons: ['Material: too soft.'], relax: ['Make it a want.'] }],
  });
  expect(await screen.findByText('Material: too soft.')).toBeTruthy();
  expect(screen.getByText('To relax: Make it a want.')).toBeTruthy();
});

test('without demand the next act is the brief; a refusal is said', async () => {
  shown({ best: null, quantity: 0, sentences: ['No demand rows yet.'] });
  expect((await screen.findByRole('link', { name: 'Go to Brief' })).getAttribute('href')).toBe('/projects/p1/brief');
  cleanup();
  serve({});
  draw(<AnswerPanel projectId="p1" aims={null} onChoose={vi.fn()} />);
  expect(await screen.findByText('There is nothing here.')).toBeTruthy();
});
