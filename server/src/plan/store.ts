import { athleteDay, type IsoDate } from '@maul/core/units';
import { type Basis } from '@maul/core/body';
import { type Season } from '@maul/core/plan';
import type { Athlete } from '@maul/contract/people';
import type { BasisRow } from '@maul/contract/body';
import type { OrderRow, Revision } from '@maul/contract/plan';
import { sql } from 'kysely';
import type { AppTransaction } from '../platform/db/connect.ts';
import { ProblemError } from '../platform/http/problems.ts';

/** The athlete of an address, or `not-found` for whoever may not see them: a stranger learns not even that they exist. */
export const athleteOf = async (trx: AppTransaction, athleteId: string): Promise<Athlete> => {
  const row = await trx
    .selectFrom('athlete')
    .selectAll()
    .where('athlete_id', '=', athleteId)
    .executeTakeFirst();
  const { rows } = await sql<{ name: string; coached: boolean }>`
    select name, exists (select from coach_grant g where g.athlete_id = ${athleteId} and g.ended_at is null) as coached
    from known_people() where id = ${athleteId}`.execute(trx);
  const known = rows[0];
  if (!row || known === undefined)
    throw new ProblemError('not-found', 'There is no such athlete, or they do not share with you.');
  return {
    id: row.athlete_id,
    name: known.name,
    sex: row.sex,
    birthDate: row.birth_date,
    heightCm: row.height_cm,
    zone: row.zone,
    dayTurnsAt: row.day_turns_at,
    federationClass: row.federation_class,
    profile: row.profile,
    hasCoach: known.coached,
    version: row.version,
  };
};

export const todayOf = (athlete: Pick<Athlete, 'zone' | 'dayTurnsAt'>): IsoDate =>
  athleteDay(new Date(), athlete.zone, athlete.dayTurnsAt);

/** A revision with the date from which it is in force; null while it waits for a confirmation. */
export interface SeasonRevision extends Revision {
  season: Season;
  inForceFrom: IsoDate | null;
}

/** Every revision of a season, the newest first. */
export const revisionsOf = (trx: AppTransaction, athleteId: string): Promise<SeasonRevision[]> =>
  sql<SeasonRevision>`
    select r.id, r.revision as number, r.effective_from as "from", r.written_at as "writtenAt", r.written_by as "writtenBy",
      coalesce(p.name, 'Someone') as "writtenByName", r.reason, r.held and l.from_date is null as pending, r.document as season,
      case when r.held then l.from_date else r.effective_from end as "inForceFrom"
    from season_revision r
    left join season_release l on l.athlete_id = r.athlete_id and l.revision_id = r.id
    left join known_people() p on p.id = r.written_by
    where r.athlete_id = ${athleteId}
    order by r.revision desc`
    .execute(trx)
    .then((r) => r.rows);

/** The revision in force on a date: the newest that has come into force by then, or the first for days before it. */
export const revisionOn = <R extends { inForceFrom: IsoDate | null }>(
  newestFirst: readonly R[],
  date: IsoDate,
): R | undefined =>
  newestFirst.find((r) => r.inForceFrom !== null && r.inForceFrom <= date) ?? newestFirst.at(-1);

/** What the contract shows of a revision. */
export const toRevision = ({ season: _s, inForceFrom, ...revision }: SeasonRevision): Revision => ({
  ...revision,
  from: inForceFrom ?? revision.from,
});

/** The season as it stood on a date, without who wrote it: what `revisionOn` finds, with only one document read. */
export const seasonOn = async (trx: AppTransaction, athleteId: string, date: IsoDate): Promise<Season> => {
  const inForce = await sql<{ document: Season }>`
    select r.document from season_revision r
    left join season_release l on l.athlete_id = r.athlete_id and l.revision_id = r.id
    where r.athlete_id = ${athleteId}
      and case when r.held then l.from_date else r.effective_from end <= ${date}::date
    order by r.revision desc limit 1`.execute(trx);
  if (inForce.rows[0]) return inForce.rows[0].document;
  const first = await sql<{ document: Season }>`
    select document from season_revision where athlete_id = ${athleteId} order by revision limit 1`.execute(
    trx,
  );
  return first.rows[0]?.document ?? { phases: [], events: [] };
};

const toBasis = (row: {
  id: string;
  from_date: IsoDate;
  weight_kg: number;
  lean_kg: number | null;
  expenditure: number;
  expenditure_sd: number;
  carb_basis: Basis['carbBasis'];
  expenditure_from: Basis['expenditureFrom'];
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

/** Every basis from the one in force on a date on, the oldest first, of one day in the order they were written. */
export const basesSince = async (
  trx: AppTransaction,
  athleteId: string,
  date: IsoDate,
): Promise<BasisRow[]> => {
  const rows = await trx
    .selectFrom('basis')
    .selectAll()
    .where('athlete_id', '=', athleteId)
    .where(
      'from_date',
      '>=',
      sql<IsoDate>`coalesce((select max(b.from_date) from basis b
        where b.athlete_id = ${athleteId} and b.from_date <= ${date}::date), '0001-01-01')`,
    )
    .orderBy('from_date')
    .orderBy('written_at')
    .execute();
  return rows.map(toBasis);
};

/** Orders of the named phases and every order not yet acknowledged, or all of them; the newest first. */
export const ordersFor = async (
  trx: AppTransaction,
  athleteId: string,
  phaseIds: string[] | 'all',
): Promise<OrderRow[]> => {
  const phases =
    phaseIds === 'all' ? sql`true` : sql`(o.phase_id = any(${phaseIds}::uuid[]) or a.at is null)`;
  const { rows } = await sql<OrderRow & { held: boolean; released: IsoDate | null }>`
    select o.id, o.phase_id as "phaseId", o.from_date as "from", o.until_date as "until", o.day_types as "dayTypes",
      o.macro, o.change, o.lever, o.reason, o.signed_at as "signedAt", o.signed_by as "signedBy",
      coalesce(p.name, 'A former coach') as "signedByName", o.confirmed, a.at as "acknowledgedAt", o.held,
      ((a.at at time zone t.zone) - make_interval(mins => t.day_turns_at))::date as released
    from change_order o
    join athlete t on t.athlete_id = o.athlete_id
    left join known_people() p on p.id = o.signed_by
    left join order_acknowledgement a on a.athlete_id = o.athlete_id and a.order_id = o.id
    where o.athlete_id = ${athleteId} and ${phases}
    order by o.signed_at desc, o.id`.execute(trx);
  return rows.map(({ held, released, ...order }) => (held ? { ...order, heldUntil: released } : order));
};

/** Since when the log is paused on a date, and until when; undefined when it is not. */
export const pauseOn = async (
  trx: AppTransaction,
  athleteId: string,
  date: IsoDate,
): Promise<{ from: IsoDate; until: IsoDate | null } | undefined> => {
  const { rows } = await sql<{ from: IsoDate; until: IsoDate | null }>`
    select thing ->> 'from' as "from", thing ->> 'until' as "until" from standing_entry
    where athlete_id = ${athleteId} and deleted_at is null and thing ->> 'kind' = 'pause'
      and ${date}::date >= (thing ->> 'from')::date
      and (thing ->> 'until' is null or ${date}::date <= (thing ->> 'until')::date)
    limit 1`.execute(trx);
  return rows[0];
};
