import { type MeasureThing, WeighIn, type WeighInRow } from '@maul/contract/body';
import { countsInTrend } from '@maul/core/body';
import { rowCodec } from '../../platform/db/rows.ts';
import { addDays, type IsoDate } from '@maul/core/units';
import { sql } from 'kysely';
import { groupBy } from '../../platform/groupBy.ts';
import { oneOf } from '../../platform/db/oneOf.ts';
import type { AppTransaction } from '../../platform/db/connect.ts';

/** The weigh-ins between two days, kg, with what was said of their conditions. */
export const mornings = (trx: AppTransaction, athleteId: string, from: IsoDate, to: IsoDate) =>
  trx
    .selectFrom('weigh_in')
    .select(['day', 'kg', 'conditions'])
    .where('athlete_id', '=', athleteId)
    .where('day', '>=', from)
    .where('day', '<=', to)
    .where('deleted_at', 'is', null)
    .execute();

/** Those that count in means, trend and cautions: fasted, and on the scale of always. */
export const countingMornings = async (trx: AppTransaction, athleteId: string, from: IsoDate, to: IsoDate) =>
  (await mornings(trx, athleteId, from, to)).filter((one) => countsInTrend(one.conditions));

/** Those that count, of many athletes, by athlete. */
export const countingMorningsIn = async (
  trx: AppTransaction,
  athleteIds: readonly string[],
  from: IsoDate,
  to: IsoDate,
) => {
  const rows = await trx
    .selectFrom('weigh_in')
    .select(['athlete_id', 'day', 'kg', 'conditions'])
    .where('athlete_id', '=', oneOf(athleteIds))
    .where('day', '>=', from)
    .where('day', '<=', to)
    .where('deleted_at', 'is', null)
    .execute();
  return groupBy(
    rows.filter((one) => countsInTrend(one.conditions)),
    (one) => one.athlete_id,
  );
};

/** Entries of one of the two kinds that a body's days are read from; said so that the index of those two kinds serves. */
export const saidAs = (kind: 'morning' | 'measure') =>
  sql`deleted_at is null and thing ->> 'kind' in ('morning', 'measure') and thing ->> 'kind' = ${sql.lit(kind)}`;

/** A cycle is told from the periods of so many days before. */
const PERIOD_DAYS = 60;

/** What was said on waking between two days: the days of a period (from some weeks before), and the steps of each day. */
export const saidOnWaking = async (trx: AppTransaction, athleteId: string, from: IsoDate, to: IsoDate) => {
  const { rows } = await sql<{ day: IsoDate; period: boolean; steps: number | null }>`
    select day, coalesce((thing ->> 'period')::boolean, false) as period, (thing ->> 'steps')::int as steps from day_entry
    where athlete_id = ${athleteId} and day between ${addDays(from, -PERIOD_DAYS)} and ${addDays(to, 1)}
      and ${saidAs('morning')}
      and (thing ->> 'period' = 'true' or thing ->> 'steps' is not null)
    order by day`.execute(trx);
  return {
    periods: rows.filter((row) => row.period && row.day <= to).map((row) => row.day),
    // They are said the morning after.
    steps: new Map(
      rows.flatMap((row) => (row.steps === null ? [] : [[addDays(row.day, -1), row.steps] as const])),
    ),
  };
};

export const weighInRows = rowCodec('weigh_in', WeighIn);

export const weighInOn = (trx: AppTransaction, athleteId: string, day: IsoDate): Promise<WeighInRow | null> =>
  trx
    .selectFrom('weigh_in')
    .selectAll()
    .where('athlete_id', '=', athleteId)
    .where('day', '=', day)
    .where('deleted_at', 'is', null)
    .executeTakeFirst()
    .then((row) => (row ? weighInRows.read(row) : null));

/** The first weigh-in of an athlete, written with their start. */
export const addWeighIn = (trx: AppTransaction, athleteId: string, id: string, day: IsoDate, kg: number) =>
  trx
    .insertInto('weigh_in')
    .values({ athlete_id: athleteId, id, day, kg, conditions: null, deleted_at: null })
    .execute();

/** What was measured, one of a day, the newest first, at most 100. */
export const measuresOf = async (trx: AppTransaction, athleteId: string) =>
  (
    await sql<{ day: IsoDate; thing: MeasureThing }>`
      select distinct on (day) day, thing from day_entry
      where athlete_id = ${athleteId} and ${saidAs('measure')}
      order by day desc, created_at desc limit 100`.execute(trx)
  ).rows;
