import AxeBuilder from '@axe-core/playwright';
import { expect, idOf, test } from './stampo';

const views = [
  ['projects', () => '/'],
  ['part', (id: string) => `/projects/${id}/part`],
  ['part with a map', (id: string) => `/projects/${id}/part?look=ball&cut=y:0.5&at=hole-1`],
  ['show side', (id: string) => `/projects/${id}/part?look=show`],
  ['brief', (id: string) => `/projects/${id}/brief`],
  ['hardness by trying', (id: string) => `/projects/${id}/ladder`],
  ['library', () => '/library'],
  ['materials', () => '/library?shelf=materials'],
  ['memo', (id: string) => `/projects/${id}/memo?q=43`],
  ['routes', (id: string) => `/projects/${id}/routes?q=43`],
  ['working', (id: string) => `/projects/${id}/routes?q=43&route=cast-silicone&working=sets`],
  ['plan', (id: string) => `/projects/${id}/plan`],
  ['pattern', (id: string) => `/projects/${id}/plan?at=pattern`],
  ['mold', (id: string) => `/projects/${id}/plan?at=mold`],
  ['one shot', (id: string) => `/projects/${id}/plan?at=shot`],
  ['fill and cure', (id: string) => `/projects/${id}/plan?at=cure`],
  ['cast in', (id: string) => `/projects/${id}/plan?at=within`],
  ['order and life', (id: string) => `/projects/${id}/plan?at=order`],
  ['traveller', (id: string) => `/projects/${id}/traveller`],
  ['bench', (id: string) => `/projects/${id}/bench`],
] as const;

/** The views with colours of their own; the others are drawn from these. */
const byNight = ['part with a map', 'brief', 'routes', 'working', 'mold', 'one shot', 'traveller', 'library'];

for (const colorScheme of ['light', 'dark'] as const)
  for (const [name, path] of views.filter(([view]) => colorScheme === 'light' || byNight.includes(view)))
    test(`${name} is accessible by ${colorScheme === 'light' ? 'day' : 'night'}`, async ({ page, application }) => {
      await page.emulateMedia({ colorScheme });
      await page.goto(path(await idOf(application, 'Gateway housing')), { waitUntil: 'networkidle' });
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      // What a screen is built of is the same by night: only its colours are looked at again.
      const axe = new AxeBuilder({ page });
      if (colorScheme === 'dark') axe.withRules(['color-contrast']);
      const { violations } = await axe.analyze();
      expect(
        violations.map((v) => `${v.id} (${v.impact}): ${v.nodes.map((n) => n.html.slice(0, 160)).join(' | ')}`),
      ).toEqual([]);
    });

test('nothing scrolls sideways on a narrow screen', async ({ page, application }) => {
  await page.setViewportSize({ width: 420, height: 900 });
  for (const [, path] of views) {
    await page.goto(path(await idOf(application, 'Gateway housing')), { waitUntil: 'networkidle' });
    expect(
      await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth),
    ).toBeLessThanOrEqual(0);
  }
});
