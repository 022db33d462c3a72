import { sql, type Kysely } from 'kysely';

/** A word beside one portion of a meal. */
export const up = async (db: Kysely<unknown>): Promise<void> => {
  const run = (text: string) => sql.raw(text).execute(db);
  await run(`alter table note add column portion_id uuid,
    add foreign key (athlete_id, portion_id) references portion (athlete_id, id) on delete cascade`);
};
