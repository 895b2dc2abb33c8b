import { screen } from '@testing-library/react';
import { expect, it } from 'vitest';
import { draw, serve } from '../../testing/served';
import { TravellerPage } from './TravellerPage';

const row = {
  number: 12,
  when: 'Mon 30 Nov 10:15',
  operation: 'Weigh the silicone',
  detail: '',
  weigh: ['base 2807 g', 'curing part 280.7 g'],
  needs: 'hands, scale',
  handsMin: 6,
  waitMin: 0,
  lags: [],
  asks: ['lid on', 'floor dry'],
  cautions: ['Mold silicone'],
};

it('prints every weight on its own line, a box a shot and each tick', async () => {
  serve({
    'GET /api/projects/p1/plan/traveller': {
      project: 'Housing',
      revision: 'C',
      route: 'Urethane cast in silicone',
      on: '2026-11-26',
      facts: ['43 good parts.'],
      rows: [row],
      shots: 24,
      shotsName: 'Shots',
      cautions: ['Mold silicone: gloves.'],
      deference: 'The data sheet comes first.',
    },
  });
  draw(<TravellerPage />, '/projects/p1/traveller');
  expect(await screen.findByRole('heading', { name: 'Traveller: Housing, rev C' })).toBeTruthy();
  expect(screen.getByText('curing part 280.7 g')).toBeTruthy();
  expect(screen.getByText('☐ floor dry')).toBeTruthy();
  expect(screen.getByRole('img', { name: '24 boxes, one for each of the shots' }).children.length).toBe(24);
  expect(screen.getByRole('link', { name: 'PDF' }).getAttribute('href')).toBe('/api/projects/p1/plan/traveller.pdf');
});

it('of a plan that is not planned says why', async () => {
  serve({});
  draw(<TravellerPage />, '/projects/p1/traveller');
  expect(await screen.findByText('There is nothing here.')).toBeTruthy();
});
