import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { expect, test } from 'vitest';
import { type Asked, draw, serve } from '../testing/served';
import { LibraryPage } from './LibraryPage';

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
  fireEvent.change(screen.getByLabelText('Density'), { target: { value: '' } });
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Keep as the shop’s' }).disabled).toBe(true);
  fireEvent.change(screen.getByLabelText('Density'), { target: { value: '1,06' } });
  fireEvent.change(screen.getByLabelText('Impact'), { target: { value: '' } });
  fireEvent.click(screen.getByRole('button', { name: 'Keep as the shop’s' }));
  await waitFor(() => expect(sent(asked, 'PUT')).toBeTruthy());
  expect(sent(asked, 'PUT')!.body).toMatchObject({
    materials: [{ id: 'abs', densityGPerCm3: 1.06, impactKjPerM2: null }],
  });
});

test('a material like one there is made under a name of its own', async () => {
  const asked = await opened({ 'PUT /api/library': library }, '/library?shelf=materials');
  fireEvent.click(screen.getByRole('button', { name: 'One like ABS, but' }));
  const keep = screen.getByRole<HTMLButtonElement>('button', { name: 'Keep as a new material' });
  fireEvent.change(screen.getByLabelText('Name of the new one'), { target: { value: 'abs' } });
  expect(screen.getByText('There is a material of that name.')).toBeTruthy();
  expect(keep.disabled).toBe(true);
  fireEvent.change(screen.getByLabelText('Name of the new one'), { target: { value: 'ABS, tough (20 % more)' } });
  fireEvent.change(screen.getByLabelText('Impact'), { target: { value: '24' } });
  fireEvent.click(keep);
  await waitFor(() => expect(sent(asked, 'PUT')).toBeTruthy());
  expect(sent(asked, 'PUT')!.body).toMatchObject({
    materials: [{ id: 'abs-tough-20-more', name: 'ABS, tough (20 % more)', impactKjPerM2: 24, densityGPerCm3: 1.05 }],
  });
});

test('a file shows what it would change before it is taken in, and can be left', async () => {
  const preview = {
    entries: { rates: [{ ...rate, likely: 45 }], materials: null, supplies: null },
    changes: [
      {
        kind: 'rate',
        key: 'labour.bench',
        name: 'Bench labour',
        isNew: false,
        differences: [{ where: 'likely', then: '42', now: '45' }],
      },
    ],
    same: 7,
    version: 4,
    readAs: 'semicolon separated, decimal comma',
  };
  const asked = await opened({
    'PUT /api/library': changed,
    'POST /api/library/preview': { ...preview, changes: [], same: 8, readAs: null },
    'POST /api/library/csv/rates': preview,
    'POST /api/library/csv/materials': preview,
  });
  const picker = screen.getByLabelText('Take a library file in', { selector: 'input' });
  fireEvent.change(picker, file('all.json', JSON.stringify({ rates: [rate] })));
  expect(await screen.findByText('The file changes nothing')).toBeTruthy();
  expect(sent(asked, 'POST')!.body).toEqual({ rates: [rate] });
  fireEvent.change(picker, file('r.csv', '\uFEFFkey;low;likely;high\n'));
  expect(await screen.findByText(/likely 42 → 45/)).toBeTruthy();
  expect(screen.getByText(/Read as semicolon separated, decimal comma/)).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Leave it' }));
  await waitFor(() => expect(screen.queryByText(/likely 42 → 45/)).toBeNull());
  expect(sent(asked, 'PUT')).toBeUndefined();
  fireEvent.change(picker, file('m.csv', 'id,name\n'));
  fireEvent.click(await screen.findByRole('button', { name: 'Take it in' }));
  await waitFor(() => expect(sent(asked, 'PUT')?.body).toEqual({ ...preview.entries, version: 4 }));
  expect(asked.some((a) => a.path.endsWith('/csv/materials'))).toBe(true);
  fireEvent.change(picker, file('odd.json', 'Dear supplier'));
  expect(await screen.findByText('odd.json is not JSON; nothing was changed.')).toBeTruthy();
});

test('everything back to what ships is asked for twice', async () => {
  const asked = await opened({ 'GET /api/library': changed, 'POST /api/library/reset': library });
  const all = await screen.findByRole('button', { name: 'All back to shipped' });
  fireEvent.click(all);
  expect(sent(asked, 'POST')).toBeUndefined();
  fireEvent.click(await screen.findByRole('button', { name: 'Put all back' }));
  await waitFor(() => expect(sent(asked, 'POST')).toBeTruthy());
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
