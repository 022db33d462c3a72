import { afterAll, beforeAll, expect, jest, test } from '@jest/globals';
import { routes } from '@maul/contract/routes';
import { addDays, athleteDay } from '@maul/core/units';
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

let house: TestHouse;
let athlete: Someone;
let coach: Someone;
/** What the application asked the database, each statement once with the values it came with first. */
const asked = new Map<string, unknown[]>();
const today = athleteDay(new Date(), 'Europe/Vienna');

beforeAll(async () => {
  house = await openTestHouse();
  athlete = await house.athlete('Athlete');
  coach = await house.signUp('coach', 'Coach');
  await house.share(athlete, coach);
  // Called below as the method of the client that was asked.
  const query = Reflect.get(pg.Client.prototype, 'query') as (...args: unknown[]) => never;
  jest.spyOn(pg.Client.prototype, 'query').mockImplementation(function (this: pg.Client, ...all: unknown[]) {
    const [first, second] = all as [string | { text: string; values?: unknown[] }, unknown[] | undefined];
    const text = typeof first === 'string' ? first : first.text;
    const values = typeof first === 'string' ? second : first.values;
    if ((this as unknown as { user?: string }).user === 'maul_app' && !asked.has(text))
      asked.set(text, Array.isArray(values) ? values : []);
    return query.apply(this, all);
  });
  await walk();
  jest.restoreAllMocks();
});
afterAll(() => house.close());

/** Asks everything that may be asked of an athlete, and writes one of each kind of row. */
const walk = async (): Promise<void> => {
  const at = `/api/athletes/${athlete.id}`;
  const [mealId, portionId, stockId] = [uuidv7(), uuidv7(), uuidv7()];
  await athlete.put(`${at}/meals/${mealId}`, mealBody(today)).expect(200);
  await athlete.put(`${at}/portions/${portionId}`, portionBody(mealId)).expect(200);
  await athlete
    .put(`${at}/portions/${portionId}`, portionBody(mealId, { base: 1, plannedGrams: 70 }))
    .expect(200);
  await athlete.put(`${at}/stock/${stockId}`, stockBody()).expect(200);
  await athlete.put(`${at}/stock-moves/${uuidv7()}`, moveBody(stockId, 5)).expect(200);
  await athlete
    .put(`${at}/kitchen-things/${uuidv7()}`, kitchenBody({ kind: 'extra', text: 'Foil', bought: false }))
    .expect(200);
  await athlete
    .put(`${at}/notes/${uuidv7()}`, { base: 0, day: today, mealId: null, text: 'A word', deleted: false })
    .expect(200);
  await athlete
    .put(`${at}/weigh-ins/${uuidv7()}`, { base: 0, day: addDays(today, -1), kg: 80, deleted: false })
    .expect(200);
  const values: Record<string, string> = {
    athleteId: athlete.id,
    date: today,
    id: portionId,
    foodId: 'none',
    code: '06291041500213',
  };
  for (const route of Object.values(routes)) {
    if (route.verb !== 'get' || route.access !== 'signed-in') continue;
    const path = route.path.replace(/:(\w+)/g, (_, name: string) => values[name] ?? uuidv7());
    const from = addDays(today, -6);
    for (const query of ['', `?from=${from}&to=${today}`, `?to=${today}`, '?q=rice'])
      for (const who of [athlete, coach]) await who.get(path + query);
  }
};

/**
 * What goes another way, and why. Who shares with whom, what one athlete hands to another and which orders a coach has signed join two people: with
 * athletes divided they would stand in a directory beside the people, as docs/scale.md says. A box of a shared kitchen is found by its id.
 */
const ANOTHER_WAY: Readonly<Record<string, RegExp>> = {
  coach_grant: /known_people|"coach_id" = /,
  handover: /"to_id" = /,
  change_order: /signed_by = /,
  stock: /kitchens_open\(\)/,
};

interface Plan {
  'Node Type': string;
  'Relation Name'?: string;
  'Index Cond'?: string;
  'Recheck Cond'?: string;
  Plans?: Plan[];
}
const nodes = (plan: Plan): Plan[] => [plan, ...(plan.Plans ?? []).flatMap(nodes)];

test('every statement reaches an athlete’s rows by athlete_id, the key that they would be divided by', async () => {
  const db = new pg.Client({ connectionString: house.url('maul_app') });
  await db.connect();
  const { rows: tables } = await db.query<{ name: string }>(
    `select c.relname as name from pg_attribute a join pg_class c on c.oid = a.attrelid
     join pg_namespace n on n.oid = c.relnamespace
     where n.nspname = 'public' and c.relkind in ('r', 'p') and a.attname = 'athlete_id' and not a.attisdropped`,
  );
  const own = new Set(tables.map((t) => t.name));
  expect(own.size).toBeGreaterThan(25);
  const statements = [...asked].filter(([text]) => /^\s*(select|with|update|delete|insert)/i.test(text));
  expect(statements.length).toBeGreaterThan(80);
  const elsewhere: string[] = [];
  let reached = 0;
  for (const [text, values] of statements) {
    await db.query('begin');
    await db.query(`select set_config('maul.token', $1, true)`, [athlete.token]);
    // Few rows are read whole whatever the index; what matters is whether the key may be used at all.
    await db.query('set local enable_seqscan = off');
    const plan = await db
      .query<{ 'QUERY PLAN': { Plan: Plan }[] }>(`explain (format json) ${text}`, values)
      .catch((error: Error) => error);
    await db.query('rollback');
    if (plan instanceof Error) throw new Error(`${plan.message}: ${text}`);
    const whole = plan.rows[0]?.['QUERY PLAN'][0]?.Plan;
    for (const node of whole ? nodes(whole) : []) {
      if (!own.has(node['Relation Name'] ?? '') || !/Scan/.test(node['Node Type'])) continue;
      reached += 1;
      const by = [node, ...(node.Plans ?? []).flatMap(nodes)].map((n) => n['Index Cond'] ?? '').join(' ');
      const table = node['Relation Name'] ?? '';
      if (!by.includes('athlete_id') && !ANOTHER_WAY[table]?.test(text))
        elsewhere.push(`${node['Relation Name']} (${node['Node Type']}, ${by}): ${text}`);
    }
  }
  await db.end();
  expect(reached).toBeGreaterThan(60);
  expect(elsewhere).toEqual([]);
});
