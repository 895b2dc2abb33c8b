// Redraws docs/screenshots from the demo data: node tests/e2e/screenshots.mjs [folder] [only these names …]
import { chromium as browserType } from '@playwright/test';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { chromium, root, startApplication } from './application.mjs';

const [folder = join(root, 'docs/screenshots'), ...only] = process.argv.slice(2);
const wide = { width: 1280, height: 800 };

const views = [
  { name: 'projects', path: () => '/' },
  { name: 'part', path: (id) => `/projects/${id('Gateway housing')}/part`, canvas: true },
  { name: 'brief', full: true, path: (id) => `/projects/${id('Gateway housing')}/brief?q=43` },
  { name: 'routes', full: true, path: (id) => `/projects/${id('Gateway housing')}/routes` },
  { name: 'plan', path: (id) => `/projects/${id('Scale foot')}/plan` },
  { name: 'plan-mold', full: true, canvas: true, path: (id) => `/projects/${id('Scale foot')}/plan?at=mold` },
  {
    name: 'plan-sheet',
    full: true,
    path: (id) => `/projects/${id('Feeder tray')}/plan?stretch=s1&at=sheet`,
    act: simulated,
  },
  { name: 'plan-tool', full: true, path: (id) => `/projects/${id('Gateway housing')}/plan?stretch=s3&at=tool` },
  {
    name: 'plan-filling',
    full: true,
    canvas: true,
    path: (id) => `/projects/${id('Gateway housing')}/plan?stretch=s3&at=filling`,
  },
  {
    name: 'plan-change',
    full: true,
    canvas: true,
    path: (id) => `/projects/${id('Gateway housing')}/plan?stretch=s3&at=beside`,
  },
  { name: 'log-inspection', canvas: true, path: (id) => `/projects/${id('Gateway housing')}/log?stretch=s2` },
  { name: 'mold', path: (id) => `/shelf/tool?project=${id('Gateway housing')}&plan=plan%2Fcast-silicone&number=2` },
  {
    name: 'pedigree',
    path: () => '/shelf?q=UA-2207 bubbles',
    act: (page) => page.getByRole('link', { name: 'Shot 14' }).click(),
  },
  { name: 'learned', full: true, path: () => '/shelf/learned' },
  { name: 'log-spent', full: true, path: (id) => `/projects/${id('Gateway housing')}/log?stretch=s2&view=spent` },
  {
    // Last, since it decides on a route the other pictures don't have.
    name: 'plan-halves',
    size: { width: 1280, height: 900 },
    before: (id, decide) => decide(id('Probe grommet'), 'cast-printed'),
    path: (id) => `/projects/${id('Probe grommet')}/plan?at=mold`,
    act: async (page) => {
      await page.getByRole('button', { name: 'Generate the halves' }).click();
      await page.getByRole('link', { name: 'Third piece as STL' }).waitFor();
      await page.locator('canvas').waitFor();
      await page.waitForTimeout(1500);
    },
  },
];

/** All ways and the gauge are known, and the sheet is drawn. */
async function simulated(page) {
  await page.getByText('Gauge that keeps it, however thin it comes').waitFor({ timeout: 120_000 });
  await page
    .getByRole('progressbar', { name: 'Progress of the simulation' })
    .waitFor({ state: 'hidden', timeout: 120_000 });
  await page.locator('canvas').waitFor();
  await page.waitForTimeout(2000);
}

/** A shot of the scale foot begun at the bench, brought to an operation. */
async function atBench(page, { id, send, tell }, operation) {
  const run = crypto.randomUUID();
  const piece = { repeats: 'eachShot', tool: 2, shot: 4 };
  const { sheet, state } = await send(`/api/projects/${id('Scale foot')}/bench/runs`, {
    id: run,
    piece,
    by: 'Maud Quill',
  });
  const acts = [];
  const act = (more) =>
    acts.push({ act: { id: crypto.randomUUID(), by: 'Maud Quill', corrects: null, ...more }, ageMs: 0 });
  const end = sheet.operations.findIndex((o) => o.id === operation);
  for (const [i, o] of sheet.operations.slice(0, end + 1).entries()) {
    for (const caution of state.operations[i].cautionsBefore) act({ kind: 'cautionRead', operation: o.id, caution });
    act({ kind: 'began', operation: o.id });
    if (i < end) act({ kind: 'finished', operation: o.id });
  }
  await send(`/api/runs/${run}/acts`, { acts });
  await page.evaluate(() => localStorage.setItem('stampo.bench.by', 'Maud Quill'));
  await page.goto(`${application.url}/projects/${id('Scale foot')}/bench?run=${run}`);
  await tell();
}

views.splice(
  -1,
  0,
  {
    name: 'bench-night',
    scheme: 'dark',
    path: (id) => `/projects/${id('Scale foot')}/bench`,
    act: async (page) => {
      await page.evaluate(() => localStorage.setItem('stampo.bench.by', 'Maud Quill'));
      await page.reload();
      await page.getByRole('table', { name: 'Runs' }).getByRole('link', { name: 'Shot 3, mold 1' }).click();
      await page.getByRole('timer').waitFor();
    },
  },
  { name: 'week', path: () => '/week', act: (page) => page.getByRole('group', { name: /^Lanes/ }).waitFor() },
  {
    name: 'bench-weighing',
    path: () => '/',
    act: async (page, app) => {
      await atBench(page, { ...app, tell: () => app.tell('scale', { do: 'pour', g: 119.5, gPerS: 200 }) }, 'weigh-1');
      await page.waitForTimeout(2500);
    },
  },
);

mkdirSync(folder, { recursive: true });
const application = await startApplication();
const browser = await browserType.launch(chromium);
try {
  const projects = await (await fetch(`${application.url}/api/projects`)).json();
  const id = (name) => projects.find((project) => project.name === name).id;
  const decide = (project, routeId) =>
    fetch(`${application.url}/api/projects/${project}/decisions`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ stretches: [{ routeId, quantity: 5 }], reason: 'A few to hold.', by: 'Ilka Brandvold' }),
    });
  const send = async (path, body) =>
    (
      await fetch(application.url + path, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      })
    ).json();
  const tell = (device, command) => send(`/api/devices/${device}/do`, command);
  for (const { name, path, size = wide, scheme = 'light', canvas, act, before, full = false } of views) {
    if (only.length > 0 && !only.includes(name)) continue;
    if (before) await before(id, decide);
    const page = await browser.newPage({ viewport: size, colorScheme: scheme });
    await page.goto(application.url + path(id), { waitUntil: 'networkidle' });
    // What is laid out only when scrolled to is laid out for a picture of the whole page.
    if (full) await page.addStyleTag({ content: '* { content-visibility: visible !important; }' });
    if (canvas) await page.locator('canvas').waitFor();
    if (act) await act(page, { id, send, tell });
    await page.waitForTimeout(canvas ? 1200 : 600);
    await page.screenshot({ path: join(folder, `${name}.png`), fullPage: full });
    await page.close();
  }
} finally {
  await browser.close();
  await application.stop();
  application.forget();
}
