import { beforeEach, describe, expect, test } from '@jest/globals';
import Dexie from 'dexie';
import type { Food } from '@maul/contract/foods';
import { NO_DETAILS } from '@maul/contract/foods';
import type { OutboxEntry } from '../sending/outbox.ts';
import { keepAnswer, keptAnswer } from './answers.ts';
import {
  dropFile,
  filesWaiting,
  keepAside,
  keepFile,
  keptAside,
  nextFile,
  noteArrived,
  outboxKeeper,
  tookDevice,
  wipe,
} from './index.ts';
import { makeRoom } from './room.ts';
import { db, openDevice } from './store.ts';
import { seal, unseal } from './vault.ts';

let people = 0;
let me = '';
beforeEach(() => {
  me = `01890a5d-ac96-774b-bcce-b302${String((people += 1)).padStart(8, '0')}`;
});
const athleteId = '01890a5d-ac96-774b-bcce-b3020000aaaa';
const food = (id: string, name: string, more: Partial<Food> = {}): Food => ({
  id, name, state: 'raw', per100g: { PROCNT: 20 }, measures: [], details: NO_DETAILS, source: 'test', remark: null, origin: 'table',
  version: 1, recent: false, lever: false, inStock: false, ...more,
}); // prettier-ignore
const entry = (key: string, seq = 1): OutboxEntry =>
  ({ key, seq, personId: me, athleteId: me, day: '2026-11-29', route: 'putNote', id: key, body: { base: 0, text: 'A quiet word', deleted: false }, state: 'waiting' }) as never; // prettier-ignore
const foods = { route: 'foods', params: { athleteId }, query: {} } as const;

describe('what lies on a device', () => {
  test('is closed: neither words nor names can be read in its store, and its key cannot be taken out', async () => {
    await outboxKeeper.put(entry('a'));
    await keepAnswer(me, { ...foods }, { foods: [food('f', 'Hut cheese')] });
    await keepAside(me, 'steps', { label: 'A quiet step' });
    const lying = JSON.stringify(
      [await db.outbox.toArray(), await db.foods.toArray(), await db.aside.toArray()],
      (_, value: unknown) => (value instanceof ArrayBuffer ? new TextDecoder().decode(value) : value),
    );
    for (const words of ['quiet', 'Hut cheese']) expect(lying).not.toContain(words);
    const kept = await db.keys.get(me);
    expect(kept?.key.extractable).toBe(false);
    expect((await outboxKeeper.all(me))[0]).toEqual(entry('a'));
    expect(await keptAside(me)).toEqual([['steps', { label: 'A quiet step' }]]);
  });
  test('is noise once its key is destroyed, also in a copy that was taken before', async () => {
    await tookDevice(me);
    const copy = await seal(me, { text: 'A quiet word' });
    expect(await unseal(me, copy)).toEqual({ text: 'A quiet word' });
    await outboxKeeper.put(entry('a'));
    await wipe(me);
    expect(await unseal(me, copy)).toBeUndefined();
    expect(await outboxKeeper.all(me)).toEqual([]);
    expect(await db.outbox.where('personId').equals(me).count()).toBe(0);
  });
  test('tampered with is as good as not there', async () => {
    const sealed = await seal(me, { grams: 120 });
    new Uint8Array(sealed.data)[3] = (new Uint8Array(sealed.data)[3] ?? 0) ^ 1;
    expect(await unseal(me, sealed)).toBeUndefined();
  });
  test('holds pictures that wait, in their order, closed, each until it is let go', async () => {
    const picture = (address: string, words: string) => ({
      address,
      file: new Blob([words], { type: 'image/jpeg' }),
      received: 0,
    });
    expect(await keepFile(me, picture('/api/pictures/1', 'the first body'))).toBe(true);
    await keepFile(me, picture('/api/pictures/2', 'the second body'));
    // The same one again is the same one.
    await keepFile(me, picture('/api/pictures/2', 'the second body'));
    expect(await filesWaiting(me)).toBe(2);
    const lying = new TextDecoder().decode((await db.files.toArray()).at(-1)?.sealed.data);
    expect(lying).not.toContain('body');
    const seen: string[] = [];
    for (let next = await nextFile(me); next; next = await nextFile(me)) {
      seen.push(`${next.address} ${next.file.type} ${await next.file.text()}`);
      await dropFile(me, next.address);
    }
    expect(seen).toEqual([
      '/api/pictures/1 image/jpeg the first body',
      '/api/pictures/2 image/jpeg the second body',
    ]);
    await keepFile(me, picture('/api/pictures/3', 'the third body'));
    // How much of it has arrived is known after a restart too.
    await noteArrived(me, '/api/pictures/3', 9);
    expect((await nextFile(me))?.received).toBe(9);
    await wipe(me);
    expect(await filesWaiting(me)).toBe(0);
  });
  test('makes room for what is unsent by letting older answers go', async () => {
    await keepAnswer(me, { route: 'hours', params: {}, query: {} }, { hours: [] });
    let tries = 0;
    const done = await makeRoom(() => {
      tries += 1;
      return tries === 1
        ? Promise.reject(new DOMException('', 'QuotaExceededError'))
        : Promise.resolve('kept');
    });
    expect([done, tries]).toEqual(['kept', 2]);
    await expect(makeRoom(() => Promise.reject(new Error('another fault')))).rejects.toThrow('another fault');
  });
});

describe('a question that the server does not answer', () => {
  const hours = { route: 'hours', params: {}, query: {} } as const;
  test('is answered as it was last, by whoever asked it, and not in a shape of the past', async () => {
    expect(await keptAnswer(me, hours)).toBeUndefined();
    await keepAnswer(me, hours, { hours: [] });
    expect(await keptAnswer(me, hours)).toEqual({ hours: [] });
    expect(await keptAnswer('somebody else', hours)).toBeUndefined();
    await keepAnswer(me, hours, { shape: 'of an older Maul' });
    expect(await keptAnswer(me, hours)).toBeUndefined();
  });
  test('for foods is answered from those that were looked at, the everyday table and own ones', async () => {
    const toHand = { foods: [food('e1', 'Chicken breast', { origin: 'everyday' })], seen: {} };
    await keepAnswer(me, { route: 'foodsToHand', params: { athleteId }, query: {} }, toHand);
    await keepAnswer(
      me,
      { ...foods },
      { foods: [food('t1', 'Chicken thigh', { details: { ...NO_DETAILS, code: '02041800000003' } })] },
    );
    const ask = async (q: string) =>
      ((await keptAnswer(me, { ...foods, query: { q, limit: 20 } })) as { foods: Food[] }).foods.map(
        (f) => f.name,
      );
    expect(await ask('chick')).toEqual(['Chicken breast', 'Chicken thigh']);
    expect(await ask('chiken brest')).toEqual(['Chicken breast']);
    const byCode = await keptAnswer(me, {
      route: 'foodsByCode',
      params: { athleteId, code: '02041800000003' },
      query: {},
    });
    expect((byCode as { foods: Food[] }).foods.map((f) => f.id)).toEqual(['t1']);
  });
  test('about the plan of a kitchen is answered for its own days from a longer answer', async () => {
    const portion = (day: string) => ({ athleteId, name: 'A', day, time: '12:00', food: { id: 'f', name: 'F', state: 'raw', per100g: {}, source: 's' }, grams: 100 }); // prettier-ignore
    const plan = (from: string, to: string) =>
      ({ route: 'kitchenPlan', params: { athleteId }, query: { from, to } }) as const;
    await keepAnswer(me, plan('2026-11-28', '2026-12-06'), {
      portions: ['2026-11-28', '2026-11-29', '2026-12-06'].map(portion),
    });
    const answer = (await keptAnswer(me, plan('2026-11-29', '2026-12-05'))) as {
      portions: { day: string }[];
    };
    expect(answer.portions.map((p) => p.day)).toEqual(['2026-11-29']);
  });
});

test('a store of the first version is taken over: what was unsent is there, and closed from then on; readable days are gone', async () => {
  const name = `maul-${me}`;
  const old = new Dexie(name);
  old.version(1).stores({ outbox: 'key, personId, seq', days: 'key, at, personId' });
  await old.table('outbox').put(entry('a'));
  await old.table('days').put({ key: 'd', at: 1, personId: me, day: {} });
  old.close();
  const now = openDevice(name);
  expect(await now.outbox.toArray()).toEqual([entry('a')]);
  expect(now.tables.map((t) => t.name)).not.toContain('days');
  now.close();
  // The same row in the store of this page is closed when it is first opened.
  await db.outbox.put(entry('b'));
  expect(await outboxKeeper.all(me)).toEqual([entry('b')]);
  expect(Object.keys((await db.outbox.get('b')) ?? {})).toContain('sealed');
});
