import { afterAll, beforeAll, expect, jest, test } from '@jest/globals';
import type { RosterRow } from '@maul/contract/coaching';
import type { ResponseOf } from '@maul/contract/routes';
import { sql } from 'kysely';
import pg from 'pg';
import { v7 as uuidv7 } from 'uuid';
import {
  mealBody,
  openTestHouse,
  portionBody,
  saying,
  type Someone,
  type TestHouse,
} from '../testing/house.ts';
import { addDays } from '@maul/core/units';

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

test('a second look reads only whose rows have changed; who may see less is shown less', async () => {
  const [coach, other] = [
    await house.signUp('coach', 'Looks Twice'),
    await house.signUp('coach', 'Sees Less'),
  ];
  const [still, moving] = [await house.athlete('Keeps Still'), await house.athlete('Moves On')];
  for (const athlete of [still, moving]) await house.share(athlete, coach);
  const grant = await house.share(moving, other);
  await moving.put(`/api/athletes/${moving.id}/grants/${grant}/sees`, { sees: ['log'] }).expect(200);
  const reads = jest.spyOn(pg.Client.prototype, 'query');
  /** A look: the rows by name, and whose mornings were read for it. */
  const look = async (who: Someone) => {
    reads.mockClear();
    const { athletes } = (await who.get('/api/roster').expect(200)).body as ResponseOf<'roster'>;
    const asked = reads.mock.calls.flatMap(([query, values]: unknown[]) => {
      const { text = String(query), values: own = values } = query as { text?: string; values?: unknown };
      return text.includes('from "weigh_in"') ? ((own as unknown[])[0] as string[]) : [];
    });
    return { rows: new Map(athletes.map((row) => [row.name, row])), asked };
  };
  /** Looks until what was changed a moment ago has been told; everybody whose mornings were read meanwhile. */
  const lookUntil = async (told: (seen: Awaited<ReturnType<typeof look>>) => boolean) => {
    const asked = new Set<string>();
    for (let i = 0; i < 200; i += 1) {
      const seen = await look(coach);
      if (told(seen)) return [...asked];
      seen.asked.forEach((id) => asked.add(id));
    }
    throw new Error('What was changed is not told.');
  };
  await lookUntil(({ asked }) => asked.length === 0);
  const { today, weekMeanKg: startKg } = (await look(coach)).rows.get('Moves On') as RosterRow;
  // The first morning is that of the start.
  for (let back = 1; back < 7; back += 1)
    await moving
      .put(`/api/athletes/${moving.id}/weigh-ins/${uuidv7()}`, {
        base: 0,
        day: addDays(today, -back),
        kg: 81.4,
        deleted: false,
      })
      .expect(200);
  const mean = ((startKg ?? NaN) + 6 * 81.4) / 7;
  const meanIs = ({ rows }: Awaited<ReturnType<typeof look>>) => rows.get('Moves On')?.weekMeanKg;
  const read = await lookUntil(
    (seen) => Math.abs((meanIs(seen) ?? NaN) - mean) < 1e-6 && seen.asked.length === 0,
  );
  expect(read).toEqual([moving.id]);
  // Kept for one coach, and not shown to another who may not see the body.
  expect(meanIs(await look(other))).toBeNull();
  expect(meanIs(await look(coach))).toBeCloseTo(mean, 6);
  // While changes are not heard of, everything is read.
  house.feed.watch.turn(false);
  expect((await look(coach)).asked.sort()).toEqual([still.id, moving.id].sort());
  expect((await look(coach)).asked.sort()).toEqual([still.id, moving.id].sort());
  house.feed.watch.turn(true);
  expect((await look(coach)).asked.sort()).toEqual([still.id, moving.id].sort());
  expect((await look(coach)).asked).toEqual([]);
  reads.mockRestore();
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

test('who eats below the floor comes first with the reason, until a coach has read it; who is not shown the log is not told', async () => {
  const [coach, other] = [
    await house.signUp('coach', 'Reads Harm'),
    await house.signUp('coach', 'Not The Log'),
  ];
  const [calm, little] = [await house.athlete('Eats Enough'), await house.athlete('Eats Little')];
  for (const athlete of [calm, little]) await house.share(athlete, coach);
  const grant = await house.share(little, other);
  await little.put(`/api/athletes/${little.id}/grants/${grant}/sees`, { sees: ['body'] }).expect(200);
  const look = async (who: Someone) =>
    ((await who.get('/api/roster').expect(200)).body as ResponseOf<'roster'>).athletes;
  const today = (await look(coach))[0]?.today;
  if (today === undefined) throw new Error('nobody is on the roster');
  const at = `/api/athletes/${little.id}`;
  for (let back = 1; back <= 4; back += 1) {
    const [day, mealId] = [addDays(today, -back), uuidv7()];
    await little.put(`${at}/meals/${mealId}`, mealBody(day, { eaten: true })).expect(200);
    // 100 g of these oats are 13 x 4 + 58 x 4 + 7 x 9 + 10 x 2 = 367 kcal; 200 g are 734 kcal.
    await little
      .put(`${at}/portions/${uuidv7()}`, portionBody(mealId, { grams: 200, method: 'scale', division: 1 }))
      .expect(200);
    await saying(little)(day, { kind: 'closing', complete: true }, '21:00');
  }
  const until = async (holds: (rows: RosterRow[]) => boolean): Promise<RosterRow[]> => {
    for (let i = 0; i < 200; i += 1) {
      const rows = await look(coach);
      if (holds(rows)) return rows;
    }
    throw new Error('What was changed is not told.');
  };
  const [first] = await until((rows) => rows[0]?.name === 'Eats Little');
  expect(first?.need.reasons[0]).toMatch(/^Eats 7\d\d kcal a day, below the floor$/);
  const seen = (await look(other))[0];
  expect(seen?.need.reasons.join(' ')).not.toContain('kcal');
  // The same figure as the cautions of their day say; read and stood by, it is no need any more.
  const { cautions } = (await coach.get(`${at}/cautions`).expect(200)).body as ResponseOf<'cautions'>;
  const caution = cautions.find((c) => c.id === 'very-low-intake');
  expect(first?.need.reasons[0]).toContain(`Eats ${caution?.figure} kcal`);
  for (const one of cautions.filter((c) => c.level === 'confirm'))
    await coach.put(`${at}/confirmations/${uuidv7()}`, { cautionId: one.id, figure: one.figure }).expect(200);
  const rows = await look(coach);
  expect(rows.find((row) => row.name === 'Eats Little')?.need.reasons.join(' ')).not.toContain('floor');
});
