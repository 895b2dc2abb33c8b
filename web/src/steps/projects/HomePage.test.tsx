import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { expect, test } from 'vitest';
import type { ProjectSummary } from '../../app/api/types';
import { count } from '../../shared/format';
import { draw, serve } from '../../testing/served';
import { HomePage } from './HomePage';

const none = { part: false, brief: false, routes: false, plan: false, bench: false, log: false };

const project = (name: string, more: Partial<ProjectSummary> = {}): ProjectSummary => ({
  id: name.toLowerCase().replace(' ', '-'),
  name,
  revision: 'A',
  touchedUtc: '2030-01-03T09:00:00Z',
  removedUtc: null,
  meshHash: null,
  bboxMm: [48, 48, 30],
  volumeCm3: 38.7,
  fault: null,
  demand: 1800,
  decidedRoute: null,
  done: { ...none, part: true },
  ...more,
});

const foot = project('Scale foot', {
  decidedRoute: 'Urethane cast in silicone',
  done: { ...none, part: true, routes: true },
});
const prism = project('Sensor prism', { fault: '1 shell of 2 is inside out', demand: 0, volumeCm3: null, done: none });
const shelf = project('Old bracket', { removedUtc: '2030-01-02T09:00:00Z', bboxMm: null, volumeCm3: null, done: none });

/** A server with these projects that finds by name, keeps apart what is put away, and moves them. */
function withProjects(...projects: ProjectSummary[]) {
  const moves = Object.fromEntries(
    projects.map((p) => [
      `PATCH /api/projects/${p.id}`,
      ({ body }: { body: unknown }) => {
        const { removed } = body as { removed: boolean };
        p.removedUtc = removed ? '2030-01-04T09:00:00Z' : null;
        return p;
      },
    ]),
  );
  return serve({
    'GET /api/limits': { maxUploadBytes: 150e6 },
    'GET /api/projects': ({ query }: { query: URLSearchParams }) =>
      projects.filter(
        (p) =>
          (p.removedUtc !== null) === (query.get('away') === 'true') &&
          p.name.toLowerCase().includes((query.get('search') ?? '').toLowerCase()),
      ),
    'POST /api/projects': ({ body }: { body: unknown }) => project((body as { name: string }).name),
    ...moves,
  });
}

const listed = () => screen.queryAllByRole('listitem').map((row) => within(row).getAllByRole('link')[0]!.textContent);
const row = (name: string) => screen.getByText(name).closest('li')!;

test('each project says what it is, how far it has come and what wants a hand; its link goes to the step that is open', async () => {
  const asked = withProjects({ ...foot }, { ...prism });
  draw(<HomePage />, '/');
  await screen.findByText('Scale foot');
  expect(listed()).toEqual(['Scale foot', 'Sensor prism']);
  expect(row('Scale foot').textContent).toContain(`48 × 48 × 30 mm · 38.7 cm³ · ${count(1800)} wanted`);
  expect(row('Scale foot').textContent).toContain('Urethane cast in silicone');
  expect(within(row('Scale foot')).getByRole('img').getAttribute('aria-label')).toBe('Done: Part, Routes');
  expect(screen.getByRole('link', { name: 'Scale foot' }).getAttribute('href')).toBe('/projects/scale-foot/brief');
  expect(row('Sensor prism').textContent).toContain('Needs a hand: 1 shell of 2 is inside out');
  expect(row('Sensor prism').textContent).not.toContain('wanted');
  expect(within(row('Sensor prism')).getByRole('img').getAttribute('aria-label')).toBe('Done: nothing yet');
  expect(asked.filter((a) => a.path === '/api/projects')).toHaveLength(1);
});

test('what is typed finds, stays in the address, and says when nothing is called so', async () => {
  const asked = withProjects({ ...foot }, { ...prism });
  draw(<HomePage />, '/');
  await screen.findByText('Scale foot');
  const find = screen.getByRole('searchbox', { name: 'Find a project' });
  fireEvent.change(find, { target: { value: 'prism ' } });
  await waitFor(() => expect(listed()).toEqual(['Sensor prism']));
  expect(screen.getByTestId('address').textContent).toBe('?find=prism+');
  expect(asked.at(-1)!.query.get('search')).toBe('prism');
  fireEvent.change(find, { target: { value: 'gasket' } });
  await screen.findByText('No project is called “gasket”.');
  fireEvent.change(find, { target: { value: '' } });
  await waitFor(() => expect(listed()).toEqual(['Scale foot', 'Sensor prism']));
  expect(screen.getByTestId('address').textContent).toBe('');
});

test('an address that finds is followed from the start', async () => {
  const asked = withProjects({ ...foot }, { ...prism });
  draw(<HomePage />, '/?find=foot');
  await waitFor(() => expect(listed()).toEqual(['Scale foot']));
  expect(asked.filter((a) => a.path === '/api/projects').map((a) => a.query.get('search'))).toEqual(['foot']);
});

test('a project is put away, brought back at once, or later from what was put away', async () => {
  withProjects({ ...foot }, { ...shelf });
  draw(<HomePage />, '/');
  fireEvent.click(await screen.findByRole('button', { name: 'Put Scale foot away' }));
  await screen.findByText('Nothing here yet.', { exact: false });
  await screen.findByText('Scale foot is put away.');
  fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
  await waitFor(() => expect(listed()).toEqual(['Scale foot']));

  fireEvent.click(screen.getByRole('button', { name: 'What was put away' }));
  await screen.findByRole('heading', { name: 'Put away' });
  await waitFor(() => expect(listed()).toEqual(['Old bracket']));
  expect(row('Old bracket').textContent).toContain('no part yet');
  fireEvent.click(screen.getByRole('button', { name: 'Bring Old bracket back' }));
  await screen.findByText('Nothing is put away.');
  fireEvent.click(screen.getByRole('button', { name: 'Back to the projects' }));
  await waitFor(() => expect(listed()).toEqual(['Scale foot', 'Old bracket']));
});

test('a project without a mesh begins with its name and nothing less', async () => {
  const asked = withProjects();
  draw(<HomePage />, '/');
  const start = screen.getByRole<HTMLButtonElement>('button', { name: 'Start without a mesh' });
  const name = screen.getByRole('textbox', { name: 'Name (else the file’s)' });
  expect(start.disabled).toBe(true);
  fireEvent.change(name, { target: { value: '   ' } });
  expect(start.disabled).toBe(true);
  fireEvent.change(name, { target: { value: ' Door stop ' } });
  fireEvent.click(start);
  await waitFor(() =>
    expect(asked.find((a) => a.method === 'POST')?.body).toEqual({ name: 'Door stop', revision: null }),
  );
});

test('a list that can’t be read says so', async () => {
  serve({ 'GET /api/limits': { maxUploadBytes: 150e6 } });
  draw(<HomePage />, '/');
  await screen.findByText('There is nothing here.');
});
