import { fireEvent, screen, waitFor } from '@testing-library/react';
import { expect, test } from 'vitest';
import { draw, serve } from '../testing/served';
import { WhatIfBadge, WhatIfButton } from './WhatIf';

const standing = { own: false, differences: [] };
const library = {
  rates: [{ entry: { key: 'labour.bench', name: 'Bench labour' }, standing }],
  materials: [],
  supplies: [],
  bonds: [],
};
const kept = (inputs: { key: string; at: number }[], version = 3) => ({
  value: { inputs },
  version,
  canUndo: false,
  canRedo: false,
});

test('nothing held, nothing said', async () => {
  const asked = serve({ 'GET /api/projects/p1/what-if': kept([]) });
  draw(<WhatIfBadge projectId="p1" />);
  await waitFor(() => expect(asked).toHaveLength(1));
  expect(screen.queryByRole('status')).toBeNull();
});

test('what is held is named and goes back with one click', async () => {
  const asked = serve({
    'GET /api/library': library,
    'GET /api/projects/p1/what-if': kept([
      { key: 'labour.bench', at: 60 },
      { key: 'odd', at: 2 },
    ]),
    'PUT /api/projects/p1/what-if': kept([], 4),
  });
  draw(<WhatIfBadge projectId="p1" />);
  expect(await screen.findByText('Bench labour: 60')).toBeTruthy();
  expect(screen.getByText('odd: 2')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Back to what is' }));
  await waitFor(() => expect(screen.queryByText('Bench labour: 60')).toBeNull());
  expect(asked.find((a) => a.method === 'PUT')!.body).toEqual({ value: { inputs: [] }, version: 3 });
});

test('an input is held at another value, beside those held already', async () => {
  const asked = serve({
    'GET /api/projects/p1/what-if': kept([
      { key: 'other', at: 1 },
      { key: 'labour.bench', at: 50 },
    ]),
    'PUT /api/projects/p1/what-if': kept([]),
  });
  draw(
    <WhatIfButton
      projectId="p1"
      inputKey="labour.bench"
      name="Bench labour"
      unit="€/h"
      value={{ low: 36, likely: 42, high: 50 }}
    />,
  );
  await waitFor(() => expect(asked).toHaveLength(1));
  fireEvent.click(screen.getByRole('button', { name: 'What if Bench labour were otherwise' }));
  const field = screen.getByLabelText('Bench labour');
  fireEvent.change(field, { target: { value: '-4' } });
  expect(screen.getByText(/^Give a number from 0/)).toBeTruthy();
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'See' }).disabled).toBe(true);
  fireEvent.change(field, { target: { value: '55,5' } });
  fireEvent.submit(field.closest('form')!);
  await waitFor(() => expect(asked.at(-1)!.method).not.toBe('POST'));
  await waitFor(() =>
    expect(asked.find((a) => a.method === 'PUT')?.body).toEqual({
      value: {
        inputs: [
          { key: 'other', at: 1 },
          { key: 'labour.bench', at: 55.5 },
        ],
      },
      version: 3,
    }),
  );
});
