import { fireEvent, screen } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { WorkState } from '../../app/api/types';
import { draw, serve } from '../../testing/served';
import { FirstWork } from './FirstWork';

const FIRST = '/api/projects/p1/plan/first-work';
const work = (phase: WorkState['phase'], more: Partial<WorkState> = {}): WorkState => ({
  phase,
  doing: '',
  share: 0,
  problem: null,
  at: null,
  ...more,
});

it('says how far it is, is stopped, goes on, and says what went wrong', async () => {
  let state = work('running', { doing: 'Looking for overhangs', share: 0.3 });
  serve({
    [`GET ${FIRST}`]: () => state,
    [`DELETE ${FIRST}`]: () => (state = work('stopped')),
    [`POST ${FIRST}`]: () => (state = work('failed', { problem: 'The mesh can’t be read.' })),
  });
  draw(<FirstWork work={state} notice="The part has a million triangles." />);
  expect(await screen.findByText(/Looking for overhangs/)).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: /stop/i }));
  fireEvent.click(await screen.findByRole('button', { name: 'Go on' }));
  expect(await screen.findByText('The mesh can’t be read.')).toBeTruthy();
  expect(screen.getByText('The part has a million triangles.')).toBeTruthy();
});
