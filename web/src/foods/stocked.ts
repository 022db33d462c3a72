import { NO_DETAILS, type Food, type PortionFood } from '@maul/contract/foods';
import type { InStock } from '@maul/contract/kitchen';
import type { StockLine } from '@maul/core/kitchen';
import { wordsOf } from '@maul/core/units';
import { useMemo } from 'react';
import { useOffered } from '../data/kitchen/kitchenWork.ts';
import { shortDate } from '../ui/formats/show.ts';

/** A food that lies in a box or an opened pack: what a portion of it copies says which. */
export type StockedFood = Food & {
  stocked?: { food: PortionFood; free: number };
};

const remarkOf = ({ item, rule, free }: StockLine<InStock>): string => {
  const until = rule.until === null ? '' : `, by ${shortDate(rule.until.slice(0, 10) as never)}`;
  const frozen = item.place === 'freezer' ? ', to be thawed first' : '';
  return `In stock: ${Math.round(free)} g in the ${item.place}${until}${frozen}.`;
};

/** Something in stock as foods are shown and chosen. */
export const stockedFood = (line: StockLine<InStock>): StockedFood => {
  const { item, free } = line;
  return {
    id: `stock-${item.id}`,
    name: item.name,
    state: item.food.state,
    per100g: item.food.per100g,
    measures: [
      { name: item.kind === 'box' ? 'box' : 'all of it', grams: Math.round(free * 10) / 10, spread: null },
    ],
    details: { ...NO_DETAILS, allergens: item.food.allergens ?? [], group: item.food.group ?? null },
    origin: 'own',
    source: item.food.source,
    remark: remarkOf(line),
    version: 1,
    recent: false,
    lever: false,
    inStock: true,
    stocked: { food: { ...item.food, name: item.name, stockId: item.id }, free },
  };
};

/** Whether every word of a question begins a word of a name. */
const meant = (name: string, question: string): boolean => {
  const held = wordsOf(name);
  return wordsOf(question).every((word) => held.some((h) => h.startsWith(word)));
};

/** Cooked boxes and leftovers that may be eaten now, first to expire first; of boxes alike only the first. */
export const useStockedFoods = (athleteId: string, enabled = true, question = ''): StockedFood[] => {
  const lines = useOffered(athleteId, enabled, question);
  return useMemo(() => {
    const seen = new Set<string>();
    return lines.flatMap((line) => {
      const key = `${line.item.food.id} ${line.item.place}`;
      if (line.item.kind === 'raw' || seen.has(key)) return [];
      seen.add(key);
      return [stockedFood(line)];
    });
  }, [lines]);
};

/** Those of them that a question means. */
export const stockedNamed = (foods: readonly StockedFood[], question: string): StockedFood[] =>
  foods.filter((f) => meant(`${f.name} ${f.state}`, question)).slice(0, 6);
