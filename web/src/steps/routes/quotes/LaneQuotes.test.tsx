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
  await waitFor(() => expect(asked).toHaveLength(1));
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
