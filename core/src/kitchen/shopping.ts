import type { KitchenFood } from './food.ts';

/** So much of a food that a plan asks for, as it is weighed for the plan. */
export interface Wanted {
  food: KitchenFood;
  grams: number;
  /** Where it is wanted, for who asks why: "Tue meal 3", "Stew for 6". */
  why: string;
}

/** What of a raw food is there. */
export interface InStore {
  foodId: string;
  grams: number;
}

export interface PackPrice {
  foodId: string;
  /** Grams of the pack that the price is for. */
  grams: number;
  /** In the smallest coin: cents. */
  minor: number;
}

export interface ShoppingLine {
  food: KitchenFood;
  /** Raw grams as bought, peel and bones and all. */
  need: number;
  have: number;
  /** What is missing; 0 when the store covers it. */
  missing: number;
  /** What to buy: whole packs where the pack is known. */
  buy: number;
  packs: { count: number; grams: number } | null;
  /** In the smallest coin; null where no price is known. */
  cost: number | null;
  why: string[];
  /** What was taken for granted on the way back to raw. */
  said: string[];
}

/**
 * Grams as bought for so many grams as planned: a cooked amount goes back to raw by its yield, an edible part back to the whole by its refuse.
 *
 * @example
 * boughtGrams({ id: 'b', name: 'Banana', state: 'raw', per100g: {}, edible: { part: 0.64, refuse: 'peel' } }, 120).grams.toFixed(0); // => '188'
 */
export const boughtGrams = (food: KitchenFood, grams: number): { grams: number; said: string[] } => {
  const said: string[] = [];
  let raw = grams;
  if (food.yield && food.yield.from !== food.state && food.yield.from !== 'cooked') {
    raw = grams / food.yield.factor;
    said.push(
      `${Math.round(grams)} g ${food.state} are ${Math.round(raw)} g ${food.yield.from}, at a yield of ${food.yield.factor.toFixed(2)}`,
    );
  }
  const part = food.edible?.part ?? 1;
  if (part < 1) {
    raw /= part;
    said.push(`with ${food.edible?.refuse ?? 'refuse'} (${Math.round((1 - part) * 100)} %)`);
  }
  return { grams: raw, said };
};

/**
 * What to buy for what is planned: back to raw and to the whole food, added up by food, less what is in the store, rounded up to whole packs.
 * Grams; prices in the smallest coin. Lines keep the order in which foods were first wanted.
 *
 * @example
 * shoppingList([{ food: { id: 'rice', name: 'Rice', state: 'dry', per100g: {} }, grams: 600, why: 'Stew' }], [{ foodId: 'rice', grams: 150 }], [])[0].missing; // => 450
 */
export const shoppingList = (
  wanted: readonly Wanted[],
  store: readonly InStore[],
  prices: readonly PackPrice[],
): ShoppingLine[] => {
  const lines = new Map<string, { food: KitchenFood; need: number; why: string[]; said: string[] }>();
  for (const { food, grams, why } of wanted) {
    if (!(grams > 0)) continue;
    const bought = boughtGrams(food, grams);
    const line = lines.get(food.id) ?? { food, need: 0, why: [], said: [] };
    line.need += bought.grams;
    if (!line.why.includes(why)) line.why.push(why);
    for (const one of bought.said) if (!line.said.includes(one)) line.said.push(one);
    lines.set(food.id, line);
  }
  return [...lines.values()].map(({ food, need, why, said }) => {
    const have = store.filter((s) => s.foodId === food.id).reduce((sum, s) => sum + Math.max(0, s.grams), 0);
    const missing = Math.max(0, need - have);
    const price = prices.find((p) => p.foodId === food.id);
    const pack = price?.grams ?? food.packGrams ?? null;
    const count = pack !== null && pack > 0 ? Math.max(0, Math.ceil(missing / pack - 1e-9)) : null;
    const buy = count === null || pack === null ? Math.ceil(missing) : count * pack;
    return {
      food,
      need,
      have,
      missing,
      buy,
      packs: count !== null && pack !== null ? { count, grams: pack } : null,
      cost: price ? Math.round((buy / price.grams) * price.minor) : null,
      why,
      said,
    };
  });
};

/** What portions cost, by what is eaten of the packs; `unknown` names the foods without a price. In the smallest coin. */
export const costOf = (
  wanted: readonly Wanted[],
  prices: readonly PackPrice[],
): { minor: number; unknown: string[] } => {
  let minor = 0;
  const unknown = new Set<string>();
  for (const { food, grams } of wanted) {
    if (!(grams > 0)) continue;
    const price = prices.find((p) => p.foodId === food.id);
    if (!price) unknown.add(food.name);
    else minor += (boughtGrams(food, grams).grams / price.grams) * price.minor;
  }
  return { minor: Math.round(minor), unknown: [...unknown] };
};

/** What 100 g of protein cost from a food, in the smallest coin; null where its protein is not stated or there is none. */
export const proteinCost = (food: KitchenFood, price: PackPrice): number | null => {
  const protein = food.per100g.PROCNT ?? 0;
  const part = food.edible?.part ?? 1;
  return protein > 0 ? Math.round((price.minor / price.grams / (protein / 100) / part) * 100) : null;
};

/** A shopping list as text, group by group, for a message or for paper. */
export const shoppingText = (
  groups: readonly { name: string; lines: readonly { name: string; amount: string; ticked: boolean }[] }[],
): string =>
  groups
    .filter((group) => group.lines.length > 0)
    .map((group) =>
      [group.name, ...group.lines.map((l) => `${l.ticked ? '[x]' : '[ ]'} ${l.name}, ${l.amount}`)].join(
        '\n',
      ),
    )
    .join('\n\n');
