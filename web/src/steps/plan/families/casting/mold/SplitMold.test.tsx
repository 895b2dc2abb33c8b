import { fireEvent, screen, waitFor } from '@testing-library/react';
import { expect, it, vi } from 'vitest';
import { draw, serve } from '../../../../../testing/served';
import type { StoredPart } from '../../../../../app/api/types';
import SplitMold from './SplitMold';

vi.mock('./PlaceScene', () => ({
  default: ({ at }: { at: { pointMm: number[] } }) => <div>held at {at.pointMm.join(' ')}</div>,
}));
vi.mock('./SplitScene', () => ({ SplitScene: ({ open }: { open: number }) => <div>halves {open} apart</div> }));

const part = { hash: 'h', unit: 'mm' } as StoredPart;
const SPLIT = '/api/projects/p1/plan/split';
const work = (phase: string, more = {}) => ({
  work: { phase, doing: '', share: 0, problem: null, ...more },
  figures: null,
  reports: [],
});
const made = {
  work: { phase: 'done', doing: '', share: 1, problem: null },
  figures: {
    blockMm: [214.8, 62.1, 52.1],
    pull: [0, 0, 1],
    partingMm: 14.1,
    stepsMm: [],
    partCm3: 107.7,
    cavityCm3: 107.71,
    differencePct: 0.009,
    lowerCm3: 292,
    upperCm3: 290,
    shutOffMm: 0,
    filledMm3: 0,
    third: { cm3: 12, pull: [1, 0, 0] },
    triangles: [4700, 5022, 420],
    vents: [],
    pour: null,
    messages: [{ severity: 'note', code: 'layers', text: 'Layers copy.', concern: 'mesh' }],
  },
  reports: [{ triangles: 4700 }, { triangles: 5022 }, { triangles: 420 }],
};

it('is generated on request, followed, and handed out with its figures', async () => {
  const states = [work('running', { doing: 'The lower half', share: 0.4 }), made];
  const asked = serve({
    [`GET ${SPLIT}`]: () => (asked.some((a) => a.method === 'POST') ? (states.shift() ?? made) : work('none')),
    [`POST ${SPLIT}`]: work('waiting'),
  });
  draw(<SplitMold projectId="p1" part={part} version={1} blocks={2} />);
  expect(await screen.findByText(/print it 2 times/)).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Generate the halves' }));
  expect(await screen.findByText(/The lower half/)).toBeTruthy();
  expect(await screen.findByText('halves 1 apart', {}, { timeout: 5000 })).toBeTruthy();
  expect(screen.getByText(/107.7 cm³, the parts? 107.7 cm³/).textContent).toContain('all read back closed');
  expect(screen.getByRole('link', { name: 'Upper half as 3MF' }).getAttribute('href')).toBe(`${SPLIT}/upper/3mf`);
  expect(screen.getByRole('link', { name: 'Third piece as STL' }).getAttribute('href')).toBe(`${SPLIT}/third/stl`);
  expect(screen.getByText(/Layers copy/)).toBeTruthy();
});

it('is stopped, and says why it can’t be made', async () => {
  let state: object = work('running', { doing: 'Looking along the pull', share: 0.1 });
  serve({
    [`GET ${SPLIT}`]: () => state,
    [`DELETE ${SPLIT}`]: () =>
      (state = work('failed', {
        problem: 'Two halves can’t be drawn off.',
        at: { pointMm: [1, 2, 3], from: [1, 0, 0], radiusMm: 4 },
      })),
  });
  draw(<SplitMold projectId="p1" part={part} version={1} blocks={1} />);
  expect(await screen.findByRole('progressbar')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Stop' }));
  await waitFor(() => expect(screen.getByText('Two halves can’t be drawn off.')).toBeTruthy());
  expect(await screen.findByText('held at 1 2 3')).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Generate the halves' })).toBeTruthy();
});
