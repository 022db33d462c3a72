import { typeInto } from './people.ts';
import { expect, test, type Browser, type Page } from '@playwright/test';
import { accessible, signUp, enterAs } from './house.ts';

const size = () => test.info().project.name;
const wide = () => size() === 'desktop';

const another = async (browser: Browser, like: Page): Promise<Page> =>
  (
    await browser.newContext({ viewport: like.viewportSize(), locale: 'en-GB', timezoneId: 'Europe/Vienna' })
  ).newPage();

const fillBody = async (page: Page): Promise<void> => {
  await page.getByLabel('Sex, for the equations').click();
  await page.getByRole('option', { name: 'Male', exact: true }).click();
  await typeInto(page, 'Birth date', '1996-05-04');
  await page.getByLabel('Height, cm').fill('178');
  await page.getByLabel('Body mass this morning, kg').fill('84.2');
};

/** An ISO date so many days from the athlete's today, read off the page. */
const dayFromNow = (days: number): string =>
  new Date(Date.now() - 3 * 3_600_000 + days * 86_400_000).toISOString().slice(0, 10);

const meter = (page: Page, name: string) => page.getByRole('meter', { name, exact: true }).first();

test(
  'a new athlete is set up: every equation side by side, a first plan, and why each number',
  { tag: '@desk' },
  async ({ page }) => {
    await signUp(page, 'New Athlete', 'athlete');
    await expect(page.getByRole('heading', { name: 'Your start' })).toBeVisible();
    await page.getByRole('button', { name: 'Make the first plan' }).click();
    await expect(
      page
        .getByRole('alert')
        .filter({ hasText: /choose one|height|mass|date/i })
        .first(),
    ).toBeVisible();
    // Nothing that matters is preset.
    await expect(page.getByRole('combobox', { name: 'Sex, for the equations' })).not.toHaveText(/male/i);
    await fillBody(page);
    const table = page.getByRole('table', { name: 'Resting expenditure by every equation' });
    // Worked by hand from the published forms, 84.2 kg, 178 cm: Mifflin 1990 at the athlete's age, others need body fat.
    await expect(table.getByRole('row')).toHaveCount(9);
    await expect(table.getByRole('row', { name: /Cunningham 1980/ })).toContainText('needs body fat');
    await page.getByLabel('Body fat, % (if you know it)').fill('13.9');
    await expect(table.getByRole('row', { name: /Tinsley, by lean mass/ }).getByRole('radio')).toBeChecked();
    await expect(table.getByRole('row', { name: /Cunningham 1980/ })).toContainText('2,095');
    await page.getByLabel('I know my maintenance, kcal a day').fill('2900');
    await expect(page.getByText('2,900 kcal a day')).toBeVisible();
    for (const day of ['Mon', 'Wed', 'Fri'])
      await page.getByRole('button', { name: day, exact: true }).click();
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    await expect(page.getByRole('list', { name: 'Sessions of the week' }).getByRole('listitem')).toHaveCount(
      3,
    );
    await page.getByRole('button', { name: 'milk' }).click();
    await expect(page.getByRole('table', { name: 'The first plan' })).toContainText('2,755–3,045');
    await accessible(page);
    await page.getByRole('button', { name: 'Make the first plan' }).click();
    await expect(meter(page, 'Energy')).toHaveAttribute('aria-valuetext', /window 2,755 to 3,045/);
    await expect(page.getByText('a meal by the pattern').first()).toBeVisible();
    await page.getByRole('button', { name: /^Protein: window/ }).click();
    const why = page.getByRole('dialog', { name: 'Why this number' });
    await expect(why).toContainText('Protein: 1.8 g per kg of body mass × 84.2 kg = 152 g.');
    await why.getByRole('button', { name: 'Energy' }).click();
    await expect(why).toContainText('as you know it from experience');
    await accessible(page);
    await why.getByRole('button', { name: 'Close' }).click();

    await test.step('units, hidden figures and the page about the numbers', async () => {
      await page.goto('/account/body');
      await page.getByLabel('Energy in').click();
      await page.getByRole('option', { name: 'kJ' }).click();
      await page.getByLabel('Hide my weight on screen').check();
      await page.getByRole('button', { name: 'Keep', exact: true }).click();
      await expect(page.getByText('Saved. Body figures apply from today')).toBeVisible();
      await accessible(page);
      await page.goto('/today');
      // 2,900 kcal less and more 5 %, in kJ by 4.184 (NIST SP 811).
      await expect(meter(page, 'Energy')).toHaveAttribute('aria-valuetext', /window 11,5\d\d to 12,7\d\d/);
      await expect(page.getByLabel('Morning weight, kg')).toHaveAttribute('type', 'password');
      await page.goto('/about');
      await expect(page.getByText('Maul is not a doctor, a dietitian or a federation.')).toBeVisible();
      await accessible(page);
    });

    await test.step('a change of one’s own, signed without a coach', async () => {
      await page.goto('/orders');
      const panel = page.getByLabel('Sign a change of your own');
      await panel.getByLabel('By how much, g').fill('-30');
      await panel.getByLabel('Lever food, if one').fill('the rice');
      await panel.getByLabel('Every', { exact: true }).check();
      await panel.getByLabel('Reason').fill('Less appetite in the heat.');
      await panel.getByRole('button', { name: 'Sign', exact: true }).click();
      await expect(page.locator('.orders > .order-list')).toContainText('carbs −30 g on all days');
      await expect(page.locator('.orders > .order-list')).toContainText('acknowledged');
    });
  },
);

test('a season is laid, moved, taken back, signed and read again', { tag: '@desk' }, async ({ page }) => {
  await signUp(page, 'Season Athlete', 'athlete');
  await fillBody(page);
  await page.getByRole('button', { name: 'Make the first plan' }).click();
  await expect(meter(page, 'Energy')).toBeVisible();
  await page.getByRole('link', { name: 'Season' }).click();
  const timeline = page.getByLabel('The season to scale');
  await expect(timeline.getByRole('button', { name: /^Maintenance/ })).toBeVisible();
  await accessible(page);

  await test.step('a show brings its prep, its peak week and the weeks after it', async () => {
    await page.getByRole('button', { name: 'Add a phase or event' }).click();
    const add = page.getByRole('region', { name: 'Add', exact: true });
    await add.getByRole('button', { name: 'Add the event' }).click();
    await expect(add.getByRole('alert')).toContainText('Give it a name.');
    await add.getByLabel('Name').fill('Spring show');
    await typeInto(add, 'On', dayFromNow(200));
    await add.getByRole('button', { name: 'Add the event' }).click();
    for (const name of [/^Contest prep/, /^Peak week/, /^Post-show/, /^Spring show/])
      await expect(timeline.getByRole('button', { name })).toBeVisible();
  });

  await test.step('moved by keyboard, everything that hangs on it moves; undo and redo', async () => {
    const flag = timeline.getByRole('button', { name: /^Spring show/ });
    const peak = () => timeline.getByRole('button', { name: /^Peak week/ }).getAttribute('aria-label');
    const before = await peak();
    await flag.focus();
    await page.keyboard.press('Shift+ArrowRight');
    await expect.poll(peak).not.toBe(before);
    expect(await peak()).toContain('1 week');
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect.poll(peak).toBe(before);
    await page.keyboard.press('Control+y');
    await expect.poll(peak).not.toBe(before);
    await page.keyboard.press('Control+z');
    await expect.poll(peak).toBe(before);
  });

  await test.step('an end is moved by keyboard and, with a mouse, dragged; its neighbour gives way', async () => {
    const edge = timeline.getByRole('slider', { name: 'End of Maintenance' }).first();
    const prep = () => timeline.getByRole('button', { name: /^Contest prep/ }).getAttribute('aria-label');
    const before = await prep();
    await edge.focus();
    await page.keyboard.press('ArrowLeft');
    await expect.poll(prep).not.toBe(before);
    await page.keyboard.press('ArrowRight');
    await expect.poll(prep).toBe(before);
    if (!wide()) return;
    const box = await edge.boundingBox();
    if (!box) throw new Error('the edge is not there');
    await page.mouse.move(box.x + box.width / 2, box.y + 20);
    await page.mouse.down();
    await page.mouse.move(box.x - 60, box.y + 20, { steps: 6 });
    await expect(timeline.getByRole('status')).toContainText('Maintenance ends');
    await page.mouse.up();
    await expect.poll(prep).not.toBe(before);
    await page.keyboard.press('Control+z');
    await expect.poll(prep).toBe(before);
  });

  await test.step('moving it into the past is refused in a sentence', async () => {
    await timeline.getByRole('button', { name: /^Spring show/ }).click();
    const panel = page.getByRole('region', { name: 'Spring show' });
    await typeInto(panel, 'Date', dayFromNow(-5));
    await expect(panel.getByText(/^Not before/)).toBeVisible();
    await typeInto(panel, 'Date', dayFromNow(214));
    await expect(panel.getByText('What would move')).toBeVisible();
    await expect(panel.getByRole('listitem').first()).toContainText('Spring show moves from');
    await panel.getByRole('button', { name: 'Move it' }).click();
  });

  await test.step('rules and day types of the phase', async () => {
    await timeline
      .getByRole('button', { name: /^Maintenance/ })
      .first()
      .click();
    const panel = page.getByRole('region', { name: 'Maintenance' });
    await panel.getByLabel('kcal more or less').fill('-100');
    await panel.getByRole('tab', { name: 'Days' }).click();
    await panel.getByLabel('Add a day type').click();
    await page.getByRole('option', { name: /^Refeed/ }).click();
    await panel.getByRole('tab', { name: 'Meals' }).click();
    await panel.getByRole('button', { name: 'Make a meal pattern' }).click();
    await panel.getByRole('tab', { name: 'Windows' }).click();
    await expect(panel.getByText('Protein, g')).toBeVisible();
    await accessible(page);
  });

  await test.step('a day type is placed on a date, and the week holds its mean', async () => {
    const board = page.getByLabel('The coming weeks');
    const cell = board.locator('.board-cell').nth(14).getByRole('button');
    await board.getByLabel('Hold the weekly mean').check();
    if (wide()) {
      const [from, to] = [
        await board.getByRole('button', { name: 'Refeed', exact: true }).boundingBox(),
        await cell.boundingBox(),
      ];
      if (!from || !to) throw new Error('the board is not there');
      await page.mouse.move(from.x + 10, from.y + 10);
      await page.mouse.down();
      await page.mouse.move(from.x + 30, from.y + 30, { steps: 4 });
      await page.mouse.move(to.x + 20, to.y + 20, { steps: 8 });
      await page.mouse.up();
    } else {
      await cell.click();
      await cell.click();
      await page.getByRole('menuitem', { name: 'Refeed' }).click();
    }
    await expect(cell).toHaveAttribute('aria-label', /Refeed/);
    await expect(board.getByRole('status')).toContainText('The week keeps its mean');
  });

  await test.step('looked at and signed; a reload and the past', async () => {
    await page.reload();
    await expect(page.getByText(/changes, not signed/)).toBeVisible();
    await page.getByRole('button', { name: 'Review and sign' }).click();
    const bar = page.getByLabel('Changes');
    await expect(bar).toContainText('Spring show on');
    await bar.getByLabel('Reason (for whoever asks later)').fill('A show in spring');
    await accessible(page);
    await bar.getByRole('button', { name: 'Sign the season' }).click();
    await expect(bar).toContainText('Nothing changed.');
    await page.reload();
    await expect(timeline.getByRole('button', { name: /^Spring show/ })).toBeVisible();
    await page.getByRole('tab', { name: 'In force' }).click();
    await expect(page.getByTestId('in-force')).toContainText('Season 2, signed by Season Athlete');
    await expect(page.getByTestId('in-force')).toContainText('A show in spring');
    await page.goto('/today');
    await expect(page.locator('.day-head')).toContainText('to Spring show');
  });

  await test.step('when it must start', async () => {
    await page.goto('/season');
    await page.getByRole('tab', { name: 'Start by' }).click();
    const panel = page.getByRole('region', { name: 'When it must start' });
    await panel.getByLabel('Body fat now, %').fill('22');
    await expect(panel.getByTestId('start-by')).toContainText('Latest sensible start');
    await panel.getByLabel('Body fat now, %').fill('45');
    await expect(panel.getByTestId('start-by')).toContainText('Too late for this show at this rate.');
    await expect(panel.getByTestId('start-by')).toContainText(/A show \d+ weeks later/);
    await accessible(page);
  });

  await test.step('the calendar: a file, and an address that can be revoked', async () => {
    await page.getByRole('tab', { name: 'Calendar' }).click();
    const panel = page.getByRole('region', { name: 'Calendar' });
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      panel.getByRole('link', { name: 'Download as iCalendar' }).click(),
    ]);
    expect(file.suggestedFilename()).toBe('maul.ics');
    await panel.getByRole('button', { name: 'Make a private address' }).click();
    const address = await panel.getByTestId('feed-address').inputValue();
    const feed = await page.request.get(address, { headers: { cookie: '' } });
    expect(await feed.text()).toContain('SUMMARY:Spring show');
    await panel.getByRole('button', { name: 'Revoke' }).click();
    await expect(panel.getByRole('button', { name: 'Revoke' })).toHaveCount(0);
    expect((await page.request.get(address)).status()).toBe(404);
  });
});

test(
  'a season with a hard caution waits for both, and is said where it is eaten',
  { tag: '@desk' },
  async ({ page, browser }) => {
    const coach = await another(browser, page);
    await signUp(coach, 'Careful Coach', 'coach');
    const code = await coach.locator('.day-empty b').innerText();
    await signUp(page, 'Careful Athlete', 'athlete');
    await fillBody(page);
    await page.getByLabel('Your coach’s code, if you have a coach').fill(code);
    await page.getByRole('button', { name: 'Make the first plan' }).click();
    await expect(meter(page, 'Energy')).toBeVisible();

    await coach.reload();
    await coach.getByRole('link', { name: 'Careful Athlete' }).click();
    await coach.getByRole('link', { name: 'Season', exact: true }).click();
    const panel = coach.getByRole('region', { name: 'Maintenance' });
    await panel.getByLabel('Energy', { exact: true }).click();
    await coach.getByRole('option', { name: 'From a rate of change' }).click();
    await panel.getByLabel('% of body mass a week').fill('-2');
    await expect(coach.getByLabel('Changes')).toContainText('cannot hold');
    await expect(coach.getByRole('region', { name: /^Targets of/ }).getByRole('alert')).toContainText(
      'cannot hold',
    );
    await panel.getByLabel('% of body mass a week').fill('-1.1');
    await coach.getByRole('button', { name: 'Review and sign' }).click();
    const bar = coach.getByLabel('Changes');
    await expect(bar).toContainText('The plan would lose 1.1 % of body mass a week');
    await expect(bar.getByRole('button', { name: 'Sign the season' })).toBeDisabled();
    for (const box of await bar.getByLabel('I have read this and stand by it').all()) await box.check();
    await accessible(coach);
    await bar.getByRole('button', { name: 'Sign the season' }).click();
    await expect(coach.getByLabel('A season waiting for confirmation')).toContainText(
      'it waits for the athlete',
    );

    const before = await meter(page, 'Energy').getAttribute('aria-valuetext');
    await page.goto('/season');
    const strip = page.getByLabel('A season waiting for confirmation');
    await expect(strip).toContainText('Careful Coach wrote this season');
    await strip.getByRole('button', { name: 'I have read this and stand by it' }).click();
    await expect(strip).toHaveCount(0);
    await page.goto('/today');
    await expect(meter(page, 'Energy')).not.toHaveAttribute('aria-valuetext', before ?? '');
    const cautions = page.getByLabel('Cautions', { exact: true });
    await cautions.getByRole('button', { expanded: false }).click();
    await expect(cautions).toContainText('Confirmed by all who must');
    await expect(cautions).toContainText('doctor or a registered dietitian');
    await accessible(page);
    await coach.context().close();
  },
);

test('the demo coach reads an athlete’s season, in the dark too', async ({ page }) => {
  await page.emulateMedia({ colorScheme: 'dark' });
  await enterAs(page, 'Tilde Amsel');
  await page.getByRole('link', { name: 'Odo Marrick' }).click();
  await page.getByRole('link', { name: 'Season', exact: true }).click();
  const timeline = page.getByLabel('The season to scale');
  for (const name of [/^Recover/, /^Push/, /^Tarn Valley Grand Final/])
    await expect(timeline.getByRole('button', { name })).toBeVisible();
  await accessible(page);
});
