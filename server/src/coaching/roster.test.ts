import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { ResponseOf } from '@maul/contract/routes';
import { sql } from 'kysely';
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
  await sql`insert into standing_entry (athlete_id, id, thing)
    values (${broken?.id}, ${uuidv7()}, '{"kind":"pause","from":"0000-01-01","until":null,"why":""}')`.execute(
    house.owner,
  );
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
