import type { InStock } from '@maul/contract/kitchen';
import { FOOD_GROUPS, groupOf, type FoodGroup } from '@maul/core/foods';
import { shoppingList, type ShoppingLine } from '@maul/core/kitchen';
import { addDays } from '@maul/core/units';
import { wantedOf } from '../dishes.ts';
import { thingsOf } from '../../data/kitchen/kitchenWork.ts';
import type { KitchenPlanView } from '../usePlan.ts';

/** Groups of the shop, in words. */
export const GROUP_NAMES: Readonly<Record<FoodGroup | 'other', string>> = {
  grain: 'Grains and pasta',
  bread: 'Bread',
  root: 'Potatoes and roots',
  legume: 'Beans and lentils',
  meat: 'Meat',
  fish: 'Fish',
  egg: 'Eggs',
  dairy: 'Dairy',
  cheese: 'Cheese',
  'plant protein': 'Plant protein',
  powder: 'Powders',
  fat: 'Oil and butter',
  nuts: 'Nuts and seeds',
  vegetable: 'Vegetables',
  fruit: 'Fruit',
  'dried fruit': 'Dried fruit',
  sweet: 'Sweet things',
  sauce: 'Sauces',
  seasoning: 'Seasonings',
  drink: 'Drinks',
  other: 'Other',
};

/** The order of one’s own shop; groups that it leaves out come after it. */
export const shopOrder = (order: readonly FoodGroup[]): FoodGroup[] => [
  ...order,
  ...FOOD_GROUPS.filter((g) => !order.includes(g)),
];

const isPack = (s: InStock): boolean => s.kind === 'raw' || s.kind === 'opened';

/** What is wanted in the coming days, whose it is, and what the store holds of it. */
export const shoppingOf = (view: KitchenPlanView, days: number) => {
  const until = addDays(view.today, days - 1);
  const planned = view.planned.filter((p) => p.day <= until);
  const boxed = new Map<string, number>();
  for (const { dishId, free } of view.boxes)
    if (dishId !== null) boxed.set(dishId, (boxed.get(dishId) ?? 0) + free);
  const wanted = wantedOf(planned, view.dishes, boxed);
  const prices = thingsOf(view.book, 'price').map((p) => p.thing);
  const store = view.stock
    .filter(isPack)
    .map((s) => ({ foodId: s.food.id, grams: Math.max(0, s.left - s.planned) }));
  const lines = shoppingList(wanted, store, prices);
  const groups = new Map<FoodGroup | 'other', ShoppingLine[]>();
  for (const line of lines) {
    const group = groupOf(line.food) ?? 'other';
    groups.set(group, [...(groups.get(group) ?? []), line]);
  }
  const ordered = [...shopOrder(view.rule.shopOrder), 'other' as const].flatMap((group) => {
    const some = groups.get(group);
    return some ? [{ group, name: GROUP_NAMES[group], lines: some }] : [];
  });
  return { wanted, prices, groups: ordered, planned, days };
};
export type ShoppingView = ReturnType<typeof shoppingOf>;
