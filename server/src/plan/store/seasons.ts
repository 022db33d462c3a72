import { type Caution, type Season } from '@maul/core/plan';
import { type IsoDate } from '@maul/core/units';
import type { Revision } from '@maul/contract/plan';
import { sql } from 'kysely';
import { groupBy } from '../../platform/groupBy.ts';
import type { AppTransaction } from '../../platform/db/connect.ts';

/** A revision with the date from which it is in force; null while it waits for a confirmation. */
export interface SeasonRevision extends Revision {
  season: Season;
  inForceFrom: IsoDate | null;
}

/** Every revision of a season, the newest first. */
export const revisionsOf = (trx: AppTransaction, athleteId: string): Promise<SeasonRevision[]> =>
  sql<SeasonRevision>`
    select r.id, r.revision as number, r.effective_from as "from", r.written_at as "writtenAt", r.written_by as "writtenBy",
      coalesce(r.written_as, p.name, 'Someone') as "writtenByName", r.reason, r.held and l.from_date is null as pending, r.document as season,
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

/**
 * What `revisionOn` needs of many athletes for dates from one on, the newest first: the first of each, the one in force then, and those after it.
 * By athlete.
 */
export const seasonsSince = async (
  trx: AppTransaction,
  athleteIds: readonly string[],
  from: IsoDate,
): Promise<Map<string, Pick<SeasonRevision, 'season' | 'inForceFrom'>[]>> => {
  const { rows } = await sql<Pick<SeasonRevision, 'season' | 'inForceFrom'> & { athleteId: string }>`
    with dated as (
      select r.athlete_id, r.revision, r.document, case when r.held then l.from_date else r.effective_from end as from_date
      from season_revision r left join season_release l on l.athlete_id = r.athlete_id and l.revision_id = r.id
      where r.athlete_id = any(${athleteIds}::uuid[]))
    select d.athlete_id as "athleteId", d.document as season, d.from_date as "inForceFrom" from dated d
    join (select athlete_id, min(revision) as first, max(revision) filter (where from_date <= ${from}::date) as last
      from dated group by athlete_id) e on e.athlete_id = d.athlete_id
    where d.from_date > ${from}::date or d.revision in (e.first, e.last)
    order by d.athlete_id, d.revision desc`.execute(trx);
  return groupBy(rows, (row) => row.athleteId);
};

/** The newest revision of many athletes’ seasons: its number, and whether it still waits for a confirmation; by athlete. */
export const newestRevisions = async (
  trx: AppTransaction,
  athleteIds: readonly string[],
): Promise<Map<string, { number: number; waits: boolean }>> => {
  const { rows } = await sql<{ athleteId: string; number: number; waits: boolean }>`
    select distinct on (r.athlete_id) r.athlete_id as "athleteId", r.revision as number, r.held and l.from_date is null as waits
    from season_revision r left join season_release l on l.athlete_id = r.athlete_id and l.revision_id = r.id
    where r.athlete_id = any(${athleteIds}::uuid[])
    order by r.athlete_id, r.revision desc`.execute(trx);
  return new Map(rows.map(({ athleteId, ...newest }) => [athleteId, newest]));
};

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

/** One writer of a season at a time for one athlete, until the transaction ends: the revision numbers stay in a row. */
export const oneWriter = (trx: AppTransaction, athleteId: string) =>
  sql`select pg_advisory_xact_lock(hashtextextended(${athleteId}, 4180))`.execute(trx);

/** Adds a revision; revisions are never changed. */
export const addRevision = (
  trx: AppTransaction,
  athleteId: string,
  revision: {
    id: string;
    number: number;
    from: IsoDate;
    season: Season;
    reason: string | null;
    held?: boolean;
    cautions?: readonly Caution[];
    writtenBy: string;
    /** The protocol that it was made from, if one. */
    protocol?: { id: string; version: number } | null;
  },
) =>
  trx
    .insertInto('season_revision')
    .values({
      athlete_id: athleteId,
      id: revision.id,
      revision: revision.number,
      effective_from: revision.from,
      document: JSON.stringify(revision.season),
      reason: revision.reason,
      held: revision.held ?? false,
      cautions: JSON.stringify(revision.cautions ?? []),
      written_by: revision.writtenBy,
      protocol_id: revision.protocol?.id ?? null,
      protocol_version: revision.protocol?.version ?? null,
    })
    .execute();

/** Puts a revision that waited into force. */
export const releaseRevision = (trx: AppTransaction, athleteId: string, revisionId: string, from: IsoDate) =>
  trx
    .insertInto('season_release')
    .values({ athlete_id: athleteId, revision_id: revisionId, from_date: from })
    .onConflict((conflict) => conflict.doNothing())
    .execute();

/** The id of an athlete's first revision; undefined before they are set up. */
export const firstRevision = async (trx: AppTransaction, athleteId: string): Promise<string | undefined> =>
  (
    await trx
      .selectFrom('season_revision')
      .select('id')
      .where('athlete_id', '=', athleteId)
      .orderBy('revision')
      .executeTakeFirst()
  )?.id;
