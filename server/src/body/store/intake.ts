import { workOf } from '@maul/contract/diary';
import { groupBy } from '../../platform/groupBy.ts';
import { type BodyBasis, cycleDays, type LoggedDay } from '@maul/core/body';
import { addDays, daysBetween, K90, type IsoDate } from '@maul/core/units';
import { countingMornings, saidOnWaking } from './weighIns.ts';
import { assembleDay, closingOf, dayCompleteness, type DaySheet, type SheetFood } from '@maul/core/diary';
import { type DoneWork, sodiumOfDay } from '@maul/core/plan';
import { sql, type RawBuilder } from 'kysely';
import { LRUCache } from 'lru-cache';
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

/** The sheets of those days that hold a meal and were not paused, with what was said beside them. */
const daySheets = async (
  trx: AppTransaction,
  athleteId: string,
  asked: readonly IsoDate[],
  bases: readonly BodyBasis[] = [],
) => {
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
    .where('m.day', '=', sql<IsoDate>`any(${asked}::date[])`)
    .where('m.deleted_at', 'is', null)
    .where(notPaused(sql.ref('m.athlete_id'), sql.ref('m.day')))
    .execute();
  const days = groupBy(rows, (row) => row.day);
  const beside = groupBy(await countedOn(trx, athleteId, asked), (row) => row.day);
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
      bases,
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

/** What one day was found to come to; null on a day that is not complete. */
const intakeOf = ({ day, sheet, entries }: Awaited<ReturnType<typeof daySheets>>[number]) => {
  const { ENERC, CARB } = sheet.nutrients;
  const kcal = ENERC.eaten;
  if (kcal <= 0 || !dayCompleteness(sheet, closingOf(entries)).complete) return null;
  return {
    day,
    kcal,
    kcalSd: ENERC.spread / K90,
    carbs: CARB.atLeast ? null : CARB.eaten,
    ...alsoOf(sheet, false),
    weighedShare: sheet.weighedShare ?? 0,
  };
};

/**
 * A mark of each unpaused day with a meal that changes with any row from which its intake is made: `xmin` is the transaction that wrote a row
 * last.
 */
const marksOfDays = async (trx: AppTransaction, athleteId: string, from: IsoDate, to: IsoDate) => {
  const { rows } = await sql<{ day: IsoDate; mark: string }>`
    with m as (
      select day, id, xmin from meal where athlete_id = ${athleteId} and day between ${from} and ${to} and deleted_at is null
        and ${notPaused(sql.ref('meal.athlete_id'), sql.ref('meal.day'))}
    ), parts as (
      select day, id, xmin from m
      union all select m.day, p.id, p.xmin from m
        join portion p on p.athlete_id = ${athleteId} and p.meal_id = m.id and p.deleted_at is null
      union all select day, id, xmin from day_entry where athlete_id = ${athleteId} and day between ${from} and ${to}
        and deleted_at is null and thing ->> 'kind' in ('supplement', 'closing')
    )
    select day, sum(hashtextextended(id::text || xmin::text, 0))::text as mark from parts
    where day in (select day from m) group by day order by day`.execute(trx);
  return rows;
};

/** About forty athletes' three years. A day's intake is some hundred bytes. */
const KEPT_DAYS = 40_000;
/** What days came to, by athlete and day, as long as their mark stays: years of log are not assembled anew at each look. */
const kept = new LRUCache<string, { mark: string; intake: NonNullable<ReturnType<typeof intakeOf>> | false }>(
  {
    max: KEPT_DAYS,
  },
);

/**
 * What was eaten on each complete day that was not paused: energy, kcal, carbohydrate and sodium, g and mg, where they are known whole, and
 * food, kg. A day is kept in memory by its mark, which is read under the same walls as its rows.
 */
export const completeIntake = async (trx: AppTransaction, athleteId: string, from: IsoDate, to: IsoDate) => {
  const marks = await marksOfDays(trx, athleteId, from, to);
  const keyOf = (day: IsoDate): string => `${athleteId} ${day}`;
  const changed = marks.filter(({ day, mark }) => kept.get(keyOf(day))?.mark !== mark);
  const markOf = new Map(changed.map(({ day, mark }) => [day, mark]));
  const fresh = new Map<IsoDate, ReturnType<typeof intakeOf>>();
  if (changed.length > 0)
    for (const one of await daySheets(trx, athleteId, [...markOf.keys()])) {
      const intake = intakeOf(one);
      fresh.set(one.day, intake);
      kept.set(keyOf(one.day), { mark: markOf.get(one.day) ?? '', intake: intake ?? false });
    }
  return marks.flatMap(({ day }) => {
    const intake = fresh.has(day) ? fresh.get(day) : kept.get(keyOf(day))?.intake;
    return intake ? [intake] : [];
  });
};

/**
 * What was eaten on each of those days so far, whole or not: g, carbohydrate as the athlete counts it, and mg of what states its sodium. A day
 * without a meal is not in it.
 */
export const eatenOn = async (
  trx: AppTransaction,
  athleteId: string,
  days: readonly IsoDate[],
  bases: readonly BodyBasis[],
) =>
  (await daySheets(trx, athleteId, days, bases)).map(({ day, sheet }) => {
    const { CARB, PROCNT, FAT, FIBTG } = sheet.nutrients;
    const lines = [...sheet.meals.flatMap((meal) => meal.lines), ...sheet.supplements];
    const eaten = lines.filter((line) => line.state !== 'planned');
    const sodium = sodiumOfDay(
      eaten.map(({ portion, grams }) => ({ per100g: portion.food.per100g, grams })),
      false,
    );
    return {
      day,
      carbs: CARB.eaten,
      protein: PROCNT.eaten,
      fat: FAT.eaten,
      fibre: FIBTG.eaten,
      sodium: sodium.mg,
      sodiumAtLeast: sodium.atLeast,
    };
  });

/** What a day comes to if the rest of it is eaten as planned; undefined where nothing stands on it. kcal, g, mg and kg. */
export const plannedIntake = async (trx: AppTransaction, athleteId: string, day: IsoDate) => {
  const found = (await daySheets(trx, athleteId, [day]))[0];
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
const countedOn = (trx: AppTransaction, athleteId: string, days: readonly IsoDate[]) =>
  trx
    .selectFrom('day_entry')
    .select(['day', 'id', 'thing'])
    .where('athlete_id', '=', athleteId)
    .where('day', '=', sql<IsoDate>`any(${days}::date[])`)
    .where('deleted_at', 'is', null)
    .where(sql<boolean>`thing ->> 'kind' in ('supplement', 'closing')`)
    .execute();
