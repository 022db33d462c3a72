import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { CheckIn } from '@maul/contract/coaching';
import { addDays, athleteDay } from '@maul/core/units';
import { v7 as uuidv7 } from 'uuid';
import { mealBody, openTestHouse, portionBody, type Someone, type TestHouse } from '../testing/house.ts';
import { bytesOf, pdfPages, pdfText } from '../testing/pdf.ts';

const today = athleteDay(new Date(), 'Europe/Vienna');
const yesterday = addDays(today, -1);
const id = uuidv7();
let house: TestHouse;
let athlete: Someone;
let coach: Someone;

beforeAll(async () => {
  house = await openTestHouse();
  athlete = await house.athlete('Ada Mill');
  coach = await house.signUp('coach', 'Coach Fen');
  await house.share(athlete, coach);
  const at = `/api/athletes/${athlete.id}`;
  const mealId = uuidv7();
  await athlete.put(`${at}/meals/${mealId}`, mealBody(yesterday, { eaten: true })).expect(200);
  const { food } = portionBody(mealId);
  await athlete
    .put(
      `${at}/portions/${uuidv7()}`,
      portionBody(mealId, {
        food: { ...food, per100g: { CHOAVLDF: 60, PROCNT: 25, FAT: 10, FIBTG: 5, NA: 100 } },
        plannedGrams: null,
        grams: 400,
        method: 'scale',
        division: 1,
      }),
    )
    .expect(200);
  await athlete
    .put(`${at}/weigh-ins/${uuidv7()}`, {
      base: 0,
      day: yesterday,
      kg: 78.4,
      conditions: null,
      deleted: false,
    })
    .expect(200);
  await athlete
    .put(`${at}/check-ins/${id}`, { to: yesterday, words: 'Slept badly, ate all of it.' })
    .expect(200);
  await coach
    .put(`${at}/check-ins/${id}/answers/${uuidv7()}`, { words: 'Sleep comes first.', noChange: true })
    .expect(200);
});
afterAll(() => house.close());

const address = (paper?: string) =>
  `/api/athletes/${athlete.id}/check-ins/${id}/letter.pdf${paper === undefined ? '' : `?paper=${paper}`}`;
const words = (pdf: Buffer): string => pdfText(pdf).replace(/\s+/g, ' ');

test('the letter says the figures that were sent, the words and the answers', async () => {
  const text = words(await bytesOf(athlete.get(address())));
  const { packet } = (await athlete.get(address().replace('/letter.pdf', '')).expect(200)).body as CheckIn;
  const { figures } = packet.days.at(-1) ?? {};
  // 400 g of it by hand: 100 g protein, 40 g fat, 240 g carbs.
  expect([figures?.protein, figures?.fat, figures?.weight]).toEqual([100, 40, 78.4]);
  for (const said of [
    'Ada Mill',
    'Protein g',
    'Weight kg',
    '78.4',
    'Slept badly, ate all of it.',
    'Coach Fen answered',
    'No change. Sleep comes first.',
  ])
    expect(text).toContain(said);
  expect(text).toMatch(/Protein g (– ){6}100 100/);
});

// ISO 216: A4 is 210 x 297 mm, 595.28 x 841.89 points; ANSI/ASME Y14.1: letter is 8.5 x 11 in, 612 x 792.
test('on A4 or letter, one page', async () => {
  expect(pdfPages(await bytesOf(athlete.get(address())))).toEqual({ pages: 1, size: '595.28 841.89' });
  expect(pdfPages(await bytesOf(athlete.get(address('LETTER'))))).toEqual({ pages: 1, size: '612 792' });
  await athlete.get(address('A7')).expect(404);
});

test('the athlete’s own does not say what they hide; the coach’s goes by what is shared', async () => {
  const at = `/api/athletes/${athlete.id}`;
  const { athlete: me } = (await athlete.get(`${at}/days/${today}`).expect(200)).body as {
    athlete: Record<string, unknown> & { profile: object };
  };
  const { version, name: _n, id: _i, federationClass: _f, hasCoach: _h, reader: _r, ...said } = me;
  await athlete
    .put(at, {
      ...said,
      base: version,
      basisId: uuidv7(),
      carbBasis: 'total',
      profile: { ...me.profile, hide: { weight: true, energy: true } },
    })
    .expect(200);
  expect(words(await bytesOf(athlete.get(address())))).not.toMatch(/Weight|Energy kcal/);
  expect(words(await bytesOf(coach.get(address())))).toMatch(/Weight kg .*Energy|Energy kcal .*Weight kg/);
  const { grants } = (await athlete.get('/api/session')).body as { grants: { id: string }[] };
  await athlete.put(`${at}/grants/${grants[0]?.id}/sees`, { sees: ['log'] }).expect(200);
  expect(words(await bytesOf(coach.get(address())))).not.toMatch(/Weight kg|78\.4/);
});

test('nobody else gets it', async () => {
  const stranger = await house.athlete('Stranger');
  await stranger.get(address()).expect(404);
  await house.agent().get(address()).expect(401);
  await athlete.get(address().replace(id, uuidv7())).expect(404);
});
