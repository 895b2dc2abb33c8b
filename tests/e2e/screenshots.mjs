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
  {
    name: 'part-fault',
    path: (id) => `/projects/${id('Sensor prism')}/part`,
    canvas: true,
    size: { width: 1280, height: 900 },
    act: async (page) => {
      await page.getByRole('checkbox').check();
      await page.getByRole('button', { name: 'See what it changes' }).click();
      await page.getByRole('table').waitFor();
    },
  },
  { name: 'part-wall', path: (id) => `/projects/${id('Gateway housing')}/part?look=ball`, canvas: true },
  { name: 'brief', full: true, path: (id) => `/projects/${id('Gateway housing')}/brief?q=43` },
  { name: 'ladder', path: (id) => `/projects/${id('Probe grommet')}/ladder` },
  { name: 'library', path: () => '/library?shelf=materials' },
  { name: 'memo', full: true, path: (id) => `/projects/${id('Gateway housing')}/memo?q=43` },
  { name: 'routes', full: true, path: (id) => `/projects/${id('Gateway housing')}/routes` },
  {
    name: 'quote',
    path: (id) => `/projects/${id('Gateway housing')}/routes?route=inject-aluminium`,
    act: (page) => page.getByRole('table', { name: 'Quotes beside the estimate' }).scrollIntoViewIfNeeded(),
  },
  { name: 'working', path: (id) => `/projects/${id('Gateway housing')}/routes?q=43&route=cast-silicone&working=sets` },
  { name: 'plan', path: (id) => `/projects/${id('Scale foot')}/plan` },
  { name: 'plan-mold', full: true, canvas: true, path: (id) => `/projects/${id('Scale foot')}/plan?at=mold` },
  { name: 'plan-night', canvas: true, path: (id) => `/projects/${id('Gateway housing')}/plan?at=mold`, scheme: 'dark' },
  { name: 'plan-printing', path: (id) => `/projects/${id('Gateway housing')}/plan?stretch=s1&at=orientation` },
  { name: 'traveller', full: true, path: (id) => `/projects/${id('Gateway housing')}/traveller` },
  {
    name: 'routes-narrow',
    path: (id) => `/projects/${id('Scale foot')}/routes?q=40`,
    size: { width: 420, height: 900 },
  },
  {
    name: 'plan-machining',
    before: (id, decide) => decide(id('Frame grip'), 'machine'),
    path: (id) => `/projects/${id('Frame grip')}/plan?at=reach`,
  },
  {
    // Last, since it decides on a route the other pictures don't have.
    name: 'plan-halves',
    size: { width: 1280, height: 900 },
    before: (id, decide) => decide(id('Frame grip'), 'cast-printed'),
    path: (id) => `/projects/${id('Frame grip')}/plan?at=mold`,
    act: async (page) => {
      await page.getByRole('button', { name: 'Generate the halves' }).click();
      await page.getByRole('link', { name: 'lower half as STL' }).waitFor();
      await page.locator('canvas').waitFor();
      await page.waitForTimeout(1500);
    },
  },
];

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
  for (const { name, path, size = wide, scheme = 'light', canvas, act, before, full = false } of views) {
    if (only.length > 0 && !only.includes(name)) continue;
    if (before) await before(id, decide);
    const page = await browser.newPage({ viewport: size, colorScheme: scheme });
    await page.goto(application.url + path(id), { waitUntil: 'networkidle' });
    // What is laid out only when scrolled to is laid out for a picture of the whole page.
    if (full) await page.addStyleTag({ content: '* { content-visibility: visible !important; }' });
    if (canvas) await page.locator('canvas').waitFor();
    if (act) await act(page);
    await page.waitForTimeout(canvas ? 1200 : 600);
    await page.screenshot({ path: join(folder, `${name}.png`), fullPage: full });
    await page.close();
  }
} finally {
  await browser.close();
  await application.stop();
  application.forget();
}
