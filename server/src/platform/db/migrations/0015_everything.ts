import { sql, type Kysely } from 'kysely';

/** Who is behind a row, and the name that a file gave them where the row was read back out of one. */
const AUTHORS: readonly [table: string, as: string][] = [
  ['season_revision', 'written_as'],
  ['change_order', 'signed_as'],
  ['movement_order', 'signed_as'],
  ['note', 'author_as'],
  ['check_in_answer', 'author_as'],
  ['caution_confirmation', 'person_as'],
];
/** Tables that an athlete adds to only through others, but when their own file is read back. */
const APPENDED = [
  'season_revision',
  'season_release',
  'change_order',
  'order_acknowledgement',
  'movement_order',
  'note',
  'check_in_answer',
  'check_in_read',
  'caution_confirmation',
  'row_history',
  'basis',
];

/** Everything of an athlete is read back out of its file: rows of others keep the name that the file says, and belong to nobody else. */
export const up = async (db: Kysely<unknown>): Promise<void> => {
  const run = (text: string) => sql.raw(text).execute(db);
  for (const [table, as] of AUTHORS) await run(`alter table ${table} add column ${as} text`);
  // Several coaches read one week; out of a file they are all names.
  await run(`alter table check_in_read add column reader_as text not null default ''`);
  await run(`alter table check_in_read drop constraint check_in_read_pkey`);
  await run(`alter table check_in_read add primary key (athlete_id, check_in_id, reader_id, reader_as)`);
  await run(`grant insert on row_history to maul_app`);
  for (const table of APPENDED)
    await run(`create policy read_back on ${table} for insert to maul_app
      with check (athlete_id = (select acting_person()) and current_setting('maul.reading_back', true) = 'on')`);
  // What somebody else wrote stays as they wrote it.
  await run(`drop policy change on note`);
  const written = `athlete_id = any ((select reachable_athletes())::uuid[]) and author_id = (select acting_person()) and author_as is null`;
  await run(`create policy change on note for update to maul_app using (${written}) with check (${written})`);
  // What is read back was signed long ago: it is no news of the account.
  await run(`create or replace function history_of_signing() returns trigger language plpgsql
    security definer set search_path = pg_catalog, pg_temp as $$
    begin
      if current_setting('maul.reading_back', true) = 'on' then
        return null;
      end if;
      insert into public.account_history (person_id, what, by_id)
        values (new.athlete_id, tg_argv[0], (to_jsonb(new) ->> tg_argv[1])::uuid);
      return null;
    end $$`);
};
