import { expect, idOf, newProject, pick, saved, test } from './stampo';

const routes = async (application: Parameters<typeof idOf>[0], name: string, q: number) =>
  `/projects/${await idOf(application, name)}/routes?q=${q}`;

test('the grommet ends in rubber by way of printed-mold trials', async ({ page, application }) => {
  await page.goto(await routes(application, 'Probe grommet', 60));
  const answer = page.getByRole('region', { name: 'The answer for all 18\u202f060' });
  const stretches = answer.getByRole('list', { name: 'Stretches' }).getByRole('listitem');
  await expect(stretches.first()).toContainText(/printed (inserts|mold)/);
  await expect(stretches.last()).toContainText('rubber');
});

test('the housing is printed, cast in silicone, then molded in aluminium, each with its date', async ({
  page,
  application,
}) => {
  await page.goto(await routes(application, 'Gateway housing', 43));
  const stretches = page.getByRole('list', { name: 'Stretches' }).getByRole('listitem');
  await expect(stretches).toHaveCount(3);
  await expect(stretches.nth(0)).toContainText(/Order by \d+ \w+ \d{4}: printed parts/);
  await expect(stretches.nth(1)).toContainText(/Order by \d+ \w+ \d{4}: urethane cast.*silicone/);
  await expect(stretches.nth(2)).toContainText(/Order by \d+ \w+ \d{4}: injection, aluminium tool/);
  const decide = page.getByRole('complementary').filter({ hasText: 'Record the decision' });
  await expect(decide.getByRole('group', { name: /^Stretch/ })).toHaveCount(3);
  await page.getByLabel('Reason').fill('As advised.');
  await page.getByLabel('Decided by').fill('Ilka Brandvold');
  await page.getByRole('button', { name: 'Record the decision' }).click();
  await expect(decide.getByText('As advised.')).toBeVisible();
  for (const [i, plan] of [/printed parts/, /urethane cast in silicone/, /injection, aluminium tool/].entries()) {
    await decide.getByRole('link', { name: 'its plan' }).nth(i).click();
    await expect(page.getByRole('heading', { name: plan })).toBeVisible();
    await expect(page.getByRole('navigation', { name: 'Stretches of the decision' }).getByRole('link')).toHaveCount(3);
    await page.goBack();
  }
});

test('the grip’s series is molded; what one route throughout would cost, late or in time, stands beside it', async ({
  page,
  application,
}) => {
  await page.goto(await routes(application, 'Frame grip', 12000));
  const answer = page.getByRole('region', { name: /^The answer for all 36/ });
  await expect(answer.getByRole('list', { name: 'Stretches' }).getByRole('listitem').last()).toContainText(
    'injection, aluminium tool',
  );
  const throughout = page.getByRole('region', { name: 'With one route throughout' });
  await expect(throughout).toContainText(/Injection, aluminium tool for all .* working days late/);
  // In time there is only what costs many times as much: it does not head the page.
  await expect(throughout).toContainText('In time, one route alone would cost over five times as much.');
});

test('a quote that beats the estimate changes the answer when it counts; one that has ended can’t', async ({
  page,
  application,
}) => {
  await page.goto(`${await routes(application, 'Gateway housing', 3600)}&route=inject-aluminium`);
  const last = page.getByRole('list', { name: 'Stretches' }).getByRole('listitem').last();
  const price = last.getByRole('button', { name: /working of/ });
  const before = await price.textContent();
  const quotes = page.getByRole('table', { name: 'Quotes beside the estimate' });
  await expect(quotes.getByRole('row').filter({ hasText: 'Ostwick Castings' })).toContainText(
    /Ended .*; ask for it anew/,
  );
  await expect(page.getByRole('checkbox', { name: /Ostwick Castings/ })).toBeDisabled();
  await page.getByRole('checkbox', { name: "Kestrelmere Tooling's quote counts" }).click();
  await expect(price).not.toHaveText(before!);
  await expect(page.getByRole('region', { name: /^The answer/ })).toContainText(
    /Kestrelmere Tooling's quote ends .* before this is ordered/,
  );
  await price.click();
  await expect(page.getByRole('complementary', { name: 'Working' })).toContainText('making');
  const request = page.waitForEvent('download');
  await page.goto(`${await routes(application, 'Gateway housing', 3600)}&route=inject-aluminium`);
  await page.getByRole('link', { name: /^Ask for a quote/ }).click();
  expect((await request).suggestedFilename()).toBe('quote-request.zip');
});

test('a supplier is asked over the desk, asks back, and the quote lands beside the estimate', async ({
  page,
  application,
}) => {
  await page.goto(`${await routes(application, 'Gateway housing', 3600)}&route=inject-steel-pre`);
  const suppliers = page.getByRole('group', { name: 'Suppliers' });
  await suppliers.getByRole('button', { name: 'Ask Kestrelmere Tooling' }).click();
  await expect(suppliers).toContainText('no answer yet');
  const answer = suppliers.getByLabel('Answer to Kestrelmere Tooling');
  await expect(answer).toBeVisible({ timeout: 20_000 });
  await answer.fill('The lid snaps, by calliper');
  await answer.press('Enter');
  const quote = page.getByRole('table', { name: 'Quotes beside the estimate' }).getByRole('row').last();
  await expect(quote).toContainText('Quoted for: The lid snaps, by calliper', { timeout: 20_000 });
  await expect(quote.getByRole('checkbox')).not.toBeChecked();
});

test('the tray is formed and the roof is laid up between molds', async ({ page, application }) => {
  await page.goto(await routes(application, 'Feeder tray', 300));
  await expect(page.getByRole('region', { name: /^The answer/ })).toContainText(/Sheet formed/);
  await page.goto(await routes(application, 'Weather roof', 40));
  await expect(page.getByRole('region', { name: /^The answer/ })).toContainText('Laminate pressed between molds');
  await page
    .getByRole('button', { name: 'Laid up by hand, open mold: show in full' })
    .click({ position: { x: 120, y: 12 } });
  const open = page.getByRole('listitem').filter({ hasText: 'Laid up by hand, open mold' });
  await expect(open).toContainText('Only the side on the tool is finished');
});

test('the grip’s soft part bonds to PP, and not to POM', async ({ page, application }) => {
  const id = await idOf(application, 'Frame grip');
  await page.goto(`/projects/${id}/routes?q=12000&route=inject-aluminium`);
  await expect(page.getByText(/TPE 60A on PP bonds well/).first()).toBeVisible();
  await page.getByRole('link', { name: /^Brief/ }).click();
  await pick(page, page.getByLabel('Series parts of'), 'POM');
  await saved(page);
  await page.getByRole('link', { name: /^Routes/ }).click();
  await page
    .getByRole('button', { name: 'Injection, aluminium tool: show in full' })
    .click({ position: { x: 120, y: 12 } });
  const lane = page
    .getByRole('list', { name: /^Routes/ })
    .getByRole('listitem')
    .filter({ hasText: 'Injection, aluminium tool' })
    .first();
  await expect(lane).toContainText('TPE 60A on POM does not bond');
  await expect(lane).toContainText('Out');
});

test('a must that rules everything out gives the least bad and what to relax', async ({ page, application }) => {
  const id = await newProject(application, 'Too hot');
  await page.goto(`/projects/${id}/brief`);
  await page.getByRole('button', { name: 'Look samples' }).click();
  await expect(page.getByRole('group', { name: 'Row 1' }).getByLabel('Quantity')).toHaveValue('5');
  await pick(page, page.getByRole('group', { name: 'Row 1' }).getByLabel('For'), 'sale');
  await page.getByRole('button', { name: 'Set a target: service temperature' }).click();
  await page.getByLabel('Holds in service').fill('390');
  await page.getByRole('group', { name: 'Service temperature' }).getByRole('button', { name: 'must' }).click();
  await saved(page);
  await page.getByRole('link', { name: /^Routes/ }).click();
  const answer = page.getByRole('region', { name: /^Every route misses a must/ });
  await expect(answer).toContainText('390 °C is asked');
  await expect(answer.getByText(/^To relax: /).first()).toContainText('Make it a want');
});

test('a what-if is said loudly and goes with one click', async ({ page, application }) => {
  await page.goto(
    `${await routes(application, 'Vent disc', 40)}&route=print&working=${encodeURIComponent('Batch/Printer time of a platform')}`,
  );
  const price = page.getByRole('button', { name: 'Printed parts: working of the price each' });
  const before = await price.textContent();
  const working = page.getByRole('complementary', { name: 'Working' });
  await working.getByRole('button', { name: 'What if Printer time were otherwise' }).click();
  await page.getByLabel('Printer time', { exact: true }).fill('200');
  await page.getByRole('button', { name: 'See', exact: true }).click();
  await expect(page.getByText(/Printer time: 200/)).toBeVisible();
  await expect(price).not.toHaveText(before!);
  await page.getByRole('button', { name: 'Back to what is' }).click();
  await expect(price).toHaveText(before!);
  await expect(page.getByText('Back to what is')).toBeHidden();
});

test('demand is moved on its time line by key, and a decision says what has changed since', async ({
  page,
  application,
}) => {
  const id = await newProject(application, 'Timeline');
  await page.goto(`/projects/${id}/brief`);
  await page.getByRole('button', { name: 'Field trial' }).click();
  const pin = page.getByRole('button', { name: /^Row 2: 40 for function/ });
  await expect(pin).toBeVisible();
  await saved(page);
  await page.getByRole('link', { name: /^Routes/ }).click();
  await page.getByLabel('Reason').fill('Before the change.');
  await page.getByLabel('Decided by').fill('Sefa Rowntree-Adeyi');
  await page.getByRole('button', { name: 'Record the decision' }).click();
  await expect(page.getByRole('heading', { name: 'Decided' })).toBeVisible();
  await page.getByRole('link', { name: /^Brief/ }).click();
  await pin.focus();
  await page.keyboard.press('ArrowUp');
  await expect(page.getByRole('group', { name: 'Row 2' }).getByLabel('Quantity')).toHaveValue('50');
  await saved(page);
  await page.getByRole('link', { name: /^Routes/ }).click();
  await page.getByRole('button', { name: 'Open it as it was' }).click();
  await expect(page.getByText(/demand 2, quantity: 40 → 50/)).toBeVisible();
});

test('a hardness found by trying becomes the brief’s', async ({ page, application }) => {
  const id = await newProject(application, 'By feel');
  await page.goto(`/projects/${id}/ladder`);
  await expect(page.getByText('They follow from what it must do.')).toBeVisible();
  await page.getByRole('button', { name: 'A tab' }).click();
  for (const [name, value] of [
    ['Load', '0.2'],
    ['Sags at most', '10'],
    ['Length', '25'],
    ['Width', '10'],
    ['Thickness', '3.2'],
  ])
    await page.getByLabel(name!, { exact: true }).fill(value!);
  await expect(page.getByText(/which is about/)).toBeVisible();
  await page.getByLabel('Felt at 60A').fill('sags a little, feels right');
  await page.getByLabel('Why the one you choose').fill('Holds the tab, still folds by hand.');
  await page.getByRole('button', { name: 'Choose 60A' }).click();
  await expect(page.getByText(/60A is the brief’s hardness since/)).toBeVisible();
  await saved(page);
  await page.getByRole('link', { name: 'Back to the brief' }).click();
  await expect(page.getByRole('textbox', { name: 'Hardness', exact: true })).toHaveValue('60');
  await expect(page.getByText(/Holds the tab, still folds by hand/)).toBeVisible();
});

test('a rate of the shop’s own is kept, seen beside what ships, and goes back', async ({ page }) => {
  await page.goto('/library?find=Squaring+the+blocks');
  const row = page.getByRole('listitem').first();
  await row.getByRole('button', { name: /^Change/ }).click();
  await row.getByLabel('Likely').fill('12');
  await row.getByRole('button', { name: 'Keep as the shop’s' }).click();
  await expect(row).toContainText('Shipped: likely 10');
  await row.getByRole('button', { name: 'Back to shipped' }).click();
  await expect(row).not.toContainText('Shipped:');
  await page.goto('/library?shelf=materials&find=POM');
  await expect(page.getByRole('listitem').first()).toContainText('tensile 64 MPa');
});

test('the memo stands on one page and two quantities side by side', async ({ page, application }) => {
  await page.goto(`${await routes(application, 'Gateway housing', 43)}&with=4000`);
  await expect(
    page.getByRole('region', { name: /^Side by side/ }).getByRole('columnheader', { name: /^each of 4\s000/ }),
  ).toBeVisible();
  const drawing = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save the sequence drawing as PNG' }).click();
  expect((await drawing).suggestedFilename()).toBe('sequence.png');
  await page.getByRole('link', { name: 'Memo' }).click();
  await expect(page.getByRole('heading', { name: /^Route memo: Gateway housing/ })).toBeVisible();
  const pdf = page.waitForEvent('download');
  await page.getByRole('link', { name: 'PDF' }).click();
  expect((await pdf).suggestedFilename()).toBe('route-memo.pdf');
});
