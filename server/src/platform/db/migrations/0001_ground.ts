import { sql, type Kysely } from 'kysely';

/** Tables that hold one athlete's rows: own rows are written by the athlete alone, and read by their live coaches too. */
const OWN_TABLES = ['meal', 'portion', 'weigh_in', 'food_own'];
const APPENDED = ['season_revision', 'basis', 'change_order', 'order_acknowledgement'];
const NOTIFIED: Record<string, string> = {
  meal: 'meal',
  portion: 'portion',
  note: 'note',
  change_order: 'order',
  order_acknowledgement: 'order',
  weigh_in: 'weigh-in',
  season_revision: 'season',
  coach_grant: 'grant',
  food_own: 'food',
};
const REACHABLE = `athlete_id = any ((select reachable_athletes())::uuid[])`;
const OWN = `athlete_id = (select acting_person())`;

export const up = async (db: Kysely<unknown>): Promise<void> => {
  const run = (text: string) => sql.raw(text).execute(db);

  await run(`create extension if not exists pg_trgm`);

  // People and sessions: reached by the accounts role only. The app's role sees none of it.
  await run(`create table person (
    id uuid primary key,
    email text not null unique check (email = lower(email)),
    name text not null,
    password_hash text not null,
    is_athlete boolean not null,
    is_coach boolean not null,
    is_demo boolean not null default false,
    demo_about text,
    coach_code text unique,
    created_at timestamptz not null default now()
  )`);
  await run(`create table session (
    token_hash bytea primary key,
    person_id uuid not null references person on delete cascade,
    created_at timestamptz not null default now(),
    expires_at timestamptz not null,
    ended_at timestamptz
  )`);
  await run(`create index session_person on session (person_id)`);
  await run(
    `create table rate_limit (key varchar(255) primary key, points integer not null default 0, expire bigint)`,
  );
  await run(`create table house (key text primary key, value jsonb not null)`);

  await run(`create table athlete (
    athlete_id uuid primary key references person on delete cascade,
    sex text not null check (sex in ('male', 'female')),
    birth_date date not null,
    height_cm double precision not null,
    zone text not null,
    day_turns_at integer not null default 240,
    federation_class text,
    created_at timestamptz not null default now()
  )`);
  await run(`create table coach_grant (
    athlete_id uuid not null references person on delete cascade,
    id uuid not null,
    coach_id uuid not null references person on delete cascade,
    from_at timestamptz not null default now(),
    ended_at timestamptz,
    primary key (athlete_id, id)
  )`);
  await run(
    `create unique index coach_grant_live on coach_grant (athlete_id, coach_id) where ended_at is null`,
  );
  await run(`create index coach_grant_coach on coach_grant (coach_id) where ended_at is null`);

  await run(`create table season_revision (
    athlete_id uuid not null references athlete on delete cascade,
    id uuid not null,
    revision integer not null,
    effective_from date not null,
    document jsonb not null,
    written_by uuid not null references person on delete cascade,
    written_at timestamptz not null default now(),
    primary key (athlete_id, id),
    unique (athlete_id, revision)
  )`);
  await run(`create table basis (
    athlete_id uuid not null references athlete on delete cascade,
    id uuid not null,
    from_date date not null,
    weight_kg double precision not null,
    lean_kg double precision,
    expenditure double precision not null,
    expenditure_sd double precision not null,
    expenditure_from text not null check (expenditure_from in ('equation', 'balance', 'carried')),
    carb_basis text not null check (carb_basis in ('total', 'available')),
    core_version text not null,
    inputs_until timestamptz not null,
    written_at timestamptz not null default now(),
    primary key (athlete_id, id),
    unique (athlete_id, from_date)
  )`);
  await run(`create table change_order (
    athlete_id uuid not null references athlete on delete cascade,
    id uuid not null,
    phase_id uuid not null,
    from_date date not null,
    until_date date,
    day_types text[],
    macro text not null check (macro in ('PROCNT', 'CARB', 'FAT')),
    change jsonb not null,
    reason text not null,
    confirmed text[] not null default '{}',
    signed_by uuid not null references person on delete cascade,
    signed_at timestamptz not null default now(),
    primary key (athlete_id, id)
  )`);
  await run(`create table order_acknowledgement (
    athlete_id uuid not null,
    order_id uuid not null,
    at timestamptz not null default now(),
    primary key (athlete_id, order_id),
    foreign key (athlete_id, order_id) references change_order on delete cascade
  )`);

  const versioned = `version integer not null default 1,
    deleted_at timestamptz,
    created_at timestamptz not null default now(),
    updated_at timestamptz not null default now(),
    primary key (athlete_id, id)`;
  await run(`create table meal (
    athlete_id uuid not null references athlete on delete cascade,
    id uuid not null,
    day date not null,
    time text not null,
    zone text not null,
    eaten boolean not null,
    ${versioned}
  )`);
  await run(`create index meal_day on meal (athlete_id, day)`);
  await run(`create table portion (
    athlete_id uuid not null,
    id uuid not null,
    meal_id uuid not null,
    position integer not null,
    food jsonb not null,
    planned_grams double precision check (planned_grams > 0 and planned_grams <= 5000),
    grams double precision check (grams > 0 and grams <= 5000),
    method text,
    division double precision,
    trail jsonb,
    ${versioned},
    check ((grams is null) = (method is null)),
    foreign key (athlete_id, meal_id) references meal on delete cascade
  )`);
  await run(`create index portion_meal on portion (athlete_id, meal_id)`);
  await run(`create table note (
    athlete_id uuid not null references athlete on delete cascade,
    id uuid not null,
    day date not null,
    meal_id uuid,
    text text not null,
    author_id uuid not null references person on delete cascade,
    ${versioned},
    foreign key (athlete_id, meal_id) references meal on delete cascade
  )`);
  await run(`create index note_day on note (athlete_id, day)`);
  await run(`create table weigh_in (
    athlete_id uuid not null references athlete on delete cascade,
    id uuid not null,
    day date not null,
    kg double precision not null check (kg between 25 and 350),
    ${versioned}
  )`);
  await run(`create unique index weigh_in_day on weigh_in (athlete_id, day) where deleted_at is null`);
  await run(`create table food_own (
    athlete_id uuid not null references athlete on delete cascade,
    id uuid not null,
    name text not null,
    state text not null,
    per100g jsonb not null,
    measures jsonb not null,
    ${versioned}
  )`);
  // What a correction replaced: nothing that was true is lost.
  await run(`create table row_history (
    athlete_id uuid not null references athlete on delete cascade,
    table_name text not null,
    row_id uuid not null,
    version integer not null,
    replaced jsonb not null,
    replaced_at timestamptz not null default now(),
    primary key (athlete_id, table_name, row_id, version)
  )`);

  // Reference foods carry no athlete and no policy: under one, PostgreSQL 15 would not use the text indexes.
  await run(`create table food_reference (
    id text primary key,
    name text not null,
    state text not null,
    per100g jsonb not null,
    measures jsonb not null,
    source text not null,
    remark text,
    offered_first boolean not null,
    search text not null,
    words tsvector generated always as (to_tsvector('simple', search)) stored
  )`);
  await run(`create index food_reference_words on food_reference using gin (words)`);
  await run(`create index food_reference_trigrams on food_reference using gin (search gin_trgm_ops)`);

  await functions(run);
  await policies(run);
};

/** The token that a transaction sets resolves the person here and nowhere else; the role cannot read the sessions. */
const functions = async (run: (text: string) => Promise<unknown>): Promise<void> => {
  const definer = `stable security definer set search_path = pg_catalog, pg_temp`;
  await run(`create function acting_person() returns uuid language sql ${definer} as $$
    select s.person_id from public.session s
    where s.token_hash = sha256(convert_to(current_setting('maul.token', true), 'UTF8'))
      and s.ended_at is null and s.expires_at > now()
  $$`);
  await run(`create function coached_athletes() returns uuid[] language sql ${definer} as $$
    select coalesce(array_agg(g.athlete_id), '{}') from public.coach_grant g
    where g.coach_id = public.acting_person() and g.ended_at is null
  $$`);
  await run(`create function reachable_athletes() returns uuid[] language sql ${definer} as $$
    select array_remove(public.acting_person() || public.coached_athletes(), null)
  $$`);
  await run(`create function known_people() returns table (id uuid, name text) language sql ${definer} as $$
    select p.id, p.name from public.person p where p.id = public.acting_person()
      or p.id in (select g.coach_id from public.coach_grant g where g.athlete_id = any (public.reachable_athletes()))
      or p.id in (select g.athlete_id from public.coach_grant g where g.coach_id = public.acting_person())
  $$`);
  await run(`create function coach_by_code(code text) returns table (id uuid, name text) language sql ${definer} as $$
    select p.id, p.name from public.person p
    where p.is_coach and p.coach_code = upper(code) and public.acting_person() is not null
  $$`);
  await run(`create function keep_history() returns trigger language plpgsql security definer
    set search_path = pg_catalog, pg_temp as $$
    begin
      insert into public.row_history (athlete_id, table_name, row_id, version, replaced)
      values (old.athlete_id, tg_table_name, old.id, old.version, to_jsonb(old))
      on conflict do nothing;
      return null;
    end $$`);
  await run(`create function tell_change() returns trigger language plpgsql
    set search_path = pg_catalog, pg_temp as $$
    begin
      perform pg_notify('maul_change', json_build_object('athleteId', new.athlete_id, 'what', tg_argv[0])::text);
      return null;
    end $$`);
  for (const [table, what] of Object.entries(NOTIFIED))
    await run(
      `create trigger tell after insert or update on ${table} for each row execute function tell_change('${what}')`,
    );
  for (const table of [...OWN_TABLES, 'note'])
    await run(`create trigger keep after update on ${table} for each row execute function keep_history()`);
};

const policies = async (run: (text: string) => Promise<unknown>): Promise<void> => {
  await run(`revoke all on all tables in schema public from public`);
  await run(`grant usage on schema public to maul_app, maul_accounts`);
  await run(`grant select, insert, update on person, session to maul_accounts`);
  await run(`grant select, insert, update, delete on rate_limit to maul_accounts`);
  await run(`grant select on food_reference to maul_app`);
  await run(`revoke execute on all functions in schema public from public`);
  await run(`grant execute on all functions in schema public to maul_app`);

  const guarded = [...OWN_TABLES, ...APPENDED, 'athlete', 'note', 'row_history'];
  for (const table of guarded) {
    await run(`alter table ${table} enable row level security`);
    await run(`alter table ${table} force row level security`);
    await run(`create policy read on ${table} for select to maul_app using (${REACHABLE})`);
  }
  for (const table of OWN_TABLES) {
    await run(`grant select, insert, update on ${table} to maul_app`);
    await run(`create policy add on ${table} for insert to maul_app with check (${OWN})`);
    await run(`create policy change on ${table} for update to maul_app using (${OWN}) with check (${OWN})`);
  }
  for (const table of APPENDED) await run(`grant select, insert on ${table} to maul_app`);
  await run(`create policy add on season_revision for insert to maul_app
    with check (${REACHABLE} and written_by = (select acting_person()))`);
  await run(`create policy add on basis for insert to maul_app with check (${REACHABLE})`);
  await run(`create policy add on change_order for insert to maul_app with check (
    signed_by = (select acting_person()) and (
      athlete_id = any ((select coached_athletes())::uuid[])
      or ${OWN} and not exists (select from coach_grant g where g.athlete_id = change_order.athlete_id and g.ended_at is null)
    ))`);
  await run(`create policy add on order_acknowledgement for insert to maul_app with check (${OWN})`);

  await run(`grant select, insert, update on athlete to maul_app`);
  await run(`create policy add on athlete for insert to maul_app with check (${OWN})`);
  await run(`create policy change on athlete for update to maul_app using (${OWN}) with check (${OWN})`);

  const written = `${REACHABLE} and author_id = (select acting_person())`;
  await run(`grant select, insert, update on note to maul_app`);
  await run(`create policy add on note for insert to maul_app with check (${written})`);
  await run(`create policy change on note for update to maul_app using (${written}) with check (${written})`);
  await run(`grant select on row_history to maul_app`);
  await run(`create policy kept on row_history for insert with check (pg_trigger_depth() > 0)`);

  // The functions above read the grants as their owner, so the policy binds everyone but the owner.
  await run(`alter table coach_grant enable row level security`);
  await run(`grant select, insert on coach_grant to maul_app`);
  await run(`grant update (ended_at) on coach_grant to maul_app`);
  await run(`create policy read on coach_grant for select to maul_app
    using (${OWN} or coach_id = (select acting_person()))`);
  await run(
    `create policy add on coach_grant for insert to maul_app with check (${OWN} and ended_at is null)`,
  );
  await run(`create policy finish on coach_grant for update to maul_app
    using ((${OWN} or coach_id = (select acting_person())) and ended_at is null) with check (ended_at is not null)`);
};
