import { fireEvent, screen, waitFor } from '@testing-library/react';
import { FormProvider, useForm } from 'react-hook-form';
import { expect, test } from 'vitest';
import type { Brief, PartChange, ShapeFigures } from '../../app/api/types';
import { type Asked, draw, serve } from '../../testing/served';
import { SeenOnModel } from './SeenOnModel';
import { found } from './seen';

const figures = {
  undercuts: [{ depthMm: 0.8 }, { depthMm: 2, throughHoleMm: 4 }],
  blindHoles: [{ diameterMm: 2, depthMm: 9 }],
  wallMm: { p1: 0.4, median: 2.1 },
  marks: { count: 5, heightMm: 0.3, raised: true, place: null },
} as unknown as ShapeFigures;

const declared: PartChange['declared'] = {
  shape: null,
  undercut: null,
  nominalWallMm: null,
  thinnestWallMm: null,
  slenderHoles: null,
  agreed: [],
  size: null,
};

function Rows() {
  const form = useForm<Brief>({ defaultValues: { lettering: false } as Brief });
  return (
    <FormProvider {...form}>
      <SeenOnModel />
    </FormProvider>
  );
}

test('what the mesh shows is told in words, and what it can’t show is told too', () => {
  expect(found.undercut(figures).says).toBe('1 place, 0.8 mm deep at most; 1 hole through, across the pull');
  expect(found.slenderHoles({ ...figures, blindHoles: [] }).none).toBe(true);
  expect(found.lettering(figures).says).toBe('5 marks raised 0.3 mm on a flat face');
  expect(found.lettering({ ...figures, marks: null }).says).toContain('not looked for');
});

test('each is taken as seen, put right or refused, and goes to the part', async () => {
  const saved: PartChange['declared'][] = [];
  const part = () => ({
    version: saved.length + 1,
    canUndo: false,
    canRedo: false,
    value: { unit: 'mm', pull: null, declared: saved.at(-1) ?? declared },
  });
  serve({
    'GET /api/projects/p1/part/study': { phase: 'done', figures },
    'GET /api/projects/p1/part': part,
    'PUT /api/projects/p1/part': ({ body }: Asked) => {
      saved.push((body as { value: PartChange }).value.declared);
      return part();
    },
  });
  draw(<Rows />);
  fireEvent.click(await screen.findByRole('button', { name: 'Take undercuts as seen' }));
  fireEvent.click(screen.getByRole('button', { name: 'Say otherwise about slender holes' }));
  fireEvent.click(screen.getByRole('button', { name: 'Drilled afterwards' }));
  fireEvent.click(screen.getByRole('button', { name: 'Say otherwise about walls' }));
  fireEvent.change(screen.getByLabelText('Thinnest wall'), { target: { value: '1.2' } });
  await waitFor(() =>
    expect(saved.at(-1)).toMatchObject({ agreed: ['undercut'], undercut: null, slenderHoles: 0, thinnestWallMm: 1.2 }),
  );
  fireEvent.click(screen.getByRole('button', { name: 'Ask again about slender holes' }));
  await waitFor(() => expect(saved.at(-1)).toMatchObject({ slenderHoles: null, thinnestWallMm: 1.2 }));
});
