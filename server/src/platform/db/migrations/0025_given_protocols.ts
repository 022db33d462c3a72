import { sql, type Kysely } from 'kysely';

/** Seasons say of which protocol they were made; questions that a coach asks with every week. */
export const up = async (db: Kysely<unknown>): Promise<void> => {
  const run = (text: string) => sql.raw(text).execute(db);
  await run(`alter table season_revision add column protocol_id uuid, add column protocol_version integer`);
  await run(
    `create index season_revision_protocol on season_revision (athlete_id, protocol_id) where protocol_id is not null`,
  );
  await run(`create table check_in_form (
    athlete_id uuid not null references athlete on delete cascade,
    id uuid not null,
    name text not null,
    questions jsonb not null,
    given_by uuid not null references person on delete cascade,
    given_at timestamptz not null default clock_timestamp(),
    protocol_id uuid,
    protocol_version integer,
    primary key (athlete_id, id)
  )`);
  await run(`create index check_in_form_newest on check_in_form (athlete_id, given_at desc)`);
  await run(`create index check_in_form_given_by on check_in_form (given_by)`);
  await run(`alter table check_in_form enable row level security`);
  await run(`alter table check_in_form force row level security`);
  await run(`grant select, insert on check_in_form to maul_app`);
  await run(
    `create policy read on check_in_form for select to maul_app using (athlete_id in (select unnest(reachable_athletes())))`,
  );
  await run(`create policy add on check_in_form for insert to maul_app with check (
    given_by = (select acting_person()) and athlete_id in (select unnest(coached_athletes())))`);
  // Who coaches whom now, of those whom whoever asks reaches.
  await run(`create function coaches_of(ids uuid[]) returns table (athlete_id uuid, coach_id uuid) language sql stable
    security definer set search_path = pg_catalog, pg_temp as $$
    select g.athlete_id, g.coach_id from public.coach_grant g
    where g.athlete_id = any (ids) and g.ended_at is null and g.role = 'coach'
      and g.athlete_id = any (public.reachable_athletes())
  $$`);
  await run(`revoke execute on function coaches_of(uuid[]) from public`);
  await run(`grant execute on function coaches_of(uuid[]) to maul_app`);
  await run(
    `create trigger tell after insert on check_in_form for each row execute function tell_change('check-in')`,
  );
};
