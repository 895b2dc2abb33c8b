import { fireEvent, screen, waitFor } from '@testing-library/react';
import { expect, test } from 'vitest';
import type { Quote } from '../../../app/api/types';
import { lane } from '../../../testing/lanes';
import { draw, serve } from '../../../testing/served';
import { LaneQuotes } from './LaneQuotes';

const quote: Quote = {
  id: 'q1',
  routeId: 'one',
  supplier: 'Kestrelmere Tooling',
  cavities: 2,
  toolPrice: 900,
  isToolOurs: true,
  prices: [{ from: 100, each: 1.1 }],
  guaranteedShots: 10000,
  leadDays: 15,
  validUntil: '2030-05-01',
  remarks: 'Matt.',
  counts: false,
};
const beside = {
  quote,
  isExpired: false,
  total: 1000,
  each: 10,
  estimateTotal: 1500,
  difference: -500,
  warning: 'Ends 1 May 2030.',
};

const shown = () => {
  const asked = serve({
    'GET /api/projects/p1/quotes': { value: { all: [quote] }, version: 4, canUndo: false, canRedo: false },
    'PUT /api/projects/p1/quotes': {},
  });
  draw(<LaneQuotes lane={lane('one', { quotes: [beside] })} />, '/projects/p1/routes');
  return asked;
};

test('a quote stands beside the estimate with its difference and its end, and one tick makes it count', async () => {
  const asked = shown();
  const row = screen.getAllByRole('row')[1]!;
  expect(row.textContent).toContain('Kestrelmere Tooling, until 1 May 2030, 10\u202f000 shots guaranteed. Matt.');
  expect(row.textContent).toContain('Ends 1 May 2030.');
  expect(row.textContent).toContain('−500 €');
  await waitFor(() => expect(asked.some((a) => a.path.endsWith('/quotes'))).toBe(true));
  await new Promise((settle) => setTimeout(settle, 20));
  fireEvent.click(screen.getByRole('checkbox', { name: "Kestrelmere Tooling's quote counts" }));
  await waitFor(() =>
    expect(asked.find((a) => a.method === 'PUT')?.body).toEqual({
      value: { all: [{ ...quote, counts: true }] },
      version: 4,
    }),
  );
});

test('a quote is typed in; what is unclear is asked for at its field', async () => {
  const asked = shown();
  await new Promise((settle) => setTimeout(settle, 20));
  fireEvent.click(screen.getByRole('button', { name: 'Add a quote' }));
  const type = (label: string, text: string) =>
    fireEvent.change(screen.getByLabelText(label), { target: { value: text } });
  type('Supplier', 'Ostwick Castings');
  type('Tool, €', '1 200');
  type('Prices each, from how many', '2.60');
  type('Lead, working days', '12');
  type('Valid until', '2030-06-01');
  fireEvent.click(screen.getByRole('button', { name: 'Keep the quote' }));
  expect(await screen.findByText(/As 100: 2.60, 1000: 1.90/)).toBeTruthy();
  type('Prices each, from how many', '1: 2.60');
  fireEvent.click(screen.getByRole('button', { name: 'Keep the quote' }));
  await waitFor(() => expect(asked.some((a) => a.method === 'PUT')).toBe(true));
  const { value } = asked.find((a) => a.method === 'PUT')!.body as { value: { all: Quote[] } };
  expect(value.all[1]).toMatchObject({
    supplier: 'Ostwick Castings',
    toolPrice: 1200,
    cavities: 1,
    prices: [{ from: 1, each: 2.6 }],
    guaranteedShots: null,
    counts: true,
  });
});

const asks = {
  id: 'r1',
  routeId: 'one',
  supplier: 'Fenling Rubber',
  quantities: '100, 1 000',
  askedUtc: '2030-01-02T09:00:00Z',
  state: 'asks',
  question: 'How exact must the part be?',
  answer: null,
  why: null,
};
const desk = (over: object) => ({
  hasDesk: true,
  away: null,
  suppliers: [{ id: 'kestrelmere', name: 'Kestrelmere Tooling', families: ['Injection'] }],
  requests: [],
  ...over,
});
const withDesk = (over: object) => {
  const asked = serve({
    'GET /api/projects/p1/quotes': { value: { all: [] }, version: 0, canUndo: false, canRedo: false },
    'GET /api/projects/p1/suppliers': desk(over),
    'POST /api/projects/p1/suppliers': {},
    'POST /api/projects/p1/suppliers/r1/answer': {},
    'DELETE /api/projects/p1/suppliers/r1': {},
  });
  draw(<LaneQuotes lane={lane('one', { quotes: [] })} />, '/projects/p1/routes');
  return asked;
};

test('a supplier is asked with one press, for the quantities typed', async () => {
  const asked = withDesk({});
  fireEvent.change(await screen.findByLabelText('Prices for how many'), { target: { value: '50, 500' } });
  fireEvent.click(screen.getByRole('button', { name: 'Ask Kestrelmere Tooling' }));
  await waitFor(() =>
    expect(asked.find((a) => a.method === 'POST')?.body).toMatchObject({
      routeId: 'one',
      supplier: 'kestrelmere',
      quantities: '50, 500',
    }),
  );
});

test('what a supplier wants to know stands there until it is answered; an empty answer is not sent', async () => {
  const asked = withDesk({ requests: [asks] });
  const group = await screen.findByRole('group', { name: 'Suppliers' });
  expect(group.textContent).toContain('asks back. “How exact must the part be?”');
  fireEvent.click(screen.getByRole('button', { name: 'Answer' }));
  expect(asked.some((a) => a.method === 'POST')).toBe(false);
  fireEvent.change(screen.getByLabelText('Answer to Fenling Rubber'), { target: { value: '± 0.1 mm on the bore' } });
  fireEvent.click(screen.getByRole('button', { name: 'Answer' }));
  await waitFor(() => expect(asked.find((a) => a.method === 'POST')?.body).toEqual({ text: '± 0.1 mm on the bore' }));
});

test('a desk that is away says so, and nobody can be asked; why a request came to nothing is said', async () => {
  const declined = {
    ...asks,
    state: 'declined',
    question: null,
    why: 'The part is 700 mm long; our largest is 400 mm.',
  };
  withDesk({ away: 'The supplier desk does not answer.', suppliers: [], requests: [declined] });
  expect(await screen.findByText('The supplier desk does not answer.')).toBeTruthy();
  expect(screen.getByRole('group', { name: 'Suppliers' }).textContent).toContain('declines. The part is 700 mm long');
  expect(screen.queryByRole('button', { name: /^Ask/ })).toBeNull();
});
