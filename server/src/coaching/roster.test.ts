import { afterAll, beforeAll, expect, jest, test } from '@jest/globals';
import type { ResponseOf } from '@maul/contract/routes';
import { sql } from 'kysely';
import pg from 'pg';
import { v7 as uuidv7 } from 'uuid';
import { openTestHouse, type TestHouse } from '../testing/house.ts';

let house: TestHouse;
const said: string[] = [];
beforeAll(async () => {
  house = await openTestHouse({ write: (line) => said.push(line) });
});
afterAll(() => house.close());

test('one athlete whose rows cannot be read costs one row of the roster, and says so in it', async () => {
  const coach = await house.signUp('coach', 'Of Three');
  const athletes = [
    await house.athlete('First Whole'),
    await house.athlete('Broken'),
    await house.athlete('Second Whole'),
  ];
  for (const athlete of athletes) await house.share(athlete, coach);
  const broken = athletes[1];
  // No door lets this in; a row of an older Maul might hold it.
  await sql`update season_revision set document = '{"events":[],"phases":[{"from":"0000-01-01","to":"9999-12-31"}]}'
    where athlete_id = ${broken?.id}`.execute(house.owner);
  said.length = 0;
  const roster = (await coach.get('/api/roster').expect(200)).body as ResponseOf<'roster'>;
  expect(roster.athletes.map((row) => row.name).sort()).toEqual(['First Whole', 'Second Whole']);
  expect(roster.faults).toEqual([
    {
      athleteId: broken?.id,
      name: 'Broken',
      sentence:
        'Something in this log could not be read, so there are no figures. Their day opens all the same.',
    },
  ]);
  // The operator hears of it, without a name, an id or a value.
  const logged = said.filter((line) => line.includes('A row of a roster could not be made'));
  expect(logged).toHaveLength(1);
  expect(logged[0]).not.toMatch(new RegExp(`0000-01-01|Broken|${broken?.id ?? ''}`));
});

test('a roster is read with as many queries for six athletes as for two, at most twelve', async () => {
  const coach = await house.signUp('coach', 'Of Many');
  const heard = jest.spyOn(pg.Client.prototype, 'query');
  const asked = async (): Promise<string[]> => {
    heard.mockClear();
    await coach.get('/api/roster').expect(200);
    return heard.mock.calls
      .map(([query]: unknown[]) => (typeof query === 'string' ? query : (query as { text: string }).text))
      .filter((text) => !/^(begin|commit|start|set |select set_config)/i.test(text.trim()));
  };
  const join = async (n: number): Promise<void> => {
    for (let i = 0; i < n; i += 1) await house.share(await house.athlete(`One of ${n}`), coach);
  };
  await join(2);
  const two = await asked();
  await join(4);
  const six = await asked();
  heard.mockRestore();
  expect(six).toEqual(two);
  expect(two.length).toBeGreaterThan(5);
  // Who asks is one of them.
  expect(two.length).toBeLessThanOrEqual(12 + 1);
});

test('a pause that ends more than ten years after it began, or began before our time, is refused', async () => {
  const athlete = await house.athlete('Pauser');
  const pause = (from: string, until: string | null) =>
    athlete.put(`/api/athletes/${athlete.id}/standing/${uuidv7()}`, {
      base: 0,
      thing: { kind: 'pause', from, until, why: '' },
      deleted: false,
    });
  await pause('0000-01-01', null).expect(422);
  await pause('2026-01-01', '2036-01-02').expect(422);
  await pause('2026-01-01', '2036-01-01').expect(200);
  await pause('2045-01-01', null).expect(422);
  await pause('1990-01-01', '1995-01-01').expect(422);
});
