import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { DEFAULT_PROFILE } from '@maul/contract/people';
import { addDays, isoDate, athleteDay } from '@maul/core/units';
import { sql } from 'kysely';
import pg from 'pg';
import { v7 as uuidv7 } from 'uuid';
import {
  kitchenBody,
  mealBody,
  moveBody,
  openTestHouse,
  portionBody,
  stockBody,
  type Someone,
  type TestHouse,
} from '../../testing/house.ts';

const athleteBody = {
  sex: 'male',
  birthDate: '1996-05-04',
  heightCm: 178,
  zone: 'Europe/Vienna',
  dayTurnsAt: 240,
  carbBasis: 'total',
  profile: DEFAULT_PROFILE,
};

/** Every table that holds an athlete's rows. */
const TABLES = [
  'athlete',
  'coach_grant',
  'season_revision',
  'basis',
  'change_order',
  'order_acknowledgement',
  'meal',
  'portion',
  'note',
  'weigh_in',
  'food_own',
  'row_history',
  'season_release',
  'caution_confirmation',
  'container',
  'yield_seen',
  'food_mark',
  'food_correction',
  'food_import',
  'food_import_reject',
  'day_entry',
  'standing_entry',
  'kitchen_thing',
  'stock',
  'stock_move',
  'handover',
  'check_in',
  'check_in_answer',
  'check_in_form',
  'check_in_read',
  'note_settled',
];

let house: TestHouse;
let athlete: Someone;
let coach: Someone;
let former: Someone;
let stranger: Someone;
let grantId: string;
const today = athleteDay(new Date(), 'Europe/Vienna');
const [mealId, portionId, orderId] = [uuidv7(), uuidv7(), uuidv7()];

beforeAll(async () => {
  house = await openTestHouse();
  athlete = await house.athlete('Athlete');
  coach = await house.signUp('coach', 'Coach');
  former = await house.signUp('coach', 'Former coach');
  stranger = await house.athlete('Stranger');
  await house.share(athlete, coach);
  grantId = await house.share(athlete, former);
  const at = `/api/athletes/${athlete.id}`;
  await athlete.put(`${at}/meals/${mealId}`, mealBody(today)).expect(200);
  await athlete.put(`${at}/portions/${portionId}`, portionBody(mealId)).expect(200);
  await athlete
    .put(`${at}/portions/${portionId}`, portionBody(mealId, { base: 1, plannedGrams: 70 }))
    .expect(200);
  await athlete
    .put(`${at}/foods/${uuidv7()}`, {
      base: 0,
      name: 'Own',
      state: 'raw',
      per100g: { PROCNT: 1 },
      measures: [],
      deleted: false,
    })
    .expect(200);
  await athlete
    .put(`${at}/containers/${uuidv7()}`, { base: 0, name: 'Bowl', grams: 386, deleted: false })
    .expect(200);
  await athlete
    .put(`${at}/yields/${uuidv7()}`, {
      base: 0,
      foodId: 'x',
      foodName: 'Rice',
      method: 'boiled',
      rawGrams: 100,
      cookedGrams: 280,
      day: today,
      deleted: false,
    })
    .expect(200);
  await athlete
    .put(`${at}/day-entries/${uuidv7()}`, {
      base: 0,
      day: today,
      time: '10:00',
      zone: 'Europe/Vienna',
      thing: { kind: 'water', millilitres: 300, vessel: null, done: true },
      deleted: false,
    })
    .expect(200);
  await athlete
    .put(`${at}/standing/${uuidv7()}`, {
      base: 0,
      thing: { kind: 'vessel', name: 'Glass', millilitres: 300 },
      deleted: false,
    })
    .expect(200);
  const stockId = uuidv7();
  await athlete
    .put(`${at}/kitchen-things/${uuidv7()}`, kitchenBody({ kind: 'extra', text: 'Foil', bought: false }))
    .expect(200);
  await athlete.put(`${at}/stock/${stockId}`, stockBody()).expect(200);
  await athlete.put(`${at}/stock-moves/${uuidv7()}`, moveBody(stockId, 5)).expect(200);
  const friend = await house.athlete('Friend');
  const { food } = portionBody(mealId);
  await athlete
    .put(`${at}/handovers/${uuidv7()}`, { toId: friend.id, food, grams: 50, method: 'scale', day: today })
    .expect(200);
  await athlete.put(`${at}/food-marks/maul-potato`, { lever: true, inStock: true }).expect(200);
  const importId = uuidv7();
  await athlete.put(`${at}/imports/${importId}`, { fileName: 'foods.csv', bytes: 10 }).expect(200);
  await sql`insert into food_import_reject (athlete_id, import_id, n, line, what, reason)
    values (${athlete.id}, ${importId}, 1, 2, 'Odd', 'Test')`.execute(house.owner);
  await sql`insert into food_correction (athlete_id, id, food_id, portions)
    values (${athlete.id}, ${uuidv7()}, ${uuidv7()}, '[]')`.execute(house.owner);
  await former
    .put(`${at}/notes/${uuidv7()}`, { base: 0, day: today, mealId, text: 'Seen', deleted: false })
    .expect(200);
  const day = (await athlete.get(`${at}/days/${today}`).expect(200)).body as {
    season: { phases: { id: string }[] };
  };
  const order = {
    phaseId: day.season.phases[0]?.id,
    from: today,
    until: null,
    dayTypes: null,
    macro: 'CARB',
    change: { kind: 'relative', amount: -10 },
    lever: null,
    reason: 'Test',
    confirmed: [],
  };
  await coach.put(`${at}/orders/${orderId}`, order).expect(200);
  await athlete.put(`${at}/orders/${orderId}/acknowledgement`, {}).expect(200);
  await athlete
    .put(`${at}/confirmations/${uuidv7()}`, { cautionId: 'very-low-intake', figure: 1500 })
    .expect(200);
  await sql`insert into season_release (athlete_id, revision_id, from_date)
    select athlete_id, id, effective_from from season_revision where athlete_id = ${athlete.id}`.execute(
    house.owner,
  );
  await sql`insert into note_settled (athlete_id, note_id, person_id)
    select athlete_id, id, athlete_id from note where athlete_id = ${athlete.id}`.execute(house.owner);
  const [weekId, yesterday] = [uuidv7(), addDays(today, -1)];
  await athlete.put(`${at}/check-ins/${weekId}`, { to: yesterday, words: 'Test' }).expect(200);
  await coach.put(`${at}/check-ins/${weekId}/read`, {}).expect(200);
  await coach
    .put(`${at}/check-ins/${weekId}/answers/${uuidv7()}`, { words: 'Test', noChange: true })
    .expect(200);
  await coach
    .put(`${at}/forms/${uuidv7()}`, {
      name: 'Test',
      questions: [{ id: 'q', text: 'How did you sleep?', answer: 'mark', unit: '' }],
    })
    .expect(200);
  await athlete.delete(`${at}/grants/${grantId}`).expect(200);
});
afterAll(() => house.close());

/** Hand-written SQL under the app's role with somebody's session. */
const as = async <T>(person: Someone | null, work: (client: pg.Client) => Promise<T>): Promise<T> => {
  const client = new pg.Client({ connectionString: house.url('maul_app') });
  await client.connect();
  try {
    if (person) await client.query(`select set_config('maul.token', $1, false)`, [person.token]);
    return await work(client);
  } finally {
    await client.end();
  }
};
const count = (person: Someone | null, table: string): Promise<number> =>
  as(person, async (c) =>
    Number(
      (await c.query<{ n: string }>(`select count(*) as n from ${table} where athlete_id = $1`, [athlete.id]))
        .rows[0]?.n,
    ),
  );

describe('hand-written SQL under the app’s role', () => {
  test.each(TABLES)('%s: the athlete and the live coach read, nobody else does', async (table) => {
    expect(await count(athlete, table)).toBeGreaterThan(0);
    expect(await count(coach, table)).toBeGreaterThan(0);
    expect(await count(stranger, table)).toBe(0);
    expect(await count(null, table)).toBe(0);
    if (table !== 'coach_grant') expect(await count(former, table)).toBe(0);
  });

  const others: [string, () => Someone | null][] = [
    ['stranger', () => stranger],
    ['former coach', () => former],
    ['nobody', () => null],
  ];
  test.each(others)('%s writes nothing', async (_who, person) => {
    await as(person(), async (c) => {
      for (const table of [
        'meal',
        'portion',
        'note',
        'weigh_in',
        'food_own',
        'container',
        'yield_seen',
        'day_entry',
        'standing_entry',
        'kitchen_thing',
        'stock',
        'stock_move',
        'athlete',
        'coach_grant',
      ]) {
        const set =
          table === 'athlete'
            ? 'height_cm = 1'
            : table === 'coach_grant'
              ? 'ended_at = now()'
              : 'deleted_at = now()';
        expect(
          (await c.query(`update ${table} set ${set} where athlete_id = $1`, [athlete.id])).rowCount,
        ).toBe(0);
      }
      const inserts = [
        [
          `insert into meal (athlete_id, id, day, time, zone, eaten) values ($1, $2, '2026-01-01', '08:00', 'UTC', false)`,
          [athlete.id, uuidv7()],
        ],
        [
          `insert into weigh_in (athlete_id, id, day, kg) values ($1, $2, '2026-01-01', 80)`,
          [athlete.id, uuidv7()],
        ],
        [
          `insert into note (athlete_id, id, day, text, author_id) values ($1, $2, '2026-01-01', 'x', $3)`,
          [athlete.id, uuidv7(), person()?.id ?? athlete.id],
        ],
        [
          `insert into coach_grant (athlete_id, id, coach_id) values ($1, $2, $3)`,
          [athlete.id, uuidv7(), person()?.id ?? coach.id],
        ],
        [
          `insert into change_order (athlete_id, id, phase_id, from_date, macro, change, reason, signed_by)
          values ($1, $2, $2, '2026-01-01', 'CARB', '{}', 'x', $3)`,
          [athlete.id, uuidv7(), person()?.id ?? coach.id],
        ],
        [
          `insert into season_revision (athlete_id, id, revision, effective_from, document, written_by)
          values ($1, $2, 99, '2026-01-01', '{}', $3)`,
          [athlete.id, uuidv7(), person()?.id ?? athlete.id],
        ],
        [
          `insert into caution_confirmation (athlete_id, id, caution_id, person_id, by_role) values ($1, $2, 'swings', $3, 'athlete')`,
          [athlete.id, uuidv7(), person()?.id ?? athlete.id],
        ],
        [
          `insert into container (athlete_id, id, name, grams) values ($1, $2, 'x', 1)`,
          [athlete.id, uuidv7()],
        ],
        [
          `insert into yield_seen (athlete_id, id, food_id, food_name, method, raw_grams, cooked_grams, day)
          values ($1, $2, 'x', 'x', 'x', 1, 1, '2026-01-01')`,
          [athlete.id, uuidv7()],
        ],
        [
          `insert into day_entry (athlete_id, id, day, time, zone, thing) values ($1, $2, '2026-01-01', '08:00', 'UTC', '{}')`,
          [athlete.id, uuidv7()],
        ],
        [
          `insert into check_in (athlete_id, id, from_date, to_date, packet, words) values ($1, $2, '2026-01-01', '2026-01-07', '{}', 'x')`,
          [athlete.id, uuidv7()],
        ],
        [
          `insert into check_in_answer (athlete_id, id, check_in_id, author_id, words, no_change)
          select $1, $2, $2, $3, 'x', true`,
          [athlete.id, uuidv7(), person()?.id ?? coach.id],
        ],
        [
          `insert into check_in_form (athlete_id, id, name, questions, given_by) select $1, $2, 'x', '[]', $3`,
          [athlete.id, uuidv7(), person()?.id ?? coach.id],
        ],
        [`insert into standing_entry (athlete_id, id, thing) values ($1, $2, '{}')`, [athlete.id, uuidv7()]],
        [
          `insert into kitchen_thing (athlete_id, id, thing) values ($1, $2, '{"kind":"recipe"}')`,
          [athlete.id, uuidv7()],
        ],
        [
          `insert into stock (athlete_id, id, kind, name, food, grams, place, since, thawed, holds)
          values ($1, $2, 'raw', 'x', '{}', 1, 'fridge', now(), false, '[]')`,
          [athlete.id, uuidv7()],
        ],
        [
          `insert into stock_move (athlete_id, id, stock_id, grams, why, at) values ($1, $2, $2, 1, 'waste', now())`,
          [athlete.id, uuidv7()],
        ],
        [
          `insert into handover (athlete_id, id, to_id, from_name, day, food, grams, method)
          values ($1, $2, $3, 'x', '2026-01-01', '{}', 1, 'eye')`,
          [athlete.id, uuidv7(), stranger.id],
        ],
        [
          `insert into food_mark (athlete_id, food_id, lever, in_stock) values ($1, $2, true, true)`,
          [athlete.id, 'x'],
        ],
        [
          `insert into food_correction (athlete_id, id, food_id, portions) values ($1, $2, $2, '[]')`,
          [athlete.id, uuidv7()],
        ],
        [
          `insert into food_import (athlete_id, id, file_name, bytes) values ($1, $2, 'x', 1)`,
          [athlete.id, uuidv7()],
        ],
        [
          `insert into calendar_feed (athlete_id, id, token_hash) values ($1, $2, '\\x00')`,
          [athlete.id, uuidv7()],
        ],
      ] as const;
      for (const [text, values] of inserts)
        await expect(c.query(text, [...values])).rejects.toMatchObject({ code: '42501' });
    });
  });

  test('a live coach writes notes and orders, and no portion', async () => {
    await as(coach, async (c) => {
      expect(
        (
          await c.query('update portion set grams = 1, method = $2 where athlete_id = $1', [
            athlete.id,
            'eye',
          ])
        ).rowCount,
      ).toBe(0);
      await expect(
        c.query(
          `insert into meal (athlete_id, id, day, time, zone, eaten) values ($1, $2, '2026-01-01', '08:00', 'UTC', false)`,
          [athlete.id, uuidv7()],
        ),
      ).rejects.toMatchObject({ code: '42501' });
      await expect(
        c.query(
          `insert into note (athlete_id, id, day, text, author_id) values ($1, $2, '2026-01-01', 'in another name', $3)`,
          [athlete.id, uuidv7(), athlete.id],
        ),
      ).rejects.toMatchObject({ code: '42501' });
    });
  });

  test('orders, seasons and bases are append-only, and rows are never deleted', async () => {
    await as(coach, async (c) => {
      for (const text of [
        `update change_order set reason = 'another'`,
        `delete from change_order`,
        `update season_revision set revision = 9`,
        `update basis set weight_kg = 1`,
        `update season_release set from_date = '2020-01-01'`,
        `update caution_confirmation set figure = 1`,
        `delete from season_revision`,
        `delete from meal`,
        `delete from portion`,
        `update row_history set version = 9`,
      ])
        await expect(c.query(text)).rejects.toMatchObject({ code: '42501' });
    });
  });

  test('the session resolves the person: no setting, no table and no function mints one', async () => {
    await as(stranger, async (c) => {
      for (const text of [
        'select * from session',
        'select * from person',
        'insert into session values (null)',
        'select * from rate_limit',
      ])
        await expect(c.query(text)).rejects.toMatchObject({ code: '42501' });
      await c.query(`select set_config('maul.person', $1, false), set_config('maul.token', $1, false)`, [
        athlete.id,
      ]);
      expect((await c.query('select acting_person() as id')).rows[0]).toEqual({ id: null });
      await expect(c.query('set role maul_owner')).rejects.toMatchObject({ code: '42501' });
      await expect(c.query('alter table meal disable row level security')).rejects.toMatchObject({
        code: '42501',
      });
      const role = await c.query<{ rolsuper: boolean; rolbypassrls: boolean }>(
        'select rolsuper, rolbypassrls from pg_roles where rolname = current_user',
      );
      expect(role.rows[0]).toEqual({ rolsuper: false, rolbypassrls: false });
    });
  });

  test('names are known only of those one shares with', async () => {
    const names = (person: Someone) =>
      as(person, async (c) =>
        (await c.query<{ name: string }>('select name from known_people() order by name')).rows.map(
          (r) => r.name,
        ),
      );
    expect(await names(stranger)).toEqual(['Stranger']);
    expect(await names(coach)).toEqual(['Athlete', 'Coach', 'Former coach']);
  });
});

describe('every address, as a stranger, a former coach, and nobody', () => {
  const paths = () => {
    const at = `/api/athletes/${athlete.id}`;
    return [
      ['get', `${at}/days/${today}`],
      ['get', `${at}/days/${addDays(isoDate(today), -1)}`],
      ['get', `${at}/orders`],
      ['get', `${at}/season`],
      ['get', `${at}/cautions`],
      ['get', `${at}/in-force/${today}`],
      ['get', `${at}/calendar.ics`],
      ['put', `${at}`, { ...athleteBody, base: 1, basisId: uuidv7() }],
      [
        'put',
        `${at}/season/${uuidv7()}`,
        { base: 1, season: { phases: [], events: [] }, reason: null, confirmed: [] },
      ],
      ['put', `${at}/season/${uuidv7()}/confirmation`, {}],
      ['put', `${at}/confirmations/${uuidv7()}`, { cautionId: 'swings', figure: null }],
      ['put', `${at}/calendar-feeds/${uuidv7()}`, {}],
      ['get', `${at}/foods?q=oats`],
      ['put', `${at}/food-marks/maul-potato`, { lever: false, inStock: false }],
      ['put', `${at}/containers/${uuidv7()}`, { base: 0, name: 'x', grams: 1, deleted: false }],
      ['put', `${at}/imports/${uuidv7()}`, { fileName: 'x', bytes: 1 }],
      ['put', `${at}/foods/${uuidv7()}/corrections/${uuidv7()}`, {}],
      ['get', `${at}/foods/${uuidv7()}/versions`],

      ['put', `${at}/meals/${uuidv7()}`, mealBody(today)],
      ['put', `${at}/meals/${mealId}`, mealBody(today, { base: 1, time: '09:00' })],
      ['put', `${at}/portions/${uuidv7()}`, portionBody(mealId)],
      ['put', `${at}/portions/${portionId}`, portionBody(mealId, { base: 2, plannedGrams: 1 })],
      ['put', `${at}/notes/${uuidv7()}`, { base: 0, day: today, mealId: null, text: 'x', deleted: false }],
      ['put', `${at}/weigh-ins/${uuidv7()}`, { base: 0, day: today, kg: 80, deleted: false }],
      [
        'put',
        `${at}/foods/${uuidv7()}`,
        { base: 0, name: 'x', state: 'raw', per100g: {}, measures: [], deleted: false },
      ],
      [
        'put',
        `${at}/orders/${uuidv7()}`,
        {
          phaseId: uuidv7(),
          from: today,
          until: null,
          dayTypes: null,
          macro: 'CARB',
          change: { kind: 'relative', amount: -5 },
          lever: null,
          reason: 'x',
          confirmed: [],
        },
      ],
      ['put', `${at}/orders/${orderId}/acknowledgement`, {}],
      ['put', `${at}/grants/${uuidv7()}`, { code: coach.session.person.coachCode }],
    ] as ['get' | 'put', string, object?][];
  };
  test.each([
    ['stranger', () => stranger],
    ['former coach', () => former],
  ] as const)('%s: refused, and told nothing', async (_who, person) => {
    for (const [verb, path, body] of paths()) {
      const answer = await (verb === 'get' ? person().get(path) : person().put(path, body ?? {}));
      expect([403, 404]).toContain(answer.status);
      expect(JSON.stringify(answer.body)).not.toContain('Oats');
    }
    await person().delete(`/api/athletes/${athlete.id}/grants/${grantId}`).expect(200);
    const roster = await person().get('/api/roster').expect(200);
    expect(roster.body).toEqual({ athletes: [], faults: [] });
  });
  test('nobody: not signed in', async () => {
    for (const [verb, path, body] of paths()) await house.agent()[verb](path).send(body).expect(401);
    await house.agent().get('/api/roster').expect(401);
    await house.agent().get('/api/events').expect(401);
  });
  test('and nothing of it has changed anything', async () => {
    const day = (await athlete.get(`/api/athletes/${athlete.id}/days/${today}`).expect(200)).body as {
      meals: object[];
      portions: { plannedGrams: number }[];
      notes: object[];
    };
    expect(day.meals).toHaveLength(1);
    expect(day.portions.map((p) => p.plannedGrams)).toEqual([70]);
    expect(day.notes).toHaveLength(1);
    await coach.get(`/api/athletes/${athlete.id}/days/${today}`).expect(200);
  });
});
