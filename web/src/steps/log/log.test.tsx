import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { expect, test, vi } from 'vitest';
import type { InspectionItem, ItemChart } from '../../app/api/types';
import { draw, serve } from '../../testing/served';
import { Causes } from './causes/Causes';
import { ControlChart } from './charts/ControlChart';
import { Told } from './charts/Told';
import { EntryForm } from './inspection/EntryForm';
import { ItemForm } from './inspection/ItemForm';
import { Questions } from './inspection/Questions';
import { limits } from './words';

const bore: InspectionItem = {
  id: 'bore',
  kind: 'size',
  name: 'Bore',
  nominal: 10,
  lower: 9.9,
  upper: 10.1,
  gauge: 'calliper',
  everyShots: 5,
  nearGate: true,
  from: null,
  to: null,
  toolMm: 10.08,
  unit: 'mm',
};

const chart = (values: number[], over: Partial<ItemChart> = {}): ItemChart => ({
  item: bore,
  points: values.map((value, i) => ({
    entry: `e${i}`,
    shot: i + 1,
    cavity: 1,
    value,
    within: value >= 9.9 && value <= 10.1,
  })),
  control: { centre: 10, lower: 9.95, upper: 10.05, signals: [] },
  notInControl: null,
  capability: null,
  replication: null,
  out: values.filter((v) => v > 10.1).length,
  values: values.length,
  ...over,
});

const shop = { 'GET /api/shop': { value: { people: [{ id: 'sefa', name: 'Sefa' }], devices: [] }, version: 1 } };
const asSefa = () => localStorage.setItem('stampo.bench.by', 'Sefa');

test('a chart tells its patterns in words, by the shots they end at, and a press on a point opens it', () => {
  const pressed = vi.fn();
  const signals = [
    { index: 2, rule: 'beyond' },
    { index: 1, rule: 'two-of-three' },
  ];
  serve({});
  draw(
    <ControlChart
      chart={chart([10, 10.04, 10.2], { control: { centre: 10, lower: 9.95, upper: 10.05, signals } })}
      onPoint={pressed}
    />,
  );
  expect(screen.getByRole('img').getAttribute('aria-label')).toBe('Bore: 3 values from 10 to 10.2 mm');
  expect(
    screen.getByText(/beyond the limits \(to shot 3\); two of three far out on one side \(to shot 2\)/),
  ).toBeTruthy();
  fireEvent.click(screen.getByText(/^Shot 3, cavity 1: 10.2 mm; beyond the limits/));
  expect(pressed).toHaveBeenCalledWith('e2');
});

test('a chart of nothing says so', () => {
  serve({});
  draw(<ControlChart chart={chart([])} onPoint={() => undefined} />);
  expect(screen.getByText('Nothing was measured here yet.')).toBeTruthy();
});

test('too few parts are said to be too few, and a drift is said with its interval', () => {
  const capability = {
    mean: 10,
    sigmaWithin: 0.01,
    sigmaOverall: 0.02,
    cp: 3,
    cpk: 2.9,
    pp: 1.6,
    ppk: 1.5,
    ppkLow: 0.7,
    ppkHigh: 2.3,
    enough: false,
  };
  const replication = {
    degrees: [],
    mean: 0.98,
    slopePerShot: -0.0001,
    slopeLow: -0.0002,
    slopeHigh: -0.00005,
    drifts: true,
  };
  serve({});
  draw(<Told chart={chart([10, 10.01, 10.02], { capability, replication })} />);
  expect(document.body.textContent).toContain('3 values, all within the limits');
  expect(document.body.textContent).toContain('Too few parts to say');
  expect(document.body.textContent).not.toContain('Fits well');
  expect(document.body.textContent).toContain('It drifts by -1 % in a hundred shots (-2 to -0.5)');
});

test('values are entered cavity by cavity; what is missing is asked for and nothing is sent', async () => {
  asSefa();
  serve(shop);
  const enter = vi.fn<(entry: unknown) => Promise<void>>(() => Promise.resolve());
  draw(
    <EntryForm
      item={bore}
      cavities={2}
      correcting={null}
      onStop={() => undefined}
      onEnter={enter}
      onTable={vi.fn()}
      tables={(form) => `/api/entries.${form}`}
    />,
  );
  const send = () => fireEvent.click(screen.getByRole('button', { name: 'Enter' }));
  const type = (label: string, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } });
  send();
  expect(screen.getByRole('alert').textContent).toBe('Which shot? A whole number from 1.');
  type('Shot', '3');
  send();
  expect(screen.getByRole('alert').textContent).toBe('The value, in mm.');
  expect(enter).not.toHaveBeenCalled();
  type('Value, mm', '10,02');
  send();
  await waitFor(() => expect(screen.getByLabelText<HTMLInputElement>('Cavity').value).toBe('2'));
  expect(enter.mock.calls[0]![0]).toMatchObject({ item: 'bore', shot: 3, cavity: 1, value: 10.02, by: 'Sefa' });
  type('Value, mm', '10.03');
  send();
  // The next to be measured is one shot of five further on.
  await waitFor(() => expect(screen.getByLabelText<HTMLInputElement>('Shot').value).toBe('8'));
});

test('a hardness takes its readings at once; a look takes a press', async () => {
  asSefa();
  serve(shop);
  const enter = vi.fn<(entry: unknown) => Promise<void>>(() => Promise.resolve());
  const shore = { ...bore, kind: 'hardness' as const, gauge: 'durometer' as const };
  draw(
    <EntryForm
      item={shore}
      cavities={1}
      correcting={null}
      onStop={() => undefined}
      onEnter={enter}
      onTable={vi.fn()}
      tables={(form) => `/api/entries.${form}`}
    />,
  );
  fireEvent.change(screen.getByLabelText('Shot'), { target: { value: '1' } });
  fireEvent.change(screen.getByLabelText('Five readings, 3 s each'), { target: { value: '54 55 55 56 53' } });
  fireEvent.click(screen.getByRole('button', { name: 'Enter' }));
  await waitFor(() => expect(enter).toHaveBeenCalledTimes(1));
  expect(enter.mock.calls[0]![0]).toMatchObject({ value: null, readings: [54, 55, 55, 56, 53] });
});

test('what lies out of its limits can be decided by somebody with a name alone', () => {
  const decide = vi.fn();
  const question = {
    entry: 'e1',
    item: 'bore',
    name: 'Bore',
    unit: 'mm',
    lower: 9.9,
    upper: 10.1,
    shot: 27,
    cavity: 1,
    value: 10.23,
    by: 'Sefa',
    at: '2030-01-02T09:00:00Z',
  };
  serve(shop);
  draw(<Questions questions={[question]} onDecide={decide} isPending={false} />);
  const region = screen.getByRole('region', { name: 'To be decided' });
  expect(region.textContent).toContain('Bore of shot 27, cavity 1: 10.23 mm, over 10.1. Measured by Sefa.');
  expect(within(region).getByRole<HTMLButtonElement>('button', { name: 'Scrap it' }).disabled).toBe(true);
});

test('something new to look at needs a name, a size and a limit', async () => {
  const done = vi.fn();
  serve({});
  draw(<ItemForm everyShots={5} onDone={done} />);
  const press = () => fireEvent.click(screen.getByRole('button', { name: 'Look at it' }));
  press();
  expect(await screen.findByText('What is looked at?')).toBeTruthy();
  fireEvent.change(screen.getByLabelText('Name'), { target: { value: 'Bore' } });
  fireEvent.change(screen.getByLabelText('As drawn, mm'), { target: { value: '10' } });
  press();
  expect(await screen.findByText('A lower limit, an upper one, or both.')).toBeTruthy();
  fireEvent.change(screen.getByLabelText('No more than'), { target: { value: '10,1' } });
  press();
  await waitFor(() => expect(done).toHaveBeenCalled());
  expect(done.mock.calls[0]![0]).toMatchObject({ kind: 'size', nominal: 10, lower: null, upper: 10.1, everyShots: 5 });
});

test('a cause stands with its evidence and its edit; what no record shows is told apart', async () => {
  const cause = {
    rule: 'bubbles-late',
    cause: 'It was poured late.',
    likely: 0.8,
    evidence: '86 to 93 % of the pot life was gone.',
    shots: [14, 15],
    of: 2,
    otherShots: 0,
    ofOthers: 27,
    remedy: 'Lay ready before mixing.',
    edit: { field: 'pour.steps.pourMinPerCavity', says: 'plan the minutes it takes' },
    source: 'Data sheets.',
    isShown: true,
  };
  const hidden = { ...cause, rule: 'bubbles-damp', cause: 'Damp resin.', isShown: false, edit: null };
  serve({
    'GET /api/projects/p1/advice': {
      stretch: 's2',
      shots: 29,
      good: 25,
      defects: [{ defect: 'bubbles', rework: 0, scrap: 2, shots: [14, 15], causes: [cause, hidden] }],
    },
  });
  draw(<Causes projectId="p1" stretch="s2" />);
  const region = await screen.findByRole('region', { name: 'bubbles' });
  expect(region.textContent).toContain('Holds in 2 of 2 spoiled shots (14, 15), in 0 of 27 others.');
  expect(region.textContent).toContain('What no record shows, to look at as well: Damp resin.');
  expect(
    within(region)
      .getByRole('link', { name: /^In the plan/ })
      .getAttribute('href'),
  ).toBe('/projects/p1/plan?stretch=s2&change=pour.steps.pourMinPerCavity');
});

test('limits are said as people say them', () => {
  expect(limits(bore)).toBe('9.9 to 10.1 mm');
  expect(limits({ ...bore, lower: null })).toBe('up to 10.1 mm');
  expect(limits({ ...bore, upper: null })).toBe('from 9.9 mm');
  expect(limits({ ...bore, kind: 'look' })).toBe('as it should be');
});
