import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { expect, test } from 'vitest';
import type { Invoice, SpentView, Waterfall } from '../../../app/api/types';
import { draw, serve } from '../../../testing/served';
import { Fall } from './Fall';
import { Spent } from './Spent';

const fall: Waterfall = {
  decided: 2361,
  besides: 120,
  steps: [
    { name: 'Good parts', stated: 0.92, was: 0.79, unit: 'share', records: 29, difference: 190 },
    { name: 'Price of a tool', stated: 900, was: 700, unit: '€', records: 1, difference: -200 },
  ],
  expected: 2351,
  notKnown: ['life of a tool: none has worn out'],
};

test('a fall says what was decided, each reason with its sign, and what nobody knows', () => {
  serve({});
  draw(<Fall title="In all" fall={fall} />);
  const text = screen.getByRole('region', { name: 'In all' }).textContent;
  expect(text).toContain(
    'Decided at 2\u202f361 €; now 2\u202f351 € is to be expected, 10 € less. Of it 120 € for changes to expect and money held.',
  );
  expect(text).toContain('Good parts: stated 92 %, was 79 % (29 records)');
  expect(text).toContain('+190 €');
  expect(text).toContain('−200 €');
  expect(text).toContain('As estimated still: life of a tool: none has worn out.');
});

const invoice: Invoice = {
  id: 'i1',
  routeId: 'cast-silicone',
  supplier: 'Ostwick Castings',
  as: 'priced',
  key: 'silicone.price',
  amount: 4.2,
  paid: 112.5,
  orderedOn: '2030-05-06',
  cameOn: null,
  quoteId: null,
  by: 'Oren',
  text: null,
};

const view = {
  paid: { value: { all: [invoice] }, version: 3, canUndo: true, canRedo: false },
  stretches: [
    {
      id: 's2',
      route: { id: 'cast-silicone', name: 'Urethane cast in silicone' },
      quantity: 1200,
      waterfall: fall,
      prices: [{ key: 'silicone.price', name: 'Mold silicone', unit: '€/kg', likely: 24 }],
      quotes: [{ id: 'q1', supplier: 'Fenling' }],
    },
  ],
  whole: fall,
} as unknown as SpentView;

test('an invoice is entered against a line of the estimate, by name, and taken out again', async () => {
  localStorage.setItem('stampo.bench.by', 'Oren');
  const asked = serve({
    'GET /api/projects/p1/spent': view,
    'PUT /api/projects/p1/spent': view,
    'POST /api/projects/p1/spent/undo': view,
    'GET /api/shop': { value: { people: [{ id: 'oren', name: 'Oren' }], devices: [] }, version: 1 },
  });
  draw(<Spent projectId="p1" />, '/projects/p1/log?view=spent');
  expect(await screen.findByText(/4.2 kg mold silicone for urethane cast in silicone/)).toBeDefined();
  expect(screen.getByRole('region', { name: 'Urethane cast in silicone, 1\u202f200 parts' })).toBeDefined();
  fireEvent.click(screen.getByRole('button', { name: 'Enter an invoice' }));
  const form = within(screen.getByRole('form', { name: 'An invoice' }));
  fireEvent.click(form.getByRole('button', { name: 'Enter it' }));
  expect(await form.findByText('What was bought?')).toBeDefined();
  expect(asked.every((a) => a.method === 'GET')).toBe(true);
  fireEvent.mouseDown(form.getByRole('combobox', { name: 'What' }));
  fireEvent.click(screen.getByRole('option', { name: 'Mold silicone, €/kg' }));
  fireEvent.change(form.getByLabelText('Supplier'), { target: { value: 'Ostwick Castings' } });
  fireEvent.change(form.getByLabelText('How much, kg'), { target: { value: '4,5' } });
  fireEvent.change(form.getByLabelText('Paid in all, €'), { target: { value: '120' } });
  fireEvent.click(form.getByRole('button', { name: 'Enter it' }));
  await waitFor(() => expect(asked.some((a) => a.method === 'PUT')).toBe(true));
  const put = asked.find((a) => a.method === 'PUT')!.body as { value: { all: Invoice[] }; version: number };
  expect(put.version).toBe(3);
  expect(put.value.all.map((i) => [i.as, i.key, i.amount, i.paid, i.by])).toEqual([
    ['priced', 'silicone.price', 4.2, 112.5, 'Oren'],
    ['priced', 'silicone.price', 4.5, 120, 'Oren'],
  ]);
  fireEvent.click(screen.getByRole('button', { name: /^Take out 4.2 kg/ }));
  await waitFor(() => expect(asked.filter((a) => a.method === 'PUT')).toHaveLength(2));
  expect((asked.at(-1)!.body as typeof put).value.all).toEqual([]);
});
