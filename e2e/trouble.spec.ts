import { typeInto } from './people.ts';
import { expect, test } from '@playwright/test';
import { accessible, bowlOn, enterAs, pour, pressKey, said, steady } from './house.ts';

// People of their own per size again: what is measured here stays measured.
const CAST = { desktop: 'Odo Marrick', phone: 'Ysolde Brannick' } as const;
const athlete = () => CAST[test.info().project.name as keyof typeof CAST];

test.beforeEach(async ({ page }) => {
  await enterAs(page, athlete());
});

test(
  'a scale that overloads or goes away in the middle of a capture loses nothing',
  { tag: '@desk' },
  async ({ page }) => {
    await page.goto('/bench');
    await bowlOn(page);
    await pour(page);
    await page.keyboard.press('c');
    await pressKey(page, '6 kg pot on');
    await expect(said(page)).toHaveText('The scale is overloaded: take something off. Nothing was captured.');
    await expect(page.getByTestId('readout')).toHaveText('over');
    await pressKey(page, 'Take all off');
    await expect(page.locator('.bench-strip')).not.toContainText('Overload');
    await steady(page);
    await page.keyboard.press('c');
    await expect(said(page)).toContainText('tare first, then pour. Nothing was captured.');
    await page.keyboard.press('t');
    await expect(page.locator('.bench-strip')).toContainText('tared at 0');
    await pour(page);
    await page.keyboard.press('c');
    await pressKey(page, 'Unplug');
    await expect(said(page)).toContainText(
      'The scale went away before it stood still, so nothing new was captured.',
    );
    await pressKey(page, 'Plug in');
    await steady(page);
    await pressKey(page, 'oz');
    await expect(page.locator('.readout-unit')).toHaveText('oz');
  },
);

test(
  'what was weighed waits on the device while the server is away, over a reload, and is then saved once',
  { tag: '@desk' },
  async ({ page, browser }) => {
    await page.goto('/bench');
    await bowlOn(page);
    await page.route('**/portions/*', (route) => route.abort());
    await pour(page);
    await page.keyboard.press('c');
    await expect(said(page)).toHaveText(/^Captured/);
    const grams = (await said(page).innerText()).replace(/\D/g, '');
    await expect(page.getByRole('status').filter({ hasText: 'waits on this device' })).toContainText(
      'The server does not answer.',
    );
    await accessible(page);
    await page.goto('/today');
    const row = page
      .locator('.portion-measured .portion-amount b')
      .filter({ hasText: new RegExp(`^${grams}$`) });
    await expect(row.first()).toBeVisible();
    await expect(page.locator('.saving')).toContainText('1 change waits on this device since');
    const many = await row.count();
    await page.unroute('**/portions/*');
    await expect(page.locator('.saving')).toHaveCount(0, { timeout: 30_000 });
    // From the house alone: another browser sees it, as often as it was seen here.
    const elsewhere = await (await browser.newContext()).newPage();
    await enterAs(elsewhere, athlete());
    await elsewhere.goto('/today');
    const there = elsewhere
      .locator('.portion-measured .portion-amount b')
      .filter({ hasText: new RegExp(`^${grams}$`) });
    await expect(there).toHaveCount(many);
    await elsewhere.context().close();
  },
);

test(
  'a full disk is said, and the change stays until the server has it',
  { tag: '@desk' },
  async ({ page }) => {
    await page.goto('/today');
    let full = true;
    await page.route('**/notes/*', (route) =>
      full
        ? route.fulfill({
            status: 507,
            contentType: 'application/problem+json',
            body: JSON.stringify({
              type: 'urn:maul:problem:disk-full',
              title: 'The disk is full',
              status: 507,
              detail:
                'The server has no room left, so this was not saved. It stays on your device and is sent again.',
            }),
          })
        : route.continue(),
    );
    await page.getByRole('button', { name: 'Add a note to the day' }).click();
    await page
      .getByRole('textbox', { name: 'Add a note to the day' })
      .fill(`A word on ${test.info().project.name}`);
    await page.getByRole('button', { name: 'Write', exact: true }).click();
    await expect(page.locator('.saving')).toContainText(
      'The server has no room left, so this was not saved.',
    );
    full = false;
    await expect(page.locator('.saving')).toHaveCount(0);
    await page.reload();
    await expect(
      page.locator('.note').filter({ hasText: `A word on ${test.info().project.name}` }),
    ).toHaveCount(1);
  },
);

test(
  'the same portion changed in two browsers: told, and the choice is the athlete’s',
  { tag: '@desk' },
  async ({ page, browser }) => {
    await page.goto('/today');
    const portion = page.locator('.portion-planned .portion-name button').last();
    const name = await portion.innerText();
    const other = await browser.newPage();
    await enterAs(other, athlete());
    await page.route('**/api/events', (route) => route.abort());
    await page.reload();
    const change = async (on: typeof page, planned: string) => {
      await on.locator('.portion-planned .portion-name button').last().click();
      await on.getByLabel('Planned, g').fill(planned);
      await on.getByRole('button', { name: 'Keep', exact: true }).click();
    };
    await expect(portion).toBeVisible();
    await change(other, '77');
    await expect(other.locator('.portion-planned .portion-amount').last()).toHaveText('77');
    await other.reload();
    await expect(other.locator('.portion-planned .portion-amount').last()).toHaveText('77');
    await change(page, '88');
    await expect(page.locator('.saving')).toContainText(
      `${name} was not saved. This was changed elsewhere in the meantime. Nothing was overwritten`,
    );
    await page.getByRole('button', { name: 'Keep my version' }).click();
    await expect(page.locator('.saving')).toHaveCount(0);
    await other.reload();
    await expect(other.locator('.portion-planned .portion-amount').last()).toHaveText('88');
    await other.context().close();
  },
);

test('weights that cannot be are said where they are typed', { tag: '@desk' }, async ({ page }) => {
  await page.goto('/today');
  await page.locator('.portion-planned .portion-name button').last().click();
  const field = page.getByLabel('True amount, g');
  for (const [typed, sentence] of [
    ['-5', 'A weight is more than 0 g.'],
    ['5001', 'More than 5 kg is not one portion: check the weight.'],
    ['some', '“some” is no amount.'],
  ] as const) {
    await field.fill(typed);
    await expect(page.getByText(sentence)).toBeVisible();
    await expect(page.getByRole('button', { name: 'Keep', exact: true })).toBeDisabled();
  }
  await accessible(page);
  await page.keyboard.press('Escape');
  await expect(field).toHaveCount(0);
});

test('a meal is added, a food found by its parts, taken away and brought back; dark is as readable', async ({
  page,
}) => {
  await page.goto('/today');
  await page.getByRole('button', { name: 'Add a meal' }).click();
  await typeInto(page, 'Time', '23:10');
  await page.getByRole('button', { name: 'Add and choose a food' }).click();
  await page.getByLabel(/Find a food:/).fill('bre chick');
  // What was eaten lately stands there first; the answer to the words replaces it.
  await expect(page.getByRole('list', { name: 'Foods' })).toContainText('Chicken thigh, skinless');
  await expect(page.getByRole('dialog').getByRole('status')).toHaveText(/^\d+ foods$/);
  await page.getByRole('button', { name: /Chicken breast, skinless raw/ }).click();
  await expect(page.getByText('values from memory')).toBeVisible();
  await page.getByLabel('Grams').fill('120');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  const article = page.locator('article').filter({ hasText: '23:10' });
  await expect(article.locator('.portion-name')).toContainText('Chicken breast, skinless');
  await article.locator('.portion-name button').click();
  await page.getByRole('button', { name: 'Remove it' }).click();
  await expect(article.locator('.portion')).toHaveCount(0);
  await page.locator('.MuiSnackbar-root').getByRole('button', { name: 'Undo' }).click();
  await expect(article.locator('.portion')).toHaveCount(1);
  await page.emulateMedia({ colorScheme: 'dark' });
  await accessible(page);
});

test('the keyboard finds its way: skip link, places, and what is where', async ({ page }) => {
  await page.goto('/today');
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.keyboard.press('Tab');
  await expect(page.getByRole('link', { name: 'Skip to the page' })).toBeFocused();
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Orders' }).press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: 'Orders' })).toBeVisible();
  await accessible(page);
  await page.goto('/account');
  await expect(page.getByText('Tilde Amsel', { exact: true })).toBeVisible();
  await accessible(page);
  await page.goto('/nowhere');
  await expect(page.getByText('There is no such page')).toBeVisible();
});

test(
  'an open page stays open when who is signed in cannot be asked again',
  { tag: '@desk' },
  async ({ page }) => {
    // As in a private window: nothing on the device answers instead.
    await page.addInitScript(() =>
      Object.defineProperty(window, 'indexedDB', {
        get: () => {
          throw new DOMException('denied', 'SecurityError');
        },
      }),
    );
    // No stream of changes: again and again the page asks who is signed in.
    await page.route('**/api/events', (route) => route.fulfill({ status: 503 }));
    await page.goto('/today');
    await expect(page.getByText('The day lands on')).toBeVisible();
    await page.locator('.house').evaluate((house) => house.setAttribute('data-same', ''));
    let asked = 0;
    await page.route('**/api/**', (route) => {
      const { pathname } = new URL(route.request().url());
      if (pathname === '/api/events') return route.fallback();
      if (pathname === '/api/session') asked += 1;
      return route.abort();
    });
    // Asked, and twice more; then it is given up.
    await expect.poll(() => asked, { timeout: 30_000 }).toBeGreaterThanOrEqual(3);
    await page.waitForTimeout(1000);
    await expect(page.getByText('The day lands on')).toBeVisible();
    // The same page, not one that was left and drawn anew.
    await expect(page.locator('.house[data-same]')).toHaveCount(1);
  },
);
