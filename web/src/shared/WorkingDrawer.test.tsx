import { fireEvent, screen } from '@testing-library/react';
import { expect, test } from 'vitest';
import type { WorkLine } from '../app/api/types';
import { draw } from '../testing/served';
import { WorkingDrawer } from './WorkingDrawer';

const line = (id: string, inputs: WorkLine['inputs']): WorkLine => ({
  id,
  name: `The ${id}`,
  formula: 'a × b',
  inputs,
  value: 12,
  unit: 'g',
  source: 'a handbook',
});

const lines = [
  line('mass', [
    { name: 'volume', value: 4, unit: 'cm³', changeAt: null, from: 'volume' },
    { name: 'wall', value: 20, unit: 'mm', changeAt: 'plan/silicone.wallMm' },
    { name: 'box', value: 20, unit: 'mm', changeAt: 'part' },
  ]),
  // Of the same name, and the one it came from.
  { ...line('moldVolume', []), name: 'volume', value: 900, unit: 'cm³' },
  { ...line('volume', []), value: 4, unit: 'cm³' },
];

test('an input of the plan leads to where it is changed, one of another step to that step', () => {
  draw(<WorkingDrawer title="the plan" lines={lines} />, '/projects/p1/plan?working=mass');
  const links = screen.getAllByRole('link', { name: 'change' }).map((link) => link.getAttribute('href'));
  expect(links).toEqual(['/projects/p1/plan?change=silicone.wallMm', '/projects/p1/part']);
});

test('an input that was worked out opens to its own line, not to one that has its name', () => {
  draw(<WorkingDrawer title="the plan" lines={lines} />, '/projects/p1/plan?working=mass');
  fireEvent.click(screen.getByRole('button', { name: 'volume' }));
  expect(screen.getByTestId('address').textContent).toMatch(/working=volume$/);
});

test('a line that is gone says so, and Escape closes', () => {
  draw(<WorkingDrawer title="the plan" lines={lines} />, '/projects/p1/plan?working=gone');
  expect(screen.getByText('This figure has no working here any more.')).toBeDefined();
  fireEvent.keyDown(window, { key: 'Escape' });
  expect(screen.getByTestId('address').textContent).not.toContain('working');
});
