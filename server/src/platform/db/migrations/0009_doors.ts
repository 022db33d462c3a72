import { sql, type Kysely } from 'kysely';

/** Invented and real people do not meet; and nobody is flooded with what others give. */
export const up = async (db: Kysely<unknown>): Promise<void> => {
  const run = (text: string) => sql.raw(text).execute(db);
  const definer = `security definer set search_path = pg_catalog, pg_temp`;
  const alike = `p.is_demo = (select me.is_demo from public.person me where me.id = public.acting_person())`;
  await run(`create or replace function coach_by_code(code text) returns table (id uuid, name text)
    language sql stable ${definer} as $$
    select p.id, p.name from public.person p where p.is_coach and p.coach_code = upper(code) and ${alike}
  $$`);
  await run(`create or replace function eater_by_code(code text) returns table (id uuid, name text)
    language sql stable ${definer} as $$
    select p.id, p.name from public.person p join public.athlete a on a.athlete_id = p.id
    where p.table_code = upper(code) and p.id <> public.acting_person() and ${alike}
  $$`);

  // Read by its owner in the function below, which tells nobody what it read.
  await run(`alter table handover no force row level security`);
  await run(`create index handover_between on handover (to_id, athlete_id, answered_at desc)`);
  await run(`create function may_give() returns trigger language plpgsql ${definer} as $$
    declare
      waiting integer;
      last text;
    begin
      perform pg_advisory_xact_lock(hashtext('handover ' || new.to_id::text));
      select count(*) into waiting from public.handover h where h.to_id = new.to_id and h.answer is null;
      if waiting >= 20 then
        raise exception 'twenty wait' using errcode = 'MG020';
      end if;
      -- What was taken last, the one way or the other, makes them known to each other.
      select h.answer into last from public.handover h
        where h.answer is not null and ((h.to_id = new.to_id and h.athlete_id = new.athlete_id)
          or (h.to_id = new.athlete_id and h.athlete_id = new.to_id and h.answer = 'taken'))
        order by h.answered_at desc limit 1;
      if last is distinct from 'taken' and exists (select from public.handover h
          where h.to_id = new.to_id and h.athlete_id = new.athlete_id
            and (h.answer is null or h.created_at > now() - interval '1 day')) then
        raise exception 'one waits' using errcode = 'MG001';
      end if;
      return new;
    end $$`);
  await run(`revoke execute on function may_give() from public`);
  await run(`create trigger may_give before insert on handover for each row execute function may_give()`);
};
