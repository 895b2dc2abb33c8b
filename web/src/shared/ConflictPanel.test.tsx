import { fireEvent, render, screen } from '@testing-library/react';
import { expect, test, vi } from 'vitest';
import { ConflictPanel } from './ConflictPanel';

const mine = { inserts: 2, budget: 900, demand: [{ quantity: 3 }], family: 'rigid' };
const theirs = { inserts: 4, budget: null, demand: [{ quantity: 3 }, { quantity: 40 }], family: 'rigid' };

function panel() {
  const onResolve = vi.fn();
  const conflict = {
    mine,
    theirs: { value: theirs as unknown as typeof mine, version: 7, canUndo: true, canRedo: false },
  };
  render(<ConflictPanel conflict={conflict} labels={{ inserts: 'Inserts', demand: 'Demand' }} onResolve={onResolve} />);
  return onResolve;
}

test('only what differs is asked about, in words', () => {
  panel();
  expect(screen.getByText('Inserts')).toBeDefined();
  expect(screen.getByLabelText('theirs: 2 rows (3, 40)')).toBeDefined();
  expect(screen.getByLabelText('theirs: nothing')).toBeDefined();
  expect(screen.queryByText('family')).toBeNull();
});

test('mine is kept unless theirs is chosen, field by field', () => {
  const onResolve = panel();
  fireEvent.click(screen.getByLabelText('theirs: 4'));
  fireEvent.click(screen.getByRole('button', { name: 'Keep these' }));
  expect(onResolve).toHaveBeenCalledWith({ inserts: 4, budget: 900, demand: mine.demand, family: 'rigid' });
});

test('of a thing with parts only those that differ are read out', () => {
  const pour = { count: 2, steps: { mixMin: 1.5, degasMin: 2 }, resinC: 23 };
  const other = { count: 2, steps: { mixMin: 1.5, degasMin: 4 }, resinC: 35 };
  const conflict = {
    mine: { pour },
    theirs: { value: { pour: other }, version: 2, canUndo: true, canRedo: false },
  };
  render(<ConflictPanel conflict={conflict} labels={{ pour: 'One shot' }} onResolve={() => undefined} />);
  expect(screen.getByLabelText('mine: 2 23')).toBeDefined();
  expect(screen.getByLabelText('theirs: 4 35')).toBeDefined();
});
