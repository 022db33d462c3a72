import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { routes } from '@maul/contract/routes';
import { athleteDay } from '@maul/core/units';
import { sql } from 'kysely';
import { v7 as uuidv7 } from 'uuid';
import { z } from 'zod';
import { mealBody, openTestHouse, portionBody, type Someone, type TestHouse } from './testing/house.ts';

interface Route {
  verb: 'get' | 'post' | 'put' | 'delete';
  path: string;
  query: z.ZodType;
}

/** Every address about an athlete, out of the table of routes: a new one is asked from the day it is written. */
const ABOUT = Object.entries(routes as Readonly<Record<string, Route>>).filter(([, { path }]) =>
  path.includes(':athleteId'),
);
const today = athleteDay(new Date(), 'Europe/Vienna');
const id = uuidv7();

let house: TestHouse;
let athlete: Someone;
let coach: Someone;
let former: Someone;
let stranger: Someone;

beforeAll(async () => {
  house = await openTestHouse();
  athlete = await house.athlete('Athlete');
  coach = await house.signUp('coach', 'Coach');
  former = await house.signUp('coach', 'Former coach');
  stranger = await house.athlete('Stranger');
  await house.share(athlete, coach);
  const grant = await house.share(athlete, former);
  const at = `/api/athletes/${athlete.id}`;
  // One id for a row of each kind: what an address of one row leads to is there.
  await athlete.put(`${at}/meals/${id}`, mealBody(today)).expect(200);
  await athlete.put(`${at}/portions/${id}`, portionBody(id)).expect(200);
  await athlete
    .put(`${at}/notes/${id}`, { base: 0, day: today, mealId: id, text: 'Secret words', deleted: false })
    .expect(200);
  await athlete.delete(`${at}/grants/${grant}`).expect(200);
});
afterAll(() => house.close());

const PARAMS: Readonly<Record<string, string>> = {
  id,
  date: today,
  foodId: 'maul-potato',
  answerId: id,
  correctionId: id,
  code: '2041800009594',
};
const addressOf = ({ path, query }: Route, athleteId: string): string => {
  const filled = path.replace(/:(\w+)/g, (_, name: string) => {
    const value = name === 'athleteId' ? athleteId : PARAMS[name];
    if (value === undefined) throw new Error(`nobody has said what :${name} is here`);
    return value;
  });
  const { required = [], properties = {} } = z.toJSONSchema(query, { io: 'input', unrepresentable: 'any' });
  const asked = required.map((name) => {
    const { format } = properties[name] as { format?: string };
    return [name, format === 'date' ? today : 'x'];
  });
  return asked.length === 0 ? filled : `${filled}?${new URLSearchParams(asked).toString()}`;
};
const ask = async (who: Someone, route: Route, athleteId: string) => {
  const address = addressOf(route, athleteId);
  const answer =
    route.verb === 'get' || route.verb === 'delete'
      ? await who[route.verb](address)
      : await who[route.verb](address, {});
  return { status: answer.status, said: JSON.stringify(answer.body).replaceAll(athleteId, 'ATHLETE') };
};
/** What every table holds of the athlete, a digest each: one changed figure changes it. */
const rows = async (): Promise<string> => {
  const { rows: tables } = await sql<{ name: string }>`
    select c.relname as name from pg_class c join pg_attribute a on a.attrelid = c.oid
    where c.relnamespace = 'public'::regnamespace and c.relkind = 'r' and a.attname = 'athlete_id' order by 1`.execute(
    house.owner,
  );
  const counts: string[] = [];
  for (const { name } of tables) {
    const { rows: found } = await sql<{ said: string }>`
      select coalesce(md5(string_agg(to_jsonb(t)::text, '' order by to_jsonb(t)::text)), '-') as said
      from ${sql.table(name)} t where t.athlete_id = ${athlete.id}`.execute(house.owner);
    counts.push(`${name} ${found[0]?.said ?? ''}`);
  }
  return counts.join('\n');
};

test('there are addresses, and the athlete and their coach open those that are read', async () => {
  expect(ABOUT.length).toBeGreaterThan(40);
  const { status } = await ask(athlete, routes.day, athlete.id);
  expect(status).toBe(200);
  expect((await ask(coach, routes.day, athlete.id)).said).toContain('Secret words');
});

describe.each([
  ['a stranger', () => stranger],
  ['a coach whose sharing has ended', () => former],
] as const)('to %s', (_who, who) => {
  test.each(ABOUT)('%s says of a real athlete what it says of none', async (_name, route) => {
    const before = await rows();
    const real = await ask(who(), route, athlete.id);
    expect(real).toEqual(await ask(who(), route, uuidv7()));
    expect(real.said).not.toMatch(/Secret words|Oats|Athlete"/);
    expect(await rows()).toBe(before);
  });
});

test.each(ABOUT)('nobody at all is not signed in at %s', async (_name, route) => {
  const agent = house.agent();
  const address = addressOf(route, athlete.id);
  const answer = await agent[route.verb](address).set('Sec-Fetch-Site', 'same-origin');
  expect(answer.status).toBe(401);
});
