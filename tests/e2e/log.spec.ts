import type { Locator, Page } from '@playwright/test';
import { expect, idOf, pick, test } from './stampo';

/** Goes on by the tabulator until something has the focus. */
async function tabTo(page: Page, target: Locator) {
  for (let tabs = 0; tabs < 150; tabs++) {
    if (await target.evaluate((element) => element === document.activeElement)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error('No tabulator leads there.');
}

test('the log goes by keyboard alone, and by the key of a calliper', async ({ page, application }) => {
  const id = await idOf(application, 'Vent disc');
  await page.addInitScript(() => localStorage.setItem('stampo.bench.by', 'Sefa Rowntree-Adeyi'));
  await page.goto(`${application.url}/projects/${id}/log`);
  const entry = page.getByRole('form', { name: 'Enter a value' });
  const chart = (values: number) => page.getByRole('img', { name: new RegExp(`^Groove depth, .*: ${values} values`) });
  const first = page.getByRole('img', { name: /^Groove depth, .*: \d+ values/ });
  await expect(first).toBeVisible();
  const before = Number(/: (\d+) values/.exec((await first.getAttribute('aria-label'))!)![1]);
  await tabTo(page, entry.getByLabel('Shot'));
  await page.keyboard.type('91');
  await tabTo(page, entry.getByLabel('Value, mm'));
  await page.keyboard.type('0,2');
  await page.keyboard.press('Enter');
  await expect(chart(before + 1)).toBeVisible();

  // The next shot stands there already; the calliper's key enters what is between its jaws.
  const told = (command: object) =>
    fetch(`${application.url}/api/devices/calliper/do`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(command),
    });
  await told({ do: 'close', mm: 0.21 });
  await told({ do: 'key' });
  await expect(chart(before + 2)).toBeVisible();

  await tabTo(page, page.getByRole('link', { name: 'What it came to' }));
  await page.keyboard.press('Enter');
  await expect(page.getByText(/Nothing is decided yet/)).toBeVisible();
  await tabTo(page, page.getByRole('link', { name: 'Molds and search' }));
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/shelf$/);
});

test('from measured parts to a signed first article, to a defect and its cause, to the plan', async ({
  page,
  application,
}) => {
  const id = await idOf(application, 'Gateway housing');
  await page.addInitScript(() => localStorage.setItem('stampo.bench.by', 'Sefa Rowntree-Adeyi'));
  await page.goto(`${application.url}/projects/${id}/log?stretch=s2`);

  // What lies out of its limits is decided by name.
  const question = page.getByRole('region', { name: 'To be decided' });
  await expect(question).toContainText('Lid opening, length of shot 27, cavity 1: 112.23 mm, over 112.2');
  await question.getByLabel('Why').fill('The lid still closes');
  await question.getByRole('button', { name: 'Use it' }).click();
  await expect(question).toBeHidden();

  // A value in inches is asked about, one in mm is taken; it stands on the chart.
  const entry = page.getByRole('form', { name: 'Enter a value' });
  await entry.getByLabel('Shot').fill('30');
  await entry.getByLabel('Value, mm').fill('4.409');
  await entry.getByRole('button', { name: 'Enter' }).click();
  await expect(page.getByText(/looks like inches: 4.409 in is 111.98\d* mm/)).toBeVisible();
  await entry.getByLabel('Value, mm').fill('111.98');
  await entry.getByRole('button', { name: 'Enter' }).click();
  await pick(page, page.getByLabel('Made with'), 'all molds, strung together');
  await expect(page.getByRole('img', { name: /^Lid opening, length: 30 values/ })).toBeVisible();
  await pick(page, page.getByLabel('Made with'), 'mold 2');
  await expect(page.getByText(/It drifts by 0\.\d+ % in a hundred shots/)).toBeVisible();

  await page.getByRole('link', { name: 'First article' }).click();
  await page.getByLabel('What was seen').fill('As drawn, face clean');
  await page.getByRole('button', { name: 'Sign', exact: true }).click();
  await expect(page.getByText(/Version 1, signed by Sefa Rowntree-Adeyi/)).toContainText('As drawn, face clean');
  await page.getByRole('button', { name: 'As it was signed' }).click();
  await expect(page.getByRole('region', { name: 'Version 1' })).toContainText('Nothing stands otherwise now.');

  // What it came to, reason by reason; an invoice adds to it and is taken back.
  await page.getByRole('link', { name: 'What it came to' }).click();
  const cast = page.getByRole('region', { name: 'Urethane cast in silicone, 40 parts' });
  await expect(cast).toContainText('Good parts: stated 92 %');
  const said = await cast.textContent();
  await page.getByRole('button', { name: 'Enter an invoice' }).click();
  const form = page.getByRole('form', { name: 'An invoice' });
  await pick(page, form.getByLabel('For'), 'Urethane cast in silicone');
  await pick(page, form.getByLabel('What', { exact: true }), 'Something besides');
  await form.getByLabel('Supplier').fill('Ostwick Castings');
  await form.getByLabel('How many').fill('1');
  await form.getByLabel('Paid in all, €').fill('85');
  await form.getByRole('button', { name: 'Enter it' }).click();
  await expect(cast).toContainText('Bought besides');
  await expect(cast).toContainText('+85 €');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(cast).toHaveText(said!);

  await page.getByRole('link', { name: 'Defects' }).click();
  const bubbles = page.getByRole('region', { name: 'bubbles' });
  await expect(bubbles).toContainText('86 to 93 % of the pot life was gone when it was filled');
  await bubbles.getByRole('link', { name: /^In the plan: plan the minutes/ }).click();
  await expect(page).toHaveURL(/\/plan\?.*change=pour.steps.pourMinPerCavity/);
  await expect(page.getByLabel(/Pour, a cavity|Pour.*cavity/).first()).toBeVisible();
});

test('a mold says how long it lasts, its book is written, and a lot leads to its parts', async ({
  page,
  application,
}) => {
  await page.addInitScript(() => localStorage.setItem('stampo.bench.by', 'Oren Tisdale'));
  await page.goto(`${application.url}/shelf`);
  await page
    .getByRole('row')
    .filter({ hasText: 'Gateway housing' })
    .getByRole('link', { name: 'Mold 2, revision A' })
    .click();
  await expect(page.getByText(/Begin the next one by/)).toBeVisible();
  const write = page.getByRole('form', { name: 'Write into its book' });
  await pick(page, write.getByLabel('What'), 'Changed: a new revision');
  await write.getByLabel('In words').fill('Snap 0.2 mm deeper');
  await write.getByRole('button', { name: 'Write it' }).click();
  await expect(page.getByRole('heading', { name: 'Mold 2, revision B' })).toBeVisible();
  await page.getByRole('button', { name: 'Take back: Revision B: Snap 0.2 mm deeper' }).click();
  await expect(page.getByRole('heading', { name: 'Mold 2, revision A' })).toBeVisible();

  await page.keyboard.press('m');
  await page.getByLabel(/^Find a lot/).fill('UA-2207 bubbles');
  await expect(page.getByRole('status')).toHaveText('2 runs.');
  await page.getByRole('link', { name: 'Shot 14, mold 2' }).click();
  await expect(page.getByRole('table', { name: 'Lots' })).toContainText('SB-118');
  await expect(page.getByRole('table', { name: 'Parts' })).toContainText('scrap, bubbles');
});

test('a project is saved as an archive; where it is already, it comes in as a copy', async ({ page, application }) => {
  await page.goto(application.url);
  const saving = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Save Probe grommet as an archive' }).click();
  const saved = await saving;
  expect(saved.suggestedFilename()).toBe('Probe grommet rev A.zip');
  const taken = page.getByRole('region', { name: 'From another installation' });
  await taken.getByLabel('An archive', { exact: true }).setInputFiles(await saved.path());
  await expect(taken.getByText(/“Probe grommet” is here already/)).toBeVisible();
  await taken.getByRole('button', { name: /as a copy/ }).click();
  await taken.getByRole('link', { name: 'Probe grommet (copy)' }).click();
  await expect(page).toHaveURL(/\/part$/);
  await expect(page.getByText('Probe grommet (copy)').first()).toBeVisible();
});
