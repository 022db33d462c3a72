import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { BodyOf, ResponseOf } from '@maul/contract/routes';
import { athleteDay } from '@maul/core/units';
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
