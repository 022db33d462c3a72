import { randomUUID } from 'node:crypto';
import {
  addDays,
  ageOn,
  athleteDay,
  CORE_VERSION,
  EQUATION_SD,
  energyOf,
  perGrams,
  restingExpenditure,
  startExpenditure,
  weekBasis,
  weekStart,
  type Basis,
  type IsoDate,
  type Season,
} from '@maul/core';
import type { Athlete, BasisRow, OrderRow } from '@maul/contract';
import { sql } from 'kysely';
import type { AppTransaction } from '../db/connect.ts';
import { ProblemError } from '../http/problems.ts';

/** The athlete of an address, or `not-found` for whoever may not see them: a stranger learns not even that they exist. */
export const athleteOf = async (trx: AppTransaction, athleteId: string): Promise<Athlete> => {
  const row = await trx
    .selectFrom('athlete')
    .selectAll()
    .where('athlete_id', '=', athleteId)
    .executeTakeFirst();
  const names = await sql<{ name: string }>`select name from known_people() where id = ${athleteId}`.execute(
    trx,
  );
  const name = names.rows[0]?.name;
  if (!row || name === undefined)
    throw new ProblemError('not-found', 'There is no such athlete, or they do not share with you.');
  return {
    id: row.athlete_id,
    name,
    sex: row.sex,
    birthDate: row.birth_date,
    heightCm: row.height_cm,
    zone: row.zone,
    dayTurnsAt: row.day_turns_at,
    federationClass: row.federation_class,
  };
};

export const todayOf = (athlete: Pick<Athlete, 'zone' | 'dayTurnsAt'>): IsoDate =>
  athleteDay(new Date(), athlete.zone, athlete.dayTurnsAt);

/** The season as it stood on a date: the last revision in force, or the first for days before it. */
export const seasonOn = async (trx: AppTransaction, athleteId: string, date: IsoDate): Promise<Season> => {
  const base = trx.selectFrom('season_revision').select('document').where('athlete_id', '=', athleteId);
  const row =
    (await base
      .where('effective_from', '<=', date)
      .orderBy('revision', 'desc')
      .limit(1)
      .executeTakeFirst()) ?? (await base.orderBy('revision').limit(1).executeTakeFirst());
  return row?.document ?? { phases: [], events: [] };
};

/** The bases that a date and the day after it may need, the oldest first. */
export const basesAround = async (
  trx: AppTransaction,
  athleteId: string,
  date: IsoDate,
): Promise<BasisRow[]> => {
  const select = trx.selectFrom('basis').selectAll().where('athlete_id', '=', athleteId);
  let rows = await select
    .where('from_date', '<=', addDays(date, 1))
    .orderBy('from_date', 'desc')
    .limit(2)
    .execute();
  if (rows.length === 0) rows = await select.orderBy('from_date').limit(1).execute();
  return rows
    .map((row): BasisRow => ({
      id: row.id,
      from: row.from_date,
      weightKg: row.weight_kg,
      leanKg: row.lean_kg,
      expenditure: row.expenditure,
      expenditureSd: row.expenditure_sd,
      carbBasis: row.carb_basis,
      expenditureFrom: row.expenditure_from,
      coreVersion: row.core_version,
      inputsUntil: row.inputs_until,
    }))
    .reverse();
};

/** Orders of the phases that a date and the next day lie in, and every order not yet acknowledged. */
export const ordersFor = (
  trx: AppTransaction,
  athleteId: string,
  phaseIds: string[] | 'all',
): Promise<OrderRow[]> => {
  const phases =
    phaseIds === 'all' ? sql`true` : sql`(o.phase_id = any(${phaseIds}::uuid[]) or a.at is null)`;
  return sql<OrderRow>`
    select o.id, o.phase_id as "phaseId", o.from_date as "from", o.until_date as "until", o.day_types as "dayTypes",
      o.macro, o.change, o.reason, o.signed_at as "signedAt", o.signed_by as "signedBy", p.name as "signedByName",
      o.confirmed, a.at as "acknowledgedAt"
    from change_order o
    join known_people() p on p.id = o.signed_by
    left join order_acknowledgement a on a.athlete_id = o.athlete_id and a.order_id = o.id
    where o.athlete_id = ${athleteId} and ${phases}
    order by o.signed_at desc, o.id`
    .execute(trx)
    .then((r) => r.rows);
};

/** Energy eaten on each complete day: it is over, something was measured, and at most a tenth of it stayed a plan. */
export const completeIntake = async (trx: AppTransaction, athleteId: string, from: IsoDate, to: IsoDate) => {
  const rows = await trx
    .selectFrom('meal as m')
    .innerJoin('portion as p', (join) =>
      join.onRef('p.athlete_id', '=', 'm.athlete_id').onRef('p.meal_id', '=', 'm.id'),
    )
    .select(['m.day', 'p.food', 'p.grams', 'p.planned_grams'])
    .where('m.athlete_id', '=', athleteId)
    .where('m.day', '>=', from)
    .where('m.day', '<=', to)
    .where('m.deleted_at', 'is', null)
    .where('p.deleted_at', 'is', null)
    .execute();
  const days = new Map<IsoDate, { eaten: number; open: number }>();
  for (const row of rows) {
    const kcal = energyOf(perGrams(row.food.per100g, row.grams ?? row.planned_grams ?? 0))?.kcal ?? 0;
    const day = days.get(row.day) ?? { eaten: 0, open: 0 };
    if (row.grams === null) day.open += kcal;
    else day.eaten += kcal;
    days.set(row.day, day);
  }
  return [...days]
    .filter(([, d]) => d.eaten > 0 && d.open <= 0.1 * (d.eaten + d.open))
    .map(([day, d]) => ({ day, kcal: d.eaten }));
};

const mornings = (trx: AppTransaction, athleteId: string, from: IsoDate, to: IsoDate) =>
  trx
    .selectFrom('weigh_in')
    .select(['day', 'kg'])
    .where('athlete_id', '=', athleteId)
    .where('day', '>=', from)
    .where('day', '<=', to)
    .where('deleted_at', 'is', null)
    .execute();

/**
 * Writes the basis of the athlete's present week when it is not written yet: the week mean of the mornings before it, and
 * the expenditure measured from the last 28 days once they carry it, else the one of the week before. Append-only: late
 * data act from the next basis on and the past stays as it was.
 */
export const ensureBasis = async (trx: AppTransaction, athleteId: string, today: IsoDate): Promise<void> => {
  const from = weekStart(today);
  const last = (await basesAround(trx, athleteId, addDays(today, -1))).at(-1);
  if (!last || last.from >= from) return;
  const until = addDays(from, -1);
  const intake = await completeIntake(trx, athleteId, addDays(until, -27), until);
  const weighIns = await mornings(trx, athleteId, addDays(until, -27), until);
  const next = weekBasis(last, intake, weighIns, from);
  await trx
    .insertInto('basis')
    .values({
      athlete_id: athleteId,
      id: randomUUID(),
      from_date: from,
      weight_kg: next.weightKg,
      lean_kg: next.leanKg,
      expenditure: next.expenditure,
      expenditure_sd: next.expenditureSd,
      expenditure_from: next.expenditureFrom,
      carb_basis: next.carbBasis,
      core_version: CORE_VERSION,
      inputs_until: new Date().toISOString(),
    })
    .onConflict((conflict) => conflict.columns(['athlete_id', 'from_date']).doNothing())
    .execute();
};

/** The resting expenditure that cautions compare with, from the basis in force. */
export const restingOf = (athlete: Athlete, basis: Pick<Basis, 'weightKg'>, date: IsoDate): number =>
  restingExpenditure(athlete.sex, basis.weightKg, athlete.heightCm, ageOn(athlete.birthDate, date));

/** A start value of expenditure from an equation, kcal, with its spread. */
export const equationExpenditure = (
  athlete: Pick<Athlete, 'sex' | 'heightCm' | 'birthDate'>,
  weightKg: number,
  activityLevel: number,
  date: IsoDate,
) => ({
  kcal: Math.round(
    startExpenditure(
      restingExpenditure(athlete.sex, weightKg, athlete.heightCm, ageOn(athlete.birthDate, date)),
      activityLevel,
    ),
  ),
  sd: EQUATION_SD,
});
