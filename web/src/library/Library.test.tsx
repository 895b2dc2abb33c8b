import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { type Asked, draw, serve } from '../testing/served';
import { LibraryPage } from './LibraryPage';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const plain = { own: false, differences: [] };
const rate = {
  key: 'labour.bench',
  name: 'Bench labour',
  unit: '€/h',
  low: 36,
  likely: 42,
  high: 50,
  source: 'estimate',
};
const abs = {
  id: 'abs',
  name: 'ABS',
  family: 'rigidThermoplastic',
  polymer: 'abs',
  series: true,
  routes: [],
  densityGPerCm3: 1.05,
  shoreScale: 'd',
  shoreValue: 75,
  tensileMpa: 42,
  modulusMpa: 2300,
  elongationPct: 20,
  tearKnPerM: null,
  impactKjPerM2: 18,
  serviceC: 90,
  shortTermC: 98,
  clarity: 'opaque',
  colour: 'matched',
  shrinkPct: { low: 0.4, likely: 0.5, high: 0.7 },
  pricePerKg: { low: 2, likely: 2.6, high: 3.6 },
  source: 'typical',
};
const bonds = [
  { substrate: 'pom', soft: 'tpe', strength: 'poor', note: 'nothing sticks' },
  { substrate: 'pp', soft: 'tpe', strength: 'good', note: 'made for PP' },
];
const library = {
  rates: [{ entry: rate, standing: plain }],
  materials: [{ entry: abs, standing: plain }],
  supplies: [],
  bonds,
};
const changed = {
  ...library,
  rates: [
    {
      entry: { ...rate, likely: 45 },
      standing: { own: false, differences: [{ where: 'likely', then: '42', now: '45' }] },
    },
  ],
};

const file = (name: string, text: string) => ({ target: { files: [new File([text], name)] } });

async function opened(answers: Record<string, unknown> = {}, address = '/library') {
  const asked = serve({ 'GET /api/library': library, ...answers });
  draw(<LibraryPage />, address);
  await screen.findByRole('heading', { name: 'Library' });
  return asked;
}

const sent = (asked: Asked[], method: string) => asked.find((a) => a.method === method);

test('a rate is changed only to numbers that rise', async () => {
  const asked = await opened({ 'PUT /api/library': changed });
  fireEvent.click(screen.getByRole('button', { name: 'Change Bench labour' }));
  fireEvent.change(screen.getByLabelText('Likely'), { target: { value: '60' } });
  expect(screen.getByText('Three numbers that rise: low, likely, high.')).toBeTruthy();
  fireEvent.change(screen.getByLabelText('Likely'), { target: { value: '45' } });
  fireEvent.click(screen.getByRole('button', { name: 'Keep as the shop’s' }));
  expect(await screen.findByText(/Shipped: likely 42/)).toBeTruthy();
  expect(sent(asked, 'PUT')!.body).toMatchObject({ rates: [{ key: 'labour.bench', likely: 45, source: 'shop' }] });
});

test('one entry goes back to what ships', async () => {
  const asked = await opened({ 'GET /api/library': changed, 'POST /api/library/reset': library });
  fireEvent.click(await screen.findByRole('button', { name: 'Back to shipped' }));
  await waitFor(() => expect(screen.queryByText(/Shipped:/)).toBeNull());
  expect(Object.fromEntries(sent(asked, 'POST')!.query)).toEqual({ kind: 'rate', key: 'labour.bench' });
});

test('a material is changed figure by figure; an emptied one is not known', async () => {
  const asked = await opened({ 'PUT /api/library': library }, '/library?shelf=materials');
  expect(screen.getByText(/tensile 42 MPa · modulus 2.300 MPa/)).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Change ABS' }));
  fireEvent.change(screen.getByLabelText('Density, g/cm³'), { target: { value: '' } });
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Keep as the shop’s' }).disabled).toBe(true);
  fireEvent.change(screen.getByLabelText('Density, g/cm³'), { target: { value: '1,06' } });
  fireEvent.change(screen.getByLabelText('Impact, kJ/m²'), { target: { value: '' } });
  fireEvent.click(screen.getByRole('button', { name: 'Keep as the shop’s' }));
  await waitFor(() => expect(sent(asked, 'PUT')).toBeTruthy());
  expect(sent(asked, 'PUT')!.body).toMatchObject({
    materials: [{ id: 'abs', densityGPerCm3: 1.06, impactKjPerM2: null }],
  });
});

test('files go in as what they are', async () => {
  const asked = await opened({
    'PUT /api/library': library,
    'POST /api/library/csv/rates': library,
    'POST /api/library/csv/materials': library,
  });
  const picker = screen.getByLabelText('Take a library file in', { selector: 'input' });
  fireEvent.change(picker, file('all.json', JSON.stringify({ rates: [rate] })));
  await waitFor(() => expect(sent(asked, 'PUT')?.body).toEqual({ rates: [rate] }));
  fireEvent.change(picker, file('r.csv', '\uFEFFkey,low,likely,high\n'));
  await waitFor(() => expect(asked.some((a) => a.path.endsWith('/csv/rates'))).toBe(true));
  fireEvent.change(picker, file('m.csv', 'id,name\n'));
  await waitFor(() => expect(asked.some((a) => a.path.endsWith('/csv/materials'))).toBe(true));
  fireEvent.change(picker, file('odd.json', 'Dear supplier'));
  expect(await screen.findByText('odd.json is not JSON; nothing was changed.')).toBeTruthy();
});

test('finding narrows by name or key, and bonds stand best first', async () => {
  await opened({}, '/library?find=labour.b');
  expect(screen.getByText('Bench labour')).toBeTruthy();
  fireEvent.change(screen.getByLabelText('Find an entry'), { target: { value: 'nothing like it' } });
  await waitFor(() => expect(screen.queryByText('Bench labour')).toBeNull());
  fireEvent.click(screen.getByRole('tab', { name: 'Bonds' }));
  await screen.findByText('TPE on PP');
  const all = screen.getAllByText(/^TPE on/).map((b) => b.textContent);
  expect(all).toEqual(['TPE on PP', 'TPE on POM']);
  expect(within(screen.getByText('TPE on POM').parentElement!).getByText('poor')).toBeTruthy();
});
