import type { Locator, Page } from '@playwright/test';
import { v7 as uuidv7 } from 'uuid';
import { newcomerStart } from '../scripts/newcomer.mjs';

const ZONE = 'Europe/Vienna';
/** What a browser says of a request of Maul's own pages. */
export const SAME_SITE = { 'Sec-Fetch-Site': 'same-origin' };

/** A day's food as a test needs it, per 100 g. */
export interface TestFood {
  id: string;
  name: string;
  state: string;
  per100g: Record<string, number>;
  more?: Record<string, unknown>;
}
export const RICE: TestFood = {
  id: 'maul-rice-white-cooked',
  name: 'Rice, white',
  state: 'cooked',
  per100g: { PROCNT: 2.6, FAT: 0.3, CHOAVLDF: 28, FIBTG: 0.4 },
};
export const POTATO: TestFood = {
  id: 'maul-potato-boiled',
  name: 'Potato, boiled',
  state: 'cooked',
  per100g: { PROCNT: 1.8, FAT: 0.1, CHOAVLDF: 16, FIBTG: 1.6 },
  more: { lever: true },
};
export const BUTTER: TestFood = {
  id: 'maul-butter',
  name: 'Butter',
  state: 'as sold',
  per100g: { PROCNT: 0.7, FAT: 82, CHOAVLDF: 0.7, FIBTG: 0 },
};

export const QUARK: TestFood = {
  id: 'maul-quark',
  name: 'Quark, low fat',
  state: 'as sold',
  per100g: { PROCNT: 12, FAT: 0.3, CHOAVLDF: 4, FIBTG: 0 },
  more: { lever: true },
};

const PASSWORD = 'a long enough password';
/** Signs an athlete of `newAthlete` in again. */
export const signInAs = async (page: Page, email: string): Promise<void> => {
  await page.request.post('/api/session', { data: { email, password: PASSWORD } });
};

/** A new athlete, signed in on this page, with a first phase. Nobody else touches their log. */
export const newAthlete = async (page: Page, name: string, profile: object = {}) => {
  const id = uuidv7();
  const account = {
    id,
    name,
    email: `${id}@example.test`,
    password: PASSWORD,
    role: 'athlete',
  };
  await page.request.post('/api/accounts', { data: account });
  const { email } = account;
  await signInAs(page, email);
  const start = newcomerStart(ZONE);
  await page.request.put(`/api/athletes/${id}/start`, {
    headers: SAME_SITE,
    data: { ...start, profile: { ...start.profile, ...profile } },
  });
  const put = async (path: string, data: object): Promise<void> => {
    const answer = await page.request.put(`/api/athletes/${id}/${path}`, { data, headers: SAME_SITE });
    if (!answer.ok()) throw new Error(`${path}: ${await answer.text()}`);
  };
  /** The athlete's day turns at four. */
  const today = new Intl.DateTimeFormat('en-CA', { timeZone: ZONE }).format(
    new Date(Date.now() - 4 * 3_600_000),
  );
  const meal = async (time: string): Promise<string> => {
    const mealId = uuidv7();
    await put(`meals/${mealId}`, { base: 0, day: today, time, zone: ZONE, eaten: false, deleted: false });
    return mealId;
  };
  const plan = async (mealId: string, food: TestFood, grams: number, position: number): Promise<void> => {
    const { more, ...plain } = food;
    await put(`portions/${uuidv7()}`, {
      base: 0,
      mealId,
      position,
      food: { ...plain, source: 'test', ...more },
      plannedGrams: grams,
      grams: null,
      method: null,
      division: null,
      trail: null,
      deleted: false,
    });
  };
  return { id, today, email, put, meal, plan };
};

/** Types a date (YYYY-MM-DD) or a time (HH:MM) into its field, section by section, as a reader in Britain does. */
export const typeInto = async (
  scope: Page | Locator,
  name: string | RegExp,
  value: string,
): Promise<void> => {
  const date = /^(\d{4})-(\d{2})-(\d{2})$/.exec(value);
  const digits = date ? `${date[3]}${date[2]}${date[1]}` : value.replace(':', '');
  const first = scope.getByRole('group', { name, exact: true }).getByRole('spinbutton').first();
  await first.click();
  // Each section takes its digits and gives the next one the keys.
  await first.page().keyboard.type(digits);
};
