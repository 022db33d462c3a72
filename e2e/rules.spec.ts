import { expect, test, type Page } from '@playwright/test';
import { accessible, enterAs } from './house.ts';

// People of their own per size: what is signed here stays signed.
const CAST = { desktop: 'Ysolde Brannick', phone: 'Bastien Korr' } as const;
const athlete = () => CAST[test.info().project.name as keyof typeof CAST];

const panel = (page: Page) => page.locator('.season-side > section').first();
const dayPanel = (page: Page) => page.getByRole('region', { name: /^Targets of/ });
const choose = async (page: Page, label: string, option: string | RegExp): Promise<void> => {
  await panel(page).getByLabel(label, { exact: true }).click();
  await page.getByRole('option', { name: option }).click();
};

test.beforeEach(async ({ page }) => {
  await enterAs(page, athlete());
  await page.goto('/season');
  await expect(panel(page).getByLabel('Energy', { exact: true })).toBeVisible();
});

test('every macro rule can be had, and each says why', { tag: '@desk' }, async ({ page }) => {
  await test.step('percentages that do not add up are said, and cannot be signed', async () => {
    await choose(page, 'Macros', 'Percentages of energy');
    await panel(page).getByLabel('Carbs, %').fill('60');
    await panel(page).getByLabel('Protein, %').fill('20');
    await expect(page.getByLabel('Changes')).toContainText('add up to 105 %, not to 100 %');
    await panel(page).getByLabel('Fat, %').fill('20');
    await expect(page.getByLabel('Changes')).not.toContainText('not to 100 %');
    await dayPanel(page).getByRole('button', { name: 'Why these numbers' }).click();
    const why = page.getByRole('dialog', { name: 'Why this number' });
    await expect(why).toContainText('60 / 20 / 20 % of');
    await why.getByRole('button', { name: 'Close' }).click();
  });
  await test.step('a protein floor and a range: carbs and fat are free', async () => {
    await choose(page, 'Macros', 'Protein floor, energy range');
    await expect(dayPanel(page).getByText('free')).toHaveCount(2);
    await expect(dayPanel(page).getByRole('meter', { name: 'Protein' })).toHaveAttribute(
      'aria-valuetext',
      /window at least/,
    );
    await choose(page, 'Energy', 'A range');
    await panel(page).getByLabel('From, kcal').fill('2200');
    await panel(page).getByLabel('To, kcal').fill('2400');
    await expect(dayPanel(page).getByRole('meter', { name: 'Energy' })).toHaveAttribute(
      'aria-valuetext',
      /window 2,\d00 to 2,\d\d0|window 2,\d+ to 2,\d+/,
    );
  });
  await test.step('a menu is taken over from a day', async () => {
    await choose(page, 'Macros', 'A fixed menu');
    await expect(page.getByLabel('Changes')).toContainText('has nothing in it yet');
    await panel(page).getByRole('button', { name: 'Copy it' }).click();
    await expect(panel(page).locator('.menu-list li').first()).toBeVisible();
    await expect(page.getByLabel('Changes')).not.toContainText('has nothing in it yet');
    await accessible(page);
  });
  await test.step('a plate without numbers, and no target at all', async () => {
    await choose(page, 'Macros', 'A plate, without numbers');
    await panel(page)
      .getByLabel('What each plate holds, separated by commas')
      .fill('greens, a grain, two proteins');
    await expect(dayPanel(page)).toContainText('Each plate: greens, a grain, two proteins.');
    await choose(page, 'Macros', 'No target for a while');
    await expect(dayPanel(page).getByRole('meter')).toHaveCount(0);
  });
  await test.step('taken back step by step, it is as it was', async () => {
    const undo = page.getByRole('button', { name: 'Undo', exact: true });
    while (await undo.isEnabled()) await undo.click();
    await expect(page.getByLabel('Changes')).toContainText('Nothing changed.');
  });
});

test('a day type is carried to a date by keyboard alone', { tag: '@desk' }, async ({ page }) => {
  const board = page.getByLabel('The coming weeks');
  const chip = board.locator('.type-chip').first();
  await chip.focus();
  await page.keyboard.press('Space');
  for (let i = 0; i < 9; i += 1) await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Space');
  // Where the week holds its mean, the other days are levelled too.
  await expect(page.getByLabel('Changes')).toContainText(/[12] changes?, not signed|Nothing changed/);
  await page.keyboard.press('Escape');
  // The sure way: a day is chosen, and chosen again for its menu.
  const cell = board.locator('.board-cell').nth(10).getByRole('button');
  const rest = page.getByRole('menuitem', { name: 'Rest' });
  // The chip that was carried takes the focus back a moment later: the day is pressed, not whatever has it.
  await expect(async () => {
    await cell.press('Enter');
    await expect(rest).toBeVisible({ timeout: 1500 });
  }).toPass();
  await rest.press('Enter');
  await expect(cell).toHaveAttribute('aria-label', /Rest.*set for this date/);
});

test(
  'the same season in two browsers: the second is told, and nothing is overwritten',
  { tag: '@desk' },
  async ({ page, context }) => {
    const other = await context.newPage();
    await other.goto('/season');
    const rename = async (where: Page, name: string): Promise<void> => {
      await panel(where).getByLabel('Called').fill(name);
      await where.getByRole('button', { name: 'Review and sign' }).click();
      for (const box of await where
        .getByLabel('Changes')
        .getByLabel('I have read this and stand by it')
        .all())
        await box.check();
    };
    await rename(other, 'Theirs');
    await rename(page, 'Mine');
    await other.getByRole('button', { name: 'Sign the season' }).click();
    await expect(other.getByLabel('Changes')).toContainText('Nothing changed.');
    const told = page.getByRole('alert').filter({ hasText: 'has signed another season meanwhile' });
    await expect(told).toContainText('Your draft is kept');
    await expect(page.getByRole('button', { name: 'Sign the season' })).toBeDisabled();
    await expect(panel(page).getByLabel('Called')).toHaveValue('Mine');
    await told.getByRole('button', { name: 'Show theirs' }).click();
    await expect(panel(page).getByLabel('Called')).toHaveValue('Theirs');
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(panel(page).getByLabel('Called')).toHaveValue('Mine');
  },
);
