import { expect, test } from '@playwright/test';
import { accessible, enterAs, signUp } from './house.ts';
import { newAthlete } from './people.ts';

test(
  'everything is taken along as one file, and a new account reads it back',
  { tag: '@desk' },
  async ({ page, browser }) => {
    await enterAs(page, 'Ysolde Brannick');
    await page.goto('/trend');
    const trend = page.getByRole('region', { name: 'Pace' });
    const pace = await trend.innerText();
    await page.goto('/account');
    const part = page.getByRole('region', { name: 'Take everything' });
    await part.getByRole('button', { name: 'Take everything' }).click();
    const save = part.getByRole('link', { name: 'Save the file' });
    await save.waitFor({ timeout: 60_000 });
    await accessible(page);
    const [download] = await Promise.all([page.waitForEvent('download'), save.click()]);
    expect(download.suggestedFilename()).toMatch(/^maul-\d{4}-\d{2}-\d{2}\.zip$/);
    const path = await download.path();

    const context = await browser.newContext();
    const fresh = await context.newPage();
    await signUp(fresh, 'Ysolde Again', 'athlete');
    await expect(fresh.getByRole('heading', { name: 'Your start' })).toBeVisible();
    const field = fresh.getByLabel('File of everything');
    // Half a file is refused with a sentence, and the way stays open.
    await field.setInputFiles({
      name: 'half.zip',
      mimeType: 'application/zip',
      buffer: Buffer.from('PK half'),
    });
    await expect(fresh.getByText(/no ZIP, or its end is missing\. Nothing was taken\./)).toBeVisible();
    await accessible(fresh);
    await field.setInputFiles(path);
    await expect(fresh.getByText('The day lands on')).toBeVisible({ timeout: 60_000 });
    await fresh.goto('/trend');
    await expect(fresh.getByRole('region', { name: 'Pace' })).toHaveText(pace, { useInnerText: true });
    await fresh.goto('/orders');
    await expect(fresh.getByText(/Tilde Amsel,/).first()).toBeVisible();
    await context.close();
  },
);

test('a diary of another program is looked at, kept, and taken back', { tag: '@desk' }, async ({ page }) => {
  await newAthlete(page, 'Reads Along');
  await page.goto('/account');
  await page.getByRole('link', { name: 'Read a diary of another program' }).click();
  const rows = [
    'Datum;Lebensmittel;Menge;Eiweiß;Fett;Kohlenhydrate',
    '03.11.2026;Haferflocken;80;10,8;5,6;48',
    '03.11.2026;Milch;"200 g";7;3;9,6',
    '14.11.2026;Reis, gekocht;250;6,5;0,8;70',
    '14.11.2026;Sauce;ein Löffel;;;',
  ];
  await page
    .getByLabel('Diary as CSV')
    .setInputFiles({ name: 'tagebuch.csv', mimeType: 'text/csv', buffer: Buffer.from(rows.join('\n')) });
  await expect(page.getByText('3 portions in 2 meals, 0 mornings')).toBeVisible();
  await expect(page.getByText('1 row is not taken')).toBeVisible();
  await expect(page.getByRole('combobox', { name: 'Dates' })).toHaveText('day, month, year');
  await accessible(page);
  await page.getByRole('button', { name: 'Keep 2 meals and 0 mornings' }).click();
  await expect(page.getByText('All of it is kept.')).toBeVisible();
  await page.goto('/today/2026-11-14');
  await expect(page.getByText('Reis, gekocht').first()).toBeVisible();
  // The same file again is the same diary, and goes as it came.
  await page.goto('/read-diary');
  await page
    .getByLabel('Diary as CSV')
    .setInputFiles({ name: 'tagebuch.csv', mimeType: 'text/csv', buffer: Buffer.from(rows.join('\n')) });
  await page.getByRole('button', { name: 'Keep 2 meals and 0 mornings' }).click();
  await expect(page.getByText('All of it is kept.')).toBeVisible();
  await page.getByRole('button', { name: 'Take it back' }).click();
  await expect(page.getByText('Taken back.')).toBeVisible();
  await page.goto('/today/2026-11-14');
  await expect(page.getByText('Reis, gekocht')).toHaveCount(0);
});
