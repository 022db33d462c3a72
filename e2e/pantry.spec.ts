import { expect, test } from '@playwright/test';
import { accessible, undoBar } from './house.ts';
import { newAthlete } from './people.ts';

const CSV = [
  'name;state;Protein (g);Total fat;Carbs;fibre;kcal;colour',
  'Fen bread;as sold;9,5;3;45;6;262;brown',
  'Kilo bar;as sold;9;3;45;6;1090;x',
  'Minus bread;raw;-9;1;45;3;233;x',
  '"Broken;raw;9;1;45;3;233;x',
  'Last loaf;raw;20;5;1;0;129;pink',
].join('\n');

// Tables are brought from a desk.
test(
  'a table of foods: looked at, imported, found, taken away; what cannot be taken is said by line',
  { tag: '@desk' },
  async ({ page }) => {
    const { meal } = await newAthlete(page, 'Importer');
    await meal('12:00');
    await page.goto('/pantry?part=import');
    await expect(page.getByText('No imports yet.')).toBeVisible();
    await page
      .getByLabel('File of foods')
      .setInputFiles({ name: 'x.txt', mimeType: 'text/plain', buffer: Buffer.from('words') });
    await expect(page.getByRole('alert')).toContainText('no table of foods that Maul reads');
    await page
      .getByLabel('File of foods')
      .setInputFiles({ name: 'fen.csv', mimeType: 'text/csv', buffer: Buffer.from(CSV) });
    const preview = page.getByRole('region', { name: 'Preview' });
    await expect(preview).toContainText('Of the first 5 foods: 2 can be taken, 3 cannot');
    await expect(preview).toContainText('A quotation mark is opened and not closed');
    await accessible(page);
    // The guess is changed: the colour is read as a tag.
    // By keyboard: on a slow machine the mouse may come up over the list that just opened.
    await preview.getByLabel('colour is read as').press('Enter');
    await page.getByRole('option', { name: 'tags' }).click();
    await expect(preview.getByRole('row', { name: /colour/ })).toContainText('tags');
    await preview.getByRole('button', { name: 'Import in the background' }).click();
    const row = page.getByRole('listitem', { name: 'fen.csv' });
    await expect(row).toContainText('5 read: 2 taken, 0 known already, 3 not taken');
    await row.getByRole('button', { name: 'Show 3 lines not taken' }).click();
    const rejects = row.getByRole('list', { name: 'Lines not taken' });
    await expect(rejects).toContainText(
      'line 3 Kilo bar 1090 kcal in 100 g is more than pure fat holds. Is it kilojoules?',
    );
    await expect(rejects).toContainText('line 4 Minus bread Protein is negative');
    await expect(rejects).toContainText('line 5');

    await page.goto('/today');
    await page.getByRole('button', { name: 'Add a food' }).click();
    await page.getByLabel(/Find a food:/).fill('bread fen');
    await expect(page.getByRole('list', { name: 'Foods' }).getByRole('button').first()).toContainText(
      'Fen bread',
    );
    await page.getByRole('button', { name: 'Leave it' }).click();
    await page.goto('/pantry?part=import');
    await page.getByRole('listitem', { name: 'fen.csv' }).getByRole('button', { name: 'Remove it' }).click();
    await expect(page.getByRole('listitem', { name: 'fen.csv' })).toHaveCount(0);
  },
);

test(
  'a code, its label, a yield of one’s own, a correction of the past that is taken back',
  { tag: '@desk' },
  async ({ page }) => {
    const { meal } = await newAthlete(page, 'Label');
    await meal('12:00');
    await page.goto('/today');
    await page.getByRole('button', { name: 'Add a food' }).click();
    const search = page.getByLabel(/Find a food:/);
    await search.fill('2041800009595');
    await expect(page.getByText('it would be 4')).toBeVisible();
    await search.fill('2041800009594');
    await expect(page.getByRole('list', { name: 'Foods' })).toContainText('Thornhill skyr');
    // A code reader types and ends with Enter: a code that nobody knows opens its label.
    await search.fill('6291041500213');
    await expect(page.getByText('No food with this code is known.')).toBeVisible();
    await search.press('Enter');
    const form = page.getByRole('dialog', { name: 'New food, from its label' });
    await form.getByLabel('Name').fill('Fen groats');
    await form.getByLabel('State').click();
    await page.getByRole('option', { name: 'dry', exact: true }).click();
    for (const [field, value] of [
      ['Energy, kcal', '358'],
      ['Fat, g', '2'],
      ['Carbohydrate, g', '70'],
      ['Protein, g', '10'],
      ['Fibre, g', '10'],
    ] as const)
      await form.getByLabel(field, { exact: true }).fill(value);
    await expect(form.getByLabel('Code on the package')).toHaveValue('06291041500213');
    await form.getByRole('button', { name: 'Add a measure' }).click();
    await form.getByLabel('Measure', { exact: true }).fill('mug');
    await form.getByLabel('Grams', { exact: true }).fill('120');
    await accessible(page);
    await form.getByRole('button', { name: 'Keep this food' }).click();

    const amount = page.getByRole('dialog', { name: 'Fen groats' });
    await amount.getByRole('button', { name: 'cooked', exact: true }).click();
    await expect(amount.getByText('Weigh it once before and after cooking.')).toBeVisible();
    await amount.getByLabel('Method').fill('boiled');
    await amount.getByLabel('Before, g').fill('100');
    await amount.getByLabel('After, g').fill('250');
    await amount.getByRole('button', { name: 'Keep this yield' }).click();
    await expect(amount.getByText('Cooked weighs 2.50 times raw')).toContainText('seen once');
    await amount.getByLabel('Grams').fill('250');
    // 100 g dry are 250 g cooked and hold the same.
    await expect(amount.getByTestId('holds')).toContainText('250 g hold 358 kcal, P 10.0, C 80.0, F 2.0');
    await amount.getByLabel('This is').click();
    await page.getByRole('option', { name: 'the true amount: weighed' }).click();
    await amount.getByRole('button', { name: 'Add', exact: true }).click();
    const portion = page.locator('article').filter({ hasText: '12:00' }).locator('.portion');
    await expect(portion.locator('.col').first()).toHaveText('358');

    await page.goto('/pantry');
    await page.getByRole('button', { name: /^Fen groats/ }).click();
    const food = page.getByRole('dialog', { name: 'Fen groats' });
    await food.getByRole('button', { name: 'Change it' }).click();
    const change = page.getByRole('dialog', { name: 'Change Fen groats' });
    await expect(change.getByLabel('Measure', { exact: true })).toHaveValue('mug');
    await change.getByLabel('Energy, kcal').fill('400');
    await change.getByRole('button', { name: 'Keep this food' }).click();
    await expect(food).toContainText('1 past portion keep what this food was');
    await page.goto('/today');
    await expect(portion.locator('.col').first()).toHaveText('358');
    await page.goto('/pantry');
    await page.getByRole('button', { name: /^Fen groats/ }).click();
    await food.getByRole('button', { name: 'Also correct past portions' }).click();
    await expect(food).toContainText('1 past portion corrected to the present figures.');
    await food.getByLabel('In stock').click();
    await food.getByRole('button', { name: 'Close' }).click();
    await undoBar(page).click();
    await page.goto('/today');
    await expect(portion.locator('.col').first()).toHaveText('358');

    await page.getByRole('button', { name: 'All nutrients' }).click();
    const nutrients = page.getByRole('dialog', { name: 'Nutrients' });
    await expect(nutrients.getByRole('listitem').filter({ hasText: 'Fibre' })).toContainText(
      '26 % of 38 g, AI IOM / NASEM 2005',
    );
    await expect(nutrients).toContainText('so unknown and not zero');
    await nutrients.getByLabel('Of').click();
    await page.getByRole('option', { name: /the week to/ }).click();
    await expect(nutrients).toContainText('1 day of seven');
    await expect(page.getByRole('listbox')).toHaveCount(0);
    await accessible(page);
  },
);

test('containers are remembered and forgotten, with a way back', { tag: '@desk' }, async ({ page }) => {
  await newAthlete(page, 'Kitchen');
  await page.goto('/pantry?part=containers');
  const panel = page.getByRole('region', { name: 'Containers' });
  await panel.getByLabel('Name').fill('Glass box');
  await panel.getByLabel('Empty, g').fill('4 oz');
  await panel.getByRole('button', { name: 'Remember it' }).click();
  await expect(panel.getByRole('listitem')).toContainText('113.4 g');
  await panel.getByRole('button', { name: 'Forget' }).click();
  await expect(panel.getByRole('listitem')).toHaveCount(0);
  await undoBar(page).click();
  await expect(panel.getByRole('listitem')).toHaveCount(1);
  await page.getByRole('tab', { name: 'Yields' }).click();
  await expect(page.getByText(/None seen by/)).toBeVisible();
  await accessible(page);
});
