import type { Page } from '@playwright/test';
import { decided, expect, idOf, numberIn, test } from './stampo';

type Application = Parameters<typeof idOf>[0];

const tell = (application: Application, device: string, command: object) =>
  fetch(`${application.url}/api/devices/${device}/do`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(command),
  });

const main = (page: Page) => page.getByRole('main');
const goOn = (page: Page, name: RegExp) => main(page).getByRole('button', { name }).click();

/** Pours what the screen asks for onto the stand-in scale and takes it. */
async function weighed(page: Page, application: Application, what: string) {
  const ask = main(page).getByRole('group', { name: what, exact: true });
  const grams = await numberIn(ask, /: ([\d.]+) g/);
  await tell(application, 'scale', { do: 'clear' });
  await tell(application, 'scale', { do: 'pour', g: grams, gPerS: 500 });
  await expect(ask).toContainText('Enough: take it');
  await ask.getByRole('button', { name: /^Take \d/ }).click();
  await expect(ask).toHaveCount(0);
}

/** A whole shot of the plan as it stands, from the release to counted parts: whatever the screen asks for next. */
async function shot(page: Page, application: Application) {
  // The list of what may be begun may just be asked for anew.
  await expect(async () => {
    await main(page)
      .getByRole('button', { name: /^Begin shot/ })
      .click({ timeout: 2000 });
    await expect(page).toHaveURL(/run=/, { timeout: 3000 });
  }).toPass({ timeout: 20_000 });
  const heading = main(page).getByRole('heading', { level: 1 });
  const ticks = main(page).getByRole('button', { name: /^☐/ });
  const asked = (what: string) => main(page).getByRole('group', { name: what, exact: true });
  const goOn = main(page).locator('[data-key="g"]');
  await expect(heading).toBeVisible();
  const end = main(page).getByRole('button', { name: /^End the run/ });
  const early = main(page).getByRole('group', { name: 'Why end it early?' });
  for (let acts = 0; acts < 200; acts++) {
    await expect(ticks.or(goOn).or(end).or(early).first()).toBeVisible();
    if ((await end.count()) > 0) break;
    if ((await early.count()) > 0) await early.getByRole('button', { name: 'It was ready sooner' }).click();
    else if ((await ticks.count()) > 0)
      await ticks
        .first()
        .click({ timeout: 2000 })
        .catch(() => {});
    else if ((await asked('A').count()) > 0) await weighed(page, application, 'A');
    else if ((await asked('B').count()) > 0) await weighed(page, application, 'B');
    else if ((await asked('absolute pressure reached').count()) > 0)
      await typed(page, 'absolute pressure reached', '8');
    // The screen may have gone on by itself: what it asks for then is looked at anew.
    else await goOn.click({ timeout: 2000 }).catch(() => {});
  }
  const cavities = main(page).getByRole('group', { name: /^Cavity/ });
  const parts = await cavities.count();
  for (let i = 0; i < parts; i++) {
    await cavities
      .nth(i)
      .getByRole('button', { name: i === 1 ? 'scrap' : 'good' })
      .click();
    if (i === 1) await main(page).getByRole('button', { name: 'bubbles' }).click();
  }
  await end.click();
  await expect(main(page).getByText('Ended.')).toBeVisible();
  return parts;
}

/** What no device says is typed. */
async function typed(page: Page, what: string, value: string) {
  const ask = main(page).getByRole('group', { name: what, exact: true });
  await ask.getByRole('button', { name: 'Type it' }).click();
  await ask.getByRole('textbox').fill(value);
  await ask.getByRole('button', { name: 'Take what is typed' }).click();
  await expect(ask).toHaveCount(0);
}

test('from a decision to ten counted parts with the stand-ins', async ({ page, application }) => {
  test.setTimeout(120_000);
  const id = await idOf(application, 'Scale foot');
  await decided(application, id, ['cast-silicone', 200]);
  await page.goto(`/projects/${id}/bench`);
  await main(page).getByRole('button', { name: 'Maud Quill' }).click();
  // The demo's shot is curing in mold 1; the plan asks for another mold.
  await main(page)
    .getByRole('button', { name: /^Begin mold 2/ })
    .click();
  await page.getByRole('link', { name: 'Count and end' }).click();
  await goOn(page, /^End the run/);
  await expect(main(page).getByText('Ended.')).toBeVisible();
  await page.getByRole('link', { name: 'All runs of this part' }).click();
  const before = await numberIn(main(page), /(\d+) of 200 good/);
  let parts = 0;
  for (let shots = 0; parts < 10; shots++) {
    if (shots > 0) await page.getByRole('link', { name: 'All runs of this part' }).click();
    parts += await shot(page, application);
  }
  await page.getByRole('link', { name: 'All runs of this part' }).click();
  await expect(main(page)).toContainText(new RegExp(`${before + parts - Math.ceil(parts / 8)} of 200 good`));
});

test('two pages on one run show the same; what is done while cut off comes after', async ({
  page,
  browser,
  application,
}) => {
  const bench = `${application.url}/projects/${await idOf(application, 'Gateway housing')}/bench?stretch=s2`;
  const other = await (await browser.newContext()).newPage();
  for (const [at, who] of [
    [page, 'Jorun Castellane'],
    [other, 'Maud Quill'],
  ] as const) {
    await at.goto(bench);
    await main(at).getByRole('button', { name: who }).click();
    await main(at).getByRole('link', { name: 'Shot 30, mold 3', exact: true }).click();
    await expect(main(at).getByRole('heading', { level: 1 })).toContainText('Cure');
  }
  const acts = (at: Page) => numberIn(main(at), /Log: (\d+) acts/);
  const before = await acts(other);
  await main(page).getByRole('button', { name: 'Not as planned' }).click();
  await main(page).getByRole('button', { name: 'Late', exact: true }).click();
  await expect.poll(() => acts(other)).toBe(before + 1);

  await page.context().setOffline(true);
  await main(page).getByRole('button', { name: 'Note', exact: true }).click();
  await main(page).getByRole('textbox', { name: 'Note' }).fill('lamp over the pot went out');
  await page.keyboard.press('Enter');
  await expect(main(page).getByText('Cut off from the server: 1 kept here and sent in order')).toBeVisible();
  expect(await acts(other)).toBe(before + 1);
  await page.context().setOffline(false);
  await expect(main(page).getByText('All on disk', { exact: true })).toBeVisible({ timeout: 15_000 });
  await expect.poll(() => acts(other)).toBe(before + 2);

  // The clock on both is the one of the acts, also on a page that was loaded anew.
  await page.reload();
  const left = async (at: Page) => {
    const [h, m, s] = (await main(at).getByRole('timer').locator('span').first().innerText()).split(':').map(Number);
    return 3600 * h! + 60 * m! + s!;
  };
  expect(Math.abs((await left(page)) - (await left(other)))).toBeLessThanOrEqual(2);
  await other.context().close();
});

/** As whoever comes by the address of another machine: over plain HTTP, where a browser keeps some of its tools back. */
test('under a name that is no secure context a wait is begun once under a held key, and ended early with its reason', async ({
  page,
  application,
}) => {
  const id = await idOf(application, 'Probe grommet');
  const { port } = new URL(application.url);
  await page.goto(`http://bench.stampo.test:${port}/projects/${id}/bench`);
  expect(await page.evaluate(() => window.isSecureContext)).toBe(false);
  await main(page).getByRole('button', { name: 'Oren Tisdale' }).click();
  await main(page)
    .getByRole('button', { name: /^Begin mold/ })
    .first()
    .click();
  await expect(page).toHaveURL(/run=/);
  await main(page)
    .getByRole('link', { name: /^Wash, dry, post-cure/ })
    .click();
  const ticks = main(page).getByRole('button', { name: /^☐ Read/ });
  await expect(ticks.or(main(page).locator('[data-key="g"]')).first()).toBeVisible();
  while ((await ticks.count()) > 0) await ticks.first().click();
  const g = main(page).locator('[data-key="g"]');
  await expect(g).toHaveText(/^Begin/);
  // Held for a second, by its letter and by Enter on the button: begun once, not begun, left and ended.
  await g.focus();
  for (const key of ['g', 'Enter']) {
    await page.keyboard.down(key);
    for (let i = 0; i < 20; i++) await page.keyboard.down(key);
    await page.keyboard.up(key);
  }
  await expect(main(page).getByText(/Log: \d+ acts/)).toBeVisible();
  const run = new URL(page.url()).searchParams.get('run');
  const kept = async () =>
    (await (await fetch(`${application.url}/api/runs/${run}`)).json()) as {
      log: { act: { kind: string; reason?: string } }[];
      state: { remarks: { what: string; text: string; missingMin: number }[] };
    };
  await expect
    .poll(async () => (await kept()).log.filter(({ act }) => act.kind !== 'cautionRead').map(({ act }) => act.kind))
    .toEqual(['began', 'left']);
  await main(page).getByRole('button', { name: 'End it early' }).click();
  await main(page).getByRole('textbox', { name: 'Another reason' }).fill('the printer was wanted');
  await page.keyboard.press('Enter');
  await expect
    .poll(async () => (await kept()).log.some(({ act }) => act.reason === 'the printer was wanted'))
    .toBe(true);
  await page.getByRole('link', { name: 'Count and end' }).click();
  await expect(main(page).getByRole('region', { name: 'Not as planned' })).toContainText('the printer was wanted');
});
