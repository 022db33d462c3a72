import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { BodyOf, ResponseOf } from '@maul/contract/routes';
import { athleteDay } from '@maul/core/units';
import { sql } from 'kysely';
import { v7 as uuidv7 } from 'uuid';
import { mealBody, openTestHouse, portionBody, type Someone, type TestHouse } from '../../testing/house.ts';

type Change = BodyOf<'sendChanges'>['changes'][number];
let house: TestHouse;
let athlete: Someone;
let stranger: Someone;
const today = athleteDay(new Date(), 'Europe/Vienna');
beforeAll(async () => {
  house = await openTestHouse();
  athlete = await house.athlete('Back From The Hut');
  stranger = await house.athlete('Stranger');
});
afterAll(() => house.close());

const note = (text: string, change: object = {}): Change => ({
  route: 'putNote',
  id: uuidv7(),
  body: { base: 0, day: today, mealId: null, text, deleted: false, ...change },
});
const send = (changes: readonly unknown[], who = athlete) =>
  who.post(`/api/athletes/${athlete.id}/changes`, { changes });
const answersOf = async (changes: readonly unknown[]): Promise<ResponseOf<'sendChanges'>['answers']> =>
  ((await send(changes).expect(200)).body as ResponseOf<'sendChanges'>).answers;
const notes = async (): Promise<string[]> =>
  (
    (await athlete.get(`/api/athletes/${athlete.id}/days/${today}`).expect(200)).body as {
      notes: { text: string }[];
    }
  ).notes.map((n) => n.text);

describe('many changes in one request', () => {
  test('are handled in their order, each as by its own route: a portion finds the meal that came before it', async () => {
    const mealId = uuidv7();
    const meal = { route: 'putMeal', id: mealId, body: mealBody(today) };
    const portion = { route: 'putPortion', id: uuidv7(), body: portionBody(mealId) };
    expect(await answersOf([meal, portion, note('At the end')])).toMatchObject([
      { row: { id: mealId, version: 1 } },
      { row: { id: portion.id, version: 1 } },
      { row: { text: 'At the end' } },
    ]);
    // The same again is the same: nothing is doubled when an answer was lost.
    expect(await answersOf([meal, portion])).toMatchObject([
      { row: { version: 1 } },
      { row: { version: 1 } },
    ]);
  });
  test('one that is refused does not hold up those after it, and says why', async () => {
    const first = note('First of three');
    await send([first]).expect(200);
    const answers = await answersOf([
      { ...first, body: { ...first.body, base: 0, text: 'From elsewhere' } },
      note('Second of three'),
      { route: 'putPortion', id: uuidv7(), body: portionBody(uuidv7()) },
      note('Third of three'),
    ]);
    expect(answers).toMatchObject([
      { problem: { type: 'urn:maul:problem:stale', current: { text: 'First of three', version: 1 } } },
      { row: { text: 'Second of three' } },
      { problem: { type: 'urn:maul:problem:not-found' } },
      { row: { text: 'Third of three' } },
    ]);
    expect(await notes()).toEqual(
      expect.arrayContaining(['First of three', 'Second of three', 'Third of three']),
    );
    expect(await notes()).not.toContain('From elsewhere');
  });
  test('one that collides is told when and where the other was entered', async () => {
    await sql`update session set device = 'Firefox on Linux' where person_id = ${athlete.id}`.execute(
      house.owner,
    );
    const one = note('As it was');
    await answersOf([one]);
    await answersOf([{ ...one, body: { ...one.body, base: 1, text: 'From one device' } }]);
    const [answer] = await answersOf([{ ...one, body: { ...one.body, base: 1, text: 'From another' } }]);
    const problem = (answer as { problem: { current: unknown; changed: { at: string; from: string } } })
      .problem;
    expect(problem.current).toMatchObject({ text: 'From one device', version: 2 });
    expect(problem.changed.from).toBe('Firefox on Linux');
    expect(Math.abs(Date.parse(problem.changed.at) - Date.now())).toBeLessThan(60_000);
  });
  test('are kept together, and each has its own version and history', async () => {
    const ones = Array.from({ length: 30 }, (_, i) => note(`Together ${i}`));
    await answersOf(ones);
    const answers = await answersOf(
      ones.map((one, i) => ({
        ...one,
        body: { ...one.body, base: i % 3 === 0 ? 0 : 1, text: `Again ${i}` },
      })),
    );
    // Every third is from an older version: refused, and what stands beside it is kept.
    expect(answers.map((a) => ('row' in a ? (a.row as { version: number }).version : 'refused'))).toEqual(
      ones.map((_, i) => (i % 3 === 0 ? 'refused' : 2)),
    );
    const { rows } = await sql<{ many: number }>`
      select count(*)::int as many from row_history where row_id = any(${ones.map((one) => one.id)}::uuid[])`.execute(
      house.owner,
    );
    expect(rows).toEqual([{ many: 20 }]);
  });
  test('two devices that wait for each other’s rows both get through', async () => {
    const [a, b] = [note('Left'), note('Right')];
    await answersOf([a, b]);
    const change = (one: Change, text: string) => ({ ...one, body: { ...one.body, base: 1, text } });
    const both = await Promise.all([
      answersOf([change(a, 'Left of one'), ...Array.from({ length: 60 }, (_, i) => note(`One ${i}`)), change(b, 'Right of one')]),
      answersOf([change(b, 'Right of two'), ...Array.from({ length: 60 }, (_, i) => note(`Two ${i}`)), change(a, 'Left of two')]),
    ]); // prettier-ignore
    expect(both.map((answers) => answers.length)).toEqual([62, 62]);
    const kept = await notes();
    expect(kept.filter((n) => /^(Left|Right) of/.test(n))).toHaveLength(2);
    expect(kept.filter((n) => /^(One|Two) \d/.test(n))).toHaveLength(120);
  });
  test('are refused whole where one cannot be read, none or more than a hundred came, or they are of somebody else', async () => {
    await send([note('Readable'), { ...note('Not'), body: { base: 0 } }]).expect(422);
    await send([]).expect(422);
    await send(Array.from({ length: 101 }, (_, i) => note(`Note ${i}`))).expect(422);
    await send([{ route: 'signOutEverywhere', id: uuidv7(), body: {} }]).expect(422);
    expect(await notes()).not.toContain('Readable');
    const [answer] = (
      (await send([note('By a stranger')], stranger).expect(200)).body as ResponseOf<'sendChanges'>
    ).answers;
    expect(answer).toMatchObject({ problem: { status: 403 } });
    expect(await notes()).not.toContain('By a stranger');
    await house
      .agent()
      .post(`/api/athletes/${athlete.id}/changes`)
      .set('Sec-Fetch-Site', 'same-origin')
      .send({ changes: [note('x')] })
      .expect(401);
  });
});
