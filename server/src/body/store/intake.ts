import { groupBy } from '../../platform/groupBy.ts';
import { type IsoDate } from '@maul/core/units';
import { assembleDay, closingOf, dayCompleteness, type SheetFood } from '@maul/core/diary';
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

/** Energy eaten on each complete day that was not paused, kcal. */
export const completeIntake = async (trx: AppTransaction, athleteId: string, from: IsoDate, to: IsoDate) => {
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
  return [...days].flatMap(([day, own]) => {
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
    const kcal = sheet.nutrients.ENERC.eaten;
    return kcal > 0 && dayCompleteness(sheet, closingOf(entries)).complete ? [{ day, kcal }] : [];
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
