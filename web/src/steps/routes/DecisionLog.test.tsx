import { fireEvent, screen } from '@testing-library/react';
import { expect, test, vi } from 'vitest';
import type { DecisionRecord } from '../../app/api/types';
import { lane } from '../../testing/lanes';
import { draw, serve } from '../../testing/served';
import { sequence } from '../../testing/sequences';
import { DecisionLog } from './DecisionLog';

const decision = (id: number, reason: string) =>
  ({
    id,
    sequence: sequence([
      ['one', 40],
      ['two', 400],
    ]),
    advised: sequence([['two', 440]], { said: 'Route two for all 440.' }),
    wouldChange: [{ of: 'quantity', what: 'Half as many', routes: ['one'], total: 700, difference: -300 }],
    reason,
    by: 'Maud Quill',
    decidedUtc: `2030-01-0${id}T10:00:00Z`,
    lanes: [lane('one'), lane('two')],
  }) as unknown as DecisionRecord;

const changes = {
  with: null,
  part: [],
  brief: [{ where: 'demand[2].quantity', then: '40', now: '50' }],
  rates: [],
  totalThen: 1000,
  totalNow: 1200,
  answerNow: 'Route two for all.',
};

test('the latest stands first, each of its stretches with the way to its plan, and opens by the address', () => {
  serve({});
  draw(<DecisionLog projectId="p1" decisions={[decision(2, 'Second thoughts.'), decision(1, 'First.')]} open={0} />);
  expect(screen.getAllByRole('heading').map((h) => h.textContent)).toEqual(['Decided', 'Before']);
  expect(screen.getAllByRole('listitem')[1]!.textContent).toContain('Route two, 400');
  expect(screen.getAllByRole('link').map((a) => a.getAttribute('href'))).toEqual([
    '/projects/p1/plan?stretch=s1',
    '/projects/p1/plan?stretch=s2',
  ]);
  fireEvent.click(screen.getAllByRole('button', { name: 'Open it as it was' })[1]!);
  expect(screen.getByTestId('address').textContent).toBe('?decision=1');
});

test('an open one shows the answer then, what would have changed it and what has changed since', async () => {
  serve({ 'GET /api/projects/p1/decisions/2/changes': changes });
  draw(<DecisionLog projectId="p1" decisions={[decision(2, 'Why.')]} open={2} />);
  expect(screen.getByText(/Route two for all 440/)).toBeTruthy();
  expect(screen.getByText('Half as many')).toBeTruthy();
  expect(
    await screen.findByText(/was 1.000 €, the same stretches are 1.200 €. The answer now: Route two/),
  ).toBeTruthy();
  expect(screen.getByText('demand 2, quantity: 40 → 50')).toBeTruthy();
});

test('an earlier one is also held against the one that stands; that nothing can be costed any more is said', async () => {
  const asked = serve({
    'GET /api/projects/p1/decisions/1/changes': { ...changes, brief: [], totalNow: null, answerNow: null },
  });
  draw(<DecisionLog projectId="p1" decisions={[decision(2, 'Why.'), decision(1, 'First.')]} open={1} />);
  await vi.waitFor(() => expect(screen.getAllByText(/can’t be costed any more/)).toHaveLength(2));
  expect(screen.getByText('Against the decision that stands')).toBeTruthy();
  expect(asked.map((a) => a.query.get('with'))).toEqual([null, '2']);
});
