import { sql, type Kysely } from 'kysely';

/** What was done with an account is kept and shown to its person; an account can be left for good, guarded by a second factor, and kept from others' gifts. */
export const up = async (db: Kysely<unknown>): Promise<void> => {
  const run = (text: string) => sql.raw(text).execute(db);
  const definer = `security definer set search_path = pg_catalog, pg_temp`;

  await run(`create table account_history (
    person_id uuid not null references person on delete cascade,
    id bigint generated always as identity,
    at timestamptz not null default now(),
    what text not null,
    by_id uuid references person on delete set null,
    with_id uuid references person on delete set null,
    device text not null default '',
    primary key (person_id, id)
  )`);
  // Only what follows from a person's deletion changes it.
  await run(`create function only_added() returns trigger language plpgsql as $$
    begin
      if pg_trigger_depth() < 2 then
        raise exception 'what was done stays written' using errcode = 'MG030';
      end if;
      return case tg_op when 'DELETE' then old else new end;
    end $$`);
  await run(
    `create trigger only_added before update or delete on account_history for each row execute function only_added()`,
  );
  await run(`grant select, insert on account_history to maul_accounts`);

  await run(`create function history_of_sessions() returns trigger language plpgsql ${definer} as $$
    begin
      if tg_op = 'INSERT' then
        insert into public.account_history (person_id, what, by_id, device) values (new.person_id, 'signed-in', new.person_id, new.device);
      elsif old.ended_at is null and new.ended_at is not null then
        insert into public.account_history (person_id, what, by_id, device) values (new.person_id, 'signed-out', new.person_id, new.device);
      end if;
      return null;
    end $$`);
  await run(
    `create trigger history after insert or update of ended_at on session for each row execute function history_of_sessions()`,
  );

  await run(`create function history_of_ways_back() returns trigger language plpgsql ${definer} as $$
    begin
      if tg_op = 'INSERT' then
        insert into public.account_history (person_id, what, by_id)
          select n.person_id, case n.kind when 'own' then 'codes-made' else 'operator-code' end,
            case n.kind when 'own' then n.person_id end
          from (select distinct person_id, kind from added) n;
      end if;
      return null;
    end $$`);
  await run(`create trigger history after insert on way_back referencing new table as added
    for each statement execute function history_of_ways_back()`);

  await run(`create function history_of_grants() returns trigger language plpgsql ${definer} as $$
    declare
      deed text := case when tg_op = 'INSERT' then 'shared' else 'share-ended' end;
      doer uuid := coalesce(public.acting_person(), new.athlete_id);
    begin
      if tg_op = 'INSERT' or (old.ended_at is null and new.ended_at is not null) then
        insert into public.account_history (person_id, what, by_id, with_id) values
          (new.athlete_id, deed, doer, new.coach_id), (new.coach_id, deed, doer, new.athlete_id);
      end if;
      return null;
    end $$`);
  await run(
    `create trigger history after insert or update of ended_at on coach_grant for each row execute function history_of_grants()`,
  );

  await run(`create function history_of_signing() returns trigger language plpgsql ${definer} as $$
    begin
      insert into public.account_history (person_id, what, by_id)
        values (new.athlete_id, tg_argv[0], (to_jsonb(new) ->> tg_argv[1])::uuid);
      return null;
    end $$`);
  await run(
    `create trigger history after insert on change_order for each row execute function history_of_signing('order-signed', 'signed_by')`,
  );
  await run(
    `create trigger history after insert on season_revision for each row execute function history_of_signing('season-signed', 'written_by')`,
  );
  await run(
    `create trigger history after insert on calendar_feed for each row execute function history_of_signing('calendar-made', 'athlete_id')`,
  );

  await run(`create table second_factor (
    person_id uuid primary key references person on delete cascade,
    secret text not null,
    confirmed_at timestamptz,
    last_step bigint not null default 0
  )`);
  await run(`grant select, insert, update, delete on second_factor to maul_accounts`);

  // Of a passkey the house keeps what checks it: nothing of it opens anything.
  await run(`create table passkey (
    id text primary key,
    person_id uuid not null references person on delete cascade,
    public_key bytea not null,
    counter bigint not null,
    name text not null,
    created_at timestamptz not null default now(),
    used_at timestamptz
  )`);
  await run(`create index passkey_person on passkey (person_id)`);
  await run(`create unlogged table passkey_challenge (
    challenge text primary key,
    person_id uuid references person on delete cascade,
    expires_at timestamptz not null
  )`);
  await run(`create index passkey_challenge_expires on passkey_challenge (expires_at)`);
  await run(`grant select, insert, update, delete on passkey, passkey_challenge to maul_accounts`);

  await leaving(run, definer);
  await blocking(run, definer);
};

/** An account that is left is kept for seven days, then nothing of it. What somebody signed in others' logs stays theirs, without the name. */
const leaving = async (run: (text: string) => Promise<unknown>, definer: string): Promise<void> => {
  await run(`alter table person add column leaving_at timestamptz`);
  await run(`create index person_leaving on person (leaving_at) where leaving_at is not null`);
  await run(`create function files_of(who uuid) returns setof uuid language sql stable ${definer} as $$
    select i.id from public.food_import i where i.athlete_id = who
  $$`);
  await run(`create function forget_person(who uuid) returns void language plpgsql ${definer} as $$
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
  await run(`revoke execute on function files_of(uuid), forget_person(uuid) from public`);
  await run(`grant execute on function files_of(uuid), forget_person(uuid) to maul_accounts`);
};

/** Whom somebody takes no portions from. */
const blocking = async (run: (text: string) => Promise<unknown>, definer: string): Promise<void> => {
  await run(`create table blocked (
    athlete_id uuid not null references athlete on delete cascade,
    other_id uuid not null references person on delete cascade,
    at timestamptz not null default now(),
    primary key (athlete_id, other_id)
  )`);
  await run(`alter table blocked enable row level security`);
  await run(`grant select, insert, delete on blocked to maul_app`);
  for (const verb of ['select', 'delete'])
    await run(
      `create policy ${verb}_own on blocked for ${verb} to maul_app using (athlete_id = (select acting_person()))`,
    );
  await run(
    `create policy add on blocked for insert to maul_app with check (athlete_id = (select acting_person()))`,
  );
  // Read by its owner, before anything else is said of the two.
  await run(`create function not_blocked() returns trigger language plpgsql ${definer} as $$
    begin
      if exists (select from public.blocked b where b.athlete_id = new.to_id and b.other_id = new.athlete_id) then
        raise exception 'not from you' using errcode = 'MG002';
      end if;
      return new;
    end $$`);
  await run(
    `create trigger a_not_blocked before insert on handover for each row execute function not_blocked()`,
  );
  // The names of those whom one has blocked, who may be nobody else's to know.
  await run(`create function blocked_people() returns table (id uuid, name text) language sql stable ${definer} as $$
    select p.id, p.name from public.blocked b join public.person p on p.id = b.other_id
    where b.athlete_id = public.acting_person() order by b.at desc limit 200
  $$`);
  for (const name of ['not_blocked()', 'blocked_people()', 'only_added()'])
    await run(`revoke execute on function ${name} from public`);
  for (const name of [
    'history_of_sessions()',
    'history_of_ways_back()',
    'history_of_grants()',
    'history_of_signing()',
  ])
    await run(`revoke execute on function ${name} from public`);
  await run(`grant execute on function blocked_people() to maul_app`);
};
