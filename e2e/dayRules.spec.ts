import { expect, test } from '@playwright/test';
import { accessible, meal, more, undoBar } from './house.ts';
import { BUTTER, newAthlete, POTATO, QUARK, RICE, SAME_SITE, type TestFood } from './people.ts';

test('the menu of the phase is poured into the day; a plate is ticked off without a number', async ({
  page,
}) => {
  const { id, today } = await newAthlete(page, 'Menu');
  type Seen = { season: { phases: { macros: object }[]; events: unknown[] }; history: { number: number }[] };
  const at = `/api/athletes/${id}/season`;
  /** Signs the first phase anew, by another rule. */
  const by = async (macros: object): Promise<void> => {
    const { season, history } = (await (await page.request.get(at)).json()) as Seen;
    const phases = season.phases.map((phase) => ({ ...phase, macros }));
    const answer = await page.request.put(`${at}/${crypto.randomUUID()}`, {
      headers: SAME_SITE,
      data: {
        base: Math.max(...history.map((h) => h.number)),
        season: { ...season, phases },
        reason: null,
        confirmed: [],
      },
    });
    if (!answer.ok()) throw new Error(await answer.text());
  };
  const portion = (food: TestFood, grams: number, number: number, time: string) => ({
    name: food.name, grams, per100g: food.per100g, meal: number, time, foodId: food.id, state: food.state,
  }); // prettier-ignore
  await by({
    kind: 'menu',
    name: 'Eight weeks',
    portions: [
      portion(QUARK, 700, 1, '06:45'),
      portion(RICE, 1000, 2, '13:10'),
      portion(POTATO, 500, 2, '13:10'),
      portion(BUTTER, 70, 2, '13:10'),
    ],
  });
  await page.goto('/today');
  await more(page, 'Saved meals and menus');
  const saved = page.getByRole('dialog', { name: 'Saved meals' });
  await expect(saved).toContainText('the menu of this phase: 2 meals');
  await accessible(page);
  await saved.getByRole('button', { name: 'Add it to the day' }).click();
  await expect(meal(page, '06:45').locator('.portion-planned')).toHaveCount(1);
  await expect(meal(page, '13:10').locator('.portion-planned')).toHaveCount(3);
  await expect(meal(page, '13:10')).toContainText('Potato, boiled');
  await undoBar(page).click();
  await expect(page.locator('article.meal[data-meal]')).toHaveCount(0);
  await page.getByRole('button', { name: /^Do again/ }).click();
  await expect(page.locator('article.meal[data-meal]')).toHaveCount(2);
  // The plate: no number, a group at a time, kept over a reload.
  await by({ kind: 'plate', groups: ['palm of protein', 'fist of vegetables'] });
  await page.goto(`/today/${today}`);
  const plate = meal(page, '06:45').getByRole('group', { name: 'The plate' });
  await plate.getByRole('checkbox', { name: 'palm of protein' }).check();
  await expect(meal(page, '13:10').getByRole('checkbox', { name: 'palm of protein' })).not.toBeChecked();
  await expect
    .poll(async () => {
      const seen = (await (await page.request.get(`/api/athletes/${id}/days/${today}`)).json()) as {
        meals: { time: string; ticks: string[] }[];
      };
      return seen.meals.find((m) => m.time === '06:45')?.ticks;
    })
    .toEqual(['palm of protein']);
  await page.reload();
  await expect(plate.getByRole('checkbox', { name: 'palm of protein' })).toBeChecked();
  await accessible(page);
});

test(
  'sodium that swings from one day to the next is said where it is eaten',
  { tag: '@desk' },
  async ({ page }) => {
    const { id, today, plan, meal: newMeal } = await newAthlete(page, 'Salt');
    const salty = (sodium: number): TestFood => ({
    id: 'test-bowl', name: 'Bowl', state: 'cooked', per100g: { PROCNT: 20, FAT: 8, CHOAVLDF: 50, FIBTG: 2, NA: sodium },
  }); // prettier-ignore
    const noon = await newMeal('12:00');
    await plan(noon, salty(100), 800, 0);
    // The whole day before, eaten.
    const before = new Date(Date.parse(today) - 86_400_000).toISOString().slice(0, 10);
    const put = (path: string, data: object) =>
      page.request.put(`/api/athletes/${id}/${path}`, { data, headers: SAME_SITE });
    const mealId = crypto.randomUUID();
    await put(`meals/${mealId}`, { base: 0, day: before, time: '12:00', zone: 'Europe/Vienna', eaten: true, deleted: false }); // prettier-ignore
    await put(`portions/${crypto.randomUUID()}`, {
    base: 0, mealId, position: 0, food: { ...salty(400), source: 'test' }, plannedGrams: null, grams: 900, method: 'scale',
    division: 1, trail: null, deleted: false,
  }); // prettier-ignore
    await page.goto('/today');
    const cautions = page.getByRole('region', { name: 'Cautions' });
    await expect(cautions).toContainText('Sodium goes from 3,600 to 800 mg in a day');
    await cautions.getByRole('button').first().click();
    await expect(cautions).toContainText('common practice, no source');
    await accessible(page);
  },
);
