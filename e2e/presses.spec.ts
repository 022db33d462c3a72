import { expect, test, type Page } from '@playwright/test';
import { bowlOn, enterAs, pour, pressKey, said, steady } from './house.ts';

test.beforeEach(async ({ page }) => {
  await enterAs(page, 'Ilva Threst');
});

/** Presses that a person makes: clicks and keys, counted by the page itself from now on. */
const counted = async (page: Page): Promise<() => Promise<number>> => {
  await page.evaluate(() => {
    const count = globalThis as unknown as { presses: number };
    count.presses = 0;
    for (const name of ['click', 'keydown'] as const)
      document.addEventListener(name, (event) => (count.presses += event.isTrusted ? 1 : 0), true);
  });
  return () => page.evaluate(() => (globalThis as unknown as { presses: number }).presses);
};

test(
  'a planned portion takes one key on the bench, and none with automatic capture',
  { tag: '@desk' },
  async ({ page }) => {
    await page.goto('/bench');
    await bowlOn(page);
    await pour(page);
    await page.locator('.bench').focus();
    const presses = await counted(page);
    await page.keyboard.press('c');
    await expect(said(page)).toHaveText(/^Captured \d+ g\.$/);
    expect(await presses()).toBe(1);

    await expect(page.locator('.bench-name')).toContainText('portion 2 of');
    await steady(page);
    await page.getByLabel('Capture automatically after 1.5 s steady in the notch').check();
    // The stand-in pours a large portion beside its notch more often than a small one.
    const coming = page.locator('.stack-coming');
    const grams = (await coming.locator('.n').allInnerTexts()).map(Number);
    await coming
      .nth(grams.indexOf(Math.min(...grams)))
      .getByRole('button')
      .click();
    const name = await page.locator('.bench-name').innerText();
    await pressKey(page, /^Pour \d+ g$/);
    const none = await counted(page);
    await expect
      .poll(() => page.locator('.stack li').filter({ hasNotText: 'planned' }).count())
      .toBeGreaterThan(2);
    await expect(page.locator('.bench-name')).not.toHaveText(name);
    expect(await none()).toBe(0);
  },
);

test('a meal of yesterday comes with two presses', { tag: '@desk' }, async ({ page }) => {
  await page.goto('/today');
  const meals = page.locator('article.meal:not(.meal-place)');
  await expect(page.getByRole('button', { name: 'As yesterday' })).toBeVisible();
  const there = await meals.count();
  const presses = await counted(page);
  await page.getByRole('button', { name: 'As yesterday' }).click();
  await page.getByRole('menuitem').first().click();
  await expect(meals).toHaveCount(there + 1);
  expect(await presses()).toBe(2);
});

test(
  'a meal marked eaten counts what was planned, and one press takes it back',
  { tag: '@desk' },
  async ({ page }) => {
    await page.goto('/today');
    const planned = page
      .locator('article.meal')
      .filter({ has: page.locator('.portion-planned') })
      .last();
    const energy = page.locator('.band-ENERC .band-value');
    const before = await energy.innerText();
    await planned.getByRole('button', { name: 'Eaten', exact: true }).click();
    await expect(energy).not.toHaveText(before);
    await expect(
      page.locator('article.meal').last().getByRole('img', { name: 'as planned, by eye' }).first(),
    ).toBeVisible();
    await page.getByRole('button', { name: 'Take back: The meal eaten' }).click();
    await expect(energy).toHaveText(before);
  },
);

test('the date of a show changes with three presses', { tag: '@desk' }, async ({ page }) => {
  await page.goto('/season');
  const show = page.getByRole('button', { name: /^Tarn Valley Winter Cup/ }).first();
  await expect(show).toBeVisible();
  const presses = await counted(page);
  await show.click();
  await page.getByRole('button', { name: /^Choose a date: Date/ }).click();
  await page
    .locator('button[role="gridcell"]:not([disabled], [aria-disabled="true"], [aria-selected="true"])')
    .last()
    .click();
  await expect(page.getByText(/^\d+ changes?, not signed/)).toBeVisible();
  expect(await presses()).toBe(3);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByText('Nothing changed.')).toBeVisible();
});
