import { afterAll, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { endTimers } from '../../testing/timers.ts';
import { outboxKeeper, written } from '../away/keeper.ts';
import { ApiProblem } from '../api.ts';
import { Outbox, outboxStore, useOutbox, type OutboxEntry, type OutboxKeeper } from './outbox.ts';
import '../reach.ts';

const ATHLETE = '01890a5d-ac96-774b-bcce-b302099a8057';
const ROW = '01890a5d-ac96-774b-bcce-b302099a8058';
const weighIn = (kg: number, base = 0, id = ROW) => ({
  athleteId: ATHLETE,
  day: '2026-11-24',
  route: 'putWeighIn' as const,
  id,
  body: { base, day: '2026-11-24' as never, kg, deleted: false },
});

type Answer = (body: { base: number; kg: number }) => { status: number; body: object } | 'no answer';
let requests: { base: number; kg: number }[] = [];
let answer: Answer;
const saved = (kg: number, version: number) => ({
  status: 200,
  body: { id: ROW, day: '2026-11-24', kg, conditions: null, version, deleted: false },
});
const problem = (name: string, status: number, extra: object = {}) => ({
  status,
  body: { type: `urn:maul:problem:${name}`, title: name, status, detail: `It is ${name}.`, ...extra },
});

type Body = { base: number; kg: number };
/** How often the house was asked. */
let asked = 0;
globalThis.fetch = jest.fn((url: unknown, init?: { body?: unknown }) => {
  const sent = JSON.parse(String(init?.body)) as Body & { changes?: { body: Body }[] };
  const many = String(url).endsWith('/changes') ? sent.changes : undefined;
  const bodies = many?.map((change) => change.body) ?? [sent];
  asked += 1;
  const found = bodies.map((body) => {
    requests.push(body);
    return answer(body);
  });
  const said = found.flatMap((one) => (one === 'no answer' ? [] : [one]));
  const [first] = said;
  if (!first || said.length < found.length) return Promise.reject(new TypeError('Failed to fetch'));
  if (!many) return Promise.resolve(new Response(JSON.stringify(first.body), { status: first.status }));
  const answers = said.map((one) => (one.status === 200 ? { row: one.body } : { problem: one.body }));
  return Promise.resolve(new Response(JSON.stringify({ answers })));
});

endTimers();
afterAll(() => written());

const settle = async (until: () => boolean) => {
  // Turns of the loop, not time: a busy machine needs more of them.
  for (let i = 0; i < 100_000 && !until(); i += 1) await new Promise((done) => setImmediate(done));
  expect(until()).toBe(true);
};
const entries = () => useOutbox.getState().entries;
const landed: [string, unknown][] = [];
let outbox: Outbox;
let people = 0;
let me = '';

beforeEach(async () => {
  // Each test is somebody else: what an earlier one still closes comes too late for them.
  me = `me ${(people += 1)}`;
  useOutbox.setState({ entries: [], reachable: true, trouble: null });
  requests = [];
  asked = 0;
  landed.length = 0;
  outbox = new Outbox(outboxKeeper, (all) =>
    landed.push(...all.map(({ entry, row }): [string, unknown] => [entry.id, row])),
  );
  await outbox.open(me);
});

/** A device that forgets with the page. */
const KEEPS_NOTHING: OutboxKeeper = {
  put: () => Promise.resolve(),
  remove: () => Promise.resolve(),
  all: () => Promise.resolve([]),
};

describe('the outbox', () => {
  test('sends at once, tells what was saved, and is empty again', async () => {
    answer = ({ kg }) => saved(kg, 1);
    outbox.add(weighIn(80));
    expect(entries()).toHaveLength(1);
    await settle(() => entries().length === 0);
    expect(requests).toEqual([{ base: 0, day: '2026-11-24', kg: 80, deleted: false }]);
    expect(landed).toHaveLength(1);
  });
  test('keeps what the server does not answer, through a reload, and sends it once', async () => {
    answer = () => 'no answer';
    outbox.add(weighIn(80));
    await settle(() => useOutbox.getState().trouble !== null);
    expect(useOutbox.getState().reachable).toBe(false);
    expect(entries()).toHaveLength(1);
    await settle(() => true);
    // The page is loaded anew: memory is gone, the device is not.
    useOutbox.setState({ entries: [], reachable: true, trouble: null });
    let kept: OutboxEntry[] = [];
    for (let i = 0; i < 5000 && kept.length === 0; i += 1) kept = await outboxKeeper.all(me);
    expect(kept).toHaveLength(1);
    requests = [];
    answer = ({ kg }) => saved(kg, 1);
    await new Outbox(outboxKeeper, () => undefined).open(me);
    await settle(() => entries().length === 0);
    expect(requests.map((r) => r.kg)).toEqual([80]);
  });
  test('a change that waits is replaced by the next one of its row, and the last word is what is saved', async () => {
    answer = () => 'no answer';
    outbox.add(weighIn(80));
    await settle(() => useOutbox.getState().trouble !== null);
    let version = 0;
    requests = [];
    answer = ({ kg, base }) => (base === version ? saved(kg, ++version) : problem('stale', 409));
    outbox.add(weighIn(81));
    outbox.add(weighIn(82));
    await settle(() => entries().length === 0);
    expect(requests.map((r) => [r.base, r.kg])).toEqual([[0, 82]]);
  });
  test('a change made while the row is on its way starts from what the server answers', async () => {
    let version = 0;
    answer = ({ kg, base }) => (base === version ? saved(kg, ++version) : problem('stale', 409));
    outbox.add(weighIn(80));
    void outbox.flush();
    outbox.add(weighIn(81));
    await settle(() => entries().length === 0);
    expect(requests.map((r) => [r.base, r.kg])).toEqual([
      [0, 80],
      [1, 81],
    ]);
    // And so does the next one, though the page still shows the older version.
    outbox.add(weighIn(82, 0));
    await settle(() => entries().length === 0);
    expect(requests.at(-1)).toMatchObject({ base: 2, kg: 82 });
  });
  test('of two changes that wait, after one was sent in vain, the newest is the one that is changed', async () => {
    let version = 0;
    answer = () => 'no answer';
    outbox.add(weighIn(80));
    void outbox.flush();
    // The first is on its way, so this is a change of its own; then neither has left.
    outbox.add(weighIn(81));
    await settle(() => useOutbox.getState().trouble !== null);
    expect(entries()).toHaveLength(2);
    outbox.add(weighIn(82));
    requests = [];
    answer = ({ kg, base }) => (base === version ? saved(kg, ++version) : problem('stale', 409));
    await settle(() => entries().length === 0);
    expect(requests.map((r) => r.kg)).toEqual([80, 82]);
  });
  test('what leaves draws nothing: only what is there changes', async () => {
    const seen: number[] = [];
    const stop = useOutbox.subscribe((state) => seen.push(state.entries.length));
    answer = ({ kg }) => saved(kg, 1);
    outbox.add(weighIn(80));
    await settle(() => entries().length === 0);
    stop();
    expect(seen).toEqual([1, 0]);
  });
  test('a press of many rows is drawn once, asked once, and drawn once more when it is kept', async () => {
    const ids = ['a', 'b', 'c', 'd', 'e'].map((end) => ROW.slice(0, -1) + end);
    answer = ({ kg }) => saved(kg, 1);
    const seen: number[] = [];
    const stop = useOutbox.subscribe((state) => seen.push(state.entries.length));
    outbox.add(...ids.map((id) => weighIn(80, 0, id)));
    await settle(() => entries().length === 0);
    stop();
    expect(seen).toEqual([5, 0]);
    expect(landed.map(([id]) => id)).toEqual(ids);
    expect([requests.length, asked]).toEqual([5, 1]);
    for (let i = 0; i < 5000 && (await outboxKeeper.all(me)).length > 0; i += 1);
    expect(await outboxKeeper.all(me)).toEqual([]);
  });
  test('a row that changes again while its press is on its way is a change of its own', async () => {
    const other = ROW.replace(/.$/, 'f');
    let version = 0;
    answer = ({ kg, base }) => {
      if (kg === 90) {
        // Both are on their way.
        expect(entries().map((e) => e.id)).toEqual([ROW, other]);
        outbox.add(weighIn(81));
        return saved(kg, 1);
      }
      return base === version ? saved(kg, ++version) : problem('stale', 409);
    };
    outbox.add(weighIn(80));
    outbox.add(weighIn(90, 0, other));
    await settle(() => entries().length === 0);
    expect(requests.map((r) => [r.base, r.kg])).toEqual([
      [0, 80],
      [0, 90],
      [1, 81],
    ]);
  });
  test('a full disk or a stopped database is waited out, not refused', async () => {
    for (const [name, status] of [
      ['disk-full', 507],
      ['database-away', 503],
    ] as const) {
      answer = () => problem(name, status);
      outbox.add(weighIn(80));
      await settle(() => useOutbox.getState().trouble === `It is ${name}.`);
      expect(entries()[0]?.state).toBe('waiting');
      expect(useOutbox.getState().reachable).toBe(true);
    }
  });
  test('a new row whose answer was lost and that changed meanwhile goes on top of its own first content', async () => {
    // The server has the first content; the page never heard of it.
    answer = ({ kg, base }) =>
      base === 1
        ? saved(kg, 2)
        : problem('stale', 409, { current: { ...weighIn(80).body, version: 1, deleted: false } });
    outbox.add(weighIn(81));
    await settle(() => entries().length === 0);
    expect(requests.map((r) => [r.base, r.kg])).toEqual([
      [0, 81],
      [1, 81],
    ]);
  });
  test('a stale change is said and kept; one may put it on top, or let it go', async () => {
    answer = ({ kg, base }) =>
      base === 7 ? saved(kg, 8) : problem('stale', 409, { current: { version: 7 } });
    outbox.add(weighIn(80, 3));
    await settle(() => entries()[0]?.state === 'refused');
    expect(entries()[0]?.refusal).toMatchObject({ sentence: 'It is stale.', stale: true, currentVersion: 7 });
    outbox.insist(entries()[0]?.key ?? '');
    await settle(() => entries().length === 0);
    expect(requests.at(-1)).toMatchObject({ base: 7, kg: 80 });
    outbox.add(weighIn(90, 3, ATHLETE));
    await settle(() => entries()[0]?.state === 'refused');
    outbox.drop(entries()[0]?.key ?? '');
    expect(entries()).toEqual([]);
  });
  test('what another browser did to the same row is merged where it does not collide, and asked where it does', async () => {
    const theirs = { day: '2026-11-24', kg: 79, version: 5, deleted: false };
    answer = ({ kg, base }) => (base === 5 ? saved(kg, 6) : problem('stale', 409, { current: theirs }));
    // They changed the kilograms and so did I: asked.
    outbox.add({ ...weighIn(80, 3), before: { day: '2026-11-24', kg: 78, deleted: false } });
    await settle(() => entries()[0]?.state === 'refused');
    outbox.drop(entries()[0]?.key ?? '');
    // They changed nothing that I did: mine goes on top of what is there now.
    outbox.add({ ...weighIn(81, 3, ATHLETE), before: { day: '2026-11-24', kg: 79, deleted: false } });
    await settle(() => entries().length === 0);
    expect(requests.at(-1)).toMatchObject({ base: 5, kg: 81 });
  });
  test('taken away by the one and changed by the other: that is asked, never lost', async () => {
    const gone = { day: '2026-11-24', kg: 79, version: 5, deleted: true };
    answer = ({ kg, base }) => (base === 5 ? saved(kg, 6) : problem('stale', 409, { current: gone }));
    outbox.add({ ...weighIn(80, 3), before: { day: '2026-11-24', kg: 79, deleted: false } });
    await settle(() => entries()[0]?.state === 'refused');
    expect(entries()[0]?.refusal?.stale).toBe(true);
  });
  test('a refused change does not hold up the others', async () => {
    answer = ({ kg }) => (kg > 100 ? problem('invalid', 422) : saved(kg, 1));
    outbox.add(weighIn(500));
    outbox.add(weighIn(80, 0, ATHLETE));
    await settle(() => entries().length === 1 && entries()[0]?.state === 'refused');
    expect(landed.map(([id]) => id)).toEqual([ATHLETE]);
  });
  test('another person’s changes stay where they are', async () => {
    answer = () => 'no answer';
    outbox.add(weighIn(80));
    await settle(() => useOutbox.getState().trouble !== null);
    requests = [];
    useOutbox.setState({ entries: [], trouble: null });
    await outbox.open('somebody else');
    await settle(() => true);
    expect(requests).toEqual([]);
  });
  test('a device that has no room says so, and the change is sent all the same', async () => {
    // What the others of this file still write would say that there is room.
    outbox.close();
    await written();
    answer = () => 'no answer';
    const full: OutboxKeeper = {
      put: () => Promise.reject(new DOMException('', 'QuotaExceededError')),
      remove: () => Promise.reject(new DOMException('', 'QuotaExceededError')),
      all: () => Promise.resolve([]),
    };
    const crowded = new Outbox(full, () => undefined);
    await crowded.open(me);
    crowded.add(weighIn(80));
    await settle(() => useOutbox.getState().full);
    expect(entries()).toHaveLength(1);
    // The first try has ended: what is sent now is the second.
    await settle(() => useOutbox.getState().trouble !== null);
    answer = ({ kg }) => saved(kg, 1);
    await crowded.flush();
    await settle(() => entries().length === 0);
    crowded.close();
    useOutbox.setState({ full: false });
  });
  test('where many wait they go together, in order; a refused one stays, and what was not looked at goes again', async () => {
    const batches: string[][] = [];
    const single: string[] = [];
    let most = 25;
    const store = outboxStore();
    const alone = ({ id }: OutboxEntry) => {
      single.push(id);
      return Promise.resolve({ id, version: 1 } as never);
    };
    const many = new Outbox(
      KEEPS_NOTHING,
      () => undefined,
      store,
      alone,
      (entries) => {
        batches.push(entries.map((e) => e.id));
        return Promise.resolve(
          entries.slice(0, most).map(({ id }) =>
            id === 'n7'
              ? {
                  problem: {
                    type: 'urn:maul:problem:invalid',
                    title: 'No',
                    status: 422,
                    detail: 'It cannot be right.',
                  },
                }
              : { row: { id, version: 1 } },
          ),
        );
      },
    );
    // What waits from earlier, as it is taken up from a file.
    const waiting = Array.from({ length: 60 }, (_, i) => ({
      ...weighIn(80),
      key: `k${i}`,
      seq: i,
      personId: me,
      id: `n${i}`,
      state: 'waiting' as const,
    })) as unknown as OutboxEntry[];
    await many.open(me);
    many.takeBack(waiting);
    await settle(() => store.getState().entries.length === 1);
    expect(store.getState().entries[0]).toMatchObject({
      id: 'n7',
      state: 'refused',
      refusal: { sentence: 'It cannot be right.' },
    });
    // Twenty-five were looked at each time: the rest goes again, from where it stopped.
    expect(batches.map((b) => [b.length, b[0]])).toEqual([
      [60, 'n0'],
      [35, 'n25'],
      [10, 'n50'],
    ]);
    expect(single).toEqual([]);
    // An older house knows no such way: they go one by one from the first.
    most = 0;
    single.length = 0;
    const older = new Outbox(
      KEEPS_NOTHING,
      () => undefined,
      store,
      alone,
      () =>
        Promise.reject(
          new ApiProblem({
            type: 'urn:maul:problem:not-found',
            title: 'No',
            status: 404,
            detail: 'No such address.',
          }),
        ),
    );
    store.setState({ entries: [] });
    await older.open(me);
    older.takeBack(waiting);
    await settle(() => store.getState().entries.length === 0);
    expect(single).toEqual(waiting.map((e) => e.id));
    many.close();
    older.close();
  });
  test('a row that changes twice is in no batch twice', async () => {
    const batches: string[][] = [];
    const store = outboxStore();
    const box = new Outbox(
      { put: () => Promise.resolve(), remove: () => Promise.resolve(), all: () => Promise.resolve([]) },
      () => undefined,
      store,
      (entry) => Promise.resolve({ id: entry.id, version: entry.body.base + 1 } as never),
      (entries) => {
        batches.push(entries.map((e) => e.id));
        return Promise.resolve(entries.map(({ id, body }) => ({ row: { id, version: body.base + 1 } })));
      },
    );
    await box.open(me);
    box.takeBack(
      Array.from({ length: 50 }, (_, i) => ({
        ...weighIn(80),
        key: `k${i}`,
        seq: i,
        personId: me,
        id: `n${i % 45}`,
        state: 'waiting',
      })) as unknown as OutboxEntry[],
    );
    await settle(() => store.getState().entries.length === 0);
    for (const ids of batches) expect(new Set(ids).size).toBe(ids.length);
    expect(batches[0]).toHaveLength(45);
    box.close();
  });
});
