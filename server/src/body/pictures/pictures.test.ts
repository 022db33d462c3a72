import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { BodyPicture } from '@maul/contract/body';
import type { Problem } from '@maul/contract/problems';
import { existsSync, mkdtempSync, readdirSync, rmSync, utimesSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import request from 'supertest';
import { v7 as uuidv7 } from 'uuid';
import { filePath, smallPath } from '../../platform/files.ts';
import { openTestHouse, SAME_SITE, type Someone, type TestHouse } from '../../testing/house.ts';

let house: TestHouse;
let athlete: Someone;
let coach: Someone;
let grant: string;
const home = mkdtempSync(join(tmpdir(), 'maul-pictures-'));
const before = process.env.MAUL_FILES;

beforeAll(async () => {
  process.env.MAUL_FILES = home;
  house = await openTestHouse();
  athlete = await house.athlete('Pictured');
  coach = await house.signUp('coach', 'Looks');
  grant = await house.share(athlete, coach);
});
afterAll(async () => {
  await house.close();
  if (before === undefined) delete process.env.MAUL_FILES;
  else process.env.MAUL_FILES = before;
  rmSync(home, { recursive: true, force: true });
});

/** A camera's picture, lying on its side, with its place written into it. */
const photo = (width = 2400, height = 1800) =>
  sharp({ create: { width, height, channels: 3, background: '#b08968' } })
    .jpeg()
    .withMetadata({
      orientation: 6,
      exif: {
        IFD0: { Make: 'Invented' },
        IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '47/1 4/1 0/1' },
      },
    })
    .toBuffer();
const address = (id: string, who = athlete) => `/api/athletes/${who.id}/pictures/${id}/file`;
const send = (
  who: Someone,
  id: string,
  bytes: Buffer,
  query = 'day=2026-11-28&pose=front',
  type = 'image/jpeg',
) =>
  request(house.app)
    .put(`${address(id, athlete)}?${query}`)
    .set({ ...SAME_SITE, Cookie: `maul_session=${who.token}`, 'Content-Type': type })
    .send(bytes);

describe('a picture', () => {
  const id = uuidv7();
  test('is kept upright, smaller, and without place, time and device', async () => {
    const original = await photo();
    expect((await sharp(original).metadata()).exif).toBeDefined();
    const kept = (await send(athlete, id, original).expect(200)).body as BodyPicture;
    // It lay on its side: what was wide is high.
    expect(kept).toMatchObject({ day: '2026-11-28', pose: 'front', width: 1440, height: 1920, marks: null });
    const seen = await athlete.get(address(id)).expect(200);
    const meta = await sharp(seen.body as Buffer).metadata();
    expect(meta).toMatchObject({ format: 'jpeg', width: 1440, height: 1920 });
    expect(meta.exif).toBeUndefined();
    expect(meta.orientation).toBeUndefined();
    expect((seen.body as Buffer).includes('Invented')).toBe(false);
    const small = await athlete.get(`${address(id)}?small=1`).expect(200);
    expect((await sharp(small.body as Buffer).metadata()).height).toBe(320);
  });
  test('sent twice it is one', async () => {
    await send(athlete, id, await photo()).expect(200);
    const { pictures } = (await athlete.get(`/api/athletes/${athlete.id}/pictures`).expect(200)).body as {
      pictures: BodyPicture[];
    };
    expect(pictures.map((p) => p.id)).toEqual([id]);
  });
  test('is marked by the athlete alone', async () => {
    const marks = { crown: { x: 0.5, y: 0.1 }, floor: { x: 0.5, y: 0.95 } };
    const path = `/api/athletes/${athlete.id}/pictures/${id}/marks`;
    expect((await athlete.put(path, { marks }).expect(200)).body).toMatchObject({ marks });
    await coach.put(path, { marks: null }).expect(403);
    await athlete.put(path, { marks: { ...marks, floor: { x: 0.5, y: 0.05 } } }).expect(422);
  });
});

describe('a picture in pieces', () => {
  /** Sends the bytes from `offset` to `end` of a whole. */
  const piece = (who: Someone, id: string, whole: Buffer, offset: number, end: number) =>
    send(
      who,
      id,
      whole.subarray(offset, end),
      `day=2026-11-29&pose=back&offset=${offset}&of=${whole.length}`,
    );
  /** Noise does not shrink: many bytes of a small picture. */
  const noisy = () =>
    sharp({
      create: {
        width: 600,
        height: 800,
        channels: 3,
        background: '#808080',
        noise: { type: 'gaussian', mean: 128, sigma: 60 },
      },
    })
      .png()
      .toBuffer();
  test('goes on from where it has arrived, and is one picture with its last byte', async () => {
    const [id, whole] = [uuidv7(), await noisy()];
    const half = Math.floor(whole.length / 2);
    expect((await piece(athlete, id, whole, 0, half).expect(202)).body).toEqual({ received: half });
    await athlete.get(address(id)).expect(404);
    // A gap: it says from where to send on.
    const gap = (await piece(athlete, id, whole, half + 10, whole.length).expect(409)).body as Problem;
    expect(gap.current).toEqual({ received: half });
    // The answer of a piece was lost: the same bytes again change nothing.
    expect((await piece(athlete, id, whole, 1000, half).expect(202)).body).toEqual({ received: half });
    const kept = (await piece(athlete, id, whole, half, whole.length).expect(200)).body as BodyPicture;
    expect(kept).toMatchObject({ day: '2026-11-29', pose: 'back', width: 600, height: 800 });
    // The answer of the last piece was lost.
    expect((await piece(athlete, id, whole, half, whole.length).expect(200)).body).toEqual(kept);
    const seen = await athlete.get(address(id)).expect(200);
    const mean = async (bytes: Buffer) => (await sharp(bytes).stats()).channels[0]?.mean ?? 0;
    expect(Math.abs((await mean(seen.body as Buffer)) - (await mean(whole)))).toBeLessThan(2);
    expect(
      readdirSync(join(home, 'parts')).flatMap((name) => readdirSync(join(home, 'parts', name))),
    ).toEqual([]);
  });
  test('what is no picture, more than was announced, half an address and a stranger keep nothing', async () => {
    const [id, none] = [uuidv7(), Buffer.alloc(2000, 7)];
    await piece(athlete, id, none, 0, 1000).expect(202);
    await piece(athlete, id, none, 1000, 2000).expect(422);
    // Let go: it begins anew.
    expect(((await piece(athlete, id, none, 1000, 2000).expect(409)).body as Problem).current).toEqual({
      received: 0,
    });
    await send(athlete, id, none, 'day=2026-11-29&pose=back&offset=0&of=1000').expect(422);
    await send(athlete, id, none, 'day=2026-11-29&pose=back&offset=0').expect(422);
    await send(athlete, id, none, 'day=2026-11-29&pose=back&offset=0&of=99999999').expect(422);
    await piece(coach, id, none, 0, 1000).expect(404);
  });
  test('sixty may be under way; one more says so, and those that nobody sent on for two weeks make room', async () => {
    const begin = (id: string) => piece(athlete, id, Buffer.alloc(20, 1), 0, 10);
    const ids = Array.from({ length: 60 }, () => uuidv7());
    for (const id of ids) await begin(id).expect(202);
    const more = uuidv7();
    expect(((await begin(more).expect(413)).body as Problem).detail).toContain('Let them finish first');
    const [folder = ''] = readdirSync(join(home, 'parts')).map((name) => join(home, 'parts', name));
    const old = new Date(Date.now() - 15 * 86_400_000);
    for (const name of readdirSync(folder).slice(0, 3)) utimesSync(join(folder, name), old, old);
    await begin(more).expect(202);
    expect(readdirSync(folder)).toHaveLength(58);
  });
});

describe('the walls', () => {
  const id = uuidv7();
  beforeAll(async () => {
    await send(athlete, id, await photo(800, 600)).expect(200);
  });
  test('a coach with a grant sees it; nobody keeps it, and no part of it is served', async () => {
    const seen = await coach.get(address(id)).set('Range', 'bytes=0-99').expect(200);
    expect(seen.headers['cache-control']).toBe('no-store');
    expect(seen.headers['accept-ranges']).toBe('none');
    expect(seen.headers['cross-origin-resource-policy']).toBe('same-origin');
    expect(seen.headers['x-content-type-options']).toBe('nosniff');
    expect((seen.body as Buffer).length).toBeGreaterThan(100);
  });
  test('no session, another cookie and a stranger see nothing, by whatever address', async () => {
    const stranger = await house.athlete('Stranger');
    await request(house.app).get(address(id)).expect(401);
    await request(house.app).get(address(id)).set('Cookie', 'maul_session=made-up').expect(401);
    await stranger.get(address(id)).expect(404);
    await stranger.get(address(id)).set('Range', 'bytes=0-99').expect(404);
    await stranger.get(`/api/athletes/${stranger.id}/pictures/${id}/file`).expect(404);
    await stranger.get(`/api/athletes/${athlete.id}/pictures`).expect(404);
    await stranger.delete(`/api/athletes/${athlete.id}/pictures/${id}`).expect(404);
    await send(stranger, uuidv7(), await photo(80, 60)).expect(404);
    // The file's own name is no address of the house.
    await request(house.app)
      .get(`/files/${filePath(athlete.id, id).split('/').at(-1) ?? ''}`)
      .expect(404);
  });
  test('a coach sends none and deletes none', async () => {
    await send(coach, uuidv7(), await photo(80, 60)).expect(404);
    await coach.delete(`/api/athletes/${athlete.id}/pictures/${id}`).expect(404);
  });
  test('an ended grant closes it at once', async () => {
    await athlete.delete(`/api/athletes/${athlete.id}/grants/${grant}`).expect(200);
    await coach.get(address(id)).expect(404);
    await coach.get(`/api/athletes/${athlete.id}/pictures`).expect(404);
    await athlete.get(address(id)).expect(200);
  });
  test('deleted, its files are gone too', async () => {
    const path = filePath(athlete.id, id);
    expect([existsSync(path), existsSync(smallPath(path))]).toEqual([true, true]);
    await athlete.delete(`/api/athletes/${athlete.id}/pictures/${id}`).expect(200);
    expect([existsSync(path), existsSync(smallPath(path))]).toEqual([false, false]);
    await athlete.get(address(id)).expect(404);
    await athlete.delete(`/api/athletes/${athlete.id}/pictures/${id}`).expect(404);
  });
});

describe('what is no picture', () => {
  const tried = async (body: Buffer, type = 'image/jpeg') => {
    const there = readdirSync(home).length;
    const answer = await send(athlete, uuidv7(), body, 'day=2026-11-28&pose=side', type);
    expect(readdirSync(home)).toHaveLength(there);
    return { status: answer.status, said: (answer.body as Problem).detail };
  };
  test('words, half a picture and a drawing are refused with a sentence', async () => {
    const whole = await photo(800, 600);
    expect((await tried(Buffer.from('no picture at all'))).said).toContain('no picture');
    expect((await tried(whole.subarray(0, whole.length / 3))).said).toContain('Nothing was kept');
    const svg = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="10" height="10"/>');
    expect((await tried(svg)).said).toContain('no picture');
    expect(await tried(svg, 'image/svg+xml')).toMatchObject({ status: 422 });
    expect((await tried(Buffer.alloc(0))).status).toBe(422);
  });
  test('a small file that unpacks to more than any camera makes', async () => {
    // 10,000 x 10,000 of one colour: 100 million pixels in some 300 kB.
    const bomb = await sharp({ create: { width: 10_000, height: 10_000, channels: 3, background: '#000' } })
      .png({ compressionLevel: 9 })
      .toBuffer();
    expect(bomb.length).toBeLessThan(1e6);
    expect((await tried(bomb, 'image/png')).said).toContain('no picture');
  });
  test('60 MB', async () => {
    expect(await tried(Buffer.alloc(60 * 1024 * 1024))).toMatchObject({ status: 413 });
  });
  test('a pose or a day that is none', async () => {
    const body = await photo(80, 60);
    await send(athlete, uuidv7(), body, 'day=2026-11-28&pose=upside-down').expect(422);
    await send(athlete, uuidv7(), body, 'day=tomorrow&pose=front').expect(422);
  });
});
