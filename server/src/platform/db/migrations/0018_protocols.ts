import { sql, type Kysely } from 'kysely';

/** Orders with relative numbers that a coach writes once for many; each version is kept, and an order says of which it is. */
export const up = async (db: Kysely<unknown>): Promise<void> => {
  const run = (text: string) => sql.raw(text).execute(db);
  await run(`create table protocol (
    coach_id uuid not null references person on delete cascade,
    id uuid not null,
    version integer not null check (version > 0),
    name text not null,
    document jsonb not null,
    retired boolean not null default false,
    written_at timestamptz not null default now(),
    primary key (coach_id, id, version)
  )`);
  await run(`alter table protocol enable row level security`);
  await run(`alter table protocol force row level security`);
  await run(`grant select, insert on protocol to maul_app`);
  await run(
    `create policy read on protocol for select to maul_app using (coach_id = (select acting_person()))`,
  );
  await run(
    `create policy add on protocol for insert to maul_app with check (coach_id = (select acting_person()))`,
  );
  await run(`alter table change_order add column protocol_id uuid, add column protocol_version integer`);
  await run(
    `create index change_order_protocol on change_order (signed_by, protocol_id) where protocol_id is not null`,
  );
  const definer = `security definer set search_path = pg_catalog, pg_temp`;
  // A coach who leaves keeps a row without a name where something of theirs stays with the athletes.
  await run(`create or replace function forget_person(who uuid) returns void language plpgsql ${definer} as $$
    begin
      perform 1 from public.person p where p.id = who and p.leaving_at <= now() for update;
      if not found then
        return;
      end if;
      delete from public.athlete where athlete_id = who;
      delete from public.handover where to_id = who;
      delete from public.session where person_id = who;
      delete from public.way_back where person_id = who;
      delete from public.protocol where coach_id = who;
      if exists (select from public.season_revision where written_by = who)
          or exists (select from public.change_order where signed_by = who)
          or exists (select from public.movement_order where signed_by = who)
          or exists (select from public.check_in_answer where author_id = who)
          or exists (select from public.note where author_id = who)
          or exists (select from public.caution_confirmation where person_id = who) then
        update public.coach_grant set ended_at = now() where coach_id = who and ended_at is null;
        delete from public.second_factor where person_id = who;
        delete from public.passkey where person_id = who;
        update public.person set email = 'left-' || who || '@left.invalid', name = 'Somebody who has left', password_hash = '-',
          is_athlete = false, is_coach = false, coach_code = null, demo_about = null, leaving_at = null where id = who;
      else
        delete from public.person where id = who;
      end if;
    end $$`);
};
