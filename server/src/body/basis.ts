import { randomUUID } from 'node:crypto';
import { addDays, ageOn, weekStart, type IsoDate } from '@maul/core/units';
import {
  CORE_VERSION,
  EQUATION_SD,
  KNOWN_SD,
  leanMass,
  preferredEquation,
  restingBy,
  startExpenditure,
  weekBasis,
  type Basis,
} from '@maul/core/body';
import { energyOf, perGrams } from '@maul/core/nutrition';
import { phaseOn } from '@maul/core/plan';
import type { Athlete, Profile } from '@maul/contract/people';
import { sql, type RawBuilder } from 'kysely';
import type { AppTransaction } from '../platform/db/connect.ts';
import { basesAround, seasonOn } from '../plan/index.ts';

/** True of a day on which the log was not paused on purpose. */
export const notPaused = (athleteId: RawBuilder<unknown>, day: RawBuilder<unknown>) =>
  sql<boolean>`not exists (
    select from standing_entry s where s.athlete_id = ${athleteId} and s.deleted_at is null
      and s.thing ->> 'kind' = 'pause' and ${day} >= (s.thing ->> 'from')::date
      and (s.thing ->> 'until' is null or ${day} <= (s.thing ->> 'until')::date))`;

/** Energy eaten on each complete day: it is over, not paused, something was measured, and at most a tenth of it stayed a plan. */
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
    .where(notPaused(sql.ref('m.athlete_id'), sql.ref('m.day')))
    .execute();
  const days = new Map<IsoDate, { eaten: number; open: number }>();
  for (const row of rows) {
    const kcal = energyOf(perGrams(row.food.per100g, row.grams ?? row.planned_grams ?? 0))?.kcal ?? 0;
    const day = days.get(row.day) ?? { eaten: 0, open: 0 };
    if (row.grams === null) day.open += kcal;
    else day.eaten += kcal;
    days.set(row.day, day);
  }
  for (const { day, thing } of await supplementsTaken(trx, athleteId, from, to)) {
    const found = days.get(day);
    if (found && thing.kind === 'supplement' && thing.counted && thing.done)
      found.eaten += energyOf(thing.nutrients)?.kcal ?? 0;
  }
  return [...days]
    .filter(([, d]) => d.eaten > 0 && d.open <= 0.1 * (d.eaten + d.open))
    .map(([day, d]) => ({ day, kcal: d.eaten }));
};

const supplementsTaken = (trx: AppTransaction, athleteId: string, from: IsoDate, to: IsoDate) =>
  trx
    .selectFrom('day_entry')
    .select(['day', 'thing'])
    .where('athlete_id', '=', athleteId)
    .where('day', '>=', from)
    .where('day', '<=', to)
    .where('deleted_at', 'is', null)
    .where(sql<boolean>`thing ->> 'kind' = 'supplement'`)
    .execute();

export const mornings = (trx: AppTransaction, athleteId: string, from: IsoDate, to: IsoDate) =>
  trx
    .selectFrom('weigh_in')
    .select(['day', 'kg'])
    .where('athlete_id', '=', athleteId)
    .where('day', '>=', from)
    .where('day', '<=', to)
    .where('deleted_at', 'is', null)
    .execute();

/** Writes one basis; `weekly` is the one that a week or a phase begins with, of which there is one a day. Bases are only ever added. */
export const writeBasis = (
  trx: AppTransaction,
  athleteId: string,
  basis: Basis,
  weekly = false,
): Promise<unknown> =>
  trx
    .insertInto('basis')
    .values({
      athlete_id: athleteId,
      id: basis.id,
      from_date: basis.from,
      weight_kg: basis.weightKg,
      lean_kg: basis.leanKg,
      expenditure: basis.expenditure,
      expenditure_sd: basis.expenditureSd,
      expenditure_from: basis.expenditureFrom,
      carb_basis: basis.carbBasis,
      weekly,
      core_version: CORE_VERSION,
      inputs_until: new Date().toISOString(),
    })
    .onConflict((conflict) => conflict.doNothing())
    .execute();

/**
 * Writes the basis of the athlete's present week, or of a phase that has begun since, when it is not written yet: the week mean
 * of the mornings before it, and the expenditure measured from the last 28 days once they carry it, else the one before.
 * Append-only: late data act from the next basis on and the past stays as it was.
 */
export const ensureBasis = async (
  trx: AppTransaction,
  athlete: Pick<Athlete, 'id' | 'profile'>,
  today: IsoDate,
): Promise<void> => {
  const last = (await basesAround(trx, athlete.id, addDays(today, -1))).at(-1);
  if (!last) return;
  const week = weekStart(today, athlete.profile.weekStartsOn);
  // The season is asked for only in a week that has its basis: then a phase may have begun since.
  const phaseFrom =
    last.from >= week ? phaseOn(await seasonOn(trx, athlete.id, today), today)?.from : undefined;
  const from = phaseFrom !== undefined && phaseFrom > week ? phaseFrom : week;
  if (last.from >= from) return;
  const until = addDays(from, -1);
  const intake = await completeIntake(trx, athlete.id, addDays(until, -27), until);
  const weighIns = await mornings(trx, athlete.id, addDays(until, -27), until);
  await writeBasis(trx, athlete.id, { ...weekBasis(last, intake, weighIns, from), id: randomUUID() }, true);
};

/** The basis that follows from what an athlete says about the body: an equation times an activity level, or a known maintenance. */
export const statedBasis = (
  body: Pick<Athlete, 'sex' | 'birthDate' | 'heightCm'> & { profile: Profile },
  weightKg: number,
  carbBasis: Basis['carbBasis'],
  today: IsoDate,
  id: string,
): Basis => {
  const { profile, sex, heightCm } = body;
  const leanKg = profile.fat && Math.round(leanMass(weightKg, profile.fat.percent) * 10) / 10;
  const person = { sex, weightKg, heightCm, ageYears: ageOn(body.birthDate, today), leanKg };
  const resting =
    (profile.equation && restingBy(profile.equation, person)) ?? restingBy(preferredEquation(leanKg), person);
  const known = profile.knownKcal;
  return {
    id,
    from: today,
    weightKg,
    leanKg,
    expenditure: Math.round(known ?? (resting ? startExpenditure(resting, profile.activityLevel) : NaN)),
    expenditureSd: known === null ? EQUATION_SD : KNOWN_SD,
    carbBasis,
    expenditureFrom: known === null ? 'equation' : 'known',
  };
};
