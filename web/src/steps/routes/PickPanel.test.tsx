import { cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { draw, serve } from '../../testing/served';
import { PickPanel } from './PickPanel';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
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

const pick = {
  quantity: 3643,
  recommended: 'a',
  runnerUp: 'b',
  meetsDates: true,
  sentences: ['Route a: the lowest.', 'Runner-up: Route b.'],
  contenders: [contender('a'), contender('b', { daysLate: 3 }), contender('c', { dominatedBy: 'Route a' })],
  leastBad: [],
};

test('the sentences of the pick, its front and who is beaten by whom', async () => {
  const asked = serve({ 'GET /api/projects/p1/pick': pick });
  const onChoose = vi.fn();
  draw(<PickPanel projectId="p1" aims={null} onChoose={onChoose} />);
  expect(await screen.findByText('Route a: the lowest.')).toBeTruthy();
  expect(screen.getByText(/2 that nothing beats on every aim, 1 beaten/)).toBeTruthy();
  expect(screen.getByText(/\(3 working days late\)/)).toBeTruthy();
  expect(screen.getByText('Route c: beaten by Route a.')).toBeTruthy();
  fireEvent.click(screen.getByText('Route b'));
  expect(onChoose).toHaveBeenCalledWith('b');
  expect(Object.fromEntries(asked[0]!.query)).toEqual({ cost: '1', date: '0', likeness: '0', tolerance: '0' });
});

test('weights come from the address and go back into it', async () => {
  const asked = serve({ 'GET /api/projects/p1/pick': pick });
  draw(<PickPanel projectId="p1" aims="0.2.5.99" onChoose={vi.fn()} />);
  await screen.findByText('Route a: the lowest.');
  expect(Object.fromEntries(asked[0]!.query)).toEqual({ cost: '0', date: '2', likeness: '5', tolerance: '5' });
  fireEvent.change(screen.getByRole('slider', { name: 'cost', hidden: true }), { target: { value: '3' } });
  expect(screen.getByTestId('address').textContent).toBe('?aims=3.2.5.5');
});

test('when nothing fits, the least bad say why and what to relax', async () => {
  const leastBad = [{ routeId: 'x', name: 'Route x', reasons: ['Material: too soft.'], relax: ['Make it a want.'] }];
  serve({
    'GET /api/projects/p1/pick': {
      ...pick,
      recommended: null,
      contenders: [],
      sentences: ['Every route misses a must.'],
      leastBad,
    },
  });
  draw(<PickPanel projectId="p1" aims={null} onChoose={vi.fn()} />);
  expect(await screen.findByText('Material: too soft.')).toBeTruthy();
  expect(screen.getByText('To relax: Make it a want.')).toBeTruthy();
});

test('a refusal is said', async () => {
  serve({});
  draw(<PickPanel projectId="p1" aims={null} onChoose={vi.fn()} />);
  expect(await screen.findByText('There is nothing here.')).toBeTruthy();
});
