import type { FormQuestion, GivenForm, Protocol, ProtocolDocument } from '@maul/contract/coaching';
import { sql } from 'kysely';
import type { AppTransaction } from '../../platform/db/connect.ts';

const MOST_PROTOCOLS = 200;
/**
 * The newest version of each of a coach's protocols that is not retired, by name, and who runs which: whose newest order of it still acts; whose
 * season was made of it, and of no other of its kind since; whose weeks ask what it asks.
 */
export const protocolsOf = async (trx: AppTransaction, coachId: string, id?: string): Promise<Protocol[]> =>
  (
    await sql<Protocol>`
      with own as (select id, version, document ->> 'kind' as kind from protocol where coach_id = ${coachId}),
      given as (
        select * from (
          select distinct on (athlete_id, protocol_id) athlete_id, protocol_id, protocol_version as version, from_date as "from", until_date
          from change_order where signed_by = ${coachId} and protocol_id is not null
          order by athlete_id, protocol_id, signed_at desc) o
        where o.until_date is null or o.until_date >= current_date
        union all
        select athlete_id, protocol_id, version, effective_from, null from (
          select distinct on (r.athlete_id, own.kind) r.athlete_id, r.protocol_id, own.version, r.effective_from
          from season_revision r join own on own.id = r.protocol_id and own.version = r.protocol_version
          where r.athlete_id = any(array(select unnest(coached_athletes()))) and r.protocol_id is not null and r.written_by = ${coachId}
          order by r.athlete_id, own.kind, r.revision desc) s
        union all
        select athlete_id, protocol_id, protocol_version, given_at::date, null from (
          select distinct on (athlete_id) * from check_in_form
          where athlete_id = any(array(select unnest(coached_athletes()))) order by athlete_id, given_at desc) f
        where f.given_by = ${coachId} and f.questions <> '[]')
      select p.id, p.version, p.name, p.document, p.written_at as "writtenAt",
        coalesce((select jsonb_agg(jsonb_build_object('athleteId', g.athlete_id, 'name', k.name, 'version', g.version, 'from', g."from") order by k.name)
          from given g join known_people() k on k.id = g.athlete_id where g.protocol_id = p.id), '[]') as runs
      from (select distinct on (id) * from protocol where coach_id = ${coachId} order by id, version desc) p
      where not p.retired and ${id === undefined ? sql`true` : sql`p.id = ${id}`}
      order by p.name, p.id limit ${MOST_PROTOCOLS}`.execute(trx)
  ).rows;

/** The newest version of a protocol, with whether it is retired; undefined where there is none of this coach. */
export const protocolVersion = async (trx: AppTransaction, coachId: string, id: string) =>
  trx
    .selectFrom('protocol')
    .select(['version', 'name', 'document', 'retired'])
    .where('coach_id', '=', coachId)
    .where('id', '=', id)
    .orderBy('version', 'desc')
    .limit(1)
    .executeTakeFirst();

/** Adds a version; false when somebody was quicker. */
export const addProtocol = async (
  trx: AppTransaction,
  coachId: string,
  id: string,
  next: { version: number; name: string; document: ProtocolDocument; retired: boolean },
): Promise<boolean> =>
  (
    await trx
      .insertInto('protocol')
      .values({ coach_id: coachId, id, ...next, document: JSON.stringify(next.document) })
      .onConflict((conflict) => conflict.doNothing())
      .returning('version')
      .execute()
  ).length > 0;

/**
 * What goes with the weeks of these athletes now, by athlete: what was given last, by a coach who still is one. In one query; nobody is in it with
 * whose weeks nothing goes.
 */
export const formsOf = async (
  trx: AppTransaction,
  athleteIds: readonly string[],
): Promise<Map<string, GivenForm>> => {
  const { rows } = await sql<GivenForm & { athleteId: string }>`
    select f.athlete_id as "athleteId", f.id, f.name, f.questions, f.given_by as "givenBy",
      coalesce(p.name, 'A coach') as "givenByName", f.given_at as "givenAt"
    from (select distinct on (athlete_id) * from check_in_form where athlete_id = any(${athleteIds}::uuid[])
      order by athlete_id, given_at desc) f
    join coaches_of(${athleteIds}::uuid[]) c on c.athlete_id = f.athlete_id and c.coach_id = f.given_by
    left join known_people() p on p.id = f.given_by
    where f.questions <> '[]'`.execute(trx);
  return new Map(rows.map(({ athleteId, ...form }) => [athleteId, form]));
};

/** Keeps what goes with the weeks from now on; the same one twice is one. */
export const addForm = (
  trx: AppTransaction,
  key: { athleteId: string; id: string },
  givenBy: string,
  {
    name,
    questions,
    protocol,
  }: { name: string; questions: FormQuestion[]; protocol: { id: string; version: number } | null },
): Promise<unknown> =>
  trx
    .insertInto('check_in_form')
    .values({
      athlete_id: key.athleteId,
      id: key.id,
      name,
      questions: JSON.stringify(questions),
      given_by: givenBy,
      protocol_id: protocol?.id ?? null,
      protocol_version: protocol?.version ?? null,
    })
    .onConflict((conflict) => conflict.columns(['athlete_id', 'id']).doNothing())
    .execute();
