import { measuredFor } from '../plan/index.ts';
import { reviewDays, targetsFrom } from '@maul/core/plan';
import { randomUUID } from 'node:crypto';
import {
  addDays,
  athleteDay,
  clockOf,
  isClock,
  isoDate,
  localMoment,
  minutesIntoDay,
  type IsoDate,
} from '@maul/core/units';
import { CORE_VERSION } from '@maul/core/body';
import { seededRandom } from '@maul/core/random';
import { sql, type Kysely } from 'kysely';
import {
  DEMO_PASSWORD,
  hashPassword,
  newCoachCode,
  openSession,
  athleteOf,
  todayOf,
} from '../people/index.ts';
import { dropFiles } from '../platform/files.ts';
import { acting, type AccountsDb, type AppDb, type AppTransaction } from '../platform/db/connect.ts';
import { addAnswer, addCheckIn, addRead, packetOf } from '../coaching/index.ts';
import { referenceFoods, type ReferenceFood } from '../foods/index.ts';

import { writtenSince } from './written.ts';
import { readScenario, type ScenarioAthlete } from './scenario.ts';
import { writeBeside } from './beside.ts';
import { writePictures } from './figures.ts';
import { potOf, writeCouple, writeKitchenWork } from './kitchen.ts';
import { insertRows, writeCoach, writeNotes } from './coach.ts';
import { DEMO_ZONE, seededUuid, simulateAthlete, type DemoAthlete } from './simulate.ts';

export interface DemoConnections {
  owner: Kysely<unknown>;
  app: AppDb;
  accounts: AccountsDb;
}

interface Mark {
  day: IsoDate;
  at: string;
}

/** What the start command says about the demo; null when it is as it was. */
export type DemoNews = string | null;

/** The moment up to which the demo is lived: now, or the present athlete's day at another hour of the demo's clock (HH:MM). */
export const demoMoment = (clock: string | undefined, now = new Date()): Date => {
  if (clock === undefined || !isClock(clock)) return now;
  const present = minutesIntoDay(clockOf(localMoment(now, DEMO_ZONE).minutes));
  return new Date(now.getTime() + (minutesIntoDay(clock) - present) * 60_000);
};

/**
 * Sees to it that the demo is there and of today. An old one is made anew, unless somebody has written in it. Accounts
 * that people made themselves are never touched, and on a database that already has people no demo is loaded.
 */
export const ensureDemo = async (
  links: DemoConnections,
  dataDir: string,
  now = new Date(),
): Promise<DemoNews> => {
  const { owner } = links;
  const today = isoDate(now.toISOString().slice(0, 10));
  const found = await sql<{ value: Mark }>`select value from house where key = 'demo'`.execute(owner);
  const mark = found.rows[0]?.value;
  if (mark?.day === today) return null;
  if (mark) {
    if (await writtenSince(owner, mark.at))
      return `The demo is of ${mark.day} and holds what you wrote in it, so it stays. npm start -- --fresh makes a clean one.`;
    const { rows: pictures } = await sql<{ who: string; ids: string[] }>`
      select b.athlete_id as who, array_agg(b.id) as ids from body_picture b
      join person p on p.id = b.athlete_id and p.is_demo group by b.athlete_id`.execute(owner);
    for (const { who, ids } of pictures) await dropFiles(who, ids);
    await sql`delete from person where is_demo`.execute(owner);
  } else {
    const people = await sql<{ n: number }>`select count(*)::int as n from person`.execute(owner);
    if ((people.rows[0]?.n ?? 0) > 0) return null;
  }
  await loadDemo(links, dataDir, now);
  const loaded: Mark = { day: today, at: new Date(Date.now() + 1000).toISOString() };
  await sql`insert into house (key, value) values ('demo', ${JSON.stringify(loaded)}::jsonb)
    on conflict (key) do update set value = excluded.value`.execute(owner);
  return mark ? `The demo was of ${mark.day} and is made anew for today.` : null;
};

const loadDemo = async (links: DemoConnections, dataDir: string, now: Date): Promise<void> => {
  const scenario = await readScenario(dataDir);
  const foods = new Map((await referenceFoods(dataDir)).map((f) => [f.id, f]));
  const passwordHash = await hashPassword(DEMO_PASSWORD);
  const random = seededRandom(scenario.seed);
  const coachId = seededUuid(now.getTime(), random);
  const person = (id: string, who: { name: string; email: string; about: string }, isCoach: boolean) =>
    links.accounts
      .insertInto('person')
      .values({
        id,
        email: who.email,
        name: who.name,
        password_hash: passwordHash,
        is_athlete: !isCoach,
        is_coach: isCoach,
        is_demo: true,
        demo_about: who.about,
        coach_code: isCoach ? newCoachCode() : null,
      })
      .execute();
  await person(coachId, scenario.coach, true);
  const coachToken = await openSession(links.accounts, coachId);
  const kitchens = new Map<string, { token: string; id: string; athlete: ScenarioAthlete }>();
  for (const [index, athlete] of scenario.athletes.entries()) {
    const made = {
      ...simulateAthlete(athlete, foods, scenario.seed + index, now),
      athleteId: seededUuid(now.getTime(), random),
    };
    await person(made.athleteId, athlete, false);
    const token = await openSession(links.accounts, made.athleteId);
    await acting(links.app, token, (trx) => writeAthlete(trx, athlete, made, coachId, foods, now));
    kitchens.set(athlete.email, { token, id: made.athleteId, athlete });
    await acting(links.app, coachToken, (trx) => writeCoach(trx, athlete, made, coachId));
    await acting(links.app, token, (trx) => writeAcknowledgements(trx, athlete, made));
    await acting(links.app, token, (trx) => writeWeeks(trx, athlete, made, now));
    await acting(links.app, coachToken, (trx) => writeAnswers(trx, athlete, made, coachId, now));
    // What may hurt in a plan was read by both, three days ago.
    for (const [personId, by, who] of [
      [made.athleteId, 'athlete', token],
      [coachId, 'coach', coachToken],
    ] as const)
      await acting(links.app, who, (trx) => writeConfirmations(trx, made, personId, by, now));
  }
  for (const { token, id, athlete } of kitchens.values()) {
    const mate = kitchens.get(athlete.eatsWith ?? '');
    if (!mate) continue;
    const plants = mate.athlete.diet === 'plants';
    const cook = plants ? mate : { token, id };
    const pot = await acting(links.app, cook.token, (trx) => potOf(trx, cook.id));
    if (pot)
      await acting(links.app, token, (trx) =>
        writeCouple(trx, id, { id: mate.id, name: mate.athlete.name, plants }, pot, now),
      );
  }
  // The sessions that wrote the demo are over; nobody else's are touched.
  await links.accounts
    .updateTable('session')
    .set({ ended_at: sql<string>`now()` })
    .where('person_id', 'in', links.accounts.selectFrom('person').select('id').where('is_demo', '=', true))
    .execute();
};

const writeAthlete = async (
  trx: AppTransaction,
  athlete: ScenarioAthlete,
  made: DemoAthlete,
  coachId: string,
  foods: ReadonlyMap<string, ReferenceFood>,
  now: Date,
): Promise<void> => {
  const athlete_id = made.athleteId;
  const from = made.bases[0]?.from ?? isoDate(now.toISOString().slice(0, 10));
  await trx
    .insertInto('athlete')
    .values({
      athlete_id,
      sex: athlete.sex,
      birth_date: addDays(from, -Math.round(365.25 * athlete.age) - 30),
      height_cm: athlete.heightCm,
      zone: DEMO_ZONE,
      federation_class: athlete.class,
      profile: JSON.stringify(made.profile),
    })
    .execute();
  await trx
    .insertInto('coach_grant')
    .values({
      athlete_id,
      id: made.season.phases[0]?.id ?? athlete_id,
      coach_id: coachId,
      from_at: `${from}T08:00:00Z`,
      ended_at: null,
    })
    .execute();
  await trx
    .insertInto('season_revision')
    .values({
      athlete_id,
      id: made.bases[0]?.id ?? athlete_id,
      revision: 1,
      effective_from: from,
      document: JSON.stringify(made.season),
      written_by: athlete_id,
    })
    .execute();
  const bases = made.bases.map((b) => ({
    athlete_id,
    id: b.id,
    from_date: b.from,
    weight_kg: b.weightKg,
    lean_kg: b.leanKg,
    expenditure: b.expenditure,
    expenditure_sd: b.expenditureSd,
    expenditure_from: b.expenditureFrom,
    weekly: b.expenditureFrom !== 'equation',
    carb_basis: b.carbBasis,
    core_version: CORE_VERSION,
    inputs_until: `${b.from}T02:00:00Z`,
  }));
  await insertRows(trx, 'basis', {
    athlete_id: 'uuid', id: 'uuid', from_date: 'date', weight_kg: 'float8', lean_kg: 'float8', expenditure: 'float8',
    expenditure_sd: 'float8', expenditure_from: 'text', weekly: 'boolean', carb_basis: 'text', core_version: 'text', inputs_until: 'timestamptz',
  }, bases); // prettier-ignore
  const meals = made.meals.map((m) => ({
    athlete_id,
    id: m.id,
    day: m.day,
    time: m.time,
    zone: DEMO_ZONE,
    eaten: m.eaten,
  }));
  await insertRows(
    trx,
    'meal',
    { athlete_id: 'uuid', id: 'uuid', day: 'date', time: 'text', zone: 'text', eaten: 'boolean' },
    meals,
  );
  const portions = made.meals.flatMap((m) =>
    m.portions.map((p) => ({
      athlete_id,
      id: p.id,
      meal_id: m.id,
      position: p.position,
      food: p.food,
      planned_grams: p.plannedGrams,
      grams: p.grams,
      method: p.method,
      division: p.division,
    })),
  );
  await insertRows(trx, 'portion', {
    athlete_id: 'uuid', id: 'uuid', meal_id: 'uuid', position: 'int', food: 'jsonb', planned_grams: 'float8', grams: 'float8',
    method: 'text', division: 'float8',
  }, portions); // prettier-ignore
  const weighIns = made.weighIns.map((w, i) => ({
    athlete_id,
    ...w,
    // Now and then the toilet came after the scale.
    conditions: { fasted: true, toilet: i % 23 !== 11, sameScale: true, source: 'typed' },
  }));
  await insertRows(
    trx,
    'weigh_in',
    { athlete_id: 'uuid', id: 'uuid', day: 'date', kg: 'float8', conditions: 'jsonb' },
    weighIns,
  );
  await writeNotes(trx, made, 'athlete', athlete_id);
  await writeKitchen(trx, athlete_id, from);
  await writeKitchenWork(trx, athlete, made, foods, now);
  await writeBeside(trx, made, now, athlete);
  await writePictures(
    trx,
    athlete_id,
    {
      male: athlete.sex === 'male',
      falling: athlete.phases.some((p) => p.kind === 'contest-prep' || p.kind === 'cut'),
    },
    athleteDay(now, DEMO_ZONE),
  );
};

/** What the kitchen of the scenario remembers: a bowl, a box, and rice weighed before and after it was boiled. */
const writeKitchen = async (trx: AppTransaction, athleteId: string, day: IsoDate): Promise<void> => {
  const row = { athlete_id: athleteId, deleted_at: null };
  await trx
    .insertInto('container')
    .values([
      { ...row, id: randomUUID(), name: 'Blue bowl', grams: 386 },
      { ...row, id: randomUUID(), name: 'Glass box', grams: 412 },
      { ...row, id: randomUUID(), name: 'Stockpot', grams: 1184 },
    ])
    .execute();
  const rice = { food_id: 'maul-rice-white', food_name: 'Rice, white long grain', method: 'boiled', day };
  await trx
    .insertInto('yield_seen')
    .values([
      { ...row, ...rice, id: randomUUID(), raw_grams: 200, cooked_grams: 562 },
      { ...row, ...rice, id: randomUUID(), raw_grams: 250, cooked_grams: 688 },
    ])
    .execute();
};

const writeAcknowledgements = async (
  trx: AppTransaction,
  athlete: ScenarioAthlete,
  made: DemoAthlete,
): Promise<void> => {
  if (athlete.movement.some((order) => !order.open))
    await trx
      .updateTable('movement_order')
      .set({ acknowledged_at: sql<string>`signed_at + interval '2 hours'` })
      .where('athlete_id', '=', made.athleteId)
      .execute();
  for (const order of made.orders)
    if (order.acknowledgedAt !== null)
      await trx
        .insertInto('order_acknowledgement')
        .values({ athlete_id: made.athleteId, order_id: order.id, at: order.acknowledgedAt })
        .execute();
};

/** The id of the week that was sent on a day of the scenario: the same for what is sent and what is answered. */
const weekId = (made: DemoAthlete, today: IsoDate, sent: number): string =>
  seededUuid(
    Date.parse(`${addDays(today, sent)}T06:00:00Z`),
    seededRandom(Number.parseInt(made.athleteId.slice(-6), 16)),
  );

const sentAt = (today: IsoDate, sent: number, hour: number): string =>
  `${addDays(today, sent)}T${String(hour).padStart(2, '0')}:10:00Z`;

/** The weeks that the scenario sends, each as the log says it. */
const writeWeeks = async (
  trx: AppTransaction,
  athlete: ScenarioAthlete,
  made: DemoAthlete,
  now: Date,
): Promise<void> => {
  const today = athleteDay(now, DEMO_ZONE);
  const who = await athleteOf(trx, made.athleteId);
  for (const { sent, words } of athlete.weeks)
    await addCheckIn(trx, made.athleteId, weekId(made, today, sent), {
      packet: await packetOf(trx, who, addDays(today, sent - 1), addDays(today, sent)),
      words,
      sentAt: sentAt(today, sent, 3),
    });
};

const writeAnswers = async (
  trx: AppTransaction,
  athlete: ScenarioAthlete,
  made: DemoAthlete,
  coachId: string,
  now: Date,
): Promise<void> => {
  const today = athleteDay(now, DEMO_ZONE);
  for (const { sent, answer } of athlete.weeks) {
    if (!answer) continue;
    const key = { athleteId: made.athleteId, id: weekId(made, today, sent) };
    await addRead(trx, key, coachId, sentAt(today, sent, 9));
    await addAnswer(trx, { ...key, answerId: randomUUID() }, coachId, {
      ...answer,
      at: sentAt(today, sent, 9),
    });
  }
};

const writeConfirmations = async (
  trx: AppTransaction,
  made: DemoAthlete,
  personId: string,
  by: 'athlete' | 'coach',
  now: Date,
): Promise<void> => {
  const athlete = await athleteOf(trx, made.athleteId);
  const today = todayOf(athlete);
  const days = targetsFrom(made.season, made.bases, made.orders, today, 400).filter((d) => d !== undefined);
  for (const caution of reviewDays(days, athlete, await measuredFor(trx, athlete, today), false))
    if (caution.level === 'confirm')
      await trx
        .insertInto('caution_confirmation')
        .values({
          athlete_id: made.athleteId,
          id: randomUUID(),
          caution_id: caution.id,
          figure: caution.figure,
          person_id: personId,
          by_role: by,
          at: new Date(now.getTime() - 3 * 86_400_000).toISOString(),
        })
        .execute();
};
