import { type IsoDate } from '@maul/core/units';
import { energyOf, perGrams } from '@maul/core/nutrition';
import { sql, type RawBuilder } from 'kysely';
import type { AppTransaction } from '../../platform/db/connect.ts';

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
