import { writeFileSync } from 'node:fs';
import { expect, idOf, mesh, newProject, saved, test } from './stampo';

test('from a file to the grams in the cups', async ({ page }) => {
  await page.goto('/');
  await page.getByLabel('Name (else the file’s)').fill('Trial box');
  await page.getByLabel('Choose a mesh').setInputFiles(mesh('gateway-housing.stl'));
  await expect(page.getByRole('heading', { name: 'Part' })).toBeVisible();
  await expect(page.getByText('48.89')).toBeVisible();
  await expect(page.getByText('Closed, one solid, all faces outward')).toBeVisible();
  await expect(page.locator('canvas')).toBeVisible();
  await page.getByLabel('Thinnest wall').fill('0.05 in');
  await page.getByLabel('Thinnest wall').blur();
  await expect(page.getByLabel('Thinnest wall')).toHaveValue('1.27');

  await page.getByRole('link', { name: /^Brief/ }).click();
  await page.getByRole('button', { name: 'Add a row' }).click();
  await page.getByRole('group', { name: 'Row 1' }).getByLabel('Quantity').fill('60');
  await page.getByRole('button', { name: 'Set a target: service temperature' }).click();
  await page.getByLabel('Holds in service').fill('150 °F');
  await page.getByLabel('Holds in service').blur();
  await expect(page.getByLabel('Holds in service')).toHaveValue('65.5556');
  await page.getByRole('group', { name: 'Service temperature' }).getByRole('button', { name: 'must' }).click();
  await saved(page);

  await page.getByRole('link', { name: /^Routes/ }).click();
  await expect(page.getByRole('heading', { name: 'Routes for 60 parts' })).toBeVisible();
  await page
    .getByRole('button', { name: /Urethane cast in silicone: (shown|show) in full/ })
    .click({ position: { x: 120, y: 12 } });
  await page.getByRole('button', { name: 'Decide on it' }).click();
  await page.getByLabel('Reason').fill('Dozens within two weeks; the lid is not settled.');
  await page.getByLabel('Decided by').fill('Oren Tisdale');
  await page.getByRole('button', { name: 'Record the decision' }).click();
  await page.getByRole('link', { name: 'its plan' }).click();

  await expect(page.getByRole('heading', { name: 'Plan: urethane cast in silicone' })).toBeVisible();
  await page.getByRole('link', { name: /^One shot/ }).click();
  const grams = async (cup: string) => parseFloat((await page.getByTestId(`cup-${cup}`).first().textContent())!);
  const [a, b] = [await grams('A'), await grams('B')];
  expect(a).toBeGreaterThan(20);
  expect(Math.abs(a / b / (100 / 80) - 1)).toBeLessThan(0.005);

  await page.getByLabel('Parts in this pour').fill('1');
  await expect.poll(() => grams('A')).toBeLessThan(a);
  await page
    .getByRole('button', { name: /^Cup A/ })
    .first()
    .click();
  await expect(page.getByRole('complementary', { name: 'Working' })).toContainText(
    '(Mass + Stays in cups and funnel) × Share of A',
  );
});

test('the ruler changes the cheapest route', async ({ page, application }) => {
  await page.goto(`/projects/${await idOf(application, 'Gateway housing')}/routes`);
  const first = page
    .getByRole('list', { name: /Routes/ })
    .getByRole('listitem')
    .first();
  const marker = page.getByRole('slider', { name: 'Quantity marker' });
  await marker.focus();
  await page.keyboard.press('Home');
  await expect(page.getByRole('heading', { name: 'Routes for 1 part' })).toBeVisible();
  await expect(first).toContainText('Printed parts');
  await page.keyboard.press('PageUp');
  await expect(page.getByRole('heading', { name: 'Routes for 10 parts' })).toBeVisible();
  await page.keyboard.press('PageUp');
  await expect(first).toContainText('Urethane cast in silicone');
  await page.keyboard.press('End');
  await expect(first).toContainText('Injection');
  const rail = (await marker.boundingBox())!;
  await page.mouse.click(rail.x + 1, rail.y + 30);
  await expect(first).toContainText('Printed parts');
  await page.getByLabel('Quantity', { exact: true }).fill('40');
  await page.getByLabel('Quantity', { exact: true }).press('Enter');
  await expect(page).toHaveURL(/q=40/);
  await expect(first).toContainText('Urethane cast in silicone');
});

test('every price opens to its working and the address links to it', async ({ page, application }) => {
  await page.goto(`/projects/${await idOf(application, 'Frame grip')}/routes?q=40`);
  await page.getByRole('button', { name: 'Injection, aluminium tool: working of the price each' }).click();
  const working = page.getByRole('complementary', { name: 'Working' });
  await expect(working).toContainText('Price each in 10, 50, 90 of 100 draws');
  await working.getByRole('button', { name: /^Each tool set/ }).click();
  await expect(working).toContainText('Σ of the rows below');
  await page.reload();
  await expect(working).toContainText('Σ of the rows below');
  await page.keyboard.press('Escape');
  await expect(working).toBeHidden();
});

test('undo and redo', async ({ page, application }) => {
  await page.goto(`/projects/${await newProject(application, 'Undo')}/brief`);
  await page.getByRole('button', { name: 'Add a row' }).click();
  await saved(page);
  const quantity = page.getByRole('group', { name: 'Row 1' }).getByLabel('Quantity');
  await quantity.fill('77');
  await expect(page.getByText('77 in all')).toBeVisible();
  await saved(page);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(quantity).toHaveValue('3');
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(quantity).toHaveValue('77');
  await page.getByRole('heading', { name: 'Brief' }).click();
  await page.keyboard.press('Control+z');
  await expect(quantity).toHaveValue('3');
});

test('a reload in the middle of typing loses nothing', async ({ page, application }) => {
  await page.goto(`/projects/${await newProject(application, 'Reload')}/brief`);
  await page.getByRole('button', { name: 'Add a row' }).click();
  await page.getByRole('group', { name: 'Row 1' }).getByLabel('Quantity').fill('123');
  await page.reload();
  await expect(page.getByRole('group', { name: 'Row 1' }).getByLabel('Quantity')).toHaveValue('123');
});

test('two windows on one brief: the second save is told, and both can be kept', async ({
  page,
  context,
  application,
}) => {
  const address = `/projects/${await newProject(application, 'Two windows')}/brief`;
  await page.goto(address);
  const other = await context.newPage();
  await other.goto(application.url + address);
  await other.getByRole('button', { name: 'Change molded in and on' }).click();
  await other.getByLabel('Molded-in inserts').fill('4');
  await saved(other);
  await page.getByRole('button', { name: 'Change money and dates' }).click();
  await page.getByLabel('Tooling budget').fill('900');
  const panel = page.getByRole('alertdialog');
  await expect(panel).toContainText('changed in another window');
  await panel.getByRole('radio', { name: 'theirs: 4' }).check();
  await panel.getByRole('button', { name: 'Keep these' }).click();
  await saved(page);
  await page.reload();
  await expect(page.getByText('Molded in and on: 4 inserts')).toBeVisible();
  await expect(page.getByText('Money and dates: tooling up to 900 €')).toBeVisible();
});

test('a file that can’t be read leaves the part as it was', async ({ page, application }, info) => {
  await page.goto(`/projects/${await newProject(application, 'Bad file')}/part`);
  const text = info.outputPath('letter.stl');
  writeFileSync(text, 'Dear supplier, this is not a mesh.');
  await page.getByLabel('Choose another mesh').setInputFiles(text);
  await expect(page.getByRole('alert')).toContainText('no mesh that is read here');
  await expect(page.getByText('vent-disc.stl')).toBeVisible();

  const huge = info.outputPath('huge.stl');
  writeFileSync(huge, Buffer.alloc(200_000_000));
  await page.getByLabel('Choose another mesh').setInputFiles(huge);
  await expect(page.getByRole('alert')).toContainText('the limit is 150 MB');
  await expect(page.getByText('vent-disc.stl')).toBeVisible();
});

test('a number out of range says which range, and the last good one stays saved', async ({ page, application }) => {
  await page.goto(`/projects/${await idOf(application, 'Scale foot')}/plan?at=shot`);
  const density = page.getByRole('textbox', { name: 'Density of the mix' });
  await density.fill('24.8');
  await expect(page.getByRole('alert')).toContainText('1.116 g/cm³');
  await density.fill('24.8 in3/lb');
  await density.blur();
  await expect(density).toHaveValue('1.11613');
  await saved(page);
  await expect(page.getByRole('alert')).toBeHidden();
});

test('a project put away comes back', async ({ page, application }) => {
  await newProject(application, 'Short-lived');
  await page.goto('/');
  await page.getByRole('button', { name: 'Put Short-lived away' }).click();
  await expect(page.getByRole('link', { name: 'Short-lived', exact: true })).toBeHidden();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByRole('link', { name: 'Short-lived', exact: true })).toBeVisible();
});

test('what was put away long ago is found and brought back', async ({ page, application }) => {
  const id = await newProject(application, 'Needed after all');
  await fetch(`${application.url}/api/projects/${id}`, {
    method: 'PATCH',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ removed: true }),
  });
  await page.goto('/');
  await page.getByRole('button', { name: 'What was put away' }).click();
  await page.getByLabel('Find a project').fill('after');
  await page.getByRole('button', { name: 'Bring Needed after all back' }).click();
  await expect(page.getByText('No project is called “after”.')).toBeVisible();
  await page.getByRole('button', { name: 'Back to the projects' }).click();
  await expect(page.getByRole('link', { name: 'Needed after all', exact: true })).toBeVisible();
});

test('while the server refuses, what is typed is kept, said and sent again, also from another page', async ({
  page,
  application,
}) => {
  const id = await newProject(application, 'Patient');
  await page.goto(`/projects/${id}/brief`);
  await page.route('**/brief', (route) =>
    route.request().method() === 'PUT' ? route.fulfill({ status: 503, json: { detail: 'Busy.' } }) : route.continue(),
  );
  await page.getByRole('button', { name: 'Change molded in and on' }).click();
  await page.getByLabel('Molded-in inserts').fill('3');
  await page.getByLabel('Molded-in inserts').blur();
  await expect(page.getByText('Not saved yet')).toBeVisible();
  await page.getByRole('link', { name: /^Part/ }).first().click();
  await expect(page.getByText('Not saved yet; it is kept and sent again:')).toBeVisible();
  await page.unroute('**/brief');
  await expect(page.getByText('Not saved yet')).toBeHidden({ timeout: 20_000 });
  const brief = await (await fetch(`${application.url}/api/projects/${id}/brief`)).json();
  expect(brief.value.inserts).toBe(3);
});

test('keyboard alone goes from the list to a recorded decision', async ({ page, application }) => {
  const id = await newProject(application, 'By keyboard');
  await page.goto('/');
  const tabTo = async (name: string) => {
    for (let i = 0; i < 120; i++) {
      await page.keyboard.press('Tab');
      if (
        await page.evaluate(
          (wanted) =>
            document.activeElement?.textContent === wanted ||
            document.activeElement?.getAttribute('aria-label') === wanted ||
            (document.activeElement as HTMLInputElement | null)?.labels?.[0]?.textContent === wanted,
          name,
        )
      )
        return;
    }
    throw new Error(`"${name}" can't be reached with Tab.`);
  };
  await tabTo('By keyboard');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(new RegExp(id));
  await expect(page.getByRole('heading', { name: 'Brief' })).toBeVisible();
  await page.keyboard.press('3');
  await expect(page.getByRole('heading', { name: /^Routes for/ })).toBeVisible();
  await tabTo('Quantity marker');
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('heading', { name: 'Routes for 11 parts' })).toBeVisible();
  await tabTo('Printed parts: show in full');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Decide on it' })).toBeVisible();
  await tabTo('Decide on it');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Reason')).toBeFocused();
  await page.keyboard.type('By keyboard alone.');
  await tabTo('Decided by');
  await page.keyboard.type('Maud Quill');
  // Enter does nothing while the button can't be pressed yet.
  await expect(page.getByRole('button', { name: 'Record the decision' })).toBeEnabled();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Decided' })).toBeVisible();
  await tabTo('Open it as it was');
  await page.keyboard.press('?');
  await expect(page.getByRole('complementary', { name: 'Keys' })).toBeVisible();
});
