import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';

/** Signs a demo person in through the sign-in page. */
export const enterAs = async (page: Page, name: string): Promise<void> => {
  await page.goto('/sign-in');
  await page.getByRole('button', { name: new RegExp(name) }).click();
  await page.waitForURL((url) => !url.pathname.startsWith('/sign-in'));
};

/** Fading and sliding end at once, also what begins later: colours in between are nobody's colours. */
const atRest = async (page: Page): Promise<void> => {
  await page.evaluate(() => {
    const still = new CSSStyleSheet();
    still.replaceSync(
      '*, *::before, *::after { transition: none !important; animation-duration: 0s !important; }',
    );
    document.adoptedStyleSheets = [...document.adoptedStyleSheets, still];
  });
  await page.waitForFunction(() =>
    document
      .getAnimations()
      .every((a) => a.playState !== 'running' || a.effect?.getComputedTiming().endTime === Infinity),
  );
};

/** No finding of WCAG 2.2 A or AA on the page as it stands. */
export const accessible = async (page: Page): Promise<void> => {
  await atRest(page);
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
    .analyze();
  expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`)).toEqual([]);
};

/** The number of grams on the readout. */
export const readout = async (page: Page): Promise<number> =>
  Number(await page.getByTestId('readout').innerText());

/** The button that pours the planned amount. */
const POUR = /^Pour \d+ (\+ \d+ )?g$/;

/** Presses a button by keyboard alone. */
export const pressKey = async (page: Page, name: string | RegExp, key = 'Enter'): Promise<void> => {
  const button = page.getByRole('button', { name });
  await button.focus();
  await page.keyboard.press(key);
};

export const steady = (page: Page) => expect(page.locator('.bench-strip')).toContainText('Scale steady');
export const said = (page: Page) => page.locator('.bench-said');

/** More than a drift lies on the pan: it moves, or has come to rest with all of it. A movement alone may be over before one looks. */
export const arrives = (page: Page, before = 0): Promise<void> =>
  expect.poll(async () => Math.abs((await readout(page)) - before)).toBeGreaterThan(5);

/** A bowl on the scale, tared, by keyboard. */
export const bowlOn = async (page: Page): Promise<void> => {
  await steady(page);
  await pressKey(page, 'Bowl on');
  await arrives(page, 0);
  await page.keyboard.press('t');
  await expect(page.locator('.bench-strip')).toContainText('tared at 386');
};

/** Pours the planned amount by keyboard, and sees it arrive. */
export const pour = async (page: Page): Promise<void> => {
  const before = await readout(page);
  await pressKey(page, POUR);
  await arrives(page, before);
};

/** Pours by keyboard, waits for the scale, captures. Returns what was captured, as the bench says it. */
export const pourAndCapture = async (page: Page): Promise<string> => {
  await pour(page);
  await page.keyboard.press('c');
  await expect(said(page)).toHaveText(/^Captured \d+ g\.$/);
  return (await said(page).innerText()).replace(/\D/g, '');
};

/** The way back that is offered for a while after something was changed. */
export const undoBar = (page: Page) =>
  page.locator('.MuiSnackbar-root').getByRole('button', { name: 'Undo' });

/** The meal at a time of the day. */
export const meal = (page: Page, time: string) => page.locator(`article.meal[data-time="${time}"]`);

/** Opens a tool of the day from its menu. */
export const more = async (page: Page, tool: string): Promise<void> => {
  await page.getByRole('button', { name: 'More for this day' }).click();
  await page.getByRole('menuitem', { name: tool }).click();
};

/** Makes an account as a newcomer does. */
export const signUp = async (page: Page, name: string, role: 'athlete' | 'coach'): Promise<void> => {
  await page.goto('/sign-up');
  if (role === 'coach') await page.getByLabel('I am a coach').check();
  await page.getByLabel('Name').fill(name);
  await page
    .getByLabel('Email')
    .fill(`${name.replace(/\W/g, '').toLowerCase()}-${test.info().project.name}@example.test`);
  await page.getByLabel('Password').fill('a long enough password');
  await page.getByRole('button', { name: 'Make the account' }).click();
};

/** A note to the day, written here. */
export const note = async (page: Page, words: string): Promise<void> => {
  await page.getByRole('button', { name: 'Add a note to the day' }).click();
  await page.getByRole('textbox', { name: 'Add a note to the day' }).fill(words);
  await page.getByRole('button', { name: 'Write', exact: true }).click();
  await expect(page.locator('.note').filter({ hasText: words })).toHaveCount(1);
};
