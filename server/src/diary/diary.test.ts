import { afterAll, afterEach, beforeAll, describe, expect, test } from '@jest/globals';
import type { DayDocument, PortionRow } from '@maul/contract/diary';
import type { Problem } from '@maul/contract/problems';
import { athleteDay } from '@maul/core/units';
import { sql } from 'kysely';
import { v7 as uuidv7 } from 'uuid';
import { mealBody, openTestHouse, portionBody, type Someone, type TestHouse } from '../testing/house.ts';

let house: TestHouse;
let athlete: Someone;
let at: string;
const today = athleteDay(new Date(), 'Europe/Vienna');

beforeAll(async () => {
  house = await openTestHouse();
  athlete = await house.athlete('Diarist');
  at = `/api/athletes/${athlete.id}`;
});
afterAll(() => house.close());

const newMeal = async (): Promise<string> => {
  const id = uuidv7();
  await athlete.put(`${at}/meals/${id}`, mealBody(today)).expect(200);
  return id;
};
const readDay = async () => (await athlete.get(`${at}/days/${today}`).expect(200)).body as DayDocument;

describe('every write is safe to repeat', () => {
  test('a portion saved twice is one portion', async () => {
    const meal = await newMeal();
    const id = uuidv7();
    const body = portionBody(meal, { grams: 61, method: 'scale', division: 1 });
    const [first, second] = [
      await athlete.put(`${at}/portions/${id}`, body).expect(200),
      await athlete.put(`${at}/portions/${id}`, body).expect(200),
    ];
    expect(second.body).toEqual(first.body);
    expect((await readDay()).portions.filter((p) => p.id === id)).toHaveLength(1);
  });
  test('at the same moment, too', async () => {
    const meal = await newMeal();
    const id = uuidv7();
    const answers = await Promise.all(
      Array.from({ length: 6 }, () => athlete.put(`${at}/portions/${id}`, portionBody(meal))),
    );
    expect(answers.map((a) => a.status)).toEqual([200, 200, 200, 200, 200, 200]);
    expect(new Set(answers.map((a) => (a.body as PortionRow).version))).toEqual(new Set([1]));
  });
});

describe('versions', () => {
  test('a change from an older version is answered with the present row, and overwrites nothing', async () => {
    const meal = await newMeal();
    const id = uuidv7();
    await athlete.put(`${at}/portions/${id}`, portionBody(meal)).expect(200);
    const changed = await athlete
      .put(`${at}/portions/${id}`, portionBody(meal, { base: 1, grams: 66, method: 'scale', division: 1 }))
      .expect(200);
    expect((changed.body as PortionRow).version).toBe(2);
    const stale = await athlete
      .put(`${at}/portions/${id}`, portionBody(meal, { base: 1, grams: 10, method: 'eye' }))
      .expect(409);
    expect(stale.body).toMatchObject({ type: 'urn:maul:problem:stale', current: { grams: 66, version: 2 } });
    expect((stale.body as Problem).detail).toContain('Nothing was overwritten');
    expect((await readDay()).portions.find((p) => p.id === id)?.grams).toBe(66);
  });
  test('what a correction replaced is kept', async () => {
    const meal = await newMeal();
    const id = uuidv7();
    await athlete.put(`${at}/portions/${id}`, portionBody(meal)).expect(200);
    await athlete.put(`${at}/portions/${id}`, portionBody(meal, { base: 1, plannedGrams: 99 })).expect(200);
    const { rows } = await sql<{
      planned: number;
    }>`select (replaced ->> 'planned_grams')::float as planned from row_history where row_id = ${id}`.execute(
      house.owner,
    );
    expect(rows).toEqual([{ planned: 60 }]);
  });
  test('taken away softly, and back again', async () => {
    const meal = await newMeal();
    await athlete.put(`${at}/meals/${meal}`, mealBody(today, { base: 1, deleted: true })).expect(200);
    expect((await readDay()).meals.some((m) => m.id === meal)).toBe(false);
    await athlete.put(`${at}/meals/${meal}`, mealBody(today, { base: 2 })).expect(200);
    expect((await readDay()).meals.some((m) => m.id === meal)).toBe(true);
  });
  test('an id that is not there cannot be changed', async () => {
    await athlete.put(`${at}/meals/${uuidv7()}`, mealBody(today, { base: 3 })).expect(404);
  });
});

describe('weights that cannot be', () => {
  test.each([
    [-5, 'A weight is more than 0 g.'],
    [0, 'A weight is more than 0 g.'],
    [5001, 'More than 5 kg is not one portion: check the weight.'],
    ['twelve', 'A weight is a number of grams.'],
  ])('%p', async (grams, sentence) => {
    const meal = await newMeal();
    const answer = await athlete
      .put(`${at}/portions/${uuidv7()}`, portionBody(meal, { grams, method: 'scale' }))
      .expect(422);
    expect((answer.body as Problem).detail).toBe(`${sentence} Nothing was changed.`);
  });
  test('a measured portion says how; a time is a time; a meal is there', async () => {
    const meal = await newMeal();
    await athlete.put(`${at}/portions/${uuidv7()}`, portionBody(meal, { grams: 50 })).expect(422);
    await athlete.put(`${at}/meals/${uuidv7()}`, mealBody(today, { time: '25:00' })).expect(422);
    await athlete.put(`${at}/meals/${uuidv7()}`, mealBody('2026-02-30')).expect(422);
    const lost = await athlete.put(`${at}/portions/${uuidv7()}`, portionBody(uuidv7())).expect(404);
    expect((lost.body as Problem).detail).toContain('is not there');
  });
});

describe('when the ground gives way', () => {
  afterEach(() => sql`drop trigger if exists full_disk on portion`.execute(house.owner));
  test('a full disk: a sentence, and nothing half-written', async () => {
    const meal = await newMeal();
    await sql`create or replace function full_disk() returns trigger language plpgsql as
      $$ begin raise exception 'no space left on device' using errcode = '53100'; end $$`.execute(
      house.owner,
    );
    await sql`create trigger full_disk before insert on portion for each row execute function full_disk()`.execute(
      house.owner,
    );
    const id = uuidv7();
    const answer = await athlete.put(`${at}/portions/${id}`, portionBody(meal)).expect(507);
    expect(answer.body).toMatchObject({
      type: 'urn:maul:problem:disk-full',
      detail:
        'The server has no room left, so this was not saved. It stays on your device and is sent again.',
    });
    await sql`drop trigger full_disk on portion`.execute(house.owner);
    await athlete.put(`${at}/portions/${id}`, portionBody(meal)).expect(200);
  });
  test('a database that ends the connections: a sentence, and the next request works', async () => {
    await sql`select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and usename in ('maul_app', 'maul_accounts')`.execute(
      house.owner,
    );
    const answers = await Promise.all(Array.from({ length: 4 }, () => athlete.get(`${at}/orders`)));
    for (const answer of answers) expect([200, 503]).toContain(answer.status);
    await athlete.get(`${at}/orders`).expect(200);
  });
  test('a database that is not there', async () => {
    const { asProblem, toProblem } = await import('../platform/http/problems.ts');
    for (const code of ['ECONNREFUSED', '57P01', '08006'])
      expect(toProblem(asProblem(Object.assign(new Error('x'), { code })))).toMatchObject({
        status: 503,
        type: 'urn:maul:problem:database-away',
      });
    expect(toProblem(asProblem(new Error('secret detail'))).detail).not.toContain('secret');
  });
});

test('a morning on the scale: one a day, corrected in place', async () => {
  const day = await readDay();
  expect(day.weighIn).toMatchObject({ kg: 84.2, version: 1 });
  await athlete
    .put(`${at}/weigh-ins/${day.weighIn?.id ?? ''}`, { base: 1, day: today, kg: 83.9, deleted: false })
    .expect(200);
  expect((await readDay()).weighIn).toMatchObject({ kg: 83.9, version: 2 });
  await athlete
    .put(`${at}/weigh-ins/${uuidv7()}`, { base: 0, day: today, kg: 70, deleted: false })
    .expect(409);
});
