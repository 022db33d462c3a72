import { sql, type Kysely } from 'kysely';

const REACHABLE = `athlete_id = any ((select reachable_athletes())::uuid[])`;
const OWN = `athlete_id = (select acting_person())`;

const versioned = `version integer not null default 1,
  deleted_at timestamptz,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  primary key (athlete_id, id)`;

/** What stands on a day beside its meals, what stands from day to day, and parts of a dish that are given away. */
export const up = async (db: Kysely<unknown>): Promise<void> => {
  const run = (text: string) => sql.raw(text).execute(db);

  await run(`alter table meal add column ticks jsonb not null default '[]'`);
  await run(`alter table portion add column guess jsonb, add column reason text`);
  await run(`create table day_entry (
    athlete_id uuid not null references athlete on delete cascade,
    id uuid not null,
    day date not null,
    time text not null,
    zone text not null,
    thing jsonb not null,
    ${versioned}
  )`);
  await run(`create index day_entry_day on day_entry (athlete_id, day)`);
  await run(`create table standing_entry (
    athlete_id uuid not null references athlete on delete cascade,
    id uuid not null,
    thing jsonb not null,
    ${versioned}
  )`);
  // Whoever eats from the same pan gives this code: forty bits, and all it opens is an offer that may be declined.
  await run(`alter table person add column table_code text not null unique
    default upper(substr(replace(gen_random_uuid()::text, '-', ''), 1, 10))`);
  await run(`create table handover (
    athlete_id uuid not null references athlete on delete cascade,
    id uuid not null,
    to_id uuid not null references athlete on delete cascade,
    from_name text not null,
    day date not null,
    food jsonb not null,
    grams double precision not null check (grams > 0 and grams <= 5000),
    method text not null,
    answer text check (answer in ('taken', 'left')),
    answered_at timestamptz,
    created_at timestamptz not null default now(),
    primary key (athlete_id, id),
    unique (id),
    check (to_id <> athlete_id)
  )`);
  await run(`create index handover_to on handover (to_id) where answer is null`);

  await policies(run);
  await functions(run);
};

const policies = async (run: (text: string) => Promise<unknown>): Promise<void> => {
  for (const [table, what] of [
    ['day_entry', 'entry'],
    ['standing_entry', 'standing'],
  ] as const) {
    await run(`alter table ${table} enable row level security`);
    await run(`alter table ${table} force row level security`);
    await run(`grant select, insert, update on ${table} to maul_app`);
    await run(`create policy read on ${table} for select to maul_app using (${REACHABLE})`);
    await run(`create policy add on ${table} for insert to maul_app with check (${OWN})`);
    await run(`create policy change on ${table} for update to maul_app using (${OWN}) with check (${OWN})`);
    await run(
      `create trigger tell after insert or update on ${table} for each row execute function tell_change('${what}')`,
    );
    await run(`create trigger keep after update on ${table} for each row execute function keep_history()`);
  }
  await run(`alter table handover enable row level security`);
  await run(`alter table handover force row level security`);
  await run(`grant select, insert on handover to maul_app`);
  await run(`grant update (answer, answered_at) on handover to maul_app`);
  await run(`create policy read on handover for select to maul_app
    using (${REACHABLE} or to_id = (select acting_person()))`);
  await run(`create policy give on handover for insert to maul_app with check (${OWN} and answer is null)`);
  await run(`create policy answer on handover for update to maul_app
    using (to_id = (select acting_person()) and answer is null)
    with check (to_id = (select acting_person()) and answer is not null)`);
};

const functions = async (run: (text: string) => Promise<unknown>): Promise<void> => {
  await run(`create function tell_handover() returns trigger language plpgsql
    set search_path = pg_catalog, pg_temp as $$
    begin
      perform pg_notify('maul_change', json_build_object('athleteId', new.to_id, 'what', 'handover')::text);
      perform pg_notify('maul_change', json_build_object('athleteId', new.athlete_id, 'what', 'handover')::text);
      return null;
    end $$`);
  await run(
    `create trigger tell after insert or update on handover for each row execute function tell_handover()`,
  );
  const definer = `stable security definer set search_path = pg_catalog, pg_temp`;
  await run(`create function eater_by_code(code text) returns table (id uuid, name text) language sql ${definer} as $$
    select p.id, p.name from public.person p join public.athlete a on a.athlete_id = p.id
    where p.table_code = upper(code) and public.acting_person() is not null and p.id <> public.acting_person()
  $$`);
  for (const name of ['tell_handover()', 'eater_by_code(text)'])
    await run(`revoke execute on function ${name} from public`);
  for (const name of ['tell_handover()', 'eater_by_code(text)'])
    await run(`grant execute on function ${name} to maul_app`);
};
