import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { PlanAnswer } from '../../app/api/types';
import { answer, choices, figures, whole } from '../../testing/plan';
import { type Asked, draw, serve } from '../../testing/served';
import { PlanPage } from './PlanPage';

const PLAN = '/api/projects/p1/plan';
let standing: PlanAnswer;

beforeEach(() => {
  standing = whole;
});

/** The page at a station, over a server that keeps what it is sent. */
function at(station: string, change: (plan: PlanAnswer) => PlanAnswer = (p) => p) {
  standing = change(standing);
  const asked = serve({
    [`GET ${PLAN}`]: () => standing,
    [`PUT ${PLAN}`]: ({ body }: Asked) => {
      const { value, version } = body as { value: typeof choices; version: number };
      standing = { ...standing, plan: { value, version: version + 1, canUndo: true, canRedo: false } };
      return standing;
    },
    'GET /api/projects/p1/part': { value: {}, version: 0, canUndo: false, canRedo: false },
  });
  draw(<PlanPage />, `/projects/p1/plan${station && `?${station}`}`);
  return asked;
}

const with_ =
  (more: Partial<typeof answer>) =>
  (plan: PlanAnswer): PlanAnswer => ({ ...plan, answer: { ...answer, ...more } });

const having = (more: Partial<typeof figures>) => with_({ figures: { ...figures, ...more } });

const sent = async (asked: Asked[]) => {
  await waitFor(() => expect(asked.some((a) => a.method === 'PUT')).toBe(true));
  return (asked.findLast((a) => a.method === 'PUT')!.body as { value: typeof choices }).value;
};

describe('the headline', () => {
  it('promises dates, shots and what to have in the house, and says how late it is', async () => {
    at('');
    const headline = await screen.findByRole('group', { name: 'What it comes to' });
    expect(headline.textContent).toContain('Tue 1 Dec');
    expect(headline.textContent).toContain('wanted Sat 5 Dec: 4 days late');
    expect(headline.textContent).toContain('43 good parts; a mold lasts 12 to 48');
    expect(headline.textContent).toContain('buy 4 × 1 kg');
    fireEvent.click(within(headline).getByRole('button', { name: /a mold lasts/ }));
    expect((await screen.findByRole('complementary', { name: 'Working' })).textContent).toContain('base × resin');
  });

  it('of a plan that breaks a limit says so above all, and nothing is dated', async () => {
    at('', (plan) => {
      const refusals = [{ severity: 'fault' as const, code: 'pot', text: 'More than the pot may be used at.' }];
      return with_({ refusals, schedule: null, operations: [] })(plan);
    });
    expect((await screen.findByRole('alert')).textContent).toContain('Not planned: More than the pot');
    expect(await screen.findByText(/Nothing is planned until/)).toBeTruthy();
    expect(screen.queryByText('first part')).toBeNull();
  });
});

describe('the stations', () => {
  it('say which wants a hand and which a look', async () => {
    at('');
    const stations = within(await screen.findByRole('navigation', { name: 'Stations of the plan' }));
    expect(stations.getByRole('link', { name: /^Pattern/ }).textContent).toContain('needs a hand');
    expect(stations.getByRole('link', { name: /^Order and life/ }).textContent).toContain('look');
    expect(stations.getByRole('link', { name: 'Mold' })).toBeTruthy();
  });

  it('have no pattern where none is needed, and an input leads to its own', async () => {
    at('change=order.packsKg', having({ pattern: null }));
    expect(await screen.findByLabelText('Kit size 1')).toBeTruthy();
    expect(screen.queryByRole('link', { name: /^Pattern/ })).toBeNull();
  });
});

describe('the work', () => {
  it('gives each operation its weights, its clock, its ticks and its caution', async () => {
    at('');
    const list = within(await screen.findByRole('region', { name: 'Operations' }));
    expect(list.getByText('Each shot')).toBeTruthy();
    const [, weigh, , pour] = list.getAllByRole('listitem');
    expect(weigh!.textContent).toMatch(/base2\u202f807g.*280\.7/);
    expect(pour!.textContent).toContain('ends within 4.6 min of mixing');
    expect(pour!.textContent).toContain('risers show resin');
    expect(list.getAllByRole('listitem')[0]!.textContent).toContain('△ Resin printing');
    expect(screen.getByRole('link', { name: 'Calendar' }).getAttribute('href')).toBe(`${PLAN}/traveller.ics`);
    expect(screen.getByText('2 for Sat 5 Dec')).toBeTruthy();
  });
});

describe('the pattern', () => {
  it('is not called safe, says what to do, and takes what was done', async () => {
    const asked = at('at=pattern');
    const alert = await screen.findByText('Not called safe.');
    expect(alert.parentElement!.textContent).toContain('Test dab');
    expect(screen.getByText('1.00452')).toBeTruthy();
    expect(screen.getByText(/a steel pin/)).toBeTruthy();
    fireEvent.click(screen.getByLabelText(/Test dab on it cured clean/));
    expect((await sent(asked)).pattern.dabPassed).toBe(true);
  });
});

describe('the mold', () => {
  it('is drawn to scale, weighed and timed, and its wall is the person’s to choose', async () => {
    const asked = at('at=mold');
    expect(await screen.findByRole('img', { name: /Mold box, inside 158 by 224 by 74 millimetres/ })).toBeTruthy();
    expect(screen.getByText('19 min to spare =')).toBeTruthy();
    fireEvent.change(screen.getByLabelText('Wall all round'), { target: { value: '28' } });
    expect((await sent(asked)).silicone.wallMm).toBe(28);
  });
});

describe('one shot', () => {
  it('with another resin forgets the last one’s data sheet', async () => {
    const asked = at('at=shot', (plan) => ({
      ...plan,
      plan: { ...plan.plan!, value: { ...choices, pour: { ...choices.pour, densityGPerCm3: 1.3, potLifeMin: 9 } } },
    }));
    fireEvent.mouseDown(await screen.findByLabelText('Resin'));
    fireEvent.click(await screen.findByRole('option', { name: 'cast urethane, slow' }));
    const { pour } = await sent(asked);
    expect([pour.materialId, pour.densityGPerCm3, pour.potLifeMin]).toEqual(['pu-slow', null, null]);
  });

  it('takes gate and risers as they are drawn', async () => {
    const asked = at('at=shot');
    fireEvent.click(await screen.findByRole('button', { name: /Take 2.3 cm³/ }));
    expect((await sent(asked)).pour.extraCm3PerPart).toBe(2.3);
  });
});

describe('filling and curing', () => {
  it('shows what pressure does to a bubble, and when full properties are there', async () => {
    at('at=cure');
    expect(await screen.findByRole('img', { name: /A bubble of 1 mm is 0.63 mm under 300 kilopascal/ })).toBeTruthy();
    expect(screen.getByText('Wed 16 Dec')).toBeTruthy();
    expect(screen.getByText('Within every stated limit of the equipment.')).toBeTruthy();
  });
});

describe('things cast in', () => {
  it('are added, named and taken out again', async () => {
    const asked = at('at=within');
    fireEvent.click(await screen.findByRole('button', { name: 'Add a thing' }));
    fireEvent.change(screen.getByLabelText('Name'), { target: { value: 'Antenna' } });
    expect((await sent(asked)).things.map((t) => t.name)).toEqual(['Antenna']);
    fireEvent.click(screen.getByRole('button', { name: 'Take it out' }));
    await waitFor(async () => expect((await sent(asked)).things).toEqual([]));
  });
});

describe('order and life', () => {
  it('shows the order’s shots against the life, with each factor', async () => {
    at('at=order');
    expect(
      await screen.findByRole('img', { name: 'This order takes 24 shots; one mold lasts 12 / 24 / 48' }),
    ).toBeTruthy();
    expect(screen.getByText('a fast resin runs hot')).toBeTruthy();
    expect(screen.getByText('2 molds will be worn out.')).toBeTruthy();
  });

  it('changes a kit’s size and leaves one out', async () => {
    const asked = at('at=order');
    fireEvent.change(await screen.findByLabelText('Kit size 2'), { target: { value: '' } });
    expect((await sent(asked)).order.packsKg).toEqual([1]);
    fireEvent.change(screen.getByLabelText('Kit size 1'), { target: { value: '2.5' } });
    await waitFor(async () => expect((await sent(asked)).order.packsKg).toEqual([2.5]));
  });
});

describe('a printed mold', () => {
  const printed = {
    kind: 'split',
    solidCm3: 583,
    printH: 48,
    price: { low: 320, likely: 800, high: 2200 },
    breakRatio: null,
    inhibition: null,
    messages: [
      {
        severity: 'warning',
        code: 'lock-draft',
        text: '20 % of the surface has less than 1° of draft.',
        concern: 'mesh',
      },
    ],
    working: [],
  } as unknown as NonNullable<typeof figures.printed>;
  const printedPlan = having({ silicone: null, pattern: null, printed });

  it('says what speaks against it, what it costs, and asks for its halves by their own figures', async () => {
    const asked = at('at=mold', printedPlan);
    expect(await screen.findByText(/less than 1° of draft/)).toBeTruthy();
    expect(screen.getByText(/^320 \/ 800 \/ 2/)).toBeTruthy();
    expect((screen.getByLabelText('Scale for shrink') as HTMLInputElement).value).toBe('');
    expect(screen.getByText('empty: 1.00452 for shrink')).toBeTruthy();
    fireEvent.change(screen.getByLabelText('Vents'), { target: { value: '' } });
    expect((await sent(asked)).split.ventMm).toBeNull();
  });

  it('that is a shell has a thickness and a rim in place of halves', async () => {
    at(
      'at=mold',
      having({ silicone: null, pattern: null, printed: { ...printed, kind: 'sacrificial', breakRatio: 0.4 } }),
    );
    expect(await screen.findByLabelText('Shell')).toBeTruthy();
    expect(screen.getByText('Shell against part, in bending')).toBeTruthy();
    expect(screen.queryByLabelText('Bolt holes')).toBeNull();
  });
});

it('a print is filled: hollow by its lattice, or pocket by pocket', async () => {
  const fill = {
    fillCm3: 12,
    massG: 13,
    printG: 20,
    partG: 33,
    bond: { substrate: 'acrylate', soft: 'pu', strength: 'fair', note: 'scuff and prime' },
    advice: [],
    working: [],
  } as unknown as NonNullable<typeof figures.filledPrint>;
  const asked = at('at=mold', having({ silicone: null, pattern: null, life: null, filledPrint: fill }));
  expect(await screen.findByRole('link', { name: 'The print' })).toBeTruthy();
  expect(await screen.findByText('fair')).toBeTruthy();
  expect(screen.getByLabelText('Lattice')).toBeTruthy();
  fireEvent.click(screen.getByLabelText('Interlocks drawn'));
  expect((await sent(asked)).filledPrint.interlocks).toBe(true);
});

it('a number the server refuses says why beside its field, and what was typed stays', async () => {
  vi.stubGlobal('fetch', async (input: Request) =>
    input.method === 'PUT'
      ? new Response(
          JSON.stringify({
            code: 'input.out-of-range',
            detail: 'A mold wall is neither a film nor a mattress.',
            field: 'pour.lossPct',
          }),
          { status: 422, headers: { 'content-type': 'application/problem+json' } },
        )
      : new Response(input.url.endsWith('/plan') ? JSON.stringify(whole) : '{}', {
          status: input.url.endsWith('/plan') ? 200 : 404,
          headers: { 'content-type': 'application/json' },
        }),
  );
  draw(<PlanPage />, '/projects/p1/plan?at=shot');
  const loss = await screen.findByLabelText('Left in the pot');
  fireEvent.change(loss, { target: { value: '44' } });
  await waitFor(() =>
    expect(screen.getAllByText('A mold wall is neither a film nor a mattress.').length).toBeGreaterThan(1),
  );
  expect((loss as HTMLInputElement).value).toBe('44');
});

it('without a poured route the page says what to do', async () => {
  serve({ [`GET ${PLAN}`]: { ...whole, plan: null, answer: null, route: null, notice: 'No route is chosen yet.' } });
  draw(<PlanPage />, '/projects/p1/plan');
  expect(await screen.findByText('No route is chosen yet.')).toBeTruthy();
  expect(screen.getByRole('link', { name: 'Choose a route' })).toBeTruthy();
});
