import { expect, test, type Page } from '@playwright/test';
import { newAthlete, QUARK, RICE } from './people.ts';
import { note } from './house.ts';
import { device, ready, rows } from './wire.ts';

test.use({ serviceWorkers: 'allow' });

const PLACES: readonly (readonly [string, string | RegExp])[] = [
  ['/today', 'The day lands on'],
  ['/bench', 'Bench'],
  ['/kitchen', 'Add a pack'],
  ['/kitchen/recipes', 'New recipe'],
  ['/kitchen/cooking', 'Nothing that is cooked is planned'],
  ['/kitchen/shopping', 'Share as text'],
  ['/kitchen/menu', 'There is nothing to choose from yet.'],
  ['/kitchen/trip', 'Leaving at'],
  ['/pantry', 'New food from its label'],
  ['/trend', 'This morning'],
  ['/morning', 'Weight, kg'],
  ['/season', 'Add a phase or event'],
  ['/orders', 'What was changed'],
  ['/activity', 'Activity'],
];

test(
  'with the wire cut the application starts cold, every place opens, and what is entered is in the house afterwards, once',
  { tag: '@desk' },
  async ({ browser }) => {
    const { wire, context, page } = await device(browser);
    const athlete = await newAthlete(page, 'Away For A Week');
    const breakfast = await athlete.meal('08:00');
    await athlete.plan(breakfast, RICE, 120, 0);
    await ready(page);
    await wire.cut();
    await page.close();
    // A page that was never open: nothing of it is in memory.
    const cold = await context.newPage();
    for (const [path, seen] of PLACES) {
      await cold.goto(path);
      await expect(cold.getByText(seen).first(), path).toBeVisible();
      await expect(cold.getByRole('button', { name: 'Try again' }), path).toHaveCount(0);
    }
    await cold.goto('/today');
    await expect(cold.getByRole('status').filter({ hasText: 'The server does not answer.' })).toBeVisible();
    await note(cold, 'In the mountains');
    // A food of the everyday table is found by its words, mistyped too, and a label becomes a food of one's own.
    await cold.goto('/pantry');
    await cold.getByRole('searchbox', { name: 'Find any food' }).fill('chiken breast');
    await expect(cold.getByText('Chicken breast').first()).toBeVisible();
    await cold.getByRole('searchbox', { name: 'Find any food' }).fill('');
    await cold.getByRole('button', { name: 'New food from its label' }).click();
    const dialog = cold.getByRole('dialog');
    await dialog.getByLabel('Name').fill('Hut cheese');
    await dialog.getByLabel('Energy, kcal').fill('300');
    await dialog.getByLabel('Fat, g', { exact: true }).fill('20');
    await dialog.getByLabel('Carbohydrate, g').fill('2');
    await dialog.getByLabel('Protein, g').fill('28');
    await dialog.getByRole('button', { name: 'Keep this food' }).click();
    await expect(cold.getByText('Hut cheese').first()).toBeVisible();
    // Days ahead are there, and take what is entered.
    for (const ahead of [1, 2, 3, 4, 5, 6]) {
      const date = new Date(Date.parse(athlete.today) + ahead * 86_400_000).toISOString().slice(0, 10);
      await cold.goto(`/today/${date}`);
      await note(cold, `Day ${ahead} of the hut`);
    }
    await expect(
      cold.getByRole('status').filter({ hasText: '8 changes wait on this device since' }),
    ).toBeVisible();
    // Nothing readable lies on the device for longer than a moment.
    await expect.poll(() => cold.evaluate(() => JSON.stringify(localStorage))).not.toContain('hut');
    const readable = await cold.evaluate(
      () =>
        new Promise<string>((done) => {
          const open = indexedDB.open('maul');
          open.onsuccess = () => {
            const all = open.result.transaction('outbox').objectStore('outbox').getAll();
            all.onsuccess = () => done(JSON.stringify(all.result));
          };
        }),
    );
    expect(readable).toContain('sealed');
    expect(readable).not.toContain('hut');
    await wire.join();
    await expect(cold.locator('.saving')).toHaveCount(0, { timeout: 30_000 });
    const kept = await rows('select text from note where athlete_id = $1 order by text', [athlete.id]);
    expect(kept.map((n) => n.text)).toEqual([
      ...[1, 2, 3, 4, 5, 6].map((ahead) => `Day ${ahead} of the hut`),
      'In the mountains',
    ]);
    const foods = await rows('select name, version from food_own where athlete_id = $1', [athlete.id]);
    expect(foods).toEqual([{ name: 'Hut cheese', version: 1 }]);
    await context.close();
    await wire.cut();
  },
);

test(
  'two devices apart merge by field; what collides is asked once with both values; signed out everywhere, the other one keeps nothing',
  { tag: '@desk' },
  async ({ browser }) => {
    const [one, two] = [await device(browser), await device(browser)];
    const athlete = await newAthlete(one.page, 'Two Devices');
    const breakfast = await athlete.meal('08:00');
    await athlete.plan(breakfast, RICE, 120, 0);
    await athlete.plan(breakfast, QUARK, 250, 1);
    await two.context.addCookies(await one.context.cookies());
    for (const { page } of [one, two]) await ready(page);
    for (const { wire } of [one, two]) await wire.cut();
    const amount = (page: Page, food: string) => page.locator('.portion').filter({ hasText: food });
    const change = async (page: Page, food: string, grams: string): Promise<void> => {
      await amount(page, food).getByRole('button').first().click();
      const field = page
        .getByRole('dialog')
        .getByLabel(/^(Amount|Grams|Planned)/)
        .first();
      await field.fill(grams);
      await field.press('Enter');
      await expect(page.getByRole('dialog')).toHaveCount(0);
    };
    await change(one.page, RICE.name, '150');
    await change(two.page, QUARK.name, '300');
    await change(two.page, RICE.name, '90');
    await note(one.page, 'From the first');
    await note(two.page, 'From the second');
    await one.wire.join();
    await expect(one.page.locator('.saving')).toHaveCount(0, { timeout: 30_000 });
    await two.wire.join();
    const asked = two.page.locator('.saving-refused');
    await expect(asked).toHaveCount(1, { timeout: 30_000 });
    await expect(asked).toContainText('Here 90 g, there 150 g.');
    await expect(asked).toContainText(/Entered here \d\d:\d\d\. There it was changed \d\d:\d\d, .+ on \w+\./);
    await asked.getByRole('button', { name: 'Keep my version' }).click();
    await expect(two.page.locator('.saving')).toHaveCount(0);
    const kept = await rows(
      `select food ->> 'name' as name, planned_grams::float as grams from portion where athlete_id = $1 and deleted_at is null order by 1`,
      [athlete.id],
    );
    expect(kept).toEqual(
      [
        { name: QUARK.name, grams: 300 },
        { name: RICE.name, grams: 90 },
      ].sort((a, b) => a.name.localeCompare(b.name)),
    );
    const notes = await rows('select text from note where athlete_id = $1 order by text', [athlete.id]);
    expect(notes.map((n) => n.text)).toEqual(['From the first', 'From the second']);
    await one.context.close();
    await two.context.close();
    for (const { wire } of [one, two]) await wire.cut();
  },
);
