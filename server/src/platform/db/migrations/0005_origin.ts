import { sql, type Kysely } from 'kysely';

/** Where a reference food comes from stands in a column of its own; before, only its id told. */
export const up = async (db: Kysely<unknown>): Promise<void> => {
  const run = (text: string) => sql.raw(text).execute(db);
  await run(`alter table food_reference add column origin text`);
  await run(`update food_reference set origin = case
    when id like 'maul-%' then 'everyday' when id like 'pack-%' then 'package' else 'table' end`);
  await run(`alter table food_reference alter column origin set not null,
    add constraint food_reference_origin check (origin in ('everyday', 'package', 'table'))`);
  await run(`create index food_reference_everyday on food_reference (name) where origin = 'everyday'`);
};
