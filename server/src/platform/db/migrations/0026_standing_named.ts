import { sql, type Kysely } from 'kysely';

/**
 * How one stands to an athlete comes with the athlete's name: nobody reads the names of everybody they know for one of them. `standing_to` stays for
 * servers of the version before.
 */
export const up = async (db: Kysely<unknown>): Promise<void> => {
  const run = (text: string) => sql.raw(text).execute(db);
  await run(`create function standing_named(ids uuid[])
    returns table (athlete_id uuid, coached boolean, role text, sees text[], name text)
    language sql stable security definer set search_path = pg_catalog, pg_temp as $$
    with me as materialized (select public.acting_person() as id)
    select t.id,
      exists (select from public.coach_grant c where c.athlete_id = t.id and c.ended_at is null and c.role = 'coach'),
      case when t.id = me.id then 'self' else g.role end,
      case when t.id = me.id then '{log,body,pictures,health,messages}'::text[] else g.sees end,
      p.name
    from me, unnest(ids) as t(id)
      join public.person p on p.id = t.id
      left join public.coach_grant g on g.athlete_id = t.id and g.coach_id = (select id from me) and g.ended_at is null
    where t.id = me.id or g.id is not null
  $$`);
  await run(`revoke execute on function standing_named(uuid[]) from public`);
  await run(`grant execute on function standing_named(uuid[]) to maul_app`);
};
