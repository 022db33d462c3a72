import { beforeEach, describe, expect, jest, test } from '@jest/globals';
import type { DayDocument, PortionRow } from '@maul/contract/diary';
import { ME, testDay, testEntry, testMeal, testPortion, testStanding } from '../../testing/samples.ts';
import { call } from '../api.ts';
import { putRow, withPending, withSaved } from '../day.ts';
import { useOutbox, type OutboxEntry } from './outbox.ts';
import { dayQuery, outbox, queryClient } from '../session.ts';

const KEY = ['day', ME.id, testDay().date];
const shown = () => queryClient.getQueryData<DayDocument>(KEY);
/** A day as the server sends it; ids there are real ones. */
const id = (n: number) => `01890a5d-ac96-774b-bcce-b3020000${String(n).padStart(4, '0')}`;

describe('a row that the server has kept', () => {
  test('takes its place, or the end when it is new, or goes', () => {
    const rows = [testMeal('a'), testMeal('b'), testMeal('c')];
    const changed = testMeal('b', '09:00', { version: 2 });
    expect(putRow(rows, changed).map((r) => r.time)).toEqual(['08:00', '09:00', '08:00']);
    expect(putRow(rows, testMeal('d')).map((r) => r.id)).toEqual(['a', 'b', 'c', 'd']);
    expect(putRow(rows, { ...changed, deleted: true }).map((r) => r.id)).toEqual(['a', 'c']);
    expect(putRow(rows, testMeal('x', '08:00', { deleted: true }))).toEqual(rows);
  });
  test('never takes the place of a newer one', () => {
    const rows = [testMeal('a', '10:00', { version: 5 })];
    expect(putRow(rows, testMeal('a', '09:00', { version: 4 }))).toBe(rows);
    expect(putRow(rows, testMeal('a', '09:00', { version: 4, deleted: true }))).toBe(rows);
  });
  test('leaves all others the objects that they are', () => {
    const day = testDay({ meals: [testMeal('a'), testMeal('b')] });
    const next = withSaved(day, 'putMeal', testMeal('b', '09:00', { version: 2 }));
    expect(next.meals[0]).toBe(day.meals[0]);
    expect(next.portions).toBe(day.portions);
  });
  test.each([
    ['putMeal', testMeal('a', '07:00', { day: '2026-11-26' as never }), 'meals'],
    ['putDayEntry', { ...testEntry('a', '07:00', { kind: 'training', what: '', minutes: 5, done: true }), day: '2026-11-26' as never }, 'entries'],
  ] as const)('%s that was moved to another day shows there alone', (route, row, list) => {
    const day = testDay({ meals: [], entries: [] });
    expect(withSaved(day, route, row)[list]).toEqual([]);
  }); // prettier-ignore
  test('portions lie in their order; saved meals stand elsewhere', () => {
    const day = testDay({ portions: [testPortion('p1', 'm1', { position: 1 })] });
    const first = withSaved(day, 'putPortion', testPortion('p0', 'm1', { position: 0 }));
    expect(first.portions.map((p) => p.id)).toEqual(['p0', 'p1']);
    const meal = testStanding('s', { kind: 'meal', name: 'x', slots: [] });
    expect(withSaved(day, 'putStanding', meal)).toBe(day);
    const glass = testStanding('v', { kind: 'vessel', name: 'Glass', millilitres: 300 });
    expect(withSaved(day, 'putStanding', glass).standing).toEqual([glass]);
  });
  test('a weigh-in and a note', () => {
    const day = testDay();
    const weighIn = { id: 'w', day: day.date, kg: 80, conditions: null, version: 1, deleted: false };
    expect(withSaved(day, 'putWeighIn', weighIn).weighIn).toEqual(weighIn);
    expect(withSaved({ ...day, weighIn }, 'putWeighIn', { ...weighIn, version: 2, deleted: true }).weighIn).toBeNull(); // prettier-ignore
    const note = { id: 'n', day: day.date, mealId: null, text: 'Hm', authorId: ME.id, authorName: 'Test', createdAt: '2026-11-25T08:00:00.000Z', version: 1, deleted: false } as DayDocument['notes'][number]; // prettier-ignore
    expect(withSaved(day, 'putNote', note).notes).toEqual([note]);
  });
});

describe('what waits', () => {
  const entry = (route: OutboxEntry['route'], rowId: string, body: object): OutboxEntry =>
    ({ key: rowId, seq: 1, personId: ME.id, athleteId: ME.id, day: testDay().date, route, id: rowId, body, state: 'waiting' }) as OutboxEntry; // prettier-ignore
  test('makes only what it touches new', () => {
    const day = testDay();
    const { version: _v, id: _id, ...body } = testMeal('m1', '09:00');
    const next = withPending(day, [entry('putMeal', 'm1', { ...body, base: 1 })], ME);
    expect(next.meals[0]?.time).toBe('09:00');
    for (const list of ['portions', 'notes', 'entries', 'standing', 'season'] as const)
      expect(next[list]).toBe(day[list]);
  });
});

describe('an answer that was on its way while something was kept', () => {
  let answerDay: (day: DayDocument) => void = () => undefined;
  const kept: PortionRow[] = [];
  beforeEach(() => {
    queryClient.clear();
    useOutbox.setState({ entries: [], reachable: true, trouble: null });
    kept.length = 0;
    localStorage.clear();
    globalThis.fetch = jest.fn((address: unknown, init?: { method?: string; body?: unknown }) => {
      if (init?.method !== 'PUT')
        return new Promise<Response>((done) => {
          answerDay = (day) => done(new Response(JSON.stringify(day)));
        });
      const { base, ...row } = JSON.parse(String(init.body)) as PortionRow & { base: number };
      const saved = { ...row, id: String(address).split('/').at(-1) ?? '', version: base + 1 };
      kept.push(saved);
      return Promise.resolve(new Response(JSON.stringify(saved)));
    });
  });
  const settle = async (until: () => boolean) => {
    for (let i = 0; i < 100_000 && !until(); i += 1) await new Promise((done) => setImmediate(done));
    expect(until()).toBe(true);
  };
  /** A day that the contract takes as an answer; without one there is nothing to try. */
  const answer = (portions: PortionRow[]) => ({
    ...testDay({ meals: [testMeal(id(1))], portions }),
    athlete: testDay().athlete,
  });

  test('does not hide it', async () => {
    const portion = testPortion(id(2), id(1));
    const { version: _v, id: _id, ...body } = portion;
    // What is asked before the row is kept is answered after it, without the row.
    const query = dayQuery(ME.id, testDay().date);
    const asked = query.queryFn({ signal: new AbortController().signal }).catch((error: unknown) => error);
    await settle(() => (globalThis.fetch as jest.Mock).mock.calls.length === 1);
    queryClient.setQueryData(KEY, answer([]));
    await outbox.open(ME.id);
    outbox.add({ athleteId: ME.id, day: testDay().date, route: 'putPortion', id: portion.id, body: { ...body, base: 0 } }); // prettier-ignore
    await settle(() => kept.length === 1 && useOutbox.getState().entries.length === 0);
    expect(shown()?.portions.map((p) => [p.id, p.version])).toEqual([[portion.id, 1]]);
    answerDay(answer([]));
    const late = await asked;
    expect(late).toMatchObject({ portions: [{ id: portion.id, version: 1 }] });
  });
  test('does not hide what stands from day to day, whatever day it was kept on', async () => {
    const query = dayQuery(ME.id, testDay().date);
    const asked = query.queryFn({ signal: new AbortController().signal }).catch((error: unknown) => error);
    await settle(() => (globalThis.fetch as jest.Mock).mock.calls.length === 1);
    await outbox.open(ME.id);
    const thing = { kind: 'vessel', name: 'Glass', millilitres: 300 };
    outbox.add({ athleteId: ME.id, day: '2026-11-20', route: 'putStanding', id: id(3), body: { thing, base: 0, deleted: false } as never }); // prettier-ignore
    await settle(() => kept.length === 1 && useOutbox.getState().entries.length === 0);
    answerDay(answer([]));
    expect(await asked).toMatchObject({ standing: [{ id: id(3), thing }] });
  });
});

test('what an athlete no longer shares is let go on an open page; a server that is away takes nothing', async () => {
  const status = { now: 404 };
  globalThis.fetch = jest.fn<typeof fetch>(() =>
    status.now === 0
      ? Promise.reject(new TypeError('away'))
      : Promise.resolve({
          ok: false,
          status: status.now,
          json: () =>
            Promise.resolve({
              type: 'urn:maul:problem:not-found',
              title: 'Not found',
              status: 404,
              detail: 'There is no such athlete, or they do not share with you.',
            }),
        } as Response),
  );
  const key = ['trend', 'somebody', 30];
  const ask = () =>
    queryClient
      .fetchQuery({
        queryKey: key,
        queryFn: () => call('trend', { params: { athleteId: id(1) }, query: { days: 30 } }),
        retry: false,
        staleTime: 0,
      })
      .catch(() => undefined);
  queryClient.setQueryData(key, { days: ['theirs'] });
  status.now = 0;
  await ask();
  expect(queryClient.getQueryData(key)).toEqual({ days: ['theirs'] });
  status.now = 404;
  await ask();
  expect(queryClient.getQueryData(key)).toBeUndefined();
  expect(queryClient.getQueryState(key)?.status).toBe('error');
});
