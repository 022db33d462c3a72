import { expect, test, type Page } from '@playwright/test';
import { accessible, meal, more, undoBar } from './house.ts';
import { BUTTER, newAthlete, POTATO, QUARK, RICE, typeInto } from './people.ts';

const line = (page: Page) => page.getByRole('combobox', { name: /Quick line/ });
const understood = (page: Page) => page.getByRole('list', { name: 'How Maul reads it' });
const landing = (page: Page) => page.locator('.landing .col');

/** Types a line and keeps it. */
const write = async (page: Page, text: string): Promise<void> => {
  await line(page).fill(text);
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(line(page)).toHaveValue('');
};
test('a worked day of five meals by the quick line: its stated sums exactly, and the same day under other rules', async ({
  page,
}) => {
  await newAthlete(page, 'Worked');
  await page.goto('/today');
  // common practice, no source: fat, protein, carbs, fibre and the stated kcal of five meals.
  for (const [time, fat, protein, carbs, fibre, kcal] of [
    ['07:00', 13, 39, 30, 6, 393],
    ['10:00', 4, 56, 58, 2, 492],
    ['13:00', 2, 50, 4, 0, 234],
    ['16:00', 27, 29, 18, 4, 431],
    ['19:00', 4, 56, 58, 2, 492],
  ] as const)
    await write(page, `${time} ! ${kcal} kcal P ${protein} C ${carbs} F ${fat} fibre ${fibre}`);
  await expect(landing(page)).toHaveText(['2,042', '230.0', '168.0', '50.0']);
  await page.getByRole('button', { name: 'All nutrients' }).click();
  const rules = page.getByTestId('by-rule');
  await expect(rules).toContainText('as stated 2,042 kcal · 4/9/4 2,042 kcal · fibre at 2 2,014 kcal');
  await expect(rules).toContainText('without fibre 1,986 kcal · EU factors 2,014 kcal · EU factors 8,490 kJ');
});

test('the quick line asks, says what it cannot, and loses nothing', async ({ page }) => {
  const { meal: newMeal } = await newAthlete(page, 'Line');
  await newMeal('12:00');
  await page.goto('/today');
  await line(page).fill('25:00 180 g potato');
  await expect(understood(page)).toContainText('25:00 is no time: a day runs from 00:00 to 23:59.');
  await expect(page.getByRole('button', { name: 'Add', exact: true })).toBeDisabled();
  await line(page).fill('10 kg lettuce');
  await expect(understood(page)).toContainText('10 kg Lettuce is more than one portion: 5 kg at most.');
  await line(page).fill('= all yesterday');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('alert')).toHaveText(
    'There is nothing on that day to copy. What you typed is kept.',
  );
  await expect(line(page)).toHaveValue('= all yesterday');
  await line(page).fill('#9 50 g oats');
  await expect(page.locator('.quick-panel')).toContainText('There is no meal 9 on this day.');
  // Several foods may be meant: it asks, by name.
  await line(page).fill('#1 180 g bread, ~20-40 g butter (from the canteen)');
  await page
    .getByRole('list', { name: 'Foods like bread' })
    .getByRole('button', { name: /^Rye bread/ })
    .click();
  await expect(understood(page)).toContainText('180 g Rye bread');
  // One food is called Butter and nothing else: it is not asked.
  await expect(page.getByRole('list', { name: 'Foods like butter' })).toHaveCount(0);
  await expect(understood(page)).toContainText('30 g (20 to 40) Butter');
  await accessible(page);
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(meal(page, '12:00').locator('.portion')).toHaveCount(2);
  await expect(meal(page, '12:00')).toContainText('from the canteen');
  // A completion by keyboard alone.
  await line(page).pressSequentially('21:45 150 g humm');
  await expect(page.getByRole('option', { name: /^Hummus/ })).toBeVisible();
  await line(page).press('ArrowDown');
  await line(page).press('Enter');
  await expect(line(page)).toHaveValue('21:45 150 g Hummus');
  await expect(understood(page)).toContainText('150 g Hummus');
  await line(page).press('Enter');
  await expect(page.locator('article.meal')).toHaveCount(2);
});

test('a meal moved, split, merged, copied and repeated; every step taken back, also after a reload', async ({
  page,
}) => {
  const { meal: newMeal, plan } = await newAthlete(page, 'Rail');
  const one = await newMeal('08:00');
  await plan(one, RICE, 200, 0);
  await plan(one, QUARK, 250, 1);
  const two = await newMeal('13:00');
  await plan(two, POTATO, 300, 0);
  await page.goto('/today');
  await expect(meal(page, '13:00')).toBeVisible();
  const sums = await landing(page).allInnerTexts();
  const act = async (
    title: string,
    part: string | null,
    fill: (page: Page) => Promise<void>,
    keep: string,
  ) => {
    await page.getByRole('button', { name: title, exact: true }).first().click();
    if (part !== null) await page.getByRole('button', { name: part, exact: true }).click();
    await fill(page);
    await page.getByRole('dialog').getByRole('button', { name: keep, exact: true }).click();
    await expect(page.getByRole('dialog')).toHaveCount(0);
  };
  await act('Rice, quark', 'Split', (p) => p.getByRole('checkbox', { name: /^Rice/ }).check(), 'Split it');
  await expect(meal(page, '10:00')).toContainText('Rice, white');
  await expect(landing(page)).toHaveText(sums);
  await act('Rice', 'Merge', async () => {}, 'Merge them');
  await expect(page.locator('article.meal')).toHaveCount(2);
  await expect(landing(page)).toHaveText(sums);
  await act(
    'Potato',
    null,
    async (p) => {
      await p.getByLabel('Number in the day').click();
      await p.getByRole('option', { name: /^1/ }).click();
    },
    'Keep',
  );
  await expect(page.locator('article.meal').first()).toContainText('Potato');
  await act('Potato', 'Copy or repeat', (p) => p.getByLabel('Times a day').fill('3'), 'Copy');
  await expect(page.locator('article.meal')).toHaveCount(5);
  await undoBar(page).click();
  await expect(page.locator('article.meal')).toHaveCount(2);
  // The way back outlives the page.
  await page.reload();
  const back = page.getByRole('button', { name: /^Take back:/ });
  for (let i = 0; i < 3; i += 1) {
    await expect(back).toBeEnabled();
    const label = await back.getAttribute('aria-label');
    await back.click();
    await expect(page.getByText(`Taken back: ${label?.replace('Take back: ', '') ?? ''}.`)).toBeVisible();
  }
  await expect(meal(page, '08:00').locator('.portion')).toHaveCount(2);
  await expect(page.locator('article.meal').last()).toContainText('Potato');
  await page.keyboard.press('Control+Shift+z');
  await expect(meal(page, '10:00')).toContainText('Rice, white');
  await page.keyboard.press('Control+z');
  await expect(meal(page, '10:00')).toHaveCount(0);
});

test('fit finds the portions, says what it cannot reach; a swap keeps the carbs and refuses the allergen', async ({
  page,
}) => {
  const { meal: newMeal, plan, put } = await newAthlete(page, 'Fit', { allergens: ['gluten'] });
  const noon = await newMeal('12:00');
  await plan(noon, POTATO, 300, 0);
  await plan(noon, QUARK, 500, 1);
  await plan(noon, BUTTER, 60, 2);
  const evening = await newMeal('19:00');
  await plan(evening, RICE, 300, 0);
  await put(`food-marks/maul-whey`, { lever: false, inStock: true });
  await page.goto('/today');
  await page.getByRole('button', { name: 'Fit', exact: true }).click();
  const fit = page.getByRole('dialog', { name: 'Fit' });
  await expect(fit.getByText('2 foods may move')).toBeVisible();
  await fit.getByRole('checkbox', { name: /^Rice/ }).check();
  await fit.getByLabel('to, g, Quark, low fat').fill('600');
  await fit.getByRole('button', { name: 'Find the portions' }).click();
  await expect(fit.getByText(/^\d answers?\.$/)).toBeVisible();
  await expect(fit.locator('.fit-said')).toContainText('Protein cannot reach');
  await expect(fit.locator('.fit-said')).toContainText('Whey');
  await fit.getByLabel('to, g, Quark, low fat').fill('2000');
  await fit.getByLabel('to, g, Rice, white').fill('1500');
  await fit.getByLabel('to, g, Potato, boiled').fill('1500');
  await fit.getByRole('button', { name: 'Look again' }).click();
  await expect(fit.getByText(/^\d answers?\.$/)).toBeVisible();
  await accessible(page);
  await fit.getByRole('button', { name: 'Take this' }).first().click();
  await expect(fit).toHaveCount(0);
  const lands = page.locator('.band-PROCNT .band-lands');
  await expect(lands).toContainText('inside');
  await undoBar(page).click();
  await expect(meal(page, '12:00')).toContainText('500');

  // Gluten is refused in every swap.
  await page.getByRole('button', { name: 'Potato, boiled' }).click();
  await page.getByRole('button', { name: 'Swap' }).click();
  const swaps = page.getByRole('list', { name: 'Swaps' });
  await expect(swaps.getByRole('button').first()).toBeVisible();
  await expect(page.getByText(/foods with gluten, or not known to be free of it, left out/)).toBeVisible();
  for (const text of await swaps.getByRole('button').allInnerTexts()) expect(text).not.toContain('Bread');
  await swaps.getByRole('button').first().click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(meal(page, '12:00')).not.toContainText('Potato, boiled');
});

test('room kept, a meal out between two ends, what still fits, and the smallest change after too much', async ({
  page,
}) => {
  const { meal: newMeal, plan } = await newAthlete(page, 'Out');
  const noon = await newMeal('00:10');
  await plan(noon, RICE, 250, 0);
  await page.goto('/today');
  await more(page, 'Keep room for later');
  const room = page.getByRole('dialog', { name: 'Keep room for later' });
  await room.getByLabel('Energy, kcal').fill('900');
  await room.getByLabel('Fat, g').fill('30');
  await room.getByRole('button', { name: 'Keep it free' }).click();
  await expect(meal(page, '19:30')).toContainText('Dinner, kept free');
  await expect(landing(page).nth(1)).toContainText('≥');
  await page.getByRole('button', { name: 'Eating out' }).click();
  const out = page.getByRole('dialog', { name: 'Eating out' });
  await typeInto(out, 'Time', '20:15');
  await out.getByRole('button', { name: '+ oil' }).click();
  await out.getByRole('button', { name: '+ rice' }).click();
  await expect(out.getByRole('list', { name: 'Parts of the meal' }).getByRole('listitem')).toHaveCount(2);
  await expect(out.locator('.guessed')).toContainText('short to');
  await out.getByRole('button', { name: 'Plan it' }).click();
  await expect(meal(page, '20:15')).toContainText('(5–30)');
  await meal(page, '20:15').getByRole('button', { name: 'Eaten' }).click();
  await expect(meal(page, '20:15')).toContainText('eaten');
  await expect(meal(page, '20:15').locator('.portion-eaten')).toHaveCount(2);
  // More fat than any window holds: the rest of the day offers its smallest change, and before it to leave things be.
  await write(page, '#1 ! 1500 kcal F 120');
  const rest = page.getByRole('region', { name: 'The rest of the day' });
  await expect(rest.getByRole('button').first()).toHaveText('Leave it');
  await rest.getByRole('button').first().click();
  await expect(rest).toHaveCount(0);
  await more(page, 'What still fits');
  await expect(page.getByRole('dialog', { name: 'What still fits' })).toContainText('there are none yet');
});

test('water, training, supplements, a pause; what is too much at once cannot be planned', async ({
  page,
}) => {
  await newAthlete(page, 'Beside');
  await page.goto('/today');
  await page.getByRole('button', { name: 'Water …' }).click();
  const add = page.getByRole('dialog', { name: 'Add to the day' });
  await add.getByLabel('mL', { exact: true }).fill('600');
  await add.getByLabel('Save it as a bottle or glass').fill('Blue jug');
  await add.getByRole('button', { name: 'Remember', exact: true }).click();
  await expect(add.getByRole('button', { name: 'Blue jug (600 mL)' })).toBeVisible();
  await typeInto(add, 'Time', '10:00');
  await add.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('article', { name: 'Blue jug, 10:00' })).toBeVisible();
  await page.getByRole('button', { name: 'Another amount …' }).click();
  await add.getByLabel('mL', { exact: true }).fill('500');
  await add.getByLabel('Drunk already').uncheck();
  await typeInto(add, 'Until', '10:30');
  await expect(add.getByRole('alert')).toContainText(
    'More than 1.0 L within an hour (1.1 L) cannot be planned',
  );
  await expect(add.getByRole('button', { name: 'Add', exact: true })).toBeDisabled();
  await typeInto(add, 'Until', '14:00');
  await add.getByRole('button', { name: 'Add', exact: true }).click();
  await page.getByRole('button', { name: /^Drunk:/ }).click();
  await expect(page.locator('.drinks')).toContainText('1.1 L');

  await more(page, 'Supplements');
  await page.getByRole('button', { name: 'Add a supplement' }).click();
  const form = page.getByRole('dialog', { name: 'A supplement' });
  await form.getByLabel('Name').fill('Lasix');
  await expect(form.getByRole('alert')).toContainText('can harm');
  await form.getByLabel('Name').fill('Caffeine tablets');
  await form.getByRole('button', { name: 'Add what one dose holds' }).click();
  await form.getByRole('combobox', { name: 'Holds' }).click();
  await page.getByRole('option', { name: /Caffeine/ }).click();
  await form.getByLabel('Amount', { exact: true }).fill('210');
  await form.getByRole('button', { name: 'Keep' }).click();
  await page.getByRole('button', { name: 'Taken now' }).click();
  await page.getByRole('button', { name: 'Close' }).click();
  await expect(page.locator('.drinks')).toContainText('210 mg caffeine at once');
  await page.getByRole('button', { name: /^caffeine 210 mg/ }).click();
  await expect(page.getByTestId('caffeine-curve').locator('canvas')).toBeVisible();
  await accessible(page);
  await page.getByRole('button', { name: 'Close' }).click();

  await more(page, 'Pause the log');
  await page.getByRole('button', { name: 'Pause', exact: true }).click();
  await expect(page.getByText('The log is paused')).toBeVisible();
  await page.getByRole('button', { name: 'Go on logging' }).click();
  await expect(page.getByText('The log is paused')).toHaveCount(0);
});

test('one pan, two athletes; the same day in two browsers', { tag: '@desk' }, async ({ page, browser }) => {
  const giver = await newAthlete(page, 'Giver Oss');
  const elsewhere = await browser.newContext();
  const other = await elsewhere.newPage();
  await newAthlete(other, 'Taker Lund');
  await other.goto('/account');
  const code = (await other.getByTestId('table-code').innerText()).trim();
  const noon = await giver.meal('12:00');
  await giver.plan(noon, RICE, 400, 0);
  await giver.plan(noon, POTATO, 100, 1);
  await page.goto('/today');
  await page.getByRole('button', { name: 'Rice, white' }).click();
  await page.getByRole('button', { name: 'Give part of it' }).click();
  const give = page.getByRole('dialog', { name: 'Give part of Rice, white' });
  await give.getByLabel('How much, g').fill('150');
  await give.getByLabel('To', { exact: true }).click();
  await page.getByRole('option', { name: /by their code/ }).click();
  await give.getByLabel('Their code').fill('0000000000');
  await give.getByRole('button', { name: 'Give it' }).click();
  await expect(give.getByRole('alert')).toContainText('Nobody has this code.');
  await give.getByLabel('Their code').fill(code);
  await give.getByRole('button', { name: 'Give it' }).click();
  await expect(meal(page, '12:00')).toContainText('250');
  await other.goto('/today');
  await other
    .getByRole('region', { name: 'From Giver Oss' })
    .getByRole('button', { name: 'Take it' })
    .click();
  await expect(other.locator('.portion')).toContainText('from Giver Oss');
  await elsewhere.close();

  // The same athlete in a second browser: what does not collide is merged, what does is asked.
  const state = await page.context().storageState();
  const second = await browser.newContext({ storageState: state });
  const twin = await second.newPage();
  await twin.goto('/today');
  await expect(meal(twin, '12:00')).toBeVisible();
  await twin.context().setOffline(true);
  await meal(twin, '12:00').getByRole('button', { name: 'Eaten' }).click();
  await page.getByRole('button', { name: 'Rice, potato', exact: true }).click();
  await typeInto(page.getByRole('dialog'), 'Time', '12:40');
  await page.getByRole('dialog').getByRole('button', { name: 'Keep' }).click();
  await expect(meal(page, '12:40')).toBeVisible();
  await expect(page.locator('.saving-none')).toHaveCount(1);
  await twin.context().setOffline(false);
  await expect(meal(twin, '12:40')).toContainText('eaten');
  await expect(meal(page, '12:40')).toContainText('eaten');
  await second.close();
});

test(
  'a day is found, put beside another, copied from, and laid on paper',
  { tag: '@desk' },
  async ({ page }) => {
    const { id, today, put } = await newAthlete(page, 'Finder');
    const before = new Date(new Date(`${today}T00:00:00Z`).getTime() - 3 * 86_400_000)
      .toISOString()
      .slice(0, 10);
    const mealId = `0192aaaa-0000-7000-8000-${id.slice(-12)}`;
    const zone = 'Europe/Vienna';
    await put(`meals/${mealId}`, { base: 0, day: before, time: '12:00', zone, eaten: true, deleted: false });
    await put(`portions/0192aaaa-0000-7000-9000-${id.slice(-12)}`, {
      base: 0,
      mealId,
      position: 0,
      food: {
        id: 'trout',
        name: 'Fen trout',
        state: 'raw',
        source: 'test',
        per100g: { PROCNT: 20, FAT: 5, CHOCDF: 0, FIBTG: 0 },
      },
      plannedGrams: 150,
      grams: 156,
      method: 'scale',
      division: 1,
      trail: null,
      deleted: false,
    });
    await page.goto('/days');
    await page.getByLabel(/With foods/).fill('herring');
    await expect(page.getByText('No day matches.')).toBeVisible();
    // Typed faster than the list can answer, no letter is lost.
    await page.getByLabel(/With foods/).fill('');
    await page.getByLabel(/With foods/).pressSequentially('fen trou', { delay: 5 });
    await expect(page.locator('.find-days tbody tr')).toHaveCount(1);
    await expect(page.getByLabel(/With foods/)).toHaveValue('fen trou');
    await page.getByRole('checkbox', { name: /beside others/ }).check();
    const beside = page.getByRole('region', { name: 'Beside each other' });
    await expect(beside).toContainText('156 g Fen trout');
    await accessible(page);
    await beside.getByRole('button', { name: 'Copy to today' }).click();
    await page.goto('/today');
    await expect(meal(page, '12:00')).toContainText('156');
    await expect(meal(page, '12:00')).toContainText('0 of 1 measured');
    await more(page, 'This day on paper');
    await expect(page.getByRole('heading', { name: /the plan$/ })).toBeVisible();
    await expect(page.getByRole('table')).toContainText('Fen trout, raw');
    await page.getByRole('button', { name: 'Log', exact: true }).click();
    await expect(page.getByText('Nothing is logged on this day.')).toBeVisible();
    const pdf = await page.request.get(`/api/athletes/${id}/days/${today}/paper.pdf?kind=plan`);
    expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
  },
);
