import { sql, type Kysely } from 'kysely';

const REACHABLE = `athlete_id = any ((select reachable_athletes())::uuid[])`;
const COACHED = `athlete_id = any ((select coached_athletes())::uuid[])`;
const ACTING = `(select acting_person())`;

/** The week as it was sent to the coach, who read it, and what was answered. Nothing of it is ever changed. */
export const up = async (db: Kysely<unknown>): Promise<void> => {
  const run = (text: string) => sql.raw(text).execute(db);

  await run(`create table check_in (
    athlete_id uuid not null references athlete on delete cascade,
    id uuid not null,
    from_date date not null,
    to_date date not null,
    packet jsonb not null,
    words text not null,
    sent_at timestamptz not null default now(),
    primary key (athlete_id, id),
    check (to_date >= from_date)
  )`);
  await run(`create index check_in_to on check_in (athlete_id, to_date desc, sent_at desc)`);
  await run(`create table check_in_answer (
    athlete_id uuid not null,
    id uuid not null,
    check_in_id uuid not null,
    author_id uuid not null references person on delete cascade,
    words text not null,
    no_change boolean not null,
    at timestamptz not null default now(),
    primary key (athlete_id, id),
    foreign key (athlete_id, check_in_id) references check_in (athlete_id, id) on delete cascade
  )`);
  await run(`create index check_in_answer_of on check_in_answer (athlete_id, check_in_id)`);
  await run(`create index check_in_answer_author on check_in_answer (author_id)`);
  await run(`create table check_in_read (
    athlete_id uuid not null,
    check_in_id uuid not null,
    reader_id uuid not null references person on delete cascade,
    at timestamptz not null default now(),
    primary key (athlete_id, check_in_id, reader_id),
    foreign key (athlete_id, check_in_id) references check_in (athlete_id, id) on delete cascade
  )`);
  await run(`create index check_in_read_reader on check_in_read (reader_id)`);
  for (const table of ['check_in', 'check_in_answer', 'check_in_read']) {
    await run(`alter table ${table} enable row level security`);
    await run(`alter table ${table} force row level security`);
    await run(`grant select, insert on ${table} to maul_app`);
    await run(`create policy read on ${table} for select to maul_app using (${REACHABLE})`);
    await run(
      `create trigger tell after insert on ${table} for each row execute function tell_change('check-in')`,
    );
  }
  await run(`create policy add on check_in for insert to maul_app with check (athlete_id = ${ACTING})`);
  await run(
    `create policy add on check_in_answer for insert to maul_app with check (author_id = ${ACTING} and ${COACHED})`,
  );
  await run(
    `create policy add on check_in_read for insert to maul_app with check (reader_id = ${ACTING} and ${COACHED})`,
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
