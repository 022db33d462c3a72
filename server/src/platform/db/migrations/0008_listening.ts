import { sql, type Kysely } from 'kysely';

/**
 * Who hears what is decided when a stream opens, and again when a sharing or a session changes: these say whom. What one person costs does
 * not grow with the number of others: people are found by their key.
 */
export const up = async (db: Kysely<unknown>): Promise<void> => {
  const run = (text: string) => sql.raw(text).execute(db);
  const definer = `stable security definer set search_path = pg_catalog, pg_temp`;
  // Ended sharings too: their coaches' names stay known to the athlete.
  await run(`create index coach_grant_every_coach on coach_grant (coach_id)`);
  await run(`create or replace function known_people() returns table (id uuid, name text) language sql ${definer} as $$
    with me as materialized (select public.acting_person() as id),
      reached as materialized (select unnest(public.reachable_athletes()) as id)
    select p.id, p.name from public.person p where p.id = any (array(
      select id from me
      union select g.coach_id from public.coach_grant g where g.athlete_id = any (array(select id from reached))
      union select g.athlete_id from public.coach_grant g where g.coach_id = (select id from me)))
  $$`);
  await run(`create function listening() returns table (person_id uuid, athletes uuid[], expires_at timestamptz)
    language sql ${definer} as $$
    select s.person_id, public.reachable_athletes(), s.expires_at from public.session s
    where s.token_hash = sha256(convert_to(current_setting('maul.token', true), 'UTF8'))
      and s.ended_at is null and s.expires_at > now()
  $$`);
  await run(`revoke execute on function listening() from public`);
  await run(`grant execute on function listening() to maul_app`);

  const trigger = `returns trigger language plpgsql set search_path = pg_catalog, pg_temp`;
  await run(`create function tell_grant() ${trigger} as $$
    begin
      perform pg_notify('maul_change',
        json_build_object('athleteId', new.athlete_id, 'what', 'grant', 'coachId', new.coach_id)::text);
      return null;
    end $$`);
  await run(`drop trigger tell on coach_grant`);
  await run(
    `create trigger tell after insert or update on coach_grant for each row execute function tell_grant()`,
  );
  await run(`create function tell_session() ${trigger} as $$
    begin
      perform pg_notify('maul_session', new.person_id::text);
      return null;
    end $$`);
  await run(
    `create trigger tell after update of ended_at on session for each row execute function tell_session()`,
  );
};
