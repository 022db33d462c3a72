import { sql, type Kysely } from 'kysely';

/** With each replaced row: from where it was replaced, as whoever meets the newer one reads it. Rows from before say nothing. */
export const up = async (db: Kysely<unknown>): Promise<void> => {
  const run = (text: string) => sql.raw(text).execute(db);
  await run('alter table row_history add column replaced_from text');
  await run(`create function acting_from(whose uuid) returns text language plpgsql stable security definer
    set search_path = pg_catalog, pg_temp as $$
    declare
      asked bytea := sha256(convert_to(current_setting('maul.token', true), 'UTF8'));
      who uuid;
      place text;
    begin
      select s.person_id, s.device into who, place from public.session s where s.token_hash = asked;
      if who is null then
        select t.person_id, t.name into who, place from public.access_token t where t.token_hash = asked;
      end if;
      -- Somebody else who may write here is named; one's own devices are told apart.
      return nullif(concat_ws(', ', (select p.name from public.person p where p.id = who and who <> whose), nullif(place, '')), '');
    end $$`);
  await run('revoke execute on function acting_from(uuid) from public');
  await run(`create or replace function keep_history() returns trigger language plpgsql security definer
    set search_path = pg_catalog, pg_temp as $$
    begin
      insert into public.row_history (athlete_id, table_name, row_id, version, replaced, replaced_from)
      values (old.athlete_id, tg_table_name, old.id, old.version, to_jsonb(old), public.acting_from(old.athlete_id))
      on conflict do nothing;
      return null;
    end $$`);
};
