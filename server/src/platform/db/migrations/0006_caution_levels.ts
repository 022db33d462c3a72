import { sql, type Kysely } from 'kysely';

/** The levels of cautions got the words that say what they do: "hard" is confirm, "X" is refuse. */
export const up = async (db: Kysely<unknown>): Promise<void> => {
  // Row-level security is forced on its owner too; it is forced again before the step ends.
  await sql`alter table season_revision no force row level security`.execute(db);
  await sql`update season_revision set cautions = (
      select jsonb_agg(case c ->> 'level'
        when 'hard' then jsonb_set(c, '{level}', '"confirm"')
        when 'X' then jsonb_set(c, '{level}', '"refuse"')
        else c end order by n)
      from jsonb_array_elements(cautions) with ordinality as e(c, n))
    where jsonb_array_length(cautions) > 0`.execute(db);
  await sql`alter table season_revision force row level security`.execute(db);
};
