import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import Ajv from 'ajv';
import formats from 'ajv-formats';
import { addDays, athleteDay } from '@maul/core/units';
import { sql } from 'kysely';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { v7 as uuidv7 } from 'uuid';
import yauzl from 'yauzl';
import yazl from 'yazl';
import {
  kitchenBody,
  mealBody,
  moveBody,
  stockBody,
  openTestHouse,
  portionBody,
  type Someone,
  type TestHouse,
} from '../testing/house.ts';
import { pdfPages } from '../testing/pdf.ts';
import { AUTHORS, LEFT_OUT, TABLES } from './store/everything/tables.ts';

let house: TestHouse;
let athlete: Someone;
let coach: Someone;
let whole: Buffer;
const folder = mkdtempSync(join(tmpdir(), 'maul-everything-test-'));
const today = athleteDay(new Date(), 'Europe/Vienna');

/** The files of a ZIP, by name. */
const unzip = (bytes: Buffer): Promise<Map<string, Buffer>> =>
  new Promise((done, fail) => {
    const files = new Map<string, Buffer>();
    yauzl.fromBuffer(bytes, { lazyEntries: true }, (error, zip) => {
      if (error) return fail(error);
      zip.on('entry', (entry: yauzl.Entry) =>
        zip.openReadStream(entry, (fault, stream) => {
          if (fault) return fail(fault);
          const parts: Buffer[] = [];
          stream.on('data', (part: Buffer) => parts.push(part));
          stream.on('end', () => {
            files.set(entry.fileName, Buffer.concat(parts));
            zip.readEntry();
          });
        }),
      );
      zip.on('end', () => done(files));
      zip.readEntry();
    });
  });
const zipOf = (files: Map<string, Buffer>): Promise<Buffer> => {
  const zip = new yazl.ZipFile();
  for (const [name, bytes] of files) zip.addBuffer(bytes, name);
  zip.end();
  return new Promise((done) => {
    const parts: Buffer[] = [];
    zip.outputStream.on('data', (part: Buffer) => parts.push(part));
    zip.outputStream.on('end', () => done(Buffer.concat(parts)));
  });
};
/** The ZIP with one of its files changed. */
const changed = async (name: string, edit: (text: string) => string | null): Promise<Buffer> => {
  const files = await unzip(whole);
  const next = edit(files.get(name)?.toString('utf8') ?? '');
  if (next === null) files.delete(name);
  else files.set(name, Buffer.from(next, 'utf8'));
  return zipOf(files);
};
const rows = (files: Map<string, Buffer>, table: string): Record<string, unknown>[] =>
  JSON.parse(files.get(`tables/${table}.json`)?.toString('utf8') ?? 'null') as Record<string, unknown>[];

const take = async (who: Someone): Promise<Buffer> => {
  await who.put(`/api/athletes/${who.id}/everything`, {}).expect(200);
  for (let i = 0; i < 200; i += 1) {
    const { body } = (await who.get(`/api/athletes/${who.id}/everything`).expect(200)) as {
      body: { state: string; done: number; of: number };
    };
    if (body.state === 'ready') {
      expect(body.done).toBe(body.of);
      break;
    }
    expect(body.state).toBe('making');
    await new Promise((go) => setTimeout(go, 25));
  }
  const answer = await who
    .get(`/api/athletes/${who.id}/everything/file`)
    .buffer(true)
    .parse((res, done) => {
      const parts: Buffer[] = [];
      res.on('data', (part: Buffer) => parts.push(part));
      res.on('end', () => done(null, Buffer.concat(parts)));
    })
    .expect(200);
  return answer.body as Buffer;
};
const giveBack = (who: Someone, bytes: Buffer) =>
  house
    .agent()
    .put(`/api/athletes/${who.id}/everything/file`)
    .set('Cookie', `maul_session=${who.token}`)
    .set('Sec-Fetch-Site', 'same-origin')
    .set('Content-Type', 'application/zip')
    .send(bytes);
const countOf = async (table: string, athleteId: string): Promise<number> => {
  const found = await sql<{ n: string }>`
    select count(*) as n from ${sql.table(table)} t where t.athlete_id = ${athleteId}`.execute(house.owner);
  return Number(found.rows[0]?.n);
};

beforeAll(async () => {
  process.env.MAUL_FILES = folder;
  house = await openTestHouse();
  athlete = await house.athlete('Whole Person');
  coach = await house.signUp('coach', 'Their Coach');
  await house.share(athlete, coach);
  const at = `/api/athletes/${athlete.id}`;
  const [mealId, portionId, orderId, weekId] = [uuidv7(), uuidv7(), uuidv7(), uuidv7()];
  await athlete.put(`${at}/meals/${mealId}`, mealBody(today)).expect(200);
  await athlete.put(`${at}/portions/${portionId}`, portionBody(mealId)).expect(200);
  await athlete
    .put(`${at}/portions/${portionId}`, portionBody(mealId, { base: 1, plannedGrams: 71 }))
    .expect(200);
  const stockId = uuidv7();
  const diner = { kind: 'diner', name: 'Mate', personId: coach.id, share: 1, windows: [], notEaten: [] };
  await athlete.put(`${at}/kitchen-things/${uuidv7()}`, kitchenBody(diner)).expect(200);
  await athlete.put(`${at}/stock/${stockId}`, stockBody()).expect(200);
  await athlete.put(`${at}/stock-moves/${uuidv7()}`, moveBody(stockId, 6)).expect(200);
  const { food } = portionBody(mealId);
  const boxed = portionBody(mealId, {
    food: { ...food, stockId },
    grams: 40,
    method: 'scale',
    division: 1,
    position: 1,
  });
  await athlete.put(`${at}/portions/${uuidv7()}`, boxed).expect(200);
  await coach
    .put(`${at}/notes/${uuidv7()}`, {
      base: 0,
      day: today,
      mealId,
      text: '=SUM(A1), "quoted"\nand on',
      deleted: false,
    })
    .expect(200);
  const { season } = (await athlete.get(`${at}/days/${today}`).expect(200)).body as {
    season: { phases: { id: string }[] };
  };
  await coach
    .put(`${at}/orders/${orderId}`, {
      phaseId: season.phases[0]?.id,
      from: today,
      until: null,
      dayTypes: null,
      macro: 'CARB',
      change: { kind: 'relative', amount: -10 },
      lever: null,
      reason: 'Smaller steps',
      confirmed: [],
    })
    .expect(200);
  await athlete.put(`${at}/orders/${orderId}/acknowledgement`, {}).expect(200);
  await athlete
    .put(`${at}/check-ins/${weekId}`, { to: addDays(today, -1), words: 'A quiet week' })
    .expect(200);
  await coach.put(`${at}/check-ins/${weekId}/read`, {}).expect(200);
  await coach
    .put(`${at}/check-ins/${weekId}/answers/${uuidv7()}`, { words: 'Go on', noChange: true })
    .expect(200);
  const picture = await sharp({ create: { width: 300, height: 400, channels: 3, background: '#a87' } })
    .png()
    .toBuffer();
  await house
    .agent()
    .put(`${at}/pictures/${uuidv7()}/file?day=${today}&pose=front&name=`)
    .set('Cookie', `maul_session=${athlete.token}`)
    .set('Sec-Fetch-Site', 'same-origin')
    .set('Content-Type', 'image/png')
    .send(picture)
    .expect(200);
  whole = await take(athlete);
});
afterAll(async () => {
  await house.close();
  rmSync(folder, { recursive: true, force: true });
});

test('every table of an athlete goes along, or is said to stay and why', async () => {
  const { rows: tables } = await sql<{ name: string }>`
    select c.relname as name from pg_class c join pg_attribute a on a.attrelid = c.oid
    where c.relnamespace = 'public'::regnamespace and c.relkind = 'r' and a.attname = 'athlete_id' order by 1`.execute(
    house.owner,
  );
  expect([...TABLES, ...Object.keys(LEFT_OUT)].sort()).toEqual(tables.map((t) => t.name));
});

test('the file holds as many rows as the tables, and each by the schema that Maul publishes', async () => {
  const files = await unzip(whole);
  const published = (await athlete.get('/api/everything.schema.json').expect(200)).body as object;
  expect(JSON.parse(files.get('schema.json')?.toString('utf8') ?? '')).toEqual(published);
  // Reference: Ajv, by the schema as it is published.
  const ajv = new Ajv({ strict: false, formats: { text: true } });
  formats(ajv);
  const all = Object.fromEntries(TABLES.map((table) => [table, rows(files, table)]));
  expect([ajv.validate(published, all), ajv.errors]).toEqual([true, null]);
  for (const table of TABLES)
    expect([table, all[table]?.length]).toEqual([table, await countOf(table, athlete.id)]);
  expect(all.row_history?.length).toBeGreaterThan(0);
  expect([...files.keys()].filter((name) => name.startsWith('pictures/'))).toHaveLength(1);
  const letters = [...files].filter(([name]) => name.startsWith('letters/'));
  expect(letters).toHaveLength(all.check_in?.length ?? -1);
  for (const [name, pdf] of letters) {
    expect(name).toMatch(/^letters\/week-\d{4}-\d{2}-\d{2}-[\da-f]{4}\.pdf$/);
    expect(pdfPages(pdf).pages).toBe(1);
  }
});

test('no id of a person is in it; the names of others are', async () => {
  const text = [...(await unzip(whole))].map(([, bytes]) => bytes.toString('utf8')).join('');
  for (const id of [athlete.id, coach.id]) expect(text).not.toContain(id);
  expect(text).toContain('Their Coach');
});

test('its spreadsheets are RFC 4180, and nothing in them is a formula', async () => {
  const notes = (await unzip(whole)).get('csv/notes.csv')?.toString('utf8');
  // Source: RFC 4180, 2.5 to 2.7: a field with a quote or a break is quoted, its quotes doubled.
  expect(notes?.split('\r\n')[0]).toBe('day,text,by,created_at');
  expect(notes).toContain(`${today},"'=SUM(A1), ""quoted""\nand on",Their Coach,`);
});

test('read back into an empty account, not a row, revision, order or picture is missing', async () => {
  const again = await house.signUp('athlete', 'Whole Again');
  const { body } = (await giveBack(again, whole).expect(200)) as { body: { rows: number; pictures: number } };
  expect(body.pictures).toBe(1);
  const [before, after] = [await unzip(whole), await unzip(await take(again))];
  for (const table of TABLES) expect([table, rows(after, table)]).toEqual([table, rows(before, table)]);
  const picture = [...before.keys()].find((name) => name.startsWith('pictures/')) ?? '';
  expect(after.get(picture)?.equals(before.get(picture) ?? Buffer.alloc(0))).toBe(true);
  expect(body.rows).toBe(TABLES.reduce((sum, table) => sum + rows(before, table).length, 0));
  // What is left of the box was counted anew, and comes to the same.
  expect(rows(after, 'stock')[0]).toMatchObject({ left_grams: 100 });
  // The day opens, and says who wrote and signed.
  const day = (await again.get(`/api/athletes/${again.id}/days/${today}`).expect(200)).body as {
    notes: { authorName: string; authorId: string }[];
    orders: { signedByName: string }[];
  };
  expect(day.notes.map((n) => n.authorName)).toEqual(['Their Coach']);
  expect(day.notes[0]?.authorId).not.toBe(again.id);
  expect(day.orders.map((o) => o.signedByName)).toEqual(['Their Coach']);
  // What somebody else wrote cannot be changed afterwards.
  const [note] = rows(before, 'note');
  await again
    .put(`/api/athletes/${again.id}/notes/${String(note?.id)}`, {
      base: 1,
      day: today,
      mealId: null,
      text: 'They praised me',
      deleted: false,
    })
    .expect((res) => expect(res.status).toBeGreaterThanOrEqual(400));
  // A second time there is a log already.
  await giveBack(again, whole).expect(403);
});

describe('what is not whole is refused, and nothing of it is kept', () => {
  const refused = async (bytes: Buffer, sentence: RegExp): Promise<void> => {
    const empty = await house.signUp('athlete', 'Still Empty');
    const { body } = (await giveBack(empty, bytes).expect(422)) as {
      body: { detail?: string; title?: string };
    };
    expect(JSON.stringify(body)).toMatch(sentence);
    expect(JSON.stringify(body)).toContain('Nothing was taken.');
    for (const table of TABLES) expect([table, await countOf(table, empty.id)]).toEqual([table, 0]);
  };
  test('cut in half', () => refused(whole.subarray(0, whole.length >> 1), /no ZIP, or its end is missing/));
  test('something else altogether', async () => {
    writeFileSync(join(folder, 'other'), 'words');
    await refused(readFileSync(join(folder, 'other')), /no ZIP/);
    await refused(await zipOf(new Map([['a.txt', Buffer.from('a')]])), /maul\.json.* is not in this file/);
  });
  test('of a newer Maul', async () =>
    refused(
      await changed('maul.json', (text) => text.replace('"version": 1', '"version": 2')),
      /written by a newer Maul/,
    ));
  test('a picture that is missing', async () => {
    const name = [...(await unzip(whole)).keys()].find((one) => one.startsWith('pictures/')) ?? '';
    await refused(
      await changed(name, () => null),
      /Pictures that belong to this file: 1; pictures that are in it: 0\./,
    );
    await refused(await changed(name, () => 'no picture'), /no picture that Maul has kept/);
  });
  test('a row that speaks of one that is not there, is there twice, or is none', async () => {
    await refused(
      await changed('tables/meal.json', () => '[]').then((bytes) =>
        unzip(bytes).then((files) => {
          files.set(
            'maul.json',
            Buffer.from((files.get('maul.json')?.toString() ?? '').replace('"meal": 1', '"meal": 0')),
          );
          return zipOf(files);
        }),
      ),
      /speaks of one that is not in this file/,
    );
    await refused(await changed('tables/meal.json', () => '[]'), /not whole/);
    await refused(
      await changed('tables/portion.json', (text) =>
        text.replace('"planned_grams":71', '"planned_grams":"71"'),
      ),
      /Row \d+ of tables\/portion\.json/,
    );
    await refused(
      await changed('tables/season_revision.json', (text) => text.replace('"phases"', '"phrases"')),
      /Row 1 of tables\/season_revision\.json is not what it should be \(document\)/,
    );
  });
});

test('nobody else makes it, sees how far it is, fetches it, or gives one back', async () => {
  for (const other of [coach, await house.athlete('Stranger')]) {
    await other.put(`/api/athletes/${athlete.id}/everything`, {}).expect(404);
    await other.get(`/api/athletes/${athlete.id}/everything`).expect(404);
    await other.get(`/api/athletes/${athlete.id}/everything/file`).expect(404);
    await house
      .agent()
      .put(`/api/athletes/${athlete.id}/everything/file`)
      .set('Cookie', `maul_session=${other.token}`)
      .set('Sec-Fetch-Site', 'same-origin')
      .send(whole)
      .expect(404);
  }
  await house.agent().get(`/api/athletes/${athlete.id}/everything/file`).expect(401);
});

test('who is behind a row is known of every table that has somebody behind it', async () => {
  const { rows: columns } = await sql<{ table: string; column: string }>`
    select c.conrelid::regclass::text as "table", a.attname as "column" from pg_constraint c
    join pg_attribute a on a.attrelid = c.conrelid and a.attnum = any(c.conkey)
    where c.contype = 'f' and c.confrelid = 'person'::regclass and a.attname <> 'athlete_id'`.execute(
    house.owner,
  );
  const carried = columns.filter(({ table }) => (TABLES as readonly string[]).includes(table));
  expect(carried.map(({ table, column }) => `${table}.${column}`).sort()).toEqual(
    Object.entries(AUTHORS)
      .map(([table, { by }]) => `${table}.${by}`)
      .sort(),
  );
});
