import {
  type InStock,
  type KitchenBook,
  type KitchenPlan,
  KitchenThing,
  type Mate,
  MOST_THINGS,
  RECENT_BATCHES,
  STOCK_PAGE,
  StockMove,
  StockRow,
} from '@maul/contract/kitchen';
import type { IsoDate } from '@maul/core/units';
import { type Selectable, sql } from 'kysely';
import type { AppTransaction } from '../platform/db/connect.ts';
import { rowCodec } from '../platform/db/rows.ts';
import type { StockTable } from '../platform/db/schema.ts';

export const thingRows = rowCodec('kitchen_thing', KitchenThing);
export const stockRows = rowCodec('stock', StockRow);
export const moveRows = rowCodec('stock_move', StockMove);

/** Whose kitchens are looked into: with one’s own those one shares; of somebody else’s theirs alone. */
const group = (athleteId: string) =>
  sql`case when ${athleteId}::uuid = acting_person() then kitchens_open() else array[${athleteId}::uuid] end`;

/** Recipes, people, prices and rules of a kitchen, and its latest batches. */
export const bookOf = async (trx: AppTransaction, athleteId: string): Promise<KitchenBook['things']> => {
  const things = await trx
    .selectFrom('kitchen_thing')
    .selectAll()
    .where('athlete_id', '=', athleteId)
    .where('deleted_at', 'is', null)
    .where(sql<boolean>`thing ->> 'kind' <> 'batch'`)
    .orderBy('id', 'desc')
    .limit(MOST_THINGS)
    .execute();
  const batches = await trx
    .selectFrom('kitchen_thing')
    .selectAll()
    .where('athlete_id', '=', athleteId)
    .where('deleted_at', 'is', null)
    .where(sql<boolean>`thing ->> 'kind' = 'batch'`)
    .orderBy('id', 'desc')
    .limit(RECENT_BATCHES)
    .execute();
  return [...things, ...batches].map((row) => thingRows.read(row));
};

/** The kind of a thing that is there, whether or not it was taken away. */
export const kindOf = async (
  trx: AppTransaction,
  athleteId: string,
  id: string,
): Promise<string | undefined> => {
  const { rows } = await sql<{ kind: string }>`
    select thing ->> 'kind' as kind from kitchen_thing where athlete_id = ${athleteId} and id = ${id}`.execute(
    trx,
  );
  return rows[0]?.kind;
};

export const matesOf = (trx: AppTransaction): Promise<Mate[]> =>
  sql<Mate>`select athlete_id as "athleteId", name from kitchen_mates()`.execute(trx).then((r) => r.rows);

/** The versions that a recipe had before, the latest first. */
export const versionsOf = (trx: AppTransaction, athleteId: string, id: string) =>
  sql<{ version: number; thing: KitchenThing['thing']; until: string }>`
    select version, replaced -> 'thing' as thing, replaced_at as until from row_history
    where athlete_id = ${athleteId} and table_name = 'kitchen_thing' and row_id = ${id}
    order by version desc limit 49`
    .execute(trx)
    .then((r) => r.rows);

export const thingOf = (trx: AppTransaction, athleteId: string, id: string) =>
  trx
    .selectFrom('kitchen_thing')
    .selectAll()
    .where('athlete_id', '=', athleteId)
    .where('id', '=', id)
    .executeTakeFirst();

const inStock = (row: Selectable<StockTable>): InStock => ({
  ...stockRows.read(row),
  athleteId: row.athlete_id,
  left: row.left_grams,
  planned: row.planned_grams,
});

/** A page of what is there, first to expire first, what has no date last. */
export const stockOf = async (
  trx: AppTransaction,
  athleteId: string,
  { skip, q }: { skip: number; q: string },
): Promise<{ stock: InStock[]; more: boolean }> => {
  const like = `%${q.replace(/[\\%_]/g, (c) => `\\${c}`)}%`;
  const rows = await trx
    .selectFrom('stock')
    .selectAll()
    .where(sql<boolean>`athlete_id = any (${group(athleteId)})`)
    .where('deleted_at', 'is', null)
    .where(sql<boolean>`(left_grams >= 0.5 or left_grams <= -0.5)`)
    .$if(q !== '', (query) => query.where('name', 'ilike', like))
    .orderBy(sql`use_by nulls last`)
    .orderBy('id')
    .offset(skip)
    .limit(STOCK_PAGE + 1)
    .execute();
  return { stock: rows.slice(0, STOCK_PAGE).map(inStock), more: rows.length > STOCK_PAGE };
};

export const stockById = async (
  trx: AppTransaction,
  athleteId: string,
  id: string,
): Promise<InStock | undefined> => {
  const row = await trx
    .selectFrom('stock')
    .selectAll()
    .where(sql<boolean>`athlete_id = any (${group(athleteId)})`)
    .where('id', '=', id)
    .where('deleted_at', 'is', null)
    .executeTakeFirst();
  return row && inStock(row);
};

/** Grams thrown away in the last 28 days. */
export const wasteOf = async (trx: AppTransaction, athleteId: string): Promise<number> => {
  const { rows } = await sql<{ grams: number }>`
    select coalesce(sum(grams), 0)::float as grams from stock_move
    where athlete_id = any (${group(athleteId)}) and why = 'waste' and at > now() - interval '28 days' and deleted_at is null`.execute(
    trx,
  );
  return rows[0]?.grams ?? 0;
};

export const plannedIn = (
  trx: AppTransaction,
  from: IsoDate,
  to: IsoDate,
): Promise<KitchenPlan['portions']> =>
  sql<KitchenPlan['portions'][number]>`
    select athlete_id as "athleteId", name, day, "time", food, grams from planned_in_kitchen(${from}::date, ${to}::date)`
    .execute(trx)
    .then((r) => r.rows);
