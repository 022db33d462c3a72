import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { ResponseOf } from '@maul/contract/routes';
import { athleteDay } from '@maul/core/units';
import { v7 as uuidv7 } from 'uuid';
import { mealBody, openTestHouse, portionBody, type Someone, type TestHouse } from '../testing/house.ts';

let house: TestHouse;
let athlete: Someone;
let coach: Someone;
let grantId: string;
const today = athleteDay(new Date(), 'Europe/Vienna');
const mealId = uuidv7();

beforeAll(async () => {
  house = await openTestHouse();
  athlete = await house.athlete('Asker');
  coach = await house.signUp('coach', 'Answerer');
  grantId = await house.share(athlete, coach);
  await athlete.put(`/api/athletes/${athlete.id}/meals/${mealId}`, mealBody(today)).expect(200);
});
afterAll(() => house.close());

const write = async (who: Someone, text: string, meal: string | null = null): Promise<string> => {
  const id = uuidv7();
  await who
    .put(`/api/athletes/${athlete.id}/notes/${id}`, {
      base: 0,
      day: today,
      mealId: meal,
      text,
      deleted: false,
    })
    .expect(200);
  return id;
};
const open = async (who: Someone) => {
  const { words } = (await who.get('/api/questions').expect(200)).body as ResponseOf<'questions'>;
  return words.map(({ side, text }) => `${side}: ${text}`);
};
const waiting = async (): Promise<number | undefined> => {
  const { athletes } = (await coach.get('/api/roster').expect(200)).body as ResponseOf<'roster'>;
  return athletes.find((a) => a.athleteId === athlete.id)?.waitingNotes;
};

test('a word waits where it stands until it is answered there, or needs no answer', async () => {
  await write(athlete, 'May I move legs?');
  const beside = await write(athlete, 'Is this rice raw?', mealId);
  expect(await open(coach)).toEqual(['you: May I move legs?', 'you: Is this rice raw?']);
  expect(await open(athlete)).toEqual(['them: May I move legs?', 'them: Is this rice raw?']);
  expect(await waiting()).toBe(2);
  // An answer beside the day answers the day, not the meal.
  await write(coach, 'Yes, to Friday.');
  expect(await open(coach)).toEqual(['you: Is this rice raw?', 'them: Yes, to Friday.']);
  expect(await open(athlete)).toEqual(['you: Yes, to Friday.', 'them: Is this rice raw?']);
  expect(await waiting()).toBe(1);
  const settle = (settled: boolean) =>
    coach.put(`/api/athletes/${athlete.id}/notes/${beside}/settled`, { settled }).expect(200);
  await settle(true);
  await settle(true);
  expect(await open(coach)).toEqual(['them: Yes, to Friday.']);
  expect(await waiting()).toBe(0);
  await settle(false);
  expect(await waiting()).toBe(1);
});

test('a word beside one portion is answered beside that portion', async () => {
  const portionId = uuidv7();
  await athlete.put(`/api/athletes/${athlete.id}/portions/${portionId}`, portionBody(mealId)).expect(200);
  const about = async (who: Someone, text: string, portion: string | null): Promise<void> => {
    const body = { base: 0, day: today, mealId, portionId: portion, text, deleted: false };
    await who.put(`/api/athletes/${athlete.id}/notes/${uuidv7()}`, body).expect(200);
  };
  const asked = 'Boiled or raw?';
  await about(athlete, asked, portionId);
  await about(coach, 'The meal looks good.', null);
  const { words } = (await coach.get('/api/questions').expect(200)).body as ResponseOf<'questions'>;
  expect(words.find((w) => w.text === asked)).toMatchObject({ side: 'you', mealId, portionId });
  expect(words.find((w) => w.text === asked)?.portionName).toBe(portionBody(mealId).food.name);
  await about(coach, 'Raw.', portionId);
  expect(await open(coach)).not.toContain(`you: ${asked}`);
  const { notes } = (await athlete.get(`/api/athletes/${athlete.id}/days/${today}`).expect(200)).body as {
    notes: { text: string; portionId: string | null }[];
  };
  expect(notes.find((n) => n.text === 'Raw.')?.portionId).toBe(portionId);
});

test('two who write at once both stand, and nothing is lost', async () => {
  await Promise.all([write(athlete, 'One more thing'), write(coach, 'And one of mine')]);
  const { notes } = (await athlete.get(`/api/athletes/${athlete.id}/days/${today}`).expect(200)).body as {
    notes: { text: string }[];
  };
  expect(notes.map((n) => n.text)).toEqual(expect.arrayContaining(['One more thing', 'And one of mine']));
});

test('a stranger sees none and settles none; nor does a coach once the sharing is over', async () => {
  const stranger = await house.athlete('Stranger');
  const [mine] = [await write(athlete, 'Still there?')];
  expect(await open(stranger)).toEqual([]);
  await stranger.put(`/api/athletes/${athlete.id}/notes/${mine}/settled`, { settled: true }).expect(404);
  await athlete.delete(`/api/athletes/${athlete.id}/grants/${grantId}`).expect(200);
  expect(await open(coach)).toEqual([]);
  await coach.put(`/api/athletes/${athlete.id}/notes/${mine}/settled`, { settled: true }).expect(404);
});
