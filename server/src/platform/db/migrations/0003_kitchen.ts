import { sql, type Kysely } from 'kysely';

const REACHABLE = `athlete_id = any ((select reachable_athletes())::uuid[])`;
const OWN = `athlete_id = (select acting_person())`;

const versioned = `version integer not null default 1,
  deleted_at timestamptz,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  primary key (athlete_id, id)`;

/** What a food is besides name, state and nutrients; the kitchen's memory; imported food tables. */
export const up = async (db: Kysely<unknown>): Promise<void> => {
  const run = (text: string) => sql.raw(text).execute(db);

  await run(`alter table portion add column spread double precision`);
  await run(`alter table food_own add column details jsonb not null default '{}',
    add column source text not null default 'own'`);
  await run(`alter table food_reference add column details jsonb not null default '{}'`);
  await run(`create index food_reference_code on food_reference ((details ->> 'code'))
    where details ->> 'code' is not null`);

  await run(`create table container (
    athlete_id uuid not null references athlete on delete cascade,
    id uuid not null,
    name text not null,
    grams double precision not null check (grams > 0),
    ${versioned}
  )`);
  await run(`create table yield_seen (
    athlete_id uuid not null references athlete on delete cascade,
    id uuid not null,
    food_id text not null,
    food_name text not null,
    method text not null,
    raw_grams double precision not null check (raw_grams > 0),
    cooked_grams double precision not null check (cooked_grams > 0),
    day date not null,
    ${versioned}
  )`);
  await run(`create table food_mark (
    athlete_id uuid not null references athlete on delete cascade,
    food_id text not null,
    lever boolean not null,
    in_stock boolean not null,
    updated_at timestamptz not null default now(),
    primary key (athlete_id, food_id)
  )`);
  // What an explicit correction of past portions replaced, so that it can be taken back.
  await run(`create table food_correction (
    athlete_id uuid not null references athlete on delete cascade,
    id uuid not null,
    food_id uuid not null,
    portions jsonb not null,
    at timestamptz not null default now(),
    undone_at timestamptz,
    primary key (athlete_id, id)
  )`);
  await run(`create table food_import (
    athlete_id uuid not null references athlete on delete cascade,
    id uuid not null,
    file_name text not null,
    bytes bigint not null,
    received bigint not null default 0,
    options jsonb,
    state text not null default 'receiving'
      check (state in ('receiving', 'ready', 'running', 'stopped', 'done', 'failed')),
    read integer not null default 0,
    kept integer not null default 0,
    duplicates integer not null default 0,
    rejected integer not null default 0,
    part double precision not null default 0,
    sentence text,
    created_at timestamptz not null default now(),
    updated_at timestamptz not null default now(),
    primary key (athlete_id, id)
  )`);
  await run(`create table food_import_reject (
    athlete_id uuid not null,
    import_id uuid not null,
    n integer not null,
    line integer not null,
    what text not null,
    reason text not null,
    primary key (athlete_id, import_id, n),
    foreign key (athlete_id, import_id) references food_import on delete cascade
  )`);
  // Imported tables are large. They carry no policy, or their text indexes would not be used: the app's role may add to them and
  // reads them through the functions below alone, which show an import to whoever reaches its athlete.
  await run(`create table food_imported (
    athlete_id uuid not null,
    import_id uuid not null,
    n integer not null,
    key text not null,
    name text not null,
    state text not null,
    per100g jsonb not null,
    measures jsonb not null,
    details jsonb not null,
    source text not null,
    remark text,
    code text,
    search text not null,
    words tsvector generated always as (to_tsvector('simple', search)) stored,
    primary key (athlete_id, import_id, n),
    foreign key (athlete_id, import_id) references food_import on delete cascade
  )`);
  await run(`create index food_imported_n on food_imported (import_id, n)`);
  await run(`create index food_imported_words on food_imported using gin (words)`);
  await run(`create index food_imported_trigrams on food_imported using gin (search gin_trgm_ops)`);
  await run(`create index food_imported_key on food_imported (athlete_id, key)`);
  await run(`create index food_imported_code on food_imported (code) where code is not null`);

  await policies(run);
  await functions(run);
};

const policies = async (run: (text: string) => Promise<unknown>): Promise<void> => {
  const guarded = [
    'container',
    'yield_seen',
    'food_mark',
    'food_correction',
    'food_import',
    'food_import_reject',
  ];
  for (const table of guarded) {
    await run(`alter table ${table} enable row level security`);
    await run(`alter table ${table} force row level security`);
    await run(`create policy read on ${table} for select to maul_app using (${REACHABLE})`);
    await run(`create policy add on ${table} for insert to maul_app with check (${OWN})`);
    await run(`grant select, insert on ${table} to maul_app`);
  }
  for (const table of guarded.filter((t) => t !== 'food_import_reject')) {
    await run(`create policy change on ${table} for update to maul_app using (${OWN}) with check (${OWN})`);
    await run(`grant update on ${table} to maul_app`);
  }
  await run(`create policy away on food_import for delete to maul_app using (${OWN})`);
  await run(`grant delete on food_import to maul_app`);
  await run(`grant insert on food_imported to maul_app`);
  for (const table of ['container', 'yield_seen'])
    await run(`create trigger keep after update on ${table} for each row execute function keep_history()`);
  for (const [table, what] of [
    ['container', 'kitchen'],
    ['yield_seen', 'kitchen'],
    ['food_mark', 'food'],
    ['food_import', 'import'],
  ])
    await run(
      `create trigger tell after insert or update on ${table} for each row execute function tell_change('${what}')`,
    );
  // The check on what is added, and the cascade of an import that is taken away, read the import as their owner.
  await run(`alter table food_import no force row level security`);
};

const FOUND = `id text, name text, state text, per100g jsonb, measures jsonb, details jsonb, source text, remark text`;
const COLUMNS = `'imp-' || f.import_id || '-' || f.n, f.name, f.state, f.per100g, f.measures, f.details, f.source, f.remark`;

const functions = async (run: (text: string) => Promise<unknown>): Promise<void> => {
  // Once for a whole COPY, not once a row.
  await run(`create function own_import_only() returns trigger language plpgsql security definer
    set search_path = pg_catalog, pg_temp as $$
    begin
      if exists (
        select from (select distinct a.import_id, a.athlete_id from added a) one
        where one.athlete_id is distinct from public.acting_person() or not exists (
          select from public.food_import i where i.id = one.import_id and i.athlete_id = one.athlete_id))
      then raise exception 'not an import of this person' using errcode = '42501';
      end if;
      return null;
    end $$`);
  await run(`create trigger own_import_only after insert on food_imported
    referencing new table as added for each statement execute function own_import_only()`);

  const definer = `stable security definer set search_path = pg_catalog, public, pg_temp`;
  const visible = `f.import_id = any (
      (select array(select i.id from food_import i where i.state = 'done' and i.athlete_id = any (reachable_athletes())))::uuid[])`;
  await run(`create function imported_by_words(query text) returns table (${FOUND}) language sql ${definer} as $$
    select ${COLUMNS} from (
      select * from food_imported f where f.words @@ to_tsquery('simple', query) and ${visible} limit 800
    ) f order by length(f.name), f.name limit 40
  $$`);
  // A word that is mistyped may be like tens of thousands of names: as many as can be looked at while one types are put in order.
  await run(`create function imported_by_likeness(text, threshold real)
    returns table (${FOUND}, closeness real) language plpgsql security definer
    set search_path = pg_catalog, public, pg_temp set enable_seqscan = off as $$
    begin
      perform set_config('pg_trgm.word_similarity_threshold', threshold::text, true);
      return query select ${COLUMNS}, f.likeness from (
        select c.*, word_similarity($1, c.search) as likeness from (
          select * from food_imported f where $1 <% f.search and ${visible} limit 1500
        ) c order by likeness desc, length(c.name), c.name limit 20
      ) f;
    end $$`);
  await run(`create function imported_by_code(gtin text) returns table (${FOUND}) language sql ${definer} as $$
    select ${COLUMNS} from food_imported f where f.code = gtin and ${visible} limit 20
  $$`);
  await run(`create function imported_by_id(ids text[]) returns table (${FOUND}) language sql ${definer} as $$
    with wanted as materialized (
      select substr(x, 5, 36)::uuid as import_id, substr(x, 42)::int as n from unnest(ids) x
      where x ~ '^imp-[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}-[0-9]{1,8}$')
    select ${COLUMNS} from wanted w join food_imported f on f.import_id = w.import_id and f.n = w.n
    where ${visible}
  $$`);
  // Which of these foods an earlier import of the same person holds already.
  await run(`create function known_food_keys(keys text[], but uuid) returns setof text language sql ${definer} as $$
    select distinct f.key from food_imported f
    where f.athlete_id = acting_person() and f.import_id <> but and f.key = any (keys)
  $$`);
  // After a large import the planner should know, and the search should not walk a list of unsorted entries.
  await run(`create function settle_imported() returns void language plpgsql security definer
    set search_path = pg_catalog, public, pg_temp as $$
    begin
      perform gin_clean_pending_list('food_imported_words'::regclass);
      perform gin_clean_pending_list('food_imported_trigrams'::regclass);
      analyze food_imported;
    end $$`);
  for (const name of [
    'own_import_only()',
    'imported_by_words(text)',
    'imported_by_likeness(text, real)',
    'imported_by_code(text)',
    'imported_by_id(text[])',
    'known_food_keys(text[], uuid)',
    'settle_imported()',
  ]) {
    await run(`revoke execute on function ${name} from public`);
    if (!name.startsWith('own_')) await run(`grant execute on function ${name} to maul_app`);
  }
};
