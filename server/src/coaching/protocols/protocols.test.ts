import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { ResponseOf } from '@maul/contract/routes';
import { v7 as uuidv7 } from 'uuid';
import { openTestHouse, type Someone, type TestHouse } from '../../testing/house.ts';

let house: TestHouse;
let coach: Someone;
let other: Someone;
let athletes: Someone[];
const id = uuidv7();
const document = {
  macro: 'CARB',
  amount: { kind: 'percent', percent: -8 },
  dayTypes: [],
  reason: 'Eight per cent less, then we look again.',
};
const write = (who: Someone, base: number, change: object = {}) =>
  who.put(`/api/protocols/${id}`, { base, name: 'Small step', document, retired: false, ...change });
const list = async (who: Someone) =>
  ((await who.get('/api/protocols').expect(200)).body as ResponseOf<'protocols'>).protocols;
const tried = async (who: Someone, of: object = document) =>
  ((await who.post('/api/protocols/try', { document: of }).expect(200)).body as ResponseOf<'tryProtocol'>)
    .athletes;

beforeAll(async () => {
  house = await openTestHouse();
  coach = await house.signUp('coach', 'Of Two');
  other = await house.signUp('coach', 'Of Nobody');
  athletes = [await house.athlete('Ada'), await house.athlete('Zoe')];
  for (const athlete of athletes) await house.share(athlete, coach);
});
afterAll(() => house.close());

test('a protocol is written in versions: the same one twice is one, and nothing is overwritten', async () => {
  await write(coach, 0).expect(200);
  await write(coach, 0).expect(200);
  expect((await list(coach)).map((p) => [p.name, p.version])).toEqual([['Small step', 1]]);
  await write(coach, 1, { document: { ...document, amount: { kind: 'percent', percent: -6 } } }).expect(200);
  await write(coach, 1).expect(409);
  expect((await list(coach))[0]).toMatchObject({ version: 2, document: { amount: { percent: -6 } } });
  await write(coach, 2, { document: { ...document, amount: { kind: 'percent', percent: 0 } } }).expect(422);
  await write(coach, 2, { document: { ...document, amount: { kind: 'percent', percent: 80 } } }).expect(422);
});

test('it is tried on everybody, each with their own grams, and nothing is signed by that', async () => {
  const made = await tried(coach);
  expect(made.map((one) => one.name)).toEqual(['Ada', 'Zoe']);
  for (const { order, aims, fault } of made) {
    expect(fault).toBeNull();
    const [aim, kcal] = (['CARB', 'ENERC'] as const).map((macro) => aims.find((a) => a.macro === macro));
    const [before, after] = [aim?.before ?? Number.NaN, aim?.after ?? Number.NaN];
    expect(order?.change).toEqual({ kind: 'relative', amount: Math.round(-0.08 * before) });
    expect(after - before).toBeCloseTo(Math.round(-0.08 * before), 6);
    expect((kcal?.after ?? 0) - (kcal?.before ?? 0)).toBeLessThan(0);
  }
  const { body } = (await coach.get(`/api/athletes/${athletes[0]?.id}/orders`).expect(200)) as {
    body: ResponseOf<'orders'>;
  };
  expect(body.orders).toEqual([]);
  const [nobody] = await tried(coach, { ...document, dayTypes: ['Refeed'] });
  expect(nobody).toMatchObject({ order: null, fault: 'No day of this phase is called Refeed.' });
});

test('what was signed of it says who runs which version', async () => {
  const [ada] = await tried(coach);
  await coach
    .put(`/api/athletes/${ada?.athleteId}/orders/${uuidv7()}`, {
      ...ada?.order,
      until: null,
      macro: 'CARB',
      lever: null,
      reason: document.reason,
      confirmed: [],
      protocol: { id, version: 2 },
    })
    .expect(200);
  expect((await list(coach))[0]?.runs).toEqual([
    { athleteId: ada?.athleteId, name: 'Ada', version: 2, from: ada?.order?.from },
  ]);
});

test('it is the coach’s own: nobody else sees it, tries it on these athletes, or changes it', async () => {
  expect(await list(other)).toEqual([]);
  expect(await tried(other)).toEqual([]);
  // The same id is another protocol of somebody else.
  await write(other, 2).expect(409);
  await write(other, 0, { name: 'Mine' }).expect(200);
  expect((await list(coach)).map((p) => p.name)).toEqual(['Small step']);
  await house.agent().get('/api/protocols').expect(401);
});

test('a retired one is no longer offered, and its orders stay', async () => {
  await write(coach, 2, { retired: true }).expect(200);
  expect(await list(coach)).toEqual([]);
  const { body } = (await coach.get(`/api/athletes/${athletes[0]?.id}/orders`).expect(200)) as {
    body: ResponseOf<'orders'>;
  };
  expect(body.orders).toHaveLength(1);
});
