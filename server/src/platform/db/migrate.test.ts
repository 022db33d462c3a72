import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { DEFAULT_PROFILE, Profile } from '@maul/contract/people';
import { Season } from '@maul/contract/plan';
import { dayTargets, defaultTolerance } from '@maul/core/plan';
import { isoDate } from '@maul/core/units';
import { sql } from 'kysely';
import { join } from 'node:path';
import { ensureDemo } from '../../demo/load.ts';
import { openTestHouse, type TestHouse } from '../../testing/house.ts';
import { ensureRoles, migrate, refuseForeignDatabase } from './migrate.ts';

const DATA = join(import.meta.dirname, '../../../../data');
let house: TestHouse;
beforeAll(async () => {
  house = await openTestHouse();
});
afterAll(() => house.close());

const count = async (what: string) =>
  (await sql<{ n: number }>`select count(*)::int as n from ${sql.raw(what)}`.execute(house.owner)).rows[0]
    ?.n ?? NaN;
const links = () => ({ owner: house.owner, app: house.appDb, accounts: house.accounts });

describe('the demo, and migrating with data', () => {
  test('the demo loads through the policies: a coach, six athletes, twelve weeks', async () => {
    expect(await ensureDemo(links(), DATA)).toBeNull();
    expect(await count('person where is_demo')).toBe(7);
    expect(await count('coach_grant')).toBe(6);
    expect(await count('weigh_in')).toBeGreaterThan(6 * 84 * 0.8);
    expect(await count('portion where grams is not null')).toBeGreaterThan(6000);
    expect(await count('session where ended_at is null')).toBe(0);
    const days = await sql<{
      days: number;
    }>`select count(distinct day)::int as days from meal group by athlete_id`.execute(house.owner);
    // Two of them share a kitchen and plan five dinners ahead.
    expect(days.rows.map((row) => row.days).sort()).toEqual([86, 86, 86, 86, 91, 91]);
    expect(await count(`kitchen_thing where thing ->> 'kind' = 'batch'`)).toBeGreaterThan(6 * 22);
    expect(await count('stock where left_grams < grams')).toBe(2 * 6);
    expect(await count('body_picture')).toBe(6 * 5 * 3);
    expect(await count('movement_order where acknowledged_at is not null')).toBe(1);
  }, 180_000);
  test('loading it again changes nothing', async () => {
    const before = await count('portion');
    expect(await ensureDemo(links(), DATA)).toBeNull();
    expect(await count('portion')).toBe(before);
  });
  test('an old demo is made anew; one that somebody wrote in stays; own accounts are never touched', async () => {
    const own = await house.signUp('athlete', 'Own');
    const age = () =>
      sql`update house set value = value || '{"day": "2020-01-01"}' where key = 'demo'`.execute(house.owner);
    await age();
    expect(await ensureDemo(links(), DATA)).toContain('is made anew for today');
    expect(await count('person where is_demo')).toBe(7);
    await own.get('/api/session').expect(200);
    await age();
    await sql`update portion set updated_at = now() + interval '1 minute' where id = (select id from portion limit 1)`.execute(
      house.owner,
    );
    expect(await ensureDemo(links(), DATA)).toContain('holds what you wrote in it, so it stays');
  }, 180_000);
  test('migrating again, with data, is a no-op; so are the roles', async () => {
    const before = await count('portion');
    expect(await migrate(house.owner)).toEqual([]);
    await ensureRoles(house.owner, { app: 'app', accounts: 'accounts' });
    await refuseForeignDatabase(house.owner);
    expect(await count('portion')).toBe(before);
  });
  test('every athlete’s table has forced row-level security and athlete_id first in its key', async () => {
    const { rows } = await sql<{ name: string; on: boolean; forced: boolean; first: string }>`
      select c.relname as name, c.relrowsecurity as on, c.relforcerowsecurity as forced, a.attname as first
      from pg_class c join pg_index i on i.indrelid = c.oid and i.indisprimary
      join pg_attribute a on a.attrelid = c.oid and a.attnum = i.indkey[0]
      where c.relnamespace = 'public'::regnamespace and c.relkind = 'r'
        and exists (select from pg_attribute x where x.attrelid = c.oid and x.attname = 'athlete_id')`.execute(
      house.owner,
    );
    expect(rows.map((r) => r.name).sort()).toEqual(
      [
        'athlete',
        'basis',
        'blocked',
        'body_picture',
        'calendar_feed',
        'caution_confirmation',
        'change_order',
        'check_in',
        'check_in_answer',
        'check_in_form',
        'check_in_read',
        'coach_grant',
        'container',
        'day_entry',
        'food_correction',
        'food_import',
        'food_import_reject',
        'food_imported',
        'food_mark',
        'food_own',
        'grant_proposal',
        'handover',
        'kitchen_thing',
        'meal',
        'movement_order',
        'note',
        'note_settled',
        'order_acknowledgement',
        'portion',
        'reading',
        'row_history',
        'season_release',
        'season_revision',
        'standing_entry',
        'stock',
        'stock_move',
        'weigh_in',
        'yield_seen',
      ].sort(),
    );
    // Read by their owner in functions that check who asks; food_imported has no policy because nobody else may read it at all.
    const unforced = [
      'blocked',
      'coach_grant',
      'calendar_feed',
      'food_import',
      'food_imported',
      'grant_proposal',
      'handover',
      'kitchen_thing',
      'reading',
    ];
    for (const row of rows)
      expect(row).toMatchObject({
        on: row.name !== 'food_imported',
        forced: !unforced.includes(row.name),
        first: 'athlete_id',
      });
  });
});

test('a database with somebody else’s tables is refused and left alone', async () => {
  const other = await openTestHouse();
  await sql`drop schema public cascade`.execute(other.owner);
  await sql`create schema public`.execute(other.owner);
  await sql`create table theirs (id int)`.execute(other.owner);
  await expect(refuseForeignDatabase(other.owner)).rejects.toThrow('Nothing was changed');
  await other.close();
});

test('the second step on a copy with data: old seasons and orders say the same in the words of now', async () => {
  const house2 = await openTestHouse();
  const { owner } = house2;
  const run = (text: string) => sql.raw(text).execute(owner);
  await run('drop schema public cascade');
  await run('create schema public');
  await migrate(owner, '0001_ground');
  const [person, id] = ['018f0000-0000-7000-8000-000000000001', '018f0000-0000-7000-8000-000000000002'];
  const old = {
    events: [],
    phases: [
      {
        id,
        kind: 'cut',
        from: '2026-11-01',
        to: '2026-12-31',
        energy: { kind: 'hand', kcal: 2150 },
        macros: {
          kind: 'per-body-mass',
          protein: { gPerKg: 2.2, of: 'lean' },
          fat: { gPerKg: 0.8, of: 'body', floor: 50 },
          fibre: { per1000kcal: 14 },
        },
        tolerance: defaultTolerance('cut'),
        rate: { low: -1, high: -0.5 },
        dayTypes: [{ id: 'low', name: 'Low', energyOffset: -150 }],
        week: Array.from({ length: 7 }, () => 'low'),
        exceptions: {},
      },
    ],
  };
  await run(`insert into person values ('${person}', 'a@test.maul', 'A', 'x', true, false)`);
  await run(
    `insert into athlete (athlete_id, sex, birth_date, height_cm, zone) values ('${person}', 'male', '1990-01-01', 180, 'UTC')`,
  );
  await run(`insert into season_revision (athlete_id, id, revision, effective_from, document, written_by)
    values ('${person}', '${id}', 1, '2026-11-01', '${JSON.stringify(old)}', '${person}')`);
  await run(`insert into change_order (athlete_id, id, phase_id, from_date, macro, change, reason, signed_by)
    values ('${person}', '${id}', '${id}', '2026-11-02', 'CARB', '{"kind": "relative", "grams": -20}', 'r', '${person}')`);
  // An own food and a portion of the time before foods had details.
  await run(`insert into food_own (athlete_id, id, name, state, per100g, measures)
    values ('${person}', '${id}', 'Bread', 'as sold', '{"PROCNT": 9}', '[{"name": "slice", "grams": 40}]')`);
  // Reference foods of the time when only their ids told where they came from.
  for (const food of ['maul-rice', 'pack-0123', 'ifct-A001'])
    await run(`insert into food_reference (id, name, state, per100g, measures, source, offered_first, search)
      values ('${food}', 'F', 'raw', '{}', '[]', 's', true, 'f')`);
  expect(await migrate(owner, '0004_day')).toEqual(['0002_season', '0003_kitchen', '0004_day']);
  // A season signed with cautions in the words of that time.
  const caution = { id: 'losing-too-fast', sentence: 'S', figure: -1.1 };
  await sql`update season_revision set cautions = ${JSON.stringify([
    { ...caution, level: 'hard' },
    { ...caution, id: 'fat-under-floor', level: 'note' },
  ])}::jsonb`.execute(owner);
  // A meal marked eaten whose portions were left planned, one of them a guess, one weighed.
  await run(`insert into meal (athlete_id, id, day, time, zone, eaten) values
    ('${person}', '${id}', '2026-11-03', '08:00', 'UTC', true)`);
  const portionIds = ['a', 'b', 'c'].map((n) => `018f0000-0000-7000-8000-00000000000${n}`);
  for (const [i, values] of [`80, null, null, null`, `60, null, null, '{"low": 40, "high": 80}'`, `50, 52, 'scale', null`].entries())
    await run(`insert into portion (athlete_id, id, meal_id, position, food, planned_grams, grams, method, guess)
      values ('${person}', '${portionIds[i]}', '${id}', ${i}, '{}', ${values})`); // prettier-ignore
  expect(await migrate(owner)).toEqual([
    '0005_origin',
    '0006_caution_levels',
    '0007_eaten',
    '0008_listening',
    '0009_doors',
    '0010_ways_back',
    '0011_accounts',
    '0012_filter',
    '0013_body',
    '0014_check_ins',
    '0015_everything',
    '0016_questions',
    '0017_portion_notes',
    '0018_protocols',
    '0019_rights',
    '0020_desk',
    '0021_kitchen_work',
    '0022_wiped_devices',
    '0023_quick_rights',
    '0024_who_replaced',
    '0025_given_protocols',
    '0026_standing_named',
  ]);
  const eaten = await sql<{ grams: number; method: string; version: number }>`
    select grams, method, version from portion order by position`.execute(owner);
  expect(eaten.rows.map((r) => `${r.grams} ${r.method} ${r.version}`)).toEqual([
    '80 planned 2',
    '60 out 2',
    '52 scale 1',
  ]);
  const kept = await sql<{ cautions: { id: string; level: string; figure: number }[] }>`
    select cautions from season_revision`.execute(owner);
  expect(kept.rows[0]?.cautions.map((c) => [c.id, c.level, c.figure])).toEqual([
    ['losing-too-fast', 'confirm', -1.1],
    ['fat-under-floor', 'note', -1.1],
  ]);
  const origins = await sql<{ origin: string }>`select origin from food_reference order by id`.execute(owner);
  expect(origins.rows.map((r) => r.origin)).toEqual(['table', 'everyday', 'package']);
  const food = await sql<{ details: unknown; source: string; measures: unknown }>`
    select details, source, measures from food_own`.execute(owner);
  expect(food.rows).toEqual([{ details: {}, source: 'own', measures: [{ name: 'slice', grams: 40 }] }]);
  const { rows } = await sql<{ document: unknown; profile: unknown; change: unknown; held: boolean }>`
    select r.document, a.profile, o.change, o.held from season_revision r
    join athlete a using (athlete_id) join change_order o using (athlete_id)`.execute(owner);
  const [row] = rows;
  expect(row?.change).toEqual({ kind: 'relative', amount: -20 });
  expect(row?.held).toBe(false);
  expect(Profile.parse(row?.profile)).toEqual(DEFAULT_PROFILE);
  const season = Season.parse(row?.document);
  const basis = {
    id, from: isoDate('2026-11-01'), weightKg: 80, leanKg: 70, expenditure: 2500, expenditureSd: 100,
    carbBasis: 'total' as const, expenditureFrom: 'equation' as const,
  }; // prettier-ignore
  // By hand: 2.2 x 70 = 154 protein, 0.8 x 80 = 64 fat, (2000 - 616 - 576) / 4 = 202 carbs.
  const windows = dayTargets(season, [basis], [], isoDate('2026-11-03'))?.windows;
  expect([windows?.PROCNT?.aim, windows?.FAT?.aim, windows?.CARB?.aim]).toEqual([154, 64, 202]);
  await house2.close();
});
