import { typeInto } from './people.ts';
import { expect, test, type Browser, type Page } from '@playwright/test';
import {
  accessible,
  bowlOn,
  enterAs,
  pourAndCapture,
  pour,
  pressKey,
  readout,
  said,
  steady,
} from './house.ts';

// Each size walks the path with an athlete of its own, so that neither disturbs the other.
const CAST = {
  desktop: { athlete: 'Joren Vask', dayType: 'Low' },
  phone: { athlete: 'Sunniva Pell', dayType: 'Every' },
} as const;
const cast = () => CAST[test.info().project.name as keyof typeof CAST];

const meal = (page: Page, n: number) =>
  page.locator('article').filter({ has: page.locator(`.meal-number:text-is("${n}")`) });
const carbWindow = async (page: Page) =>
  (await page.getByRole('meter', { name: 'Carbs' }).first().getAttribute('aria-valuetext'))?.replace(
    /.*window /,
    '',
  ) ?? '';

/** While food pours, every frame in which the readout moved must also show the day's rule moved. */
const rulesFollow = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<{ moved: number; behind: number }>((done) => {
        const digits = document.querySelector('[data-testid=readout]');
        const meters = [...document.querySelectorAll('.bench-day [role=meter]')];
        let [moved, behind, before, rules] = [
          0,
          0,
          digits?.textContent ?? '',
          meters.map((m) => m.getAttribute('aria-valuenow')).join(),
        ];
        const start = performance.now();
        const look = () => {
          const now = digits?.textContent ?? '';
          const next = meters.map((m) => m.getAttribute('aria-valuenow')).join();
          if (Math.abs(Number(now) - Number(before)) >= 3) {
            moved += 1;
            if (next === rules) behind += 1;
          }
          [before, rules] = [now, next];
          if (performance.now() - start < 2500) requestAnimationFrame(look);
          else done({ moved, behind });
        };
        requestAnimationFrame(look);
      }),
  );

/** A browser of its own, of this project's size. */
const anotherBrowser = async (browser: Browser, size: Page): Promise<Page> =>
  (
    await browser.newContext({ viewport: size.viewportSize(), locale: 'en-GB', timezoneId: 'Europe/Vienna' })
  ).newPage();

test('weigh a meal, be seen by the coach, get an order, acknowledge it', async ({ page, browser }) => {
  const { athlete, dayType } = cast();
  const captured: string[] = [];
  let mealNumber = 0;

  await test.step('1: the sign-in page offers the demo people, marked as invented', async () => {
    await page.goto('/sign-in');
    await expect(page.getByText('Everybody below is invented')).toBeVisible();
    await expect(page.locator('.demo-person')).toHaveCount(7);
    await accessible(page);
    await enterAs(page, athlete);
  });

  await test.step('2: Today', async () => {
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^\w+day \d+ \w+$/);
    await expect(page.locator('.day-head')).toContainText(/week \d+ of \d+ · \w+ day/);
    for (const name of ['Energy', 'Protein', 'Carbs', 'Fat', 'Fibre']) {
      const rule = page.getByRole('meter', { name }).first();
      await expect(rule).toHaveAttribute('aria-valuetext', /lands .*window [\d,]+ to /i);
    }
    if (athlete === 'Joren Vask') {
      await expect(page.locator('.day-head')).toContainText('6 weeks 6 days to Tarn Valley Classic');
      await expect(page.locator('.day-head')).toContainText('low day');
      await expect(page.getByLabel('Order from your coach')).toContainText(
        'Tilde Amsel, fat −3 g on moderate and high days',
      );
    }
    await expect(meal(page, 1).locator('h2')).toContainText(/\d\d:\d\d$/);
    const row = page.locator('.portion').first();
    await expect(row.locator('.col')).toHaveText([/^\d+$/, /^\d+\.\d$/, /^\d+\.\d$/, /^\d+\.\d$/]);
    await accessible(page);
  });

  await test.step('3: the bench, by keyboard alone', async () => {
    await page.getByRole('link', { name: 'Weigh' }).first().press('Enter');
    // The dock beside the day has the same buttons: only the bench's own page is meant.
    await expect(page.locator('.bench-page')).toBeVisible();
    await expect(page.getByText('Simulated scale, a stand-in')).toBeVisible();
    mealNumber = Number(/Meal (\d+)/.exec(await page.locator('.bench-strip').innerText())?.[1]);
    await bowlOn(page);
    await accessible(page);
    await pour(page);
    const { moved, behind } = await rulesFollow(page);
    expect(moved).toBeGreaterThan(2);
    expect(behind).toBe(0);
    await steady(page);
    await page.keyboard.press('c');
    await expect(said(page)).toHaveText(/^Captured \d+ g\.$/);
    captured.push((await said(page).innerText()).replace(/\D/g, ''));
    // Six grams over, kept as they are.
    const planned = Number(
      /^Pour (\d+)/.exec(await page.getByRole('button', { name: /^Pour \d+ g$/ }).innerText())?.[1],
    );
    await pressKey(page, 'Pour 6 g over');
    const over = await pourAndCapture(page);
    expect(Math.abs(Number(over) - planned - 6)).toBeLessThanOrEqual(1);
    captured.push(over);
    await expect(page.locator('.bench-name')).toContainText('portion 3');
    await pressKey(page, 'Pour 6 g over');
    // Undo gives it back to the pan; captured again it is the same mass.
    const third = await pourAndCapture(page);
    await page.keyboard.press('u');
    await expect(said(page)).toContainText('is undone; it lies on the scale again');
    expect(Math.abs((await readout(page)) - Number(third))).toBeLessThanOrEqual(1);
    await steady(page);
    await page.keyboard.press('c');
    await expect(said(page)).toHaveText(/^Captured \d+ g\.$/);
    captured.push((await said(page).innerText()).replace(/\D/g, ''));
    expect(captured).toHaveLength(3);
  });

  const amounts = async (on: Page) => {
    await expect(meal(on, mealNumber).locator('.portion-measured')).toHaveCount(3);
    return meal(on, mealNumber).locator('.portion-measured .portion-amount b').allInnerTexts();
  };

  await test.step('4: after a reload, and in another browser, everything is there once', async () => {
    await page.goto('/today');
    expect(await amounts(page)).toEqual(captured);
    await page.reload();
    expect(await amounts(page)).toEqual(captured);
    const elsewhere = await anotherBrowser(browser, page);
    await enterAs(elsewhere, athlete);
    expect(await amounts(elsewhere)).toEqual(captured);
    await elsewhere.context().close();
  });

  const coach = await anotherBrowser(browser, page);
  const windows = { today: await carbWindow(page), tomorrow: '' };
  await page.getByRole('link', { name: 'The day after' }).click();
  await expect(page.getByRole('link', { name: 'Today', exact: true }).last()).toBeVisible();
  windows.tomorrow = await carbWindow(page);
  await page.goto('/today');
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();

  await test.step('5: the coach sees the roster, the day, writes a note and signs an order', async () => {
    await enterAs(coach, 'Tilde Amsel');
    await expect(coach.locator('.roster-row')).toHaveCount(6);
    await expect(coach.locator('.roster-row').first().locator('h3')).toHaveText(['Pace', 'Landed', 'Words']);
    await accessible(coach);
    await coach.getByRole('link', { name: athlete }).click();
    const there = meal(coach, mealNumber);
    expect(await amounts(coach)).toEqual(captured);
    const overRow = there.locator('.portion-measured').nth(1);
    await expect(overRow.locator('.portion-amount s')).toHaveText(/^\d+$/);
    await expect(overRow.getByRole('img', { name: 'weighed' })).toBeVisible();
    await expect(there.getByRole('link', { name: 'Weigh' })).toHaveCount(0);
    await accessible(coach);
    await there.getByRole('button', { name: `Write beside meal ${mealNumber}` }).click();
    await there.getByRole('textbox').fill('Six grams over is fine. Keep the true number.');
    await there.getByRole('button', { name: 'Write', exact: true }).click();
    await expect(there.locator('.note')).toContainText('Tilde Amsel: Six grams over is fine.');
    const panel = coach.getByLabel('Change order');
    // In one column the order is one press away, however long the day.
    const toOrder = coach.getByRole('button', { name: 'Write an order' });
    if (await toOrder.isVisible()) {
      await toOrder.click();
      await expect(panel.getByLabel('What', { exact: true })).toBeFocused();
      await expect(panel.getByLabel('What', { exact: true })).toBeInViewport();
    }
    await panel.getByLabel('By how much, g').fill('-20');
    await panel.getByLabel(dayType, { exact: true }).check();
    await panel.getByLabel('Reason').fill('Rate sits at the slow side.');
    await expect(panel.getByText('First on')).toBeVisible();
    const confirm = panel.getByLabel('I have read this and stand by it');
    for (const box of await confirm.all()) await box.check();
    await panel.getByRole('button', { name: 'Sign and send' }).click();
    await expect(coach.getByLabel('Orders in force')).toContainText('Rate sits at the slow side.');
  });

  await test.step('6: the athlete sees both without a reload and acknowledges; only tomorrow has moved', async () => {
    await expect(meal(page, mealNumber).locator('.note')).toContainText('Six grams over is fine.');
    const order = page.getByLabel('Order from your coach').filter({ hasText: 'Rate sits at the slow side.' });
    await expect(order).toContainText('carbs −20 g');
    await order.getByRole('button', { name: /^(Acknowledge|Read, and I stand by it)$/ }).click();
    await expect(order).toHaveCount(0);
    await expect(
      coach.getByLabel('Orders in force').locator('li').filter({ hasText: 'Rate sits' }),
    ).toContainText('acknowledged');
    expect(await carbWindow(page)).toBe(windows.today);
    await page.getByRole('link', { name: 'The day after' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    const numbers = (text: string) => text.split(' to ').map(Number);
    await expect
      .poll(async () => numbers(await carbWindow(page)))
      .toEqual(numbers(windows.tomorrow).map((n) => n - 20));
  });

  await test.step('7: a third account reaches nothing of theirs', async () => {
    const athleteId = new URL(coach.url()).pathname.split('/')[2] ?? '';
    const stranger = await anotherBrowser(browser, page);
    await stranger.goto('/sign-up');
    await stranger.getByLabel('Name').fill('Third Person');
    await stranger.getByLabel('Email').fill(`third-${test.info().project.name}@example.test`);
    await stranger.getByLabel('Password').fill('nothing to see here');
    await stranger.getByRole('button', { name: 'Make the account' }).click();
    await stranger.getByLabel('Sex, for the equations').click();
    await stranger.getByRole('option', { name: 'Female', exact: true }).click();
    await typeInto(stranger, 'Birth date', '1995-03-02');
    await stranger.getByLabel('Height, cm').fill('171');
    await stranger.getByLabel('Body mass this morning, kg').fill('64,5');
    await expect(stranger.getByText('Start value:')).toBeVisible();
    await accessible(stranger);
    await stranger.getByRole('button', { name: 'Make the first plan' }).click();
    await expect(stranger.getByText('a meal by the pattern').first()).toBeVisible();
    await expect(stranger.getByRole('meter', { name: 'Protein' }).first()).toHaveAttribute(
      'aria-valuetext',
      /window 106 to 136/,
    );
    await stranger.goto(`/athletes/${athleteId}`);
    await expect(stranger.getByRole('alert')).toContainText(
      'There is no such athlete, or they do not share with you.',
    );
    const today = new Date().toISOString().slice(0, 10);
    for (const path of [`days/${today}`, 'orders', 'foods?q=oats'])
      expect((await stranger.request.get(`/api/athletes/${athleteId}/${path}`)).status()).toBe(404);
    expect(await (await stranger.request.get('/api/roster')).json()).toEqual({
      athletes: [],
      faults: [],
    });
    await stranger.context().close();
  });
  await coach.context().close();
});
