import { type FoodOrigin, type KeptFood, FoodDetails, type Food } from '@maul/contract/foods';
import type { Selectable } from 'kysely';
import type { FoodOwnTable } from '../platform/db/schema.ts';

/** A food as a search finds it, wherever it is kept; rows of older files lack some of their details. */
export interface Found extends Omit<KeptFood, 'details'> {
  id: string;
  origin: FoodOrigin;
  details: Partial<KeptFood['details']>;
  version: number;
  offered_first: boolean;
  closeness: number;
}

export interface Mark {
  lever: boolean;
  in_stock: boolean;
}

export const LEVER_TAG = 'lever';

/** What is found, as a food of the contract, with what the athlete says of it. */
export const asFood = (found: Found, mark: Mark | undefined, recent: boolean): Food => {
  const details = FoodDetails.parse(found.details);
  return {
    id: found.id,
    name: found.name,
    state: found.state,
    per100g: found.per100g,
    measures: found.measures.map((m) => ({ ...m, spread: m.spread ?? null })),
    details,
    origin: found.origin,
    source: found.source,
    remark: found.remark,
    version: found.version,
    recent,
    lever: mark?.lever ?? details.tags.includes(LEVER_TAG),
    inStock: mark?.in_stock ?? false,
  };
};

/** An own food's row. */
export const ownFood = (row: Selectable<FoodOwnTable>): Found => ({
  id: row.id,
  name: row.name,
  state: row.state as Food['state'],
  per100g: row.per100g,
  measures: row.measures,
  details: row.details,
  source: row.source,
  remark: null,
  origin: 'own',
  version: row.version,
  offered_first: true,
  closeness: 1,
});
