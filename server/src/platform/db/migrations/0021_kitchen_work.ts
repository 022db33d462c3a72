import { sql, type Kysely } from 'kysely';

const SEEN = `athlete_id in (select unnest(athletes_seen('log'))) or athlete_id in (select unnest(kitchens_open()))`;
const WORKED = `athlete_id in (select unnest(kitchens_open()))`;

const versioned = `version integer not null default 1,
  deleted_at timestamptz,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  primary key (athlete_id, id)`;

type Run = (text: string) => Promise<unknown>;

/** Recipes, batches, who eats along, and what is in stock. People who name each other as eating along work in one kitchen. */
export const up = async (db: Kysely<unknown>): Promise<void> => {
  const run = (text: string) => sql.raw(text).execute(db);
  await run(`alter table yield_seen add column pot text`);
  await run(`create table kitchen_thing (
    athlete_id uuid not null references athlete on delete cascade,
    id uuid not null,
    thing jsonb not null,
    ${versioned}
  )`);
  await run(`create index kitchen_thing_kind on kitchen_thing (athlete_id, (thing ->> 'kind'), id)`);
  await run(`create index kitchen_thing_diner on kitchen_thing ((thing ->> 'personId'))
    where thing ->> 'kind' = 'diner' and thing ->> 'personId' is not null and deleted_at is null`);
  await run(`create table stock (
    athlete_id uuid not null references athlete on delete cascade,
    id uuid not null,
    kind text not null check (kind in ('box', 'left', 'raw', 'opened')),
    batch_id uuid,
    name text not null,
    food jsonb not null,
    grams double precision not null check (grams > 0),
    division double precision,
    place text not null check (place in ('fridge', 'freezer', 'cupboard', 'bag')),
    since timestamptz not null,
    thawed boolean not null,
    cooked_at timestamptz,
    opened_at timestamptz,
    label_until timestamptz,
    use_by timestamptz,
    holds jsonb not null,
    diner_id uuid,
    left_grams double precision not null default 0,
    planned_grams double precision not null default 0,
    ${versioned}
  )`);
  // Not unique: a file that is read back keeps its ids in the new account.
  await run(`create index stock_id on stock (id)`);
  await run(`create index stock_there on stock (athlete_id, use_by)
    where deleted_at is null and (left_grams >= 0.5 or left_grams <= -0.5)`);
  await run(`create table stock_move (
    athlete_id uuid not null,
    id uuid not null,
    stock_id uuid not null,
    grams double precision not null,
    why text not null check (why in ('waste', 'given', 'corrected', 'eaten', 'cooked')),
    at timestamptz not null,
    ${versioned},
    foreign key (athlete_id, stock_id) references stock on delete cascade
  )`);
  await run(`create index stock_move_stock on stock_move (athlete_id, stock_id)`);
  await run(`create index stock_move_at on stock_move (athlete_id, why, at)`);
  await openKitchens(run);
  await guard(run);
  await counts(run);
  await plans(run);
};

/** One’s own kitchen, and those of people who name one as eating along and are named in turn. */
const openKitchens = async (run: Run): Promise<void> => {
  const definer = `stable security definer set search_path = pg_catalog, pg_temp`;
  await run(`create function kitchen_mates() returns table (athlete_id uuid, name text) language sql ${definer} as $$
    with me as materialized (select public.acting_person() as id)
    select d.athlete_id, p.name from me, public.kitchen_thing d join public.person p on p.id = d.athlete_id
    where d.thing ->> 'kind' = 'diner' and d.deleted_at is null and d.thing ->> 'personId' = me.id::text
      and exists (select from public.kitchen_thing o where o.athlete_id = me.id and o.thing ->> 'kind' = 'diner'
        and o.deleted_at is null and o.thing ->> 'personId' = d.athlete_id::text)
    group by 1, 2 order by 2 limit 20
  $$`);
  await run(`create function kitchens_open() returns uuid[] language sql ${definer} as $$
    select array_remove(public.acting_person() || coalesce((select array_agg(m.athlete_id) from public.kitchen_mates() m), '{}'), null)
  $$`);
  for (const name of ['kitchen_mates()', 'kitchens_open()']) {
    await run(`revoke execute on function ${name} from public`);
    await run(`grant execute on function ${name} to maul_app`);
  }
};

const guard = async (run: Run): Promise<void> => {
  for (const table of ['kitchen_thing', 'stock', 'stock_move']) {
    await run(`alter table ${table} enable row level security`);
    // Who eats along is read by its owner in the function above, which says whose kitchens are open.
    if (table !== 'kitchen_thing') await run(`alter table ${table} force row level security`);
    await run(`grant select, insert, update on ${table} to maul_app`);
    await run(`create policy read on ${table} for select to maul_app using (${SEEN})`);
    await run(`create policy add on ${table} for insert to maul_app with check (${WORKED})`);
    await run(
      `create policy change on ${table} for update to maul_app using (${WORKED}) with check (${WORKED})`,
    );
    await run(
      `create trigger tell after insert or update on ${table} for each row execute function tell_change('kitchen')`,
    );
  }
  // Who eats along opens a kitchen: only whose kitchen it is says so.
  await run(`create policy own_diners on kitchen_thing as restrictive for insert to maul_app
    with check (thing ->> 'kind' not in ('diner', 'rules') or athlete_id = (select acting_person()))`);
  await run(`create policy own_diners_change on kitchen_thing as restrictive for update to maul_app
    using (thing ->> 'kind' not in ('diner', 'rules') or athlete_id = (select acting_person()))
    with check (thing ->> 'kind' not in ('diner', 'rules') or athlete_id = (select acting_person()))`);
  // A batch is written at every press while it is cooked; only what is finished has a history.
  await run(`create trigger keep after update on kitchen_thing for each row
    when (old.thing ->> 'kind' = 'recipe' or (old.thing ->> 'kind' = 'batch' and old.thing ->> 'done' = 'true'))
    execute function keep_history()`);
  await run(`create trigger keep after update on stock for each row when (old.version is distinct from new.version)
    execute function keep_history()`);
  await run(`create trigger keep after update on stock_move for each row execute function keep_history()`);
};

/** What is left of a thing is counted where it is taken: portions and moves add and take, whoever of the kitchen writes them. */
const counts = async (run: Run): Promise<void> => {
  const path = `set search_path = pg_catalog, pg_temp`;
  await run(`create function stock_begins() returns trigger language plpgsql ${path} as $$
    begin
      if tg_op = 'INSERT' then
        new.left_grams := new.grams;
        new.planned_grams := 0;
      elsif new.grams <> old.grams then
        new.left_grams := new.left_grams + new.grams - old.grams;
      end if;
      return new;
    end $$`);
  await run(
    `create trigger begins before insert or update on stock for each row execute function stock_begins()`,
  );
  await run(`create function stock_takes(what uuid, eaten double precision, planned double precision) returns void language sql ${path} as $$
    update public.stock set left_grams = left_grams - eaten, planned_grams = planned_grams + planned
    where id = what and (eaten <> 0 or planned <> 0)
  $$`);
  await run(`create function portion_takes() returns trigger language plpgsql ${path} as $$
    begin
      if tg_op = 'UPDATE' and old.food ? 'stockId' and old.deleted_at is null then
        perform public.stock_takes((old.food ->> 'stockId')::uuid, -coalesce(old.grams, 0),
          case when old.grams is null then -coalesce(old.planned_grams, 0) else 0 end);
      end if;
      if new.food ? 'stockId' and new.deleted_at is null then
        perform public.stock_takes((new.food ->> 'stockId')::uuid, coalesce(new.grams, 0),
          case when new.grams is null then coalesce(new.planned_grams, 0) else 0 end);
      end if;
      return null;
    end $$`);
  await run(`create trigger takes after insert on portion for each row when (new.food ? 'stockId')
    execute function portion_takes()`);
  await run(`create trigger takes_anew after update on portion for each row when (old.food ? 'stockId' or new.food ? 'stockId')
    execute function portion_takes()`);
  // A meal that is taken away gives back what its portions took, and takes it again when it comes back.
  await run(`create function meal_takes() returns trigger language plpgsql ${path} as $$
    declare sign integer := case when new.deleted_at is null then 1 else -1 end;
    begin
      perform public.stock_takes((p.food ->> 'stockId')::uuid, sign * coalesce(p.grams, 0),
        case when p.grams is null then sign * coalesce(p.planned_grams, 0) else 0 end)
      from public.portion p where p.athlete_id = new.athlete_id and p.meal_id = new.id and p.deleted_at is null and p.food ? 'stockId';
      return null;
    end $$`);
  await run(`create trigger takes after update on meal for each row
    when ((old.deleted_at is null) <> (new.deleted_at is null)) execute function meal_takes()`);
  await run(`create function move_takes() returns trigger language plpgsql ${path} as $$
    begin
      if tg_op = 'UPDATE' and old.deleted_at is null then
        perform public.stock_takes(old.stock_id, -old.grams, 0);
      end if;
      if new.deleted_at is null then
        perform public.stock_takes(new.stock_id, new.grams, 0);
      end if;
      return null;
    end $$`);
  await run(
    `create trigger takes after insert or update on stock_move for each row execute function move_takes()`,
  );
  for (const name of [
    'stock_begins()',
    'stock_takes(uuid, double precision, double precision)',
    'portion_takes()',
    'meal_takes()',
    'move_takes()',
  ]) {
    await run(`revoke execute on function ${name} from public`);
    await run(`grant execute on function ${name} to maul_app`);
  }
};

/** What is planned in one’s own kitchen and in those one shares: food, grams, day and whose, and nothing else of their log. */
const plans = async (run: Run): Promise<void> => {
  await run(`create policy kitchen on portion for select to current_user
    using (grams is null and deleted_at is null and athlete_id in (select unnest(kitchens_open())))`);
  await run(`create policy kitchen on meal for select to current_user
    using (deleted_at is null and athlete_id in (select unnest(kitchens_open())))`);
  await run(`create function planned_in_kitchen(first date, last date)
    returns table (athlete_id uuid, name text, day date, "time" text, food jsonb, grams double precision)
    language sql stable security definer set search_path = pg_catalog, pg_temp as $$
    with open as materialized (select unnest(public.kitchens_open()) as id)
    select m.athlete_id, w.name, m.day, m.time::text, p.food, p.planned_grams
    from open join public.person w on w.id = open.id
      join public.meal m on m.athlete_id = open.id and m.day between first and last and m.deleted_at is null
      join public.portion p on p.athlete_id = m.athlete_id and p.meal_id = m.id
    where p.grams is null and p.deleted_at is null and p.planned_grams > 0
    order by m.day, m.time, p.position limit 2000
  $$`);
  await run(`revoke execute on function planned_in_kitchen(date, date) from public`);
  await run(`grant execute on function planned_in_kitchen(date, date) to maul_app`);
};
