import { cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import type { DecisionRecord } from '../../app/api/types';
import { lane } from '../../testing/lanes';
import { draw, serve } from '../../testing/served';
import { DecisionLog } from './DecisionLog';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const decision = (id: number, reason: string) =>
  ({
    id,
    routeId: 'one',
    routeName: 'Route one',
    quantity: 40,
    reason,
    by: 'Maud Quill',
    decidedUtc: `2030-01-0${id}T10:00:00Z`,
    lanes: [lane('one'), lane('two', { verdict: 'out' })],
  }) as unknown as DecisionRecord;

const changes = {
  part: [],
  brief: [{ where: 'demand[2].quantity', then: '40', now: '50' }],
  rates: [],
  unitThen: 10,
  unitNow: 12,
  cheapestNow: 'Route two',
};

test('the latest stands first, with the way to its plan, and opens by the address', () => {
  serve({});
  draw(<DecisionLog projectId="p1" decisions={[decision(2, 'Second thoughts.'), decision(1, 'First.')]} open={0} />);
  expect(screen.getByText('Decided: Route one, 40')).toBeTruthy();
  expect(screen.getByText('Before: Route one, 40')).toBeTruthy();
  expect(screen.getAllByRole('link')).toHaveLength(1);
  fireEvent.click(screen.getAllByRole('button', { name: 'Open it as it was' })[1]!);
  expect(screen.getByTestId('address').textContent).toBe('?decision=1');
});

test('an open one shows its frozen lanes and what has changed since', async () => {
  serve({ 'GET /api/projects/p1/decisions/2/changes': changes });
  draw(<DecisionLog projectId="p1" decisions={[decision(2, 'Why.')]} open={2} />);
  expect(screen.getByText('10 €')).toBeTruthy();
  expect(screen.queryByText('Route two')).toBeNull();
  expect(await screen.findByText(/was 10 € each, is 12 €. Cheapest there now: Route two/)).toBeTruthy();
  expect(screen.getByText('demand 2, quantity: 40 → 50')).toBeTruthy();
});

test('that nothing changed is said, and that nothing can be costed any more', async () => {
  serve({ 'GET /api/projects/p1/decisions/2/changes': { ...changes, brief: [] } });
  const first = draw(<DecisionLog projectId="p1" decisions={[decision(2, 'Why.')]} open={2} />);
  expect(await screen.findByText(/are as they were/)).toBeTruthy();
  first.unmount();
  serve({ 'GET /api/projects/p1/decisions/2/changes': { ...changes, brief: [], unitNow: null, cheapestNow: null } });
  draw(<DecisionLog projectId="p1" decisions={[decision(2, 'Why.')]} open={2} />);
  expect(await screen.findByText(/can’t be costed any more/)).toBeTruthy();
});
