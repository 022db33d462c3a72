import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { DayDocument } from '@maul/contract/diary';
import type { InForce, SeasonDocument, OrderRow } from '@maul/contract/plan';
import type { Problem } from '@maul/contract/problems';
import { addDays, athleteDay, type IsoDate } from '@maul/core/units';
import { dayTargets, type CautionId } from '@maul/core/plan';
import { type TargetKey } from '@maul/core/nutrition';
import { sql } from 'kysely';
import { v7 as uuidv7 } from 'uuid';
import { mealBody, openTestHouse, portionBody, type Someone, type TestHouse } from '../testing/house.ts';

let house: TestHouse;
let who: Someone;
let at: string;
const today = athleteDay(new Date(), 'Europe/Vienna');
const day = (days: number): IsoDate => addDays(today, days);

beforeAll(async () => {
  house = await openTestHouse();
  who = await house.athlete('Historian');
  at = `/api/athletes/${who.id}`;
  // Eight weeks have gone by since the start.
  await sql`update season_revision set effective_from = effective_from - 56,
    document = jsonb_set(document, '{phases,0,from}', to_jsonb((effective_from - 56)::text)) where athlete_id = ${who.id}`.execute(
    house.owner,
  );
  await sql`update basis set from_date = from_date - 56 where athlete_id = ${who.id}`.execute(house.owner);
});
afterAll(() => house.close());

const phaseId = async (): Promise<string> =>
  ((await who.get(`${at}/season`).expect(200)).body as SeasonDocument).season.phases[0]?.id ?? '';
const sign = async (change: object, expected = 200) =>
  (
    await who
      .put(`${at}/orders/${uuidv7()}`, {
        phaseId: await phaseId(),
        from: day(1),
        until: null,
        dayTypes: null,
        macro: 'CARB',
        change: { kind: 'relative', amount: -10 },
        lever: null,
        reason: 'Because',
        confirmed: [],
        ...change,
      })
      .expect(expected)
  ).body as OrderRow;
const aim = async (date: IsoDate, key: TargetKey): Promise<number> => {
  const doc = (await who.get(`${at}/days/${date}`).expect(200)).body as DayDocument;
  return dayTargets(doc.season, doc.bases, doc.orders, date)?.windows[key]?.aim ?? NaN;
};
const inForce = async (date: IsoDate) =>
  (await who.get(`${at}/in-force/${date}`).expect(200)).body as InForce;

describe('orders of every kind', () => {
  test('absolute and relative, on energy, fat and fibre; the later one acts last', async () => {
    const before = {
      kcal: await aim(day(1), 'ENERC'),
      fat: await aim(day(1), 'FAT'),
      carbs: await aim(day(1), 'CARB'),
    };
    await sign({ macro: 'FAT', change: { kind: 'absolute', amount: 60 } });
    expect(await aim(day(1), 'FAT')).toBe(60);
    expect(before.fat).not.toBe(60);
    const now = await aim(day(1), 'ENERC');
    await sign({ macro: 'ENERC', change: { kind: 'relative', amount: -80 } });
    // Carbs carry it: 80 kcal are 20 g.
    expect(await aim(day(1), 'ENERC')).toBe(now - 80);
    expect(await aim(day(1), 'CARB')).toBe(before.carbs - 20);
    await sign({ macro: 'FIBTG', change: { kind: 'absolute', amount: 42 } });
    expect(await aim(day(1), 'FIBTG')).toBe(42);
    expect(await aim(today, 'ENERC')).toBe(before.kcal);
  });
  test('the lever food is kept with it, and until ends it', async () => {
    const before = await aim(day(3), 'CARB');
    const order = await sign({
      from: day(2),
      until: day(3),
      lever: 'the rice',
      change: { kind: 'relative', amount: -30 },
    });
    expect(order).toMatchObject({ lever: 'the rice', until: day(3) });
    expect(order.acknowledgedAt).not.toBeNull();
    expect(await aim(day(3), 'CARB')).toBe(before - 30);
    expect(await aim(day(4), 'CARB')).toBe(before);
  });
  test('what would go below nothing is refused, and nothing signed', async () => {
    const refused = (await sign({ change: { kind: 'relative', amount: -900 } }, 422)) as unknown as Problem;
    expect(refused.detail).toMatch(/below nothing.*Nothing was signed\.$/);
    const ended = (await sign({ from: day(3), until: day(2) }, 422)) as unknown as Problem;
    expect(ended.detail).toContain('before it starts. Nothing was signed.');
  });
});

describe('what was in force on a date', () => {
  test('the revision, the basis and the orders of that day, with who signed them', async () => {
    const order = await sign({
      reason: 'From today',
      from: today,
      change: { kind: 'relative', amount: -15 },
    });
    const now = await inForce(today);
    expect(now.orders.find((o) => o.id === order.id)).toMatchObject({
      reason: 'From today',
      signedByName: 'Historian',
    });
    const then = await inForce(day(-20));
    const targets = dayTargets(then.season, then.bases, then.orders, day(-20));
    expect(targets?.orders).toEqual([]);
    expect(targets?.windows.ENERC).not.toBeNull();
  });
  test('a strange date is refused', async () => {
    await who.get(`${at}/in-force/2026-02-30`).expect(422);
  });
});

describe('cautions of the log', () => {
  const eat = async (date: IsoDate, grams: number): Promise<void> => {
    const mealId = uuidv7();
    await who.put(`${at}/meals/${mealId}`, mealBody(date, { eaten: true })).expect(200);
    // 100 g hold 500 kcal as stated.
    const food = {
      id: 'x',
      name: 'Plain food',
      state: 'as sold',
      source: 'test',
      per100g: { ENERC: 500, PROCNT: 20, FAT: 10, CHOCDF: 80 },
    };
    await who
      .put(
        `${at}/portions/${uuidv7()}`,
        portionBody(mealId, { food, plannedGrams: null, grams, method: 'scale', division: 1 }),
      )
      .expect(200);
    const closing = { kind: 'closing', complete: true };
    await who
      .put(`${at}/day-entries/${uuidv7()}`, {
        base: 0,
        day: date,
        time: '22:00',
        zone: 'Europe/Vienna',
        thing: closing,
        deleted: false,
      })
      .expect(200);
  };
  const cautions = async () =>
    (await who.get(`${at}/cautions`).expect(200)).body as {
      cautions: { id: CautionId; level: string; figure: number }[];
      confirmations: { cautionId: CautionId; by: string; figure: number }[];
    };
  test('seven days of very little are said, never refused; a confirmation is kept once', async () => {
    for (let i = 1; i <= 7; i += 1) await eat(day(-i), 220);
    const found = (await cautions()).cautions.find((c) => c.id === 'very-low-intake');
    expect(found).toMatchObject({ level: 'confirm', figure: 1100 });
    const id = uuidv7();
    const body = { cautionId: 'very-low-intake', figure: 1100 };
    await who.put(`${at}/confirmations/${id}`, body).expect(200);
    await who.put(`${at}/confirmations/${id}`, body).expect(200);
    expect((await cautions()).confirmations.filter((c) => c.cautionId === 'very-low-intake')).toEqual([
      expect.objectContaining({ by: 'athlete', figure: 1100 }),
    ]);
  });
  test('it holds an order that takes energy away until the second confirmation; a worse number asks anew', async () => {
    const held = await sign({ from: day(5), change: { kind: 'relative', amount: -5 } });
    expect(held.heldUntil).toBeNull();
    const before = await aim(day(5), 'CARB');
    await sql`update portion set grams = 150 where athlete_id = ${who.id} and grams = 220`.execute(
      house.owner,
    );
    const refused = (await sign(
      { from: day(6), change: { kind: 'relative', amount: -5 } },
      422,
    )) as unknown as Problem;
    expect(refused.type).toBe('urn:maul:problem:caution-unconfirmed');
    expect(refused.detail).toContain('The last seven days average 750 kcal eaten');
    expect(await aim(day(5), 'CARB')).toBe(before);
  });
  test('unknown cautions are refused', async () => {
    await who.put(`${at}/confirmations/${uuidv7()}`, { cautionId: 'made-up', figure: null }).expect(422);
  });
});

test('the clocks that change and a zone that moves lose no day', async () => {
  const { athlete } = (await who.get(`${at}/season`).expect(200)).body as SeasonDocument;
  const body = {
    base: athlete.version,
    basisId: uuidv7(),
    sex: athlete.sex,
    birthDate: athlete.birthDate,
    heightCm: athlete.heightCm,
    zone: 'Pacific/Auckland',
    dayTurnsAt: athlete.dayTurnsAt,
    carbBasis: 'total',
    profile: athlete.profile,
  };
  await who.put(at, body).expect(200);
  const moved = (await who.get(`${at}/season`).expect(200)).body as SeasonDocument;
  expect(moved.today).toBe(athleteDay(new Date(), 'Pacific/Auckland'));
  expect(moved.athlete.zone).toBe('Pacific/Auckland');
  const past = (await who.get(`${at}/days/${day(-3)}`).expect(200)).body as DayDocument;
  expect(past.meals).toHaveLength(1);
  expect(past.meals[0]?.zone).toBe('Europe/Vienna');
  await who.put(at, { ...body, base: moved.athlete.version, zone: 'Nowhere/Land' }).expect(422);
});
