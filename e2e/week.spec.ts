import { expect, type Page, test } from '@playwright/test';
import { accessible, enterAs } from './house.ts';

/** Presses on the keyboard, counted. */
const counted = (page: Page) => {
  let keys = 0;
  return {
    press: async (key: string) => {
      keys += 1;
      await page.keyboard.press(key);
    },
    count: () => keys,
  };
};

test('a week is read against its windows, given words and sent, and the day says what is due', async ({
  page,
}) => {
  await enterAs(page, 'Bastien Korr');
  await page.goto('/today');
  await expect(page.getByText(/^Your week to .* is due since/)).toBeVisible();
  await page.getByRole('link', { name: 'Look at it and send it' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'The week' })).toBeVisible();
  await expect(page.getByText(/No harm done/)).toBeVisible();
  await expect(page.getByRole('row', { name: /^Protein g/ }).first()).toBeVisible();
  await accessible(page);
  // What is typed is still there after the page was left.
  await page.getByRole('textbox', { name: 'Your words' }).fill('Two late dinners, both guessed.');
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'Your words' })).toHaveValue(
    'Two late dinners, both guessed.',
  );
});

test(
  'weeks that wait are read and answered by keyboard alone, in the order of need, and the athlete sees it',
  { tag: '@desk' },
  async ({ page, browser }) => {
    await enterAs(page, 'Tilde Amsel');
    await page.goto('/roster');
    await page.getByRole('link', { name: /^Read \d+ weeks$/ }).click();
    const line = page.getByText(/^week \d+ of \d+ that wait$/);
    await expect(line).toHaveText(/^week 1 of/);
    await accessible(page);
    const of = Number((await line.textContent())?.match(/of (\d+)/)?.[1]);
    expect(of).toBeGreaterThan(2);
    const first = await page.getByRole('heading', { level: 1 }).textContent();
    const keys = counted(page);
    // Put off, it comes last; next and previous walk through them.
    await keys.press('l');
    await expect(page.getByRole('heading', { level: 1 })).not.toHaveText(first ?? '');
    const second = (await page.getByRole('heading', { level: 1 }).textContent()) ?? '';
    await keys.press('j');
    await expect(page.getByRole('heading', { level: 1 })).not.toHaveText(second);
    await keys.press('k');
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(second);
    // A remark goes into the answer with one press; then the answer is sent, and the next week is there.
    await page.getByRole('list', { name: 'What stands out' }).getByRole('button').first().press('Enter');
    await page.keyboard.type('Tell me about that day.');
    const before = keys.count();
    await keys.press('Control+Enter');
    await expect(page.getByRole('heading', { level: 1 })).not.toHaveText(second);
    // No change is an answer too, with one key.
    const third = (await page.getByRole('heading', { level: 1 }).textContent()) ?? '';
    await keys.press('c');
    await expect(page.getByRole('button', { name: 'No change' })).toBeFocused();
    await keys.press('Enter');
    await expect(page.getByRole('heading', { level: 1 })).not.toHaveText(third);
    expect(keys.count() - before).toBeLessThanOrEqual(6);
    await page.goto('/roster');
    await expect(
      page.getByRole('link', { name: of - 2 === 1 ? 'Read 1 week' : `Read ${of - 2} weeks` }),
    ).toBeVisible();

    const name = second.split(',')[0] ?? '';
    const context = await browser.newContext();
    const theirs = await context.newPage();
    await enterAs(theirs, name);
    await theirs.goto('/today');
    await theirs.getByText(/was answered/).waitFor();
    await theirs.getByRole('link', { name: 'Read it' }).click();
    await expect(theirs.getByRole('list', { name: 'Answers' })).toContainText('Tell me about that day.');
    await expect(theirs.getByText(/Tilde Amsel opened it on/)).toBeVisible();
    await accessible(theirs);
    await theirs.goto('/today');
    await expect(theirs.getByText('The day lands on')).toBeVisible();
    await expect(theirs.getByText(/was answered/)).toBeHidden();
    await context.close();
  },
);
