import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Food, FoodImport, ImportPreview, ImportReject } from '@maul/contract/foods';
import { sql } from 'kysely';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import pg from 'pg';
import request from 'supertest';
import { v7 as uuidv7 } from 'uuid';
import { openTestHouse, SAME_SITE, type Someone, type TestHouse } from '../../testing/house.ts';
import { filePath } from '../../platform/files.ts';
import { stopImports } from './run.ts';
import { BRANDED, OWN_CSV } from './samples.ts';

let house: TestHouse;
let athlete: Someone;
let coach: Someone;
let stranger: Someone;
let at: string;

beforeAll(async () => {
  house = await openTestHouse();
  athlete = await house.athlete('Athlete');
  stranger = await house.athlete('Stranger');
  coach = await house.signUp('coach', 'Coach');
  await house.share(athlete, coach);
  at = `/api/athletes/${athlete.id}`;
});
afterAll(async () => {
  await stopImports();
  await house.close();
});

const sendPiece = (who: Someone, id: string, offset: number, piece: Buffer) =>
  request(house.app)
    .put(`/api/athletes/${who.id}/imports/${id}/file?offset=${offset}`)
    .set(SAME_SITE)
    .set('Cookie', `maul_session=${who.token}`)
    .set('Content-Type', 'application/octet-stream')
    .send(piece);

/** Sends a file whole. */
const send = async (text: string, fileName = 'foods.csv', who = athlete): Promise<string> => {
  const id = uuidv7();
  const bytes = Buffer.from(text);
  await who.put(`/api/athletes/${who.id}/imports/${id}`, { fileName, bytes: bytes.length }).expect(200);
  await sendPiece(who, id, 0, bytes).expect(200);
  return id;
};
const importNow = async (id: string, who = athlete): Promise<FoodImport> => {
  const { imports } = (await who.get(`/api/athletes/${who.id}/imports`).expect(200)).body as {
    imports: FoodImport[];
  };
  const found = imports.find((i) => i.id === id);
  if (!found) throw new Error('the import is gone');
  return found;
};
const settled = async (id: string, who = athlete): Promise<FoodImport> => {
  for (;;) {
    const now = await importNow(id, who);
    if (now.state !== 'running') return now;
    await new Promise((done) => setTimeout(done, 20));
  }
};
const run = async (id: string, who = athlete, format = 'own-csv'): Promise<FoodImport> => {
  await who
    .put(`/api/athletes/${who.id}/imports/${id}/run`, { format, encoding: 'utf-8', mapping: {} })
    .expect(200);
  return settled(id, who);
};
const search = async (who: Someone, athleteId: string, q: string): Promise<string[]> =>
  ((await who.get(`/api/athletes/${athleteId}/foods?q=${q}`).expect(200)).body as { foods: Food[] }).foods
    .filter((f) => f.origin === 'imported')
    .map((f) => f.name);
const many = (count: number, word: string) =>
  `name,PROCNT,FAT,CHOAVLDF\n${Array.from({ length: count }, (_, i) => `${word} ${i},9,1,45`).join('\n')}`;

describe('sending a file', () => {
  test('in pieces, out of order, twice: it arrives once', async () => {
    const id = uuidv7();
    const bytes = Buffer.from(OWN_CSV);
    const half = 100;
    const announce = { fileName: 'foods.csv', bytes: bytes.length };
    await athlete.put(`${at}/imports/${id}`, announce).expect(200);
    await athlete.put(`${at}/imports/${id}`, announce).expect(200);
    await athlete.put(`${at}/imports/${id}`, { ...announce, bytes: 5 }).expect(409);
    const ahead = await sendPiece(athlete, id, half, bytes.subarray(half)).expect(409);
    expect((ahead.body as { detail: string }).detail).toContain('arrived up to byte 0');
    await sendPiece(athlete, id, 0, bytes.subarray(0, half)).expect(200);
    await sendPiece(athlete, id, 0, bytes.subarray(0, half)).expect(200);
    expect((await importNow(id)).received).toBe(half);
    const early = await athlete.post(`${at}/imports/${id}/preview`, { options: null }).expect(404);
    expect((early.body as { detail: string }).detail).toContain('no longer here in full');
    await sendPiece(athlete, id, half, bytes.subarray(half)).expect(200);
    expect((await importNow(id)).state).toBe('ready');
    await sendPiece(athlete, id, half, bytes.subarray(half)).expect(200);
    const preview = (await athlete.post(`${at}/imports/${id}/preview`, { options: null }).expect(200))
      .body as ImportPreview;
    expect(preview.foods.map((f) => f.name)).toEqual(['Bread, fen', 'Milk of oats', 'Bar']);
  });
  test('more than was announced, larger than 4 GB, somebody else’s', async () => {
    const id = uuidv7();
    await athlete.put(`${at}/imports/${id}`, { fileName: 'x', bytes: 5 }).expect(200);
    await sendPiece(athlete, id, 0, Buffer.from('123456')).expect(422);
    await sendPiece(stranger, id, 0, Buffer.from('12345')).expect(404);
    const huge = await athlete.put(`${at}/imports/${uuidv7()}`, { fileName: 'x', bytes: 5e9 }).expect(422);
    expect((huge.body as { detail: string }).detail).toContain('larger than 4 GB');
  });
  test('a coach reads an import and touches neither it nor its file', async () => {
    const id = await send(OWN_CSV);
    const piece = request(house.app)
      .put(`${at}/imports/${id}/file?offset=0`)
      .set(SAME_SITE)
      .set('Cookie', `maul_session=${coach.token}`)
      .set('Content-Type', 'application/octet-stream')
      .send(Buffer.from('forged'));
    await piece.expect(403);
    await coach.delete(`${at}/imports/${id}`).expect(403);
    await coach.delete(`${at}/imports/${id}/run`).expect(403);
    await coach
      .put(`${at}/imports/${id}/run`, { format: 'own-csv', encoding: 'utf-8', mapping: {} })
      .expect(403);
    await coach.get(`${at}/imports`).expect(200);
    const preview = (await athlete.post(`${at}/imports/${id}/preview`, { options: null }).expect(200))
      .body as ImportPreview;
    expect(preview.foods).toHaveLength(3);
    await athlete.delete(`${at}/imports/${id}`).expect(200);
    await athlete.delete(`${at}/imports/${id}`).expect(200);
  });
  test('no more than five files wait at once', async () => {
    const other = await house.athlete('Collector');
    const announce = (fileName: string) =>
      other.put(`/api/athletes/${other.id}/imports/${uuidv7()}`, { fileName, bytes: 5 });
    for (let i = 0; i < 5; i += 1) await announce(`${i}`).expect(200);
    const more = await announce('more').expect(413);
    expect((more.body as { detail: string }).detail).toContain('5 files wait already');
  });
  test('what is no table of foods is said and nothing is kept', async () => {
    const id = await send('just words', 'x.txt');
    const answer = await athlete.post(`${at}/imports/${id}/preview`, { options: null }).expect(422);
    expect((answer.body as { detail: string }).detail).toContain('no table of foods');
  });
});

describe('importing', () => {
  test('foods are found by words, by typing errors, by code; their athlete and coach see them, nobody else', async () => {
    const id = await send(OWN_CSV);
    expect(await run(id)).toMatchObject({
      state: 'done',
      read: 3,
      kept: 3,
      duplicates: 0,
      rejected: 0,
      part: 1,
    });
    expect(await search(athlete, athlete.id, 'fen%20bre')).toEqual(['Bread, fen']);
    expect(await search(athlete, athlete.id, 'milk%20oast')).toEqual(['Milk of oats']);
    expect(await search(coach, athlete.id, 'fen%20bre')).toEqual(['Bread, fen']);
    expect(await search(stranger, stranger.id, 'fen%20bre')).toEqual([]);
    const byCode = (await athlete.get(`${at}/foods-by-code/6291041500213`).expect(200)).body as {
      foods: Food[];
    };
    expect(byCode.foods[0]).toMatchObject({ name: 'Bread, fen', origin: 'imported' });
    const none = (await stranger.get(`/api/athletes/${stranger.id}/foods-by-code/6291041500213`).expect(200))
      .body as { foods: Food[] };
    expect(none.foods).toEqual([]);
  });
  test('the same file again takes nothing and says so; taken away, its foods are gone', async () => {
    const again = await run(await send(OWN_CSV));
    expect(again).toMatchObject({ state: 'done', kept: 0, duplicates: 3 });
    const { rejects } = (await athlete.get(`${at}/imports/${again.id}/rejects`).expect(200)).body as {
      rejects: ImportReject[];
    };
    expect(rejects.map((r) => r.reason)).toEqual(Array(3).fill('An earlier import holds this food already.'));
    const { imports } = (await athlete.get(`${at}/imports`).expect(200)).body as { imports: FoodImport[] };
    for (const one of imports) await athlete.delete(`${at}/imports/${one.id}`).expect(200);
    expect(await search(athlete, athlete.id, 'fen%20bre')).toEqual([]);
  });
  test('rejects by line, and a food that stands twice in the file', async () => {
    const text = `${OWN_CSV}\r\nBar,as sold,serving,50,,10,8,20,5,202,,,,,50\r\nNegative,raw,100 g,,,-9,3,45,6,258,,,,,`;
    const done = await run(await send(text));
    expect(done).toMatchObject({ read: 5, kept: 3, duplicates: 1, rejected: 1 });
    const { rejects } = (await athlete.get(`${at}/imports/${done.id}/rejects`).expect(200)).body as {
      rejects: ImportReject[];
    };
    expect(rejects).toEqual([
      { line: 6, what: 'Bar', reason: expect.stringContaining('twice') },
      { line: 7, what: 'Negative', reason: expect.stringContaining('negative') },
    ]);
  });
  test('FoodData Central', async () => {
    const done = await run(await send(BRANDED, 'branded.json'), athlete, 'fdc-json');
    expect(done).toMatchObject({ state: 'done', kept: 2 });
    expect(await search(athlete, athlete.id, 'mill%20squares')).toEqual(['MILL OAT SQUARES']);
  });
  test('a portion keeps an imported food that is taken away', async () => {
    const foods = (await athlete.get(`${at}/foods?q=mill%20squares`).expect(200)).body as { foods: Food[] };
    expect(foods.foods[0]?.id).toMatch(/^imp-[0-9a-f-]{36}-1$/);
  });
});

describe('an import that stops', () => {
  test('shows nothing until it is whole, and goes on where it was', async () => {
    const id = await send(many(30_000, 'Lowland groats'));
    await athlete
      .put(`${at}/imports/${id}/run`, { format: 'own-csv', encoding: 'utf-8', mapping: {} })
      .expect(200);
    const stopped = (await athlete.delete(`${at}/imports/${id}/run`).expect(200)).body as FoodImport;
    expect(stopped.state).toBe('stopped');
    expect(stopped.read).toBeLessThan(30_000);
    expect(await search(athlete, athlete.id, 'lowland')).toEqual([]);
    const done = await run(id);
    expect(done).toMatchObject({ state: 'done', read: 30_000, kept: 30_000, duplicates: 0, rejected: 0 });
    expect((await search(athlete, athlete.id, 'lowland')).length).toBeGreaterThan(0);
  });
  test('a file cut short in the middle fails with its line, and what was read shows nowhere', async () => {
    const text = `[${Array.from({ length: 5 }, (_, i) => `{"name":"Cut ${i}","figures":{"PROCNT":9}}`).join(',\n')},\n{"name":`;
    const failed = await run(await send(text, 'own.json'), athlete, 'own-json');
    expect(failed).toMatchObject({ state: 'failed', sentence: expect.stringContaining('line 6') });
    expect(await search(athlete, athlete.id, 'cut')).toEqual([]);
  });
  /** The process of the one import that runs. */
  const itsProcess = (): number => {
    const found = readdirSync('/proc').filter((pid) => {
      try {
        const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
        const parent = Number(stat.slice(stat.lastIndexOf(')') + 2).split(' ')[1]);
        return (
          parent === process.pid && readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('importer.cjs')
        );
      } catch {
        return false;
      }
    });
    expect(found).toHaveLength(1);
    return Number(found[0]);
  };
  const begin = (id: string, format = 'own-csv') =>
    athlete.put(`${at}/imports/${id}/run`, { format, encoding: 'utf-8', mapping: {} }).expect(200);

  test('its process is killed: the house stands, and it goes on where it was', async () => {
    const id = await send(many(30_000, 'Moorland'));
    await begin(id);
    process.kill(itsProcess(), 'SIGKILL');
    expect(await settled(id)).toMatchObject({
      state: 'stopped',
      sentence: 'It was interrupted. What is read is kept; go on to read the rest.',
    });
    expect(await run(id)).toMatchObject({ state: 'done', read: 30_000, kept: 30_000, duplicates: 0 });
  });
  test('one that takes too much memory fails by itself, frees its file and shows nothing', async () => {
    process.env.MAUL_IMPORT_MB = '10';
    try {
      const id = await send(many(60_000, 'Greedy'));
      await begin(id);
      expect(await settled(id)).toMatchObject({
        state: 'failed',
        sentence: expect.stringContaining('more memory than an import may use'),
      });
      expect(existsSync(filePath(athlete.id, id))).toBe(false);
      expect(await search(athlete, athlete.id, 'greedy')).toEqual([]);
    } finally {
      delete process.env.MAUL_IMPORT_MB;
    }
  });
  test('failed ones count among those that wait, until they are taken away', async () => {
    const other = await house.athlete('Fails Often');
    const failing = async () => run(await send('[{"name":', 'own.json', other), other, 'own-json');
    const failed: FoodImport[] = [];
    for (let i = 0; i < 5; i += 1) failed.push(await failing());
    expect(failed.map((f) => f.state)).toEqual(Array(5).fill('failed'));
    for (const { id } of failed) expect(existsSync(filePath(other.id, id))).toBe(false);
    const announce = () =>
      other.put(`/api/athletes/${other.id}/imports/${uuidv7()}`, { fileName: 'more', bytes: 5 });
    await announce().expect(413);
    await other.delete(`/api/athletes/${other.id}/imports/${failed[0]?.id}`).expect(200);
    await announce().expect(200);
  });
  test('a session that ends interrupts it, and a new one goes on', async () => {
    const other = await house.athlete('Leaving');
    const id = await send(many(30_000, 'Upland'), 'foods.csv', other);
    await other
      .put(`/api/athletes/${other.id}/imports/${id}/run`, {
        format: 'own-csv',
        encoding: 'utf-8',
        mapping: {},
      })
      .expect(200);
    await other.delete('/api/session').expect(200);
    await stopImports();
    const { rows } = await sql<{ state: string; read: number }>`
      select state, read from food_import where id = ${id}`.execute(house.owner);
    expect(rows[0]?.read).toBeLessThan(30_000);
    expect(rows[0]?.state).not.toBe('done');
  });
});

describe('hand-written SQL under the app’s role', () => {
  const as = async <T>(person: Someone, work: (client: pg.Client) => Promise<T>): Promise<T> => {
    const client = new pg.Client({ connectionString: house.url('maul_app') });
    await client.connect();
    try {
      await client.query(`select set_config('maul.token', $1, false)`, [person.token]);
      return await work(client);
    } finally {
      await client.end();
    }
  };
  test('imported foods are read through their functions alone', async () => {
    await as(athlete, (c) =>
      expect(c.query('select * from food_imported')).rejects.toThrow('permission denied'),
    );
    await as(athlete, (c) =>
      expect(c.query('delete from food_imported')).rejects.toThrow('permission denied'),
    );
    const found = await as(stranger, (c) => c.query(`select * from imported_by_words('lowland:*')`));
    expect(found.rowCount).toBe(0);
  });
  test('nobody adds foods to somebody else’s import', async () => {
    const id = await send(OWN_CSV);
    const insert = `insert into food_imported (athlete_id, import_id, n, key, name, state, per100g, measures, details, source, search)
      values ($1, $2, 1, 'k', 'Forged', 'raw', '{}', '[]', '{}', 's', 'forged')`;
    await as(stranger, (c) =>
      expect(c.query(insert, [athlete.id, id])).rejects.toThrow('not an import of this person'),
    );
    await as(stranger, (c) => expect(c.query(insert, [stranger.id, id])).rejects.toThrow('foreign key'));
    await as(athlete, (c) => c.query(insert, [athlete.id, id]));
  });
});
