import { ThemeProvider } from '@mui/material';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { expect, test } from 'vitest';
import { theme } from '../../app/theme/theme';
import { lane } from '../../testing/lanes';
import { type Asked, draw, serve } from '../../testing/served';
import { RulerWith } from './ProjectRuler';
import { useComparison, useQuantity } from './useComparison';

function Page() {
  const marker = useQuantity();
  const { data } = useComparison('p1', marker.quantity);
  return (
    <>
      <RulerWith projectId="p1" marker={marker} />
      <output>{data?.quantity}</output>
    </>
  );
}

test('the marker goes at once, the page when its lanes are here, the address when it rests; an overtaken answer moves nothing', async () => {
  const answers = new Map<number, () => void>();
  const whole = { quantity: 40, quantities: [1, 1000], spans: [], crossovers: [], curves: [], lanes: [lane('one')] };
  const moved = { id: 'one', gates: [] };
  const lanes = ({ query }: Asked) => ({ quantity: Number(query.get('quantity')), lanes: [moved] });
  serve({
    'GET /api/projects/p1/comparison': whole,
    'GET /api/projects/p1/brief': { value: { demand: [] }, version: 1 },
    'GET /api/projects/p1/comparison/lanes': lanes,
  });
  const plain = fetch;
  globalThis.fetch = async (...asked: Parameters<typeof fetch>) => {
    const quantity = Number(/lanes\?quantity=(\d+)/.exec((asked[0] as Request).url)?.[1]);
    if (quantity > 40) await new Promise<void>((go) => answers.set(quantity, go));
    return plain(...asked);
  };
  draw(
    <ThemeProvider theme={theme}>
      <Page />
    </ThemeProvider>,
    '/projects/p1/routes?q=40',
  );
  const marker = await screen.findByRole('slider', { name: 'Quantity marker' });
  const shown = () => screen.getByRole('status').textContent;
  const address = () => screen.getByTestId('address').textContent;
  await waitFor(() => expect(shown()).toBe('40'));

  fireEvent.keyDown(marker, { key: 'ArrowRight' });
  fireEvent.keyDown(marker, { key: 'ArrowRight' });
  expect(marker.getAttribute('aria-valuenow')).toBe('44');
  expect([shown(), address()]).toEqual(['40', '?q=40']);

  await waitFor(() => expect(answers.size).toBe(2));
  answers.get(44)!();
  await waitFor(() => expect(shown()).toBe('44'));
  answers.get(42)!();
  await waitFor(() => expect(address()).toBe('?q=44'));
  expect([shown(), marker.getAttribute('aria-valuenow')]).toEqual(['44', '44']);

  // A move made while the last one is still being written stands.
  fireEvent.keyDown(marker, { key: 'ArrowRight' });
  await waitFor(() => expect(answers.has(46)).toBe(true));
  answers.get(46)!();
  await waitFor(() => expect(shown()).toBe('46'));
  fireEvent.keyDown(marker, { key: 'ArrowLeft' });
  await waitFor(() => expect(address()).toBe('?q=44'));
  expect([shown(), marker.getAttribute('aria-valuenow')]).toEqual(['44', '44']);
});
