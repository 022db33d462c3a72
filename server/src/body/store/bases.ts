import { type BodyBasis, CORE_VERSION, MEASURED_SOURCES } from '@maul/core/body';
import { type BasisRow } from '@maul/contract/body';
import { type IsoDate } from '@maul/core/units';
import { sql } from 'kysely';
import { groupBy } from '../../platform/groupBy.ts';
import type { AppTransaction } from '../../platform/db/connect.ts';

/** Writes one basis; `weekly` is the one that a week or a phase begins with, of which there is one a day. Bases are only ever added. */
export const writeBasis = (
  trx: AppTransaction,
  athleteId: string,
  basis: BodyBasis,
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

const toBasis = (row: {
  id: string;
  from_date: IsoDate;
  weight_kg: number;
  lean_kg: number | null;
  expenditure: number;
  expenditure_sd: number;
  carb_basis: BodyBasis['carbBasis'];
  expenditure_from: BodyBasis['expenditureFrom'];
  core_version: string;
  inputs_until: string;
}): BasisRow => ({
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
});

/** The bases that a date and the day after it may need, the oldest first. */
export const basesAround = async (
  trx: AppTransaction,
  athleteId: string,
  date: IsoDate,
): Promise<BasisRow[]> => {
  const { rows } = await sql<Parameters<typeof toBasis>[0]>`
    select * from (
      (select * from basis where athlete_id = ${athleteId} and from_date <= ${date}::date
        order by from_date desc, written_at desc limit 1)
      union
      (select * from basis where athlete_id = ${athleteId} and from_date <= ${date}::date + 1
        order by from_date desc, written_at desc limit 1)
    ) b order by from_date, written_at`.execute(trx);
  if (rows.length > 0) return rows.map(toBasis);
  const first = await trx
    .selectFrom('basis')
    .selectAll()
    .where('athlete_id', '=', athleteId)
    .orderBy('from_date')
    .orderBy('written_at')
    .limit(1)
    .execute();
  return first.map(toBasis);
};

/** Every basis of many athletes from the one in force on a date on, by athlete, the oldest first, of one day in the order they were written. */
export const basesIn = async (
  trx: AppTransaction,
  athleteIds: readonly string[],
  date: IsoDate,
): Promise<Map<string, BasisRow[]>> => {
  const { rows } = await sql<Parameters<typeof toBasis>[0] & { athlete_id: string }>`
    select b.* from basis b
    where b.athlete_id = any(${athleteIds}::uuid[]) and b.from_date >= coalesce((select max(x.from_date) from basis x
      where x.athlete_id = b.athlete_id and x.from_date <= ${date}::date), '0001-01-01')
    order by b.from_date, b.written_at`.execute(trx);
  return new Map([...groupBy(rows, (row) => row.athlete_id)].map(([id, own]) => [id, own.map(toBasis)]));
};

/** Every basis from the one in force on a date on, the oldest first, of one day in the order they were written. */
export const basesSince = async (
  trx: AppTransaction,
  athleteId: string,
  date: IsoDate,
): Promise<BasisRow[]> => (await basesIn(trx, [athleteId], date)).get(athleteId) ?? [];

/** True once the log has measured an expenditure of this athlete. */
export const everMeasured = async (trx: AppTransaction, athleteId: string): Promise<boolean> =>
  (await trx
    .selectFrom('basis')
    .select('id')
    .where('athlete_id', '=', athleteId)
    .where('expenditure_from', 'in', [...MEASURED_SOURCES])
    .limit(1)
    .executeTakeFirst()) !== undefined;
