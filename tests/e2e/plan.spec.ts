import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { decided, expect, idOf, pick, saved, test } from './stampo';

type Application = Parameters<typeof idOf>[0];

const planOf = async (application: Application, name: string, at = '') =>
  `/projects/${await idOf(application, name)}/plan${at && `?at=${at}`}`;

const figure = (page: Page, label: string) => page.getByRole('button', { name: `${label}: show the working` });

test('the mold follows its patterns and its wall, and every figure opens', async ({ page, application }) => {
  await page.goto(await planOf(application, 'Gateway housing', 'mold'));
  const mass = async () => Number((await figure(page, 'To mix, with loss').textContent())!.replace(/[^0-9]/g, ''));
  const before = await mass();
  await page.getByLabel('Wall all round').fill('1.25 in');
  await page.getByLabel('Wall all round').blur();
  await expect.poll(mass).toBeGreaterThan(before * 1.2);
  await expect(page.getByRole('img', { name: /Mold box, inside .* wall 31\.8 millimetres/ })).toBeVisible();
  await figure(page, 'Silicone in it').click();
  const working = page.getByRole('complementary', { name: 'Working' });
  await expect(working).toContainText('Inside of the box − patterns × part − gates − runner');
  await expect(async () => {
    await page.keyboard.press('Escape');
    await expect(working).toBeHidden({ timeout: 1000 });
  }).toPass();
  await saved(page);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(mass).toBe(before);
});

test('turned by keyboard, the part wants other risers; the drawing is saved as SVG', async ({ page, application }) => {
  await page.goto(await planOf(application, 'Gateway housing', 'mold'));
  const attitude = page.getByRole('region', { name: 'Casting attitude' });
  await expect(attitude).toContainText('Air would stay in one place');
  await attitude.getByRole('button', { name: '+z up' }).focus();
  await page.keyboard.press('Enter');
  await expect(attitude).toContainText(/Air would stay in [2-9] places/);
  await attitude.getByRole('button', { name: 'As proposed' }).click();
  await expect(attitude).toContainText('Air would stay in one place');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save the mold-box drawing as SVG' }).click(),
  ]);
  const svg = readFileSync(await download.path(), 'utf8');
  expect(svg).toContain('From above');
  expect(svg.match(/<path/g)!.length).toBeGreaterThan(3);
});

test('a pot is not planned beyond its plate, and what to change is said', async ({ page, application }) => {
  await page.goto(`/projects/${await idOf(application, 'Scale foot')}/brief`);
  await page.getByRole('button', { name: 'Choose from the shop' }).click();
  await page.getByRole('button', { name: 'Change equipment in house' }).click();
  await pick(page, page.getByRole('group', { name: 'Pressure pot' }).getByRole('combobox'), 'none of the shop’s');
  await page.getByRole('group', { name: 'Pressure pot' }).getByLabel('Plate, gauge').fill('300');
  await saved(page);
  await page.goto(await planOf(application, 'Scale foot', 'cure'));
  await expect(page.getByRole('alert').filter({ hasText: 'Not planned' })).toContainText(
    'less a tenth as margin is 270 kPa',
  );
  await page.getByRole('link', { name: /^The work/ }).click();
  await expect(page.getByText('Nothing is planned until the limit above is kept.')).toBeVisible();
  await page.getByRole('link', { name: /^Fill and cure/ }).click();
  await page.getByLabel('Pressure on the parts').fill('250');
  await expect(page.getByRole('alert').filter({ hasText: 'Not planned' })).toHaveCount(0);
  await page.getByRole('link', { name: /^The work/ }).click();
  await expect(page.getByRole('region', { name: 'Operations' })).toContainText('Cure at 23 °C under 250 kPa');
});

test('the halves of a printed mold are generated, looked at and taken', async ({ page, application }) => {
  await decided(application, await idOf(application, 'Vent disc'), ['cast-printed', 30]);
  await page.goto(await planOf(application, 'Vent disc', 'mold'));
  await page.getByRole('button', { name: 'Generate the halves' }).click();
  const lower = page.getByRole('link', { name: 'Lower half as STL' });
  await expect(lower).toBeVisible({ timeout: 60_000 });
  await expect(page.getByText(/all read back closed/)).toBeVisible();
  await expect(page.getByRole('application', { name: /two halves/ }).locator('canvas')).toBeVisible();
  const [download] = await Promise.all([page.waitForEvent('download'), lower.click()]);
  expect(download.suggestedFilename()).toBe('vent-disc-lower.stl');
  expect(readFileSync(await download.path()).readUInt32LE(80)).toBeGreaterThan(500);
});

test('halves that lock get a third piece, or are refused with the place where none is wanted', async ({
  page,
  application,
}) => {
  await page.goto(await planOf(application, 'Probe grommet', 'mold'));
  await page.getByRole('button', { name: 'Generate the halves' }).click();
  await expect(page.getByRole('link', { name: 'Third piece as STL' })).toBeVisible({ timeout: 60_000 });
  await page.getByRole('checkbox', { name: /Third piece may/ }).uncheck();
  await page.getByRole('button', { name: 'Generate the halves' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Two halves can' })).toContainText(
    /around x .* y .* z .* mm/,
    { timeout: 60_000 },
  );
});

test('a thing cast in is held, limits the cure and saves resin', async ({ page, application }) => {
  await page.goto(await planOf(application, 'Gateway housing', 'within'));
  await page.getByRole('button', { name: 'Add a thing' }).click();
  await page.getByLabel('Name').fill('Radio board');
  await page.getByLabel('Volume of each').fill('6');
  await page.getByLabel('Mass of each').fill('5');
  await page.getByLabel('Stands').first().fill('30');
  const board = page.getByRole('region', { name: 'Radio board' });
  await expect(board).toContainText('it floats');
  await expect(board).toContainText('Radio board stands 30 °C');
  await page.getByRole('link', { name: /^The work/ }).click();
  await expect(page.getByRole('region', { name: 'Operations' })).toContainText(
    'Radio board held down by pegs from above',
  );
});

test('the work goes onto paper, into a table and a calendar', async ({ page, application }) => {
  await page.goto(await planOf(application, 'Scale foot'));
  await expect(page.getByRole('region', { name: 'When it happens' })).toBeVisible();
  for (const [name, ending] of [
    ['PDF', 'pdf'],
    ['CSV', 'csv'],
    ['Calendar', 'ics'],
  ] as const) {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name, exact: true }).click(),
    ]);
    expect(download.suggestedFilename()).toBe(`traveller.${ending}`);
    expect(readFileSync(await download.path()).length).toBeGreaterThan(1000);
  }
  await page.getByRole('link', { name: 'Traveller' }).click();
  await expect(page.getByRole('heading', { name: 'Traveller: Scale foot, rev B' })).toBeVisible();
  // Two lots: no more than the scale weighs.
  const lots = page.getByRole('row').filter({ hasText: 'Weigh the silicone' });
  await expect(lots).toContainText([/base \d+ g/, /base \d+ g/]);
});

test('a printed and a machined stretch are planned each in its own way, and a print may be filled instead', async ({
  page,
  application,
}) => {
  const id = await idOf(application, 'Gateway housing');
  await decided(application, id, ['print', 6], ['machine', 20]);
  await page.goto(`/projects/${id}/plan?stretch=s1`);
  await page.getByRole('link', { name: 'Which side up' }).click();
  const planned = page.getByRole('row').filter({ hasText: 'planned' });
  const before = await planned.textContent();
  await page.getByRole('button', { name: 'Take it' }).last().click();
  await expect.poll(() => planned.textContent()).not.toBe(before);
  await saved(page);
  await page.getByRole('button', { name: 'filled with resin' }).click();
  await expect(page.getByRole('link', { name: /^The print/ })).toBeVisible();
  await page.getByRole('button', { name: 'as it is printed' }).click();
  await expect(page.getByRole('link', { name: 'Which side up' })).toBeVisible();

  await page
    .getByRole('navigation', { name: 'Stretches of the decision' })
    .getByRole('link', { name: /^MC 20/ })
    .click();
  await page.getByRole('link', { name: /^Clampings and reach/ }).click();
  await page.getByLabel('Smallest cutter').fill('6');
  await page.getByLabel('Smallest cutter').blur();
  await expect(page.getByText(/Inner corners along the cutter stay 3 mm round/)).toBeVisible();
  await page.getByRole('button', { name: /^Show where: Walls stand/ }).click();
  await expect(page).toHaveURL(/part\?place=[-0-9.,]+$/);
  await expect(page.getByRole('heading', { level: 1, name: 'Part' })).toBeVisible();
  await page.goBack();
  await page.getByRole('link', { name: 'The work' }).click();
  await page.getByRole('link', { name: 'Traveller', exact: true }).click();
  await expect(page.getByText(/to the spindle/).first()).toBeVisible();
});

test('a sheet is formed before one’s eyes, and a gauge too thin is seen before it is bought', async ({
  page,
  application,
}) => {
  test.setTimeout(120_000);
  const tray = await idOf(application, 'Feeder tray');
  // Another test of this application may have stopped it.
  await page.request.post(`/api/projects/${tray}/plan/sheet?stretch=s1`);
  await page.goto(`/projects/${tray}/plan?stretch=s1&at=sheet`);
  const thinnest = page.getByRole('button', { name: /^Go to the thinnest, / });
  await expect(thinnest).toBeVisible({ timeout: 60_000 });
  const stroke = page.getByRole('slider', { name: 'Watch it form' });
  await stroke.focus();
  for (let step = 0; step < 5; step++) await page.keyboard.press('ArrowLeft');
  await expect(page.getByText(/^[0-9]+ % of the stroke$/)).toBeVisible();
  await thinnest.click();
  await expect(page.getByText('Formed', { exact: true })).toBeVisible();

  const gauge = page.getByRole('textbox', { name: 'Gauge' });
  await gauge.fill('2');
  await gauge.blur();
  // The first look says it already; the fine sheet goes on behind.
  await expect(page.getByRole('list', { name: 'Findings' })).toContainText('1.2 mm are needed.', { timeout: 60_000 });
  await saved(page);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(gauge).toHaveValue('3');

  await page.getByRole('link', { name: /^Mold(?!s)/ }).click();
  await page
    .getByRole('row', { name: /^Resin cast/ })
    .getByRole('button', { name: 'Take it' })
    .click();
  await expect(page.getByRole('row', { name: /^Resin cast/ })).toContainText('planned');
  await saved(page);
  await page.getByRole('link', { name: 'The work' }).click();
  await expect(page.getByText(/Make the mold: resin cast in a machined negative/).first()).toBeVisible();
  await page.request.delete(`/api/projects/${tray}/plan/sheet?stretch=s1`);
});
