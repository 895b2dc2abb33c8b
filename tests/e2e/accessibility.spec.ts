import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { decided, expect, idOf, newProject, test } from './stampo';

const views: readonly (readonly [name: string, path: (id: string) => string])[] = [
  ['projects', () => '/'],
  ['part', (id) => `/projects/${id}/part?look=ball&cut=y:0.5&at=hole-1`],
  ['brief', (id) => `/projects/${id}/brief`],
  ['hardness by trying', (id) => `/projects/${id}/ladder`],
  ['library', () => '/library'],
  ['memo', (id) => `/projects/${id}/memo?q=43`],
  ['routes', (id) => `/projects/${id}/routes?q=43`],
  ['plan', (id) => `/projects/${id}/plan`],
  ['mold', (id) => `/projects/${id}/plan?at=mold`],
  ['fill and cure', (id) => `/projects/${id}/plan?at=cure`],
  ['traveller', (id) => `/projects/${id}/traveller`],
  ['bench', (id) => `/projects/${id}/bench?stretch=s2`],
  ['a cure at the bench', (id) => `/projects/${id}/bench?run=${run}`],
  ['week', () => '/week'],
  ['people', () => '/shop'],
  ['devices', () => '/shop?room=devices'],
  ['inspection', (id) => `/projects/${id}/log?stretch=s2`],
  ['defects', (id) => `/projects/${id}/log?stretch=s2&view=defects`],
  ['first article', (id) => `/projects/${id}/log?stretch=s2&view=article&shot=6`],
  ['what it came to', (id) => `/projects/${id}/log?view=spent`],
  ['molds', () => '/shelf'],
  ['learned', () => '/shelf/learned'],
  ['the tool', (id) => `/projects/${id}/plan?stretch=s3&at=tool`],
  ['filling', (id) => `/projects/${id}/plan?stretch=s3&at=filling`],
  ['which tool', (id) => `/projects/${id}/plan?stretch=s3&at=beside`],
  ['a mold', (id) => `/shelf/tool?project=${id}&plan=plan%2Fcast-silicone&number=2`],
  ['pedigree', () => `/shelf/pedigree/${run}`],
];

/** Of a project with a printed and a machined stretch. */
const ofStretches: typeof views = [
  ['the build', (id) => `/projects/${id}/plan?stretch=s1&at=build`],
  ['block', (id) => `/projects/${id}/plan?stretch=s2&at=stock`],
];

/** Of a project with a formed stretch. */
const ofSheet: typeof views = [
  ['a sheet', (id) => `/projects/${id}/plan?stretch=s1&at=sheet`],
  ['molds for sheet', (id) => `/projects/${id}/plan?stretch=s1&at=mold`],
];

/** Text takes its colours from the theme, whose pairs are tested; these show colours of their own as well. */
const withColours = [
  'projects',
  'part',
  'routes',
  'memo',
  'mold',
  'bench',
  'a cure at the bench',
  'week',
  'inspection',
  'a sheet',
  'the tool',
];

/** One page goes through them all, each loaded once: seen by day, by night and narrow. */
let page: Page;
let demo: string, stretches: string, tray: string, run: string;

test.beforeAll(async ({ browser, application }) => {
  page = await (await browser.newContext({ baseURL: application.url, reducedMotion: 'reduce' })).newPage();
  demo = await idOf(application, 'Gateway housing');
  tray = await idOf(application, 'Feeder tray');
  stretches = await newProject(application, 'In two ways');
  await decided(application, stretches, ['print', 6], ['machine', 20]);
  const open = (await (await fetch(`${application.url}/api/runs`)).json()) as {
    runs: { id: string; projectId: string }[];
  };
  run = open.runs.find((r) => r.projectId === demo)!.id;
  await page.addInitScript(() => localStorage.setItem('stampo.bench.by', 'Maud Quill'));
});

test.afterAll(() => page.context().close());

/** What a screen is built of is the same by night: only its colours are looked at again. Of a long table's like rows the first ones stand for all. */
async function violations(rules?: string[]) {
  const axe = new AxeBuilder({ page })
    .exclude('tbody tr:nth-child(n+6)')
    .setLegacyMode()
    .options({ resultTypes: ['violations'] });
  const { violations: found } = await (rules ? axe.withRules(rules) : axe).analyze();
  return found.map((v) => `${v.id} (${v.impact}): ${v.nodes.map((n) => n.html.slice(0, 160)).join(' | ')}`);
}

/** What makes the page wider than the screen, outermost first. */
function sticksOut(): string[] {
  const { scrollWidth, clientWidth } = document.documentElement;
  if (scrollWidth <= clientWidth) return [];
  const wide = [...document.body.querySelectorAll('*')].filter((e) => e.getBoundingClientRect().right > clientWidth);
  return [
    `${scrollWidth} px on ${clientWidth}`,
    ...wide
      .slice(0, 40)
      .map((e) => `${e.tagName} ${Math.round(e.getBoundingClientRect().right)} ${e.outerHTML.slice(0, 120)}`),
  ];
}

for (const [name, path, of] of [
  ...views.map(([name, path]) => [name, path, () => demo] as const),
  ...ofStretches.map(([name, path]) => [name, path, () => stretches] as const),
  ...ofSheet.map(([name, path]) => [name, path, () => tray] as const),
])
  test(`${name} is accessible by day and by night and fits a narrow screen`, async ({ application }) => {
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.emulateMedia({ colorScheme: 'light' });
    const id = of();
    // While a sheet is simulated the page asks how far it is.
    await page.goto(path(id), { waitUntil: id === tray ? 'load' : 'networkidle' });
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    if (id === tray) await expect(page.getByRole('heading', { name: 'Worked out from' })).toBeVisible();
    expect(await violations()).toEqual([]);
    if (withColours.includes(name)) {
      await page.emulateMedia({ colorScheme: 'dark' });
      expect(await violations(['color-contrast'])).toEqual([]);
    }
    await page.setViewportSize({ width: 420, height: 900 });
    // A browser with its hands full may keep the wide screen's styles on the narrow one: what sticks out does so when it is loaded narrow.
    if ((await page.evaluate(sticksOut)).length > 0) await page.reload();
    await expect.poll(() => page.evaluate(sticksOut)).toEqual([]);
    // The other tests need the processors more than this sheet does.
    if (id === tray) await fetch(`${application.url}/api/projects/${id}/plan/sheet?stretch=s1`, { method: 'DELETE' });
  });
