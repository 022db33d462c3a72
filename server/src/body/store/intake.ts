import { workOf } from '@maul/contract/diary';
import { groupBy } from '../../platform/groupBy.ts';
import { cycleDays, type LoggedDay } from '@maul/core/body';
import { addDays, daysBetween, K90, type IsoDate } from '@maul/core/units';
import { countingMornings, saidOnWaking } from './weighIns.ts';
import { assembleDay, closingOf, dayCompleteness, type DaySheet, type SheetFood } from '@maul/core/diary';
import type { DoneWork } from '@maul/core/plan';
import { sql, type RawBuilder } from 'kysely';
import type { AppTransaction } from '../../platform/db/connect.ts';

/** True of a day on which the log was not paused on purpose. */
export const notPaused = (athleteId: RawBuilder<unknown>, day: RawBuilder<unknown>) =>
  sql<boolean>`not exists (
    select from standing_entry s where s.athlete_id = ${athleteId} and s.deleted_at is null
      and s.thing ->> 'kind' = 'pause' and ${day} >= (s.thing ->> 'from')::date
      and (s.thing ->> 'until' is null or ${day} <= (s.thing ->> 'until')::date))`;

/** Of a food only what its energy is made from. */
const lightFood =
  sql<SheetFood | null>`case when p.food is null then null else jsonb_strip_nulls(jsonb_build_object('id', p.food -> 'id',
  'name', '', 'state', '', 'per100g', p.food -> 'per100g', 'counted', p.food -> 'counted')) end`.as('food');

/** The sheets of the days between two that hold a meal and were not paused, with what was said beside them. */
const daySheets = async (trx: AppTransaction, athleteId: string, from: IsoDate, to: IsoDate) => {
  const rows = await trx
    .selectFrom('meal as m')
    .leftJoin('portion as p', (join) =>
      join
        .onRef('p.athlete_id', '=', 'm.athlete_id')
        .onRef('p.meal_id', '=', 'm.id')
        .on('p.deleted_at', 'is', null),
    )
    .select(['m.day', 'm.id as mealId', 'm.time', 'm.eaten'])
    .select(['p.id', 'p.grams', 'p.planned_grams as plannedGrams', 'p.method', 'p.division', lightFood])
    .where('m.athlete_id', '=', athleteId)
    .where('m.day', '>=', from)
    .where('m.day', '<=', to)
    .where('m.deleted_at', 'is', null)
    .where(notPaused(sql.ref('m.athlete_id'), sql.ref('m.day')))
    .execute();
  const days = groupBy(rows, (row) => row.day);
  const beside = groupBy(await countedOn(trx, athleteId, from, to), (row) => row.day);
  return [...days].map(([day, own]) => {
    const entries = beside.get(day) ?? [];
    const sheet = assembleDay({
      date: day,
      meals: own.map(({ mealId, time, eaten }) => ({ id: mealId, time, eaten })).filter(firstOfId()),
      portions: own.flatMap(({ id, food, grams, plannedGrams, method, division, mealId }) =>
        id === null || food === null ? [] : [{ id, food, grams, plannedGrams, method, division, mealId }],
      ),
      entries,
      windows: null,
      bases: [],
    });
    return { day, sheet, entries };
  });
};

/** Sodium, mg, where every food states it, and grams of food on the plate. `planned` counts what is still to be eaten too. */
const alsoOf = (sheet: DaySheet, planned: boolean): { sodium: number | null; foodKg: number } => {
  let sodium: number | null = 0;
  let plate = 0;
  const lines = sheet.meals.flatMap((meal) => meal.lines);
  for (const { state, grams, portion } of [...lines, ...sheet.supplements]) {
    if (state === 'planned' && !planned) continue;
    const stated = portion.food.per100g.NA;
    sodium = sodium === null || stated === undefined ? null : sodium + (stated * grams) / 100;
  }
  for (const { state, grams } of lines) if (planned || state !== 'planned') plate += grams;
  return { sodium, foodKg: plate / 1000 };
};

/**
 * What was eaten on each complete day that was not paused: energy, kcal, carbohydrate and sodium, g and mg, where they are known whole, and
 * food, kg.
 */
export const completeIntake = async (trx: AppTransaction, athleteId: string, from: IsoDate, to: IsoDate) =>
  (await daySheets(trx, athleteId, from, to)).flatMap(({ day, sheet, entries }) => {
    const { ENERC, CARB } = sheet.nutrients;
    const kcal = ENERC.eaten;
    if (kcal <= 0 || !dayCompleteness(sheet, closingOf(entries)).complete) return [];
    return [
      {
        day,
        kcal,
        kcalSd: ENERC.spread / K90,
        carbs: CARB.atLeast ? null : CARB.eaten,
        ...alsoOf(sheet, false),
        weighedShare: sheet.weighedShare ?? 0,
      },
    ];
  });

/** What a day comes to if the rest of it is eaten as planned; undefined where nothing stands on it. kcal, g, mg and kg. */
export const plannedIntake = async (trx: AppTransaction, athleteId: string, day: IsoDate) => {
  const found = (await daySheets(trx, athleteId, day, day))[0];
  if (!found || found.sheet.nutrients.ENERC.lands <= 0) return undefined;
  const { ENERC, CARB } = found.sheet.nutrients;
  return {
    day,
    kcal: ENERC.lands,
    kcalSd: ENERC.spread / K90,
    carbs: CARB.atLeast ? null : CARB.lands,
    ...alsoOf(found.sheet, true),
    weighedShare: found.sheet.weighedShare ?? 0,
  };
};

/** Every day between two, with its morning and what was eaten on it where that is known. */
export const loggedDays = async (
  trx: AppTransaction,
  athleteId: string,
  from: IsoDate,
  to: IsoDate,
): Promise<LoggedDay[]> => {
  const eaten = new Map((await completeIntake(trx, athleteId, from, to)).map((one) => [one.day, one]));
  const kg = new Map((await countingMornings(trx, athleteId, from, to)).map((one) => [one.day, one.kg]));
  const cycle = cycleDays((await saidOnWaking(trx, athleteId, from, to)).periods, from, to);
  const unknown = { kcal: null, carbs: null, sodium: null, foodKg: null };
  return Array.from({ length: daysBetween(from, to) + 1 }, (_, i) => {
    const day = addDays(from, i);
    return {
      ...unknown,
      ...eaten.get(day),
      day,
      kg: kg.get(day) ?? null,
      cycleDay: cycle.get(day) ?? null,
    };
  });
};

/** Keeps the first of each id. */
const firstOfId = (): ((row: { id: string }) => boolean) => {
  const seen = new Set<string>();
  return ({ id }) => !seen.has(id) && Boolean(seen.add(id));
};

/** Training, cardio and posing logged as done between two days. */
export const workDone = async (
  trx: AppTransaction,
  athleteId: string,
  from: IsoDate,
  to: IsoDate,
): Promise<DoneWork[]> => {
  const rows = await trx
    .selectFrom('day_entry')
    .select(['day', 'thing'])
    .where('athlete_id', '=', athleteId)
    .where('day', '>=', from)
    .where('day', '<=', to)
    .where('deleted_at', 'is', null)
    .where(sql<boolean>`thing ->> 'kind' in ('training', 'cardio', 'posing') and (thing ->> 'done')::boolean`)
    .execute();
  return rows.flatMap(({ day, thing }): DoneWork[] => {
    const work = workOf(thing);
    return work ? [{ day, ...work }] : [];
  });
};

/** What counts beside the meals: supplements, and what was said of the day. */
const countedOn = (trx: AppTransaction, athleteId: string, from: IsoDate, to: IsoDate) =>
  trx
    .selectFrom('day_entry')
    .select(['day', 'id', 'thing'])
    .where('athlete_id', '=', athleteId)
    .where('day', '>=', from)
    .where('day', '<=', to)
    .where('deleted_at', 'is', null)
    .where(sql<boolean>`thing ->> 'kind' in ('supplement', 'closing')`)
    .execute();
