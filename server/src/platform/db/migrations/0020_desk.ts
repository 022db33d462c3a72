import { sql, type Kysely } from 'kysely';

const OWN = `coach_id = (select acting_person())`;

/** A coach's desk: views of the roster that are kept, groups, hours of silence. And words beside an order, or on a place of a picture. */
export const up = async (db: Kysely<unknown>): Promise<void> => {
  const run = (text: string) => sql.raw(text).execute(db);
  const definer = `security definer set search_path = pg_catalog, pg_temp`;
  await run(`create table roster_view (
    coach_id uuid not null references person on delete cascade,
    id uuid not null,
    name text not null,
    filter jsonb not null,
    members uuid[],
    written_at timestamptz not null default now(),
    primary key (coach_id, id)
  )`);
  await run(`create table coach_hours (
    coach_id uuid primary key references person on delete cascade,
    from_time text not null,
    to_time text not null,
    zone text not null
  )`);
  for (const table of ['roster_view', 'coach_hours']) {
    await run(`alter table ${table} enable row level security`);
    await run(`grant select, insert, update, delete on ${table} to maul_app`);
    await run(`create policy own on ${table} to maul_app using (${OWN}) with check (${OWN})`);
  }
  // An athlete is told when their coach reads.
  await run(`create function hours_of(ids uuid[]) returns table (coach_id uuid, from_time text, to_time text, zone text)
    language sql stable ${definer} as $$
    select h.coach_id, h.from_time, h.to_time, h.zone from public.coach_hours h
    where h.coach_id = any (ids) and (h.coach_id = public.acting_person() or exists (select from public.coach_grant g
      where g.athlete_id = public.acting_person() and g.coach_id = h.coach_id and g.ended_at is null))
  $$`);
  await run(`revoke execute on function hours_of(uuid[]) from public`);
  await run(`grant execute on function hours_of(uuid[]) to maul_app`);
  // Nothing of the desk is left of a coach who has gone and whose name alone stays.
  await run(`create function clear_desk() returns trigger language plpgsql ${definer} as $$
    begin
      delete from public.roster_view where coach_id = new.id;
      delete from public.coach_hours where coach_id = new.id;
      return null;
    end $$`);
  await run(`revoke execute on function clear_desk() from public`);
  await run(`create trigger clear_desk after update of is_coach on person for each row
    when (old.is_coach and not new.is_coach) execute function clear_desk()`);

  await run(`alter table note add column order_id uuid, add column picture_id uuid, add column mark jsonb,
    add foreign key (athlete_id, order_id) references change_order (athlete_id, id) on delete cascade,
    add foreign key (athlete_id, picture_id) references body_picture (athlete_id, id) on delete cascade`);
  await run(
    `create index note_about on note (athlete_id, created_at) where order_id is not null or picture_id is not null`,
  );
};
