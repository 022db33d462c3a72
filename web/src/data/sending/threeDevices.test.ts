import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { PROBLEM_PREFIX } from '@maul/contract/problems';
import { endTimers } from '../../testing/timers.ts';
import { ApiProblem, Unreachable } from '../api.ts';
import { Outbox, outboxStore, type SendMany, type OutboxEntry } from './outbox.ts';
import { contentOf, LINKED, sameContent, type Content } from './rows.ts';

endTimers();

/** Thousands of histories on demand (MAUL_LAWS=full). */
const HISTORIES = process.env.MAUL_LAWS === 'full' ? 5000 : 150;

const ROUTE = 'putPortion';
/** A field that stands alone, and two that are changed together. */
const FIELDS = ['plannedGrams', 'grams', 'mealId'] as const;
type Field = (typeof FIELDS)[number];
/** Fields that go with the one that is changed. */
const groupOf = (field: Field): readonly string[] =>
  LINKED[ROUTE].find((group) => (group as readonly string[]).includes(field)) ?? [field];

interface Row {
  content: Content;
  version: number;
  deleted: boolean;
}
const stale = (row: Row) =>
  new ApiProblem({
    type: `${PROBLEM_PREFIX}stale`,
    title: 'Stale',
    status: 409,
    detail: 'Somebody else changed it.',
    current: { ...row.content, version: row.version, deleted: row.deleted },
  });

/** The house as it keeps rows: by id, with a version, nothing overwritten unseen. */
class House {
  readonly rows = new Map<string, Row>();
  /** Overwritten although whoever wrote had not seen it, nor said so. */
  readonly unseen: string[] = [];
  put(entry: OutboxEntry, insisted: boolean): Row {
    const row = this.rows.get(entry.id);
    const { base, deleted } = entry.body;
    if (row ? row.version !== base : base !== 0)
      throw stale(row ?? { content: {}, version: 0, deleted: true });
    const content = contentOf(ROUTE, entry.body);
    if (row && !insisted)
      for (const field of Object.keys(content))
        if (row.content[field] !== content[field] && entry.before?.[field] !== row.content[field])
          this.unseen.push(`${entry.id} ${field}: ${JSON.stringify(row.content[field])}`);
    const next = { content, version: (row?.version ?? 0) + 1, deleted };
    this.rows.set(entry.id, next);
    return next;
  }
}

/** One device: the real outbox, a store of its own, a network that may be away or lose an answer. */
class Device {
  readonly store = outboxStore();
  readonly outbox: Outbox;
  readonly kept = new Map<string, OutboxEntry>();
  /** What it was last told of each row. */
  readonly known = new Map<string, Row>();
  readonly insisted = new Set<string>();
  /** The last value that was entered here for each field of each row. */
  readonly entered = new Map<string, unknown>();
  online = true;
  losesAnswers = 0;
  private readonly house: House;
  constructor(house: House) {
    this.house = house;
    this.outbox = new Outbox(
      {
        put: (entry) => Promise.resolve(this.kept.set(entry.key, entry)),
        remove: (key) => Promise.resolve(this.kept.delete(key)),
        all: () => Promise.resolve([...this.kept.values()]),
      },
      (all) => {
        for (const { entry, row } of all) {
          const { version, deleted } = row as { version: number; deleted: boolean };
          this.known.set(entry.id, { content: contentOf(ROUTE, row), version, deleted });
        }
      },
      this.store,
      (entry) => this.send(entry),
      (entries) => this.sendMany(entries),
    );
  }
  /** As the house does it: each is answered, a refused one holds up none, and a lost answer is that of all. */
  private async sendMany(entries: readonly OutboxEntry[]): ReturnType<SendMany> {
    const left = this.losesAnswers - 1;
    this.losesAnswers = 0;
    const answers: Awaited<ReturnType<SendMany>> = [];
    for (const entry of entries) {
      try {
        answers.push({ row: await this.send(entry) });
      } catch (error) {
        if (!(error instanceof ApiProblem)) throw error;
        answers.push({ problem: error.problem });
      }
    }
    if (left < 0) return answers;
    this.losesAnswers = left;
    throw new Unreachable();
  }
  private send(entry: OutboxEntry): ReturnType<ConstructorParameters<typeof Outbox>[3] & object> {
    if (!this.online) return Promise.reject(new Unreachable());
    let row: Row;
    try {
      row = this.house.put(entry, this.insisted.has(entry.key));
    } catch (error) {
      return Promise.reject(error instanceof Error ? error : new Error(String(error)));
    }
    if (this.losesAnswers > 0) {
      this.losesAnswers -= 1;
      return Promise.reject(new Unreachable());
    }
    return Promise.resolve({
      id: entry.id,
      ...row.content,
      version: row.version,
      deleted: row.deleted,
    } as never);
  }
  /** The row as it shows here: what was told, and over it what waits. */
  private shown(id: string): Row | undefined {
    const waiting = this.store.getState().entries.findLast((e) => e.id === id && e.state === 'waiting');
    const known = this.known.get(id);
    return waiting
      ? { content: contentOf(ROUTE, waiting.body), version: waiting.body.base, deleted: waiting.body.deleted }
      : known;
  }
  edit(id: string, field: Field, value: string, now: number): void {
    const shown = this.shown(id);
    if (shown?.deleted) return;
    const content = { ...(shown?.content ?? contentOf(ROUTE, {})) };
    for (const one of groupOf(field)) content[one] = `${value} ${one}`;
    this.write(id, content, false, shown, now);
    for (const one of groupOf(field)) this.entered.set(`${id} ${one}`, content[one]);
  }
  remove(id: string, now: number): void {
    const shown = this.shown(id);
    if (shown && !shown.deleted) this.write(id, shown.content, true, shown, now);
  }
  private write(id: string, content: Content, deleted: boolean, shown: Row | undefined, now: number): void {
    const real = Date.now;
    Date.now = () => now;
    this.outbox.add({
      athleteId: 'a',
      day: '2026-11-29',
      route: ROUTE,
      id,
      body: { ...content, base: shown?.version ?? 0, deleted } as never,
      before: shown ? { ...shown.content, deleted: shown.deleted } : null,
    });
    Date.now = real;
  }
  /** Everything that can be sent is sent. */
  async sync(): Promise<void> {
    await this.outbox.flush();
  }
  /** What collides is asked once: mine, or theirs. */
  answer(mine: boolean): void {
    for (const entry of this.store.getState().entries.filter((e) => e.state === 'refused')) {
      if (mine) {
        this.insisted.add(entry.key);
        // Whoever says that the older of two own values holds has entered it anew.
        const { body, before } = entry.refusal?.onTop ?? entry;
        for (const [field, value] of Object.entries(contentOf(ROUTE, body)))
          if (value !== (before?.[field] ?? null)) this.entered.set(`${entry.id} ${field}`, value);
        this.outbox.insist(entry.key);
      } else {
        // What was entered here after it is a word of its own, and stands.
        for (const [field, value] of Object.entries(contentOf(ROUTE, entry.body)))
          if (this.entered.get(`${entry.id} ${field}`) === value) this.entered.delete(`${entry.id} ${field}`);
        this.outbox.drop(entry.key);
      }
    }
  }
  /** Reads the house anew, as a page does that is online. */
  refresh(): void {
    if (this.online) for (const [id, row] of this.house.rows) this.known.set(id, row);
  }
}

const device = fc.integer({ min: 0, max: 2 });
const ROWS = ['r1', 'r2', 'r3'] as const;
const row = fc.constantFrom(...ROWS);
const step = fc.oneof(
  { weight: 6, arbitrary: fc.record({ kind: fc.constant('edit' as const), device, row, field: fc.constantFrom(...FIELDS) }) },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant('remove' as const), device, row }) },
  { weight: 2, arbitrary: fc.record({ kind: fc.constant('network' as const), device, online: fc.boolean() }) },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant('lose' as const), device }) },
  { weight: 3, arbitrary: fc.record({ kind: fc.constant('sync' as const), device }) },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant('answer' as const), device, mine: fc.boolean() }) },
  // A clock is off by up to a day, either way, and may jump.
  { weight: 1, arbitrary: fc.record({ kind: fc.constant('clock' as const), device, off: fc.integer({ min: -24, max: 24 }) }) },
); // prettier-ignore

const HOUR = 3_600_000;

describe('three devices of one athlete, each at times without a network', () => {
  test(`come to the same rows, and nothing that was entered is overwritten unseen (${HISTORIES} histories)`, async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(step, { minLength: 5, maxLength: 40 }), fc.boolean(), async (steps, mine) => {
        const house = new House();
        const devices = [0, 1, 2].map(() => new Device(house));
        const off = [0, 0, 0];
        for (const d of devices) await d.outbox.open('me');
        // Ids are made at random: no two devices make the same row, so the rows of this athlete are there to begin with.
        for (const id of ROWS)
          house.rows.set(id, { content: contentOf(ROUTE, {}), version: 1, deleted: false });
        for (const d of devices) d.refresh();
        let now = Date.UTC(2026, 10, 29);
        let count = 0;
        for (const one of steps) {
          const d = devices[one.device] as Device;
          now += 60_000;
          const clock = now + (off[one.device] ?? 0) * HOUR;
          if (one.kind === 'edit') d.edit(one.row, one.field, `v${(count += 1)}`, clock);
          else if (one.kind === 'remove') d.remove(one.row, clock);
          else if (one.kind === 'network') d.online = one.online;
          else if (one.kind === 'lose') d.losesAnswers += 1;
          else if (one.kind === 'clock') off[one.device] = one.off;
          else if (one.kind === 'answer') d.answer(one.mine);
          else {
            await d.sync();
            d.refresh();
          }
        }
        // The networks come back; what collides is answered.
        for (const d of devices) {
          d.online = true;
          d.losesAnswers = 0;
        }
        for (let round = 0; round < 60; round += 1) {
          for (const d of devices) {
            await d.sync();
            d.answer(mine);
            await d.sync();
          }
          if (devices.every((d) => d.store.getState().entries.length === 0)) break;
        }
        for (const d of devices) {
          d.outbox.close();
          d.refresh();
          expect(d.store.getState().entries).toEqual([]);
          expect([...d.kept.keys()]).toEqual([]);
          for (const [id, row] of house.rows) expect(d.known.get(id)).toEqual(row);
        }
        expect(house.unseen).toEqual([]);
        // Every value in the house was entered by somebody, and each field of a row that nobody else changed is what was entered last.
        for (const [id, row] of house.rows)
          for (const field of FIELDS) {
            const last = devices.flatMap((d) => d.entered.get(`${id} ${field}`) ?? []);
            if (last.length === 1 && mine) expect(row.content[field]).toBe(last[0]);
            if (row.content[field] !== null)
              expect(JSON.stringify(row.content[field])).toMatch(new RegExp(`^"v\\d+ ${field}"$`));
          }
      }),
      { numRuns: HISTORIES },
    );
  });
  test('fields that two of them changed apart are both kept; the same field is asked about, with both values', async () => {
    const house = new House();
    const [a, b] = [new Device(house), new Device(house)];
    await a.outbox.open('me');
    await b.outbox.open('me');
    a.edit('r1', 'plannedGrams', 'first', 1);
    await a.sync();
    b.refresh();
    b.online = false;
    a.edit('r1', 'plannedGrams', 'by a', 2);
    b.edit('r1', 'mealId', 'by b', 3);
    await a.sync();
    b.online = true;
    await b.sync();
    expect(house.rows.get('r1')?.content).toMatchObject({
      plannedGrams: 'by a plannedGrams',
      mealId: 'by b mealId',
    });
    a.refresh();
    a.edit('r1', 'grams', 'by a', 4);
    b.edit('r1', 'grams', 'by b', 5);
    await a.sync();
    await b.sync();
    const [asked] = b.store.getState().entries;
    expect(asked?.state).toBe('refused');
    expect(asked?.body).toMatchObject({ grams: 'by b grams' });
    expect(house.rows.get('r1')?.content.grams).toBe('by a grams');
    expect(sameContent({ grams: 1 }, { grams: 1 })).toBe(true);
  });
});
