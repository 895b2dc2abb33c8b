import { readFileSync } from 'node:fs';
import { expect, idOf, numberIn, saved, test } from './stampo';

test('a tool is looked at before it is cut, and gates are set by keys', async ({ page, application }) => {
  const plan = `/projects/${await idOf(application, 'Gateway housing')}/plan?stretch=s3`;
  await page.goto(`${plan}&at=tool`);
  await expect(page.getByRole('img', { name: /Tool of 228 by 192 by 213 millimetres, 1 cavity/ })).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save the tool drawing as SVG' }).click(),
  ]);
  expect(readFileSync(await download.path(), 'utf8')).toContain('Cut lengthwise');
  await page.getByRole('link', { name: 'Filling and gates' }).click();
  const ratio = () => numberIn(page.getByRole('main'), /farthest way\s*([\d.]+)/);
  const one = await ratio();
  await page.getByRole('button', { name: 'Add a gate' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Pick the place' })).toBeVisible();
  // The part is there to be picked once it is drawn.
  await expect(async () => {
    await page.getByRole('application').focus();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('button', { name: 'Move gate 2' })).toBeVisible({ timeout: 3000 });
  }).toPass();
  await expect.poll(ratio).toBeLessThan(one);
  await saved(page);
  await page.getByRole('button', { name: 'Back to where the ways are shortest' }).click();
  await expect(page.getByRole('button', { name: 'Move the gate', exact: true })).toBeVisible();
  await expect.poll(ratio).toBe(one);
  await page.getByRole('link', { name: 'Which tool, what a change costs' }).click();
  await page.getByRole('button', { name: 'Less plastic there' }).click();
  await expect(page.getByRole('note', { name: /metal goes on/ })).toContainText('an open face: about');
});

test('a run on the press is counted by number', async ({ page, application }) => {
  await page.goto(`/projects/${await idOf(application, 'Gateway housing')}/bench?stretch=s3`);
  const main = page.getByRole('main');
  await main.getByRole('button', { name: 'Maud Quill' }).click();
  await main.getByRole('button', { name: /^Begin run/ }).click();
  await expect(page).toHaveURL(/run=/);
  await page.getByRole('link', { name: 'Count and end' }).click();
  await main.getByLabel('Good').fill('3500');
  await main.getByLabel('Good').press('Enter');
  await main.getByRole('button', { name: 'scrap' }).click();
  await main.getByRole('group', { name: 'What is wrong with them' }).getByRole('button', { name: 'short' }).click();
  await main.getByLabel('scrap, short').fill('60');
  await main.getByLabel('scrap, short').press('Enter');
  await expect(main).toContainText(/Parts of this run: 3.?560 of about/);
  await main.getByRole('button', { name: /^End the run/ }).click();
  await expect(main.getByText('Ended.')).toBeVisible();
  await page.getByRole('link', { name: 'All runs of this part' }).click();
  await expect(main).toContainText(/3.?500 of 3.?600 good/);
});
