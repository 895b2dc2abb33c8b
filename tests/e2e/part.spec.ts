import { writeFileSync } from 'node:fs';
import { expect, idOf, newProject, saved, test } from './stampo';
import { stepBlock } from './stepFile';

const obj = (x: number, y: number, z: number) => `# made for a test
${[0, 1, 2, 3, 4, 5, 6, 7].map((i) => `v ${i & 1 ? x : 0} ${i & 2 ? y : 0} ${i & 4 ? z : 0}`).join('\n')}
f 1 3 4 2
f 5 6 8 7
f 1 2 6 5
f 3 7 8 4
f 1 5 7 3
f 2 4 8 6
`;

test('a file without unit asks for it, is measured, and shows where it is thin', async ({
  page,
  application,
}, info) => {
  await page.goto(`/projects/${await newProject(application, 'Inches')}/part`);
  const file = info.outputPath('bracket.obj');
  writeFileSync(file, obj(3, 1.5, 0.05));
  await page.getByLabel('Choose another mesh').setInputFiles(file);
  const question = page.getByRole('region', { name: 'How long is this part?' });
  await expect(question).toContainText('longest side is 3');
  await question.getByRole('button', { name: /inches/ }).click();
  await saved(page);
  await expect(question).toBeHidden();
  await expect(page.getByText('76.2 × 38.1 × 1.27')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Wall: thinnest hundredth, middle: show the working' })).toContainText(
    '1.27, 1.27',
    { timeout: 60_000 },
  );
  await page.getByText('Where is it thin?').click();
  await expect(page.getByRole('note', { name: 'Legend: Wall, largest ball' })).toContainText('enough for every route');
  await expect(page).toHaveURL(/look=ball/);
});

test('a finding flies there and keeps its place in the address', async ({ page, application }) => {
  await page.goto(`/projects/${await idOf(application, 'Gateway housing')}/part`);
  await page
    .getByRole('button', { name: /^Show where: Blind hole/ })
    .first()
    .click();
  await expect(page).toHaveURL(/at=hole-1/);
  await page.getByRole('button', { name: /^Show where: 263/ }).click();
  await expect(page).toHaveURL(/at=no-draft/);
  await expect(page.getByRole('note', { name: /Draft/ })).toContainText('under 0.5°');
  await expect(page.getByRole('region', { name: 'What the routes say of the shape' })).toContainText('Lean the walls');
});

test('a reversed shell is mended after a look at what that changes, and undone', async ({ page, application }) => {
  await page.goto(`/projects/${await idOf(application, 'Sensor prism')}/part`);
  await page.getByLabel(/Turn 128 triangles/).check();
  await expect(page.getByRole('button', { name: 'Mend', exact: true })).toBeDisabled();
  await page.getByRole('button', { name: 'See what it changes' }).click();
  await expect(page.getByRole('table', { name: 'Before and after mending' })).toContainText('withheld13.085');
  await page.getByRole('button', { name: 'Mend', exact: true }).click();
  await expect(page.getByText('sensor-prism (mended).stl')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Volume/ })).toContainText('13.08');
  await expect(page.getByRole('button', { name: /^Section to cool/ })).toBeVisible({ timeout: 30_000 });
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByText('withheld')).toBeVisible();
});

test('the tape and the show side are picked by mouse and by keyboard', async ({ page, application }) => {
  await page.goto(`/projects/${await newProject(application, 'Picking')}/part`);
  await expect(page.getByRole('button', { name: /^Section to cool/ })).toBeVisible();
  const view = page.getByRole('application');
  await page.getByRole('button', { name: 'Tape' }).click();
  const box = (await view.boundingBox())!;
  await page.mouse.click(box.x + box.width * 0.5, box.y + box.height * 0.5);
  await expect(page.getByText(/Wall here: .* by the largest ball/)).toBeVisible();
  await view.focus();
  for (const key of ['ArrowLeft', 'ArrowLeft', '+', 'Shift+ArrowRight', 'Enter']) await page.keyboard.press(key);
  await expect(page.getByText(/^[\d.]+ mm x /)).toBeVisible();
  await page.getByRole('button', { name: 'Tape' }).click();

  await page.getByText('Which side shows?').click();
  await expect(page.getByRole('note', { name: 'Legend: Show side' })).toBeVisible();
  await view.focus();
  await page.keyboard.press('Home');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/^A is [\d.]+ cm²$/)).toBeVisible();
  await page.getByRole('button', { name: 'Clear' }).click();
  await expect(page.getByText(/until then half/)).toBeVisible();
});

test('a STEP file is meshed in the browser to the tolerance asked', async ({ page, application }, info) => {
  test.slow();
  await page.goto(`/projects/${await newProject(application, 'From STEP')}/part`);
  const file = info.outputPath('block.step');
  writeFileSync(file, stepBlock(40, 30, 20));
  await page.getByLabel('Choose another mesh').setInputFiles(file);
  await page.getByLabel('Mesh tolerance').last().fill('0.1');
  await page.getByRole('button', { name: 'Convert' }).click();
  await expect(page.getByText('40 × 30 × 20')).toBeVisible({ timeout: 60_000 });
  await expect(page.getByText('block.step', { exact: true })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Volume/ })).toContainText('24');

  const broken = info.outputPath('broken.stp');
  writeFileSync(broken, 'ISO-10303-21;\nHEADER;\n');
  await page.getByLabel('Choose another mesh').setInputFiles(broken);
  await page.getByRole('button', { name: 'Convert' }).click();
  await expect(page.getByRole('alert')).toContainText('STEP file', { timeout: 60_000 });
  await expect(page.getByText('block.step', { exact: true })).toBeVisible();
});

test('a part without a mesh is declared and goes on to routes', async ({ page }) => {
  await page.goto('/');
  await page.getByLabel('Name (else the file’s)').fill('No mesh yet');
  await page
    .getByRole('button', { name: /without a mesh|Start/ })
    .first()
    .click();
  await page.getByRole('link', { name: /^Part/ }).click();
  for (const [label, value] of [
    ['Length', '90'],
    ['Width', '60'],
    ['Height', '1 in'],
    ['Volume', '30'],
    ['Surface', '240'],
  ] as const) {
    await page.getByLabel(label, { exact: true }).fill(value);
    await page.getByLabel(label, { exact: true }).blur();
  }
  await saved(page);
  await page.getByRole('link', { name: /^Routes/ }).click();
  await expect(
    page
      .getByRole('list', { name: /Routes/ })
      .getByRole('listitem')
      .first(),
  ).toContainText('€');
});
