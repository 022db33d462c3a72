import { sql, type Kysely } from 'kysely';

/**
 * A meal marked eaten counts with what was planned of it; before, it counted nothing. Portions left planned in meals that were marked
 * eaten are as they would be now. What they were stays in the history of the row.
 */
export const up = async (db: Kysely<unknown>): Promise<void> => {
  // Row-level security is forced on its owner too; it is forced again before the step ends.
  for (const table of ['meal', 'portion', 'row_history'])
    await sql.raw(`alter table ${table} no force row level security`).execute(db);
  await sql`update portion p set
      grams = p.planned_grams,
      method = case when p.guess is null or p.guess = 'null'::jsonb then 'planned' else 'out' end,
      version = p.version + 1, updated_at = now()
    from meal m
    where m.athlete_id = p.athlete_id and m.id = p.meal_id and m.eaten and p.grams is null
      and p.planned_grams is not null and p.deleted_at is null and m.deleted_at is null`.execute(db);
  for (const table of ['meal', 'portion', 'row_history'])
    await sql.raw(`alter table ${table} force row level security`).execute(db);
};
