import { fireEvent, screen } from '@testing-library/react';
import { useEffect } from 'react';
import { FormProvider, useForm, useWatch } from 'react-hook-form';
import { expect, test } from 'vitest';
import type { Brief } from '../../app/api/types';
import { draw, serve } from '../../testing/served';
import { DemandTimeline } from './DemandTimeline';
import { Features } from './Features';
import { Limits } from './Limits';
import { Requirements } from './Requirements';
import { PropertyRows } from './PropertyRows';

const empty: Brief = {
  demand: [],
  family: 'rigidThermoplastic',
  productionMaterial: null,
  hardness: null,
  serviceTemperature: null,
  properties: [],
  clarity: null,
  colour: null,
  exposures: [],
  toleranceMm: null,
  criticalDimensions: 0,
  showSide: 'asTooled',
  bothSides: false,
  inserts: 0,
  insertSize: null,
  secondMaterial: null,
  lettering: false,
  guards: 0,
  enclosedPrice: null,
  sources: { metalTools: 'boughtIn', softMolds: 'inHouse', parts: 'inHouse' },
  schools: { cooling: null, moldLife: 'between', loss: 'added' },
  toolingBudget: null,
  piecePrice: null,
  fixedDate: null,
  changeRisk: null,
  equipment: null,
};

let brief: Brief;

function Form({ start, children }: { start: Partial<Brief>; children: React.ReactNode }) {
  const form = useForm<Brief>({ defaultValues: { ...empty, ...start } });
  const stands = useWatch({ control: form.control }) as Brief;
  // For the test to look at.
  useEffect(() => {
    brief = stands;
  }, [stands]);
  return <FormProvider {...form}>{children}</FormProvider>;
}

const show = (what: React.ReactNode, start: Partial<Brief> = {}) => {
  serve({});
  draw(<Form start={start}>{what}</Form>);
};

test('a property is asked for once, as a want with a usual value, and dropped again', () => {
  show(<PropertyRows />);
  fireEvent.mouseDown(screen.getByRole('combobox', { name: 'Another property' }));
  fireEvent.click(screen.getByRole('option', { name: 'Tear strength' }));
  fireEvent.click(screen.getByRole('button', { name: 'Ask for it' }));
  expect(brief.properties).toEqual([{ property: 'tearKnPerM', atLeast: 15, must: false }]);
  fireEvent.click(screen.getByRole('button', { name: 'must' }));
  fireEvent.change(screen.getByLabelText('Tear strength, at least'), { target: { value: '22' } });
  expect(brief.properties).toEqual([{ property: 'tearKnPerM', atLeast: 22, must: true }]);
  fireEvent.change(screen.getByLabelText('at most'), { target: { value: '40' } });
  expect(brief.properties).toEqual([{ property: 'tearKnPerM', atLeast: 22, must: true, atMost: 40 }]);
  fireEvent.click(screen.getByRole('button', { name: 'Drop tear strength', hidden: true }));
  expect(brief.properties).toEqual([]);
});

test('clarity and colour are grades', () => {
  show(<Requirements problem={null} />);
  fireEvent.click(screen.getByRole('button', { name: 'Set a target: colour' }));
  expect(brief.colour).toEqual({ atLeast: 'matched', must: false });
  fireEvent.click(screen.getByRole('button', { name: 'Drop colour' }));
  expect(brief.colour).toBeNull();
});

test('inserts ask for their size, and a soft part for its area and volume', () => {
  show(<Features problem={null} />, { inserts: 2 });
  fireEvent.click(screen.getByRole('button', { name: 'Give their size' }));
  expect(brief.insertSize).toEqual({ diameterMm: 5, bossMm: 10 });
  fireEvent.click(screen.getByRole('button', { name: 'Add a soft part' }));
  fireEvent.change(screen.getByLabelText('Area it covers'), { target: { value: '80' } });
  fireEvent.click(screen.getByLabelText('Holes or wraps lock it in'));
  expect(brief.secondMaterial).toEqual({ materialId: 'tpe-60a', areaCm2: 80, volumeCm3: 10, interlocks: true });
});

test('change risk is typed in percent and kept as a share; the house is said or not', async () => {
  serve({
    'GET /api/shop/kinds': [
      {
        id: 'chamber',
        name: 'Vacuum chamber',
        isInBrief: true,
        figures: [{ id: 'diameterMm', name: 'Inside diameter', unit: 'mm', isOlder: false }],
      },
    ],
  });
  draw(
    <Form start={{}}>
      <Limits problem={null} />
    </Form>,
  );
  fireEvent.click(screen.getByRole('button', { name: 'It may change' }));
  fireEvent.change(screen.getByLabelText('Chance of a change a month'), { target: { value: '12.5' } });
  expect(brief.changeRisk).toEqual({ chancePerMonth: 0.125, size: 'small' });
  fireEvent.click(screen.getByRole('button', { name: 'Say what is in house' }));
  fireEvent.change(await screen.findByLabelText('Inside diameter'), { target: { value: '400' } });
  expect(brief.equipment?.figures).toEqual({ chamber: { diameterMm: 400 } });
  fireEvent.click(screen.getByRole('button', { name: 'Settled' }));
  expect(brief.changeRisk).toBeNull();
});

test('a pin of the time line moves by a week or a quarter at a key, never before today or below one', () => {
  const far = '2099-05-04';
  show(<DemandTimeline />, {
    demand: [
      { neededBy: far, quantity: 40, purpose: 'function', years: 0 },
      { neededBy: '2000-01-01', quantity: 1, purpose: 'fit', years: 2 },
    ],
  });
  const pin = screen.getByRole('button', { name: /^Row 1: 40 for function by 4 May 2099/ });
  fireEvent.keyDown(pin, { key: 'ArrowUp' });
  fireEvent.keyDown(pin, { key: 'ArrowRight' });
  expect(brief.demand[0]).toMatchObject({ quantity: 50, neededBy: '2099-05-11' });
  const second = screen.getByRole('button', { name: /^Row 2/ });
  fireEvent.keyDown(second, { key: 'ArrowDown' });
  fireEvent.keyDown(second, { key: 'x' });
  expect(brief.demand[1]!.quantity).toBe(1);
  expect(Date.parse(brief.demand[1]!.neededBy)).toBeGreaterThan(Date.now() - 2 * 86_400_000);
});
