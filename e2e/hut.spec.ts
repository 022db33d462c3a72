import { expect, test, type Page } from '@playwright/test';
import { v7 as uuidv7 } from 'uuid';
import { signUp } from './house.ts';
import { BUTTER, newAthlete, POTATO, QUARK, RICE, SAME_SITE } from './people.ts';
import { device, ready, rows } from './wire.ts';

test.use({ serviceWorkers: 'allow' });

const sentAll = (page: Page) => expect(page.locator('.saving')).toHaveCount(0, { timeout: 30_000 });
const type = async (page: Page, label: string | RegExp, value: string): Promise<void> => {
  await page.getByLabel(label).fill(value);
  await page.getByLabel(label).blur();
};

test('a morning, a batch, a box and a fit without the server: the house has each row afterwards, once @desk', async ({
  browser,
}) => {
  const { wire, context, page } = await device(browser);
  const athlete = await newAthlete(page, 'Hut Cook');
  const noon = await athlete.meal('12:00');
  await athlete.plan(noon, POTATO, 300, 0);
  await athlete.plan(noon, QUARK, 500, 1);
  await athlete.plan(noon, BUTTER, 20, 2);
  await athlete.plan(noon, RICE, 300, 3);
  const per100g = { ENERC: 104, PROCNT: 24, FAT: 0.7, CHOAVLDF: 0, FIBTG: 0 };
  const food = { id: uuidv7(), name: 'Fen turkey breast', state: 'raw', source: 'own label', per100g };
  const recipe = {
    kind: 'recipe', name: 'Baked turkey', lines: [{ id: uuidv7(), food, grams: 400, piece: null }], water: 0, servings: 2,
    method: 'baked', steps: [{ id: uuidv7(), text: 'Bake it', minutes: 25, celsius: 180 }], potId: null, potHolds: null,
    minutes: 45, meals: [], freezes: true, hot: false, notes: '',
  }; // prettier-ignore
  await athlete.put(`kitchen-things/${uuidv7()}`, { base: 0, thing: recipe, deleted: false });
  await ready(page);
  await wire.cut();
  await page.close();
  const cold = await context.newPage();

  await cold.goto('/morning');
  await type(cold, 'Weight, kg', '78.9');
  await cold.getByRole('button', { name: /^(Keep|Replace)$/ }).click();
  await cold.getByRole('button', { name: 'Sleep: good' }).click();

  // The solver is on the device: a fit is found and taken.
  await cold.goto('/today');
  await cold.getByRole('button', { name: 'Fit', exact: true }).click();
  const fit = cold.getByRole('dialog', { name: 'Fit' });
  await fit.getByRole('checkbox', { name: /^Rice/ }).check();
  await fit.getByRole('button', { name: 'Find the portions' }).click();
  await expect(fit.getByText(/^\d answers?\.$/)).toBeVisible();
  await fit.getByRole('button', { name: 'Take this' }).first().click();
  await expect(fit).toHaveCount(0);
  const planned = async (on: Page): Promise<number[]> =>
    (await on.locator('.portion .portion-amount').allInnerTexts()).map(
      (text) => (text.match(/\d[\d,]*/g) ?? []).map((n) => Number(n.replace(',', ''))).at(-1) ?? 0,
    );
  const fitted = await planned(cold);

  // Cooked, weighed and put away.
  await cold.goto('/kitchen/recipes');
  await cold.getByRole('link', { name: /Baked turkey/ }).click();
  await cold.getByRole('button', { name: 'Cook it' }).click();
  await cold.getByRole('button', { name: 'Weigh it in' }).click();
  await expect(cold.locator('.batch-strip')).toContainText('weigh it in');
  await type(cold, 'Grams of Fen turkey breast', '400');
  await cold.getByRole('button', { name: 'Cook it' }).click();
  await cold.getByRole('button', { name: 'Start 25 min' }).click();
  await type(cold, /^Inside, poultry/, '74');
  await cold.getByRole('button', { name: 'It is cooked' }).click();
  await type(cold, /^Its empty weight/, '184');
  await type(cold, /^Full weight/, '476');
  await cold.getByRole('button', { name: 'Take it' }).click();
  await expect(cold.getByTestId('balance')).toContainText('400 g raw = 292 g cooked + 108 g steam.');
  await cold.getByRole('button', { name: 'Fill the boxes', exact: true }).click();
  const boxes = cold.getByRole('list', { name: 'Boxes' }).getByRole('listitem');
  for (const grams of ['146', '142']) {
    await boxes
      .filter({ hasNotText: /in the pot/ })
      .nth(grams === '146' ? -1 : -2)
      .getByRole('button')
      .click();
    await type(cold, 'It weighs, g', grams);
    await cold.getByRole('button', { name: 'Keep it' }).click();
  }
  await cold.getByRole('button', { name: 'Put it all away' }).click();
  await expect(cold.getByText('4 g clung to the pot')).toBeVisible();

  // Half of a box is eaten before the house knows of it.
  await cold.goto('/kitchen');
  await cold
    .getByRole('button', { name: /Baked turkey/ })
    .first()
    .click();
  await cold
    .getByRole('list', { name: 'Boxes of Baked turkey' })
    .getByRole('button', { name: /146 g/ })
    .click();
  await cold.locator('a[href*="/kitchen/box/"]').first().click();
  await cold.getByRole('button', { name: 'Half now' }).click();
  await cold.getByRole('button', { name: /^Eat \d+ g$/ }).click();
  await expect(cold.locator('.portion').filter({ hasText: 'Baked turkey' })).toHaveCount(1);
  await expect(cold.getByRole('status').filter({ hasText: 'wait on this device since' })).toBeVisible();

  await wire.join();
  await sentAll(cold);
  const of = [athlete.id];
  expect(await rows('select kg::float as kg from weigh_in where athlete_id = $1', of)).toEqual([
    { kg: 78.9 },
  ]);
  const stock = await rows(
    `select grams, version from stock where athlete_id = $1 and kind = 'box' order by grams`,
    of,
  );
  expect(stock.map((s) => s.grams)).toEqual([142, 146]);
  const eaten = await rows(
    `select grams::float as grams from portion where athlete_id = $1 and deleted_at is null and food ->> 'stockId' is not null`,
    of,
  );
  expect(eaten).toHaveLength(1);
  expect(eaten[0]?.grams).toBe(73);
  const kept = await rows(
    `select planned_grams::float as grams from portion where athlete_id = $1 and deleted_at is null and food ->> 'stockId' is null
     order by position`,
    of,
  );
  expect(kept.map((k) => k.grams)).toEqual(fitted);
  const batches = await rows(
    `select thing ->> 'done' as done from kitchen_thing where athlete_id = $1 and thing ->> 'kind' = 'batch'`,
    of,
  );
  expect(batches).toEqual([{ done: 'true' }]);
  await context.close();
  await wire.cut();
});

test('an order is read, a week is sent and an order is written while the server is away: said when it answers, signed by hand @desk', async ({
  browser,
  page: desk,
}) => {
  const { wire, context, page } = await device(browser);
  const athlete = await newAthlete(page, 'Hut Walker');
  await signUp(desk, 'Coach Of The Hut', 'coach');
  await desk.waitForURL(/roster/);
  const session = (await (await desk.request.get('/api/session')).json()) as {
    person: { coachCode: string };
  };
  await athlete.put(`grants/${uuidv7()}`, {
    code: session.person.coachCode,
  });
  const day = (await (
    await page.request.get(`/api/athletes/${athlete.id}/days/${athlete.today}`)
  ).json()) as {
    season: { phases: { id: string }[] };
  };
  const order = await desk.request.put(`/api/athletes/${athlete.id}/orders/${uuidv7()}`, {
    headers: SAME_SITE,
    data: {
      phaseId: day.season.phases[0]?.id,
      from: athlete.today,
      until: null,
      dayTypes: null,
      macro: 'CARB',
      change: { kind: 'relative', amount: -10 },
      lever: null,
      reason: 'A little less.',
      confirmed: [],
    },
  });
  expect(order.ok(), await order.text()).toBe(true);
  await ready(page);
  await page.goto('/week');
  await expect(page.getByRole('button', { name: 'Send the week' })).toBeVisible();
  // What is shown is on the device a moment later.
  await page.waitForTimeout(1000);
  await wire.cut();
  await page.goto('/today');
  await page.getByRole('button', { name: 'Acknowledge' }).click();
  await expect(
    page.getByText('Acknowledged on this device. Coach Of The Hut sees it once the server answers.'),
  ).toBeVisible();
  await page.goto('/week');
  await page.getByLabel('Your words').fill('From the hut, without a network.');
  await page.getByRole('button', { name: 'Send the week' }).click();
  await expect(page.getByText('This week waits on this device since')).toBeVisible();
  await expect(
    page.locator('.saving').filter({ hasText: 'Maul sends this when the server answers:' }),
  ).toContainText('Your acknowledgement of an order; Your week up to');
  await page.reload();
  await page.getByRole('button', { name: 'Do not send it' }).click();
  await expect(page.getByLabel('Your words')).toHaveValue('From the hut, without a network.');
  await page.getByRole('button', { name: 'Send the week' }).click();
  await expect(page.getByText('This week waits on this device since')).toBeVisible();
  await wire.join();
  await expect(page.getByText(/^Sent on/)).toBeVisible({ timeout: 30_000 });
  expect(await rows('select words from check_in where athlete_id = $1', [athlete.id])).toEqual([
    { words: 'From the hut, without a network.' },
  ]);
  const read = await rows('select count(*)::int as many from order_acknowledgement where athlete_id = $1', [
    athlete.id,
  ]);
  expect(read).toEqual([{ many: 1 }]);

  // The athlete goes on without the coach, and writes an order of their own while the server is away.
  await page.goto('/account');
  await page.getByRole('button', { name: 'End sharing' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'End sharing' }).click();
  await expect(page.getByRole('button', { name: 'End sharing' })).toHaveCount(0);
  await page.goto('/orders');
  await expect(page.getByRole('button', { name: 'Sign', exact: true }).first()).toBeVisible();
  // What is shown is on the device a moment later.
  await page.waitForTimeout(1000);
  await wire.cut();
  await page.reload();
  const panel = page.getByRole('region', { name: 'Sign a change of your own' });
  await panel.getByLabel('By how much, g').fill('-15');
  await panel.getByRole('checkbox').first().check();
  await panel.getByLabel('Reason').fill('The hut has no bread.');
  await panel.getByRole('button', { name: 'Keep it as a draft' }).click();
  await expect(panel.getByText('This draft is not signed yet.')).toBeVisible();
  await page.goto('/today');
  await expect(page.getByText('Order for Hut Walker: your draft is not signed yet.')).toBeVisible();
  await wire.join();
  await page.getByRole('link', { name: 'Open it' }).click();
  await expect(panel.getByLabel('Reason')).toHaveValue('The hut has no bread.');
  for (const box of await panel.getByLabel('I have read this and stand by it').all()) await box.check();
  await panel.getByRole('button', { name: 'Sign', exact: true }).click({ timeout: 30_000 });
  await expect(page.getByText('This draft is not signed yet.')).toHaveCount(0);
  const signed = await rows('select reason from change_order where athlete_id = $1 order by signed_at', [
    athlete.id,
  ]);
  expect(signed.map((s) => s.reason)).toEqual(['A little less.', 'The hut has no bread.']);
  await context.close();
  await wire.cut();
});
