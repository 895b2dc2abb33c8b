import { fireEvent, screen } from '@testing-library/react';
import { expect, test, vi } from 'vitest';
import { lane } from '../../testing/lanes';
import { draw } from '../../testing/served';
import { Lanes } from './Lanes';

const out = { verdict: 'out' as const, name: 'Shape', reason: 'Only a shell.', remedy: 'Say so on Part.', limit: null };

test('a lane is one line of price, tools, likeness and verdict until it is opened', () => {
  draw(
    <Lanes
      lanes={[lane('one'), lane('two', { verdict: 'out', gates: [out] })]}
      chosen=""
      onChoose={vi.fn()}
      onDecide={vi.fn()}
    />,
  );
  const [one, two] = screen.getAllByRole('listitem');
  expect(one!.textContent).toContain('80 %');
  expect(one!.textContent).toContain('10 €');
  expect(two!.textContent).toContain('Out');
  expect(two!.textContent).not.toContain('Only a shell.');
});

test('the open lane tells its properties, what drags likeness down, and its tool', () => {
  const properties = [
    { name: 'Hardness', asked: '70D ± 5', has: '75D', match: 'meets', shortPct: null, must: true, scope: 'function' },
    {
      name: 'Tensile strength',
      asked: '60 MPa',
      has: '42 MPa',
      match: 'short',
      shortPct: 30,
      must: false,
      scope: 'function',
    },
    {
      name: 'Tear strength',
      asked: '10 kN/m',
      has: 'not known',
      match: 'unknown',
      shortPct: null,
      must: true,
      scope: 'function',
    },
  ] as const;
  const run = { parts: 1200, runsAYear: 2.5, inputs: [] };
  draw(
    <Lanes
      lanes={[
        lane('one', {
          properties: [...properties],
          run,
          assist: 'machine',
          toolClass: 'under 500 cycles',
          cavities: 4,
        }),
      ]}
      chosen="one"
      onChoose={vi.fn()}
      onDecide={vi.fn()}
    />,
  );
  const text = screen.getByRole('listitem').textContent!;
  expect(text).toContain('hardness 75D');
  expect(text).toContain('tensile strength 42 MPa for 60 MPa, short by 30 % (want)');
  expect(text).toContain('tear strength not known, 10 kN/m asked');
  expect(text).toContain('notched impact drags it down: 5 kJ/m² for 10 kJ/m²');
  expect(text).toContain(
    '10 / 20 / 40 shots · under 500 cycles · ± 0.2 mm · runs of 1\u202f200, 2.5 a year · loaded by machine',
  );
  expect(text).toContain('ABS, 4 cavities');
});

test('a material that is the series material itself drags nothing down', () => {
  draw(
    <Lanes
      lanes={[lane('one', { likeness: { share: 1, weakest: null, ratios: [] } })]}
      chosen="one"
      onChoose={vi.fn()}
      onDecide={vi.fn()}
    />,
  );
  expect(screen.getByRole('listitem').textContent).toContain('100 % like the series material: ABS.');
});

test('a lane is chosen as a whole, its figures open their working', () => {
  const onChoose = vi.fn();
  draw(<Lanes lanes={[lane('one')]} chosen="" onChoose={onChoose} onDecide={vi.fn()} />);
  fireEvent.click(screen.getByRole('button', { name: 'Route one: show in full' }));
  fireEvent.click(screen.getByRole('button', { name: 'Route one: working of the tool sets' }));
  expect(onChoose.mock.calls).toEqual([['one'], ['one', 'sets']]);
});

test('all nineteen lanes are there, those below the fold too', () => {
  draw(
    <Lanes
      lanes={Array.from({ length: 19 }, (_, i) => lane(`r${i}`))}
      chosen=""
      onChoose={vi.fn()}
      onDecide={vi.fn()}
    />,
  );
  expect(screen.getAllByRole('listitem')).toHaveLength(19);
});
