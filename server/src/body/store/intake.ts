import { groupBy } from '../../platform/groupBy.ts';
import { type IsoDate } from '@maul/core/units';
import { assembleDay } from '@maul/core/diary';
import type { DoneWork } from '@maul/core/plan';
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
    .select(['m.day', 'm.id as mealId', 'm.time', 'm.eaten'])
    .select(['p.id', 'p.food', 'p.grams', 'p.planned_grams as plannedGrams', 'p.method', 'p.division'])
    .where('m.athlete_id', '=', athleteId)
    .where('m.day', '>=', from)
    .where('m.day', '<=', to)
    .where('m.deleted_at', 'is', null)
    .where('p.deleted_at', 'is', null)
    .where(notPaused(sql.ref('m.athlete_id'), sql.ref('m.day')))
    .execute();
  const days = groupBy(rows, (row) => row.day);
  const supplements = groupBy(await supplementsOn(trx, athleteId, from, to), (row) => row.day);
  return [...days].flatMap(([day, portions]) => {
    const { eaten, planned } = assembleDay({
      date: day,
      meals: portions.map(({ mealId, time, eaten }) => ({ id: mealId, time, eaten })).filter(firstOfId()),
      portions,
      entries: supplements.get(day) ?? [],
      windows: null,
      bases: [],
    }).nutrients.ENERC;
    const measured = portions.some((p) => p.grams !== null);
    return measured && eaten > 0 && planned <= 0.1 * (eaten + planned) ? [{ day, kcal: eaten }] : [];
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
    if (thing.kind === 'training') return [{ day, kind: 'resistance', minutes: thing.minutes, kcal: null }];
    if (thing.kind === 'cardio') return [{ day, kind: 'cardio', minutes: thing.minutes, kcal: thing.kcal }];
    return thing.kind === 'posing' ? [{ day, kind: 'posing', minutes: thing.minutes, kcal: null }] : [];
  });
};

const supplementsOn = (trx: AppTransaction, athleteId: string, from: IsoDate, to: IsoDate) =>
  trx
    .selectFrom('day_entry')
    .select(['day', 'id', 'thing'])
    .where('athlete_id', '=', athleteId)
    .where('day', '>=', from)
    .where('day', '<=', to)
    .where('deleted_at', 'is', null)
    .where(sql<boolean>`thing ->> 'kind' = 'supplement'`)
    .execute();
