import { sql, type Kysely } from 'kysely';

const REACHABLE = `athlete_id = any ((select reachable_athletes())::uuid[])`;
const OWN = `athlete_id = (select acting_person())`;

/** The morning and its conditions, orders of cardio and steps, and what an order should do. */
export const up = async (db: Kysely<unknown>): Promise<void> => {
  const run = (text: string) => sql.raw(text).execute(db);

  await run(`alter table weigh_in add column conditions jsonb`);
  // What a body's days are read from over years, without the water of each day.
  await run(`create index day_entry_body on day_entry (athlete_id, day)
    where deleted_at is null and thing ->> 'kind' in ('morning', 'measure')`);
  // Mean change of the energy balance in kcal a day; null for orders of earlier versions.
  await run(`alter table change_order add column expected_kcal double precision`);
  await run(`create table movement_order (
    athlete_id uuid not null references athlete on delete cascade,
    id uuid not null,
    from_date date not null,
    until_date date,
    movement jsonb not null,
    reason text not null,
    expected_kcal double precision not null,
    signed_by uuid not null references person on delete cascade,
    signed_at timestamptz not null default now(),
    acknowledged_at timestamptz,
    primary key (athlete_id, id),
    check (until_date >= from_date)
  )`);
  await run(`create index movement_order_from on movement_order (athlete_id, from_date)`);
  await run(`create index movement_order_signer on movement_order (signed_by)`);
  await run(`alter table movement_order enable row level security`);
  await run(`alter table movement_order force row level security`);
  await run(`grant select, insert on movement_order to maul_app`);
  await run(`grant update (acknowledged_at) on movement_order to maul_app`);
  await run(`create policy read on movement_order for select to maul_app using (${REACHABLE})`);
  await run(`create policy add on movement_order for insert to maul_app with check (
    signed_by = (select acting_person()) and (acknowledged_at is null or signed_by = athlete_id) and (
      athlete_id = any ((select coached_athletes())::uuid[])
      or ${OWN} and not exists (select from coach_grant g where g.athlete_id = movement_order.athlete_id and g.ended_at is null)
    ))`);
  await run(`create policy acknowledge on movement_order for update to maul_app
    using (${OWN} and acknowledged_at is null) with check (${OWN} and acknowledged_at is not null)`);
  await run(
    `create trigger tell after insert or update on movement_order for each row execute function tell_change('order')`,
  );
  await run(
    `create trigger history after insert on movement_order for each row execute function history_of_signing('order-signed', 'signed_by')`,
  );
  await pictures(run);
  const definer = `security definer set search_path = pg_catalog, pg_temp`;
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
      if exists (select from public.season_revision where written_by = who)
          or exists (select from public.change_order where signed_by = who)
          or exists (select from public.movement_order where signed_by = who)
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

/** Pictures of the body: what is known of each; the pixels lie in files that nobody reaches but through the wall. */
const pictures = async (run: (text: string) => Promise<unknown>): Promise<void> => {
  await run(`create table body_picture (
    athlete_id uuid not null references athlete on delete cascade,
    id uuid not null,
    day date not null,
    pose text not null,
    name text not null,
    width integer not null,
    height integer not null,
    marks jsonb,
    added_at timestamptz not null default now(),
    primary key (athlete_id, id)
  )`);
  await run(`create index body_picture_day on body_picture (athlete_id, day)`);
  await run(`alter table body_picture enable row level security`);
  await run(`alter table body_picture force row level security`);
  await run(`grant select, insert, delete on body_picture to maul_app`);
  await run(`grant update (marks) on body_picture to maul_app`);
  await run(`create policy read on body_picture for select to maul_app using (${REACHABLE})`);
  await run(`create policy add on body_picture for insert to maul_app with check (${OWN})`);
  await run(`create policy mark on body_picture for update to maul_app using (${OWN}) with check (${OWN})`);
  await run(`create policy remove on body_picture for delete to maul_app using (${OWN})`);
  await run(
    `create trigger tell after insert or update on body_picture for each row execute function tell_change('picture')`,
  );
  await run(`create or replace function files_of(who uuid) returns setof uuid language sql stable
    security definer set search_path = pg_catalog, pg_temp as $$
    select i.id from public.food_import i where i.athlete_id = who
    union all select p.id from public.body_picture p where p.athlete_id = who
  $$`);
};
