import { energyOf, type NutrientVector } from '../nutrition/index.ts';

/** What a food is used as. */
export const FOOD_GROUPS = [
  'grain', 'bread', 'root', 'legume', 'meat', 'fish', 'egg', 'dairy', 'cheese', 'plant protein', 'powder', 'fat', 'nuts',
  'vegetable', 'fruit', 'dried fruit', 'sweet', 'sauce', 'seasoning', 'drink',
] as const; // prettier-ignore
export type FoodGroup = (typeof FOOD_GROUPS)[number];

/** How much of a food of a group is usually eaten at once, and what is about the most, grams. common practice, no source. */
interface GroupSize {
  usual: number;
  largest: number;
  /** The same dry, where the food swells in the pot. */
  dry?: { usual: number; largest: number };
}
const SIZES: Readonly<Record<FoodGroup, GroupSize>> = {
  grain: { usual: 220, largest: 500, dry: { usual: 80, largest: 200 } },
  bread: { usual: 80, largest: 240 },
  root: { usual: 250, largest: 600 },
  legume: { usual: 150, largest: 400, dry: { usual: 70, largest: 180 } },
  meat: { usual: 180, largest: 400 },
  fish: { usual: 160, largest: 400 },
  egg: { usual: 150, largest: 400 },
  dairy: { usual: 250, largest: 500 },
  cheese: { usual: 50, largest: 200 },
  'plant protein': { usual: 150, largest: 400, dry: { usual: 50, largest: 120 } },
  powder: { usual: 35, largest: 90 },
  fat: { usual: 10, largest: 40 },
  nuts: { usual: 25, largest: 90 },
  vegetable: { usual: 200, largest: 600 },
  fruit: { usual: 150, largest: 500 },
  'dried fruit': { usual: 30, largest: 120 },
  sweet: { usual: 30, largest: 100 },
  sauce: { usual: 20, largest: 80 },
  seasoning: { usual: 3, largest: 15 },
  drink: { usual: 300, largest: 750 },
};

/** What one group does for a meal another may do too. */
const FAMILY: Readonly<Record<FoodGroup, string>> = {
  grain: 'staple', bread: 'staple', root: 'staple', legume: 'staple', meat: 'protein', fish: 'protein', egg: 'protein',
  dairy: 'protein', cheese: 'protein', 'plant protein': 'protein', powder: 'protein', fat: 'fat', nuts: 'fat',
  vegetable: 'vegetable', fruit: 'fruit', 'dried fruit': 'fruit', sweet: 'sweet', sauce: 'sauce', seasoning: 'sauce', drink: 'drink',
}; // prettier-ignore

/** How near two groups are in use: 0 the same, 1 the same family, 2 neither, or one that is not known. */
export const groupDistance = (a: FoodGroup | null, b: FoodGroup | null): 0 | 1 | 2 =>
  a === null || b === null ? 2 : a === b ? 0 : FAMILY[a] === FAMILY[b] ? 1 : 2;

/** Words that tell a group by the name of a food; the first that is found counts. */
const NAMED: readonly (readonly [FoodGroup, RegExp])[] = [
  ['seasoning', /\b(salt|pepper, (black|white)|(black|white) pepper|spices?|herbs?|cinnamon|curry powder|paprika powder|baking powder|stock cube|sweetener|vinegar|cocoa)\b/i],
  ['powder', /\b(whey|casein|protein (powder|isolate|concentrate)|maltodextrin|mass gainer)\b/i],
  ['sauce', /\b(sauce|ketchup|mustard|mayonnaise|dressing|pesto|salsa|passata|hummus)\b/i],
  ['nuts', /\b(almonds?|hazelnuts?|walnuts?|peanuts?|cashews?|pistachios?|pecans?|nuts?|seeds?|linseed|tahini|(nut|almond|peanut) butter)\b/i],
  ['fat', /\b(oil|butter|ghee|lard|margarine)\b/i],
  ['sweet', /\b(sugar|honey|syrup|jam|fruit spread|chocolate|candy|sweets|biscuits?|cookies?|cake|ice cream|marshmallows?)\b(?!.*rice cakes?)/i],
  ['drink', /\b(juice|cola|coffee|espresso|tea|beer|wine|spirit|water|lemonade|energy drink|soda|squash)\b/i],
  ['dried fruit', /\b(raisins?|sultanas?|dates?|prunes?|dried (fruit|figs?|apricots?|mango))\b/i],
  ['bread', /\b(bread|bagel|tortilla|wrap|roll|toast|crispbread|crackers?|pitta|naan|rice cakes?)\b/i],
  ['root', /\b(potato(es)?|cassava|yams?|taro|plantain)\b/i],
  ['grain', /\b(rice|oats?|pasta|spaghetti|noodles?|couscous|bulgur|quinoa|barley|buckwheat|millet|polenta|semolina|wheat|maize|sorghum|porridge|muesli|cereals?|flakes|flour)\b/i],
  ['plant protein', /\b(tofu|tempeh|seitan|soya mince|textured soya|soya protein)\b/i],
  ['legume', /\b(lentils?|chickpeas?|(kidney|black|white|broad|mung|soya) beans?|edamame|dal|gram)\b/i],
  ['egg', /\beggs?\b(?!plant)/i],
  ['fish', /\b(fish|cod|hake|pollock|trout|salmon|mackerel|tuna|sardines?|herring|prawns?|shrimps?|mussels?|crab|squid|anchov(y|ies))\b/i],
  ['meat', /\b(chicken|turkey|beef|pork|lamb|veal|venison|ham|bacon|sausages?|goat|duck|rabbit|mutton|mince|steak)\b/i],
  ['dairy', /\b(milk|yoghurt|yogurt|skyr|quark|kefir|cottage cheese|curd|(oat|soya|almond) drink)\b/i],
  ['cheese', /\b(cheese|mozzarella|feta|parmesan|cheddar)\b/i],
  ['fruit', /\b(apples?|bananas?|oranges?|berries|bilberries|strawberries|raspberries|blueberries|grapes?|plums?|pineapple|kiwi|mango(es)?|pears?|peach(es)?|melon|papaya|guava|cherries|mandarins?)\b/i],
  ['vegetable', /\b(broccoli|cauliflower|spinach|kale|cabbage|lettuce|cucumber|tomato(es)?|peppers?|carrots?|courgette|aubergine|mushrooms?|onions?|garlic|leek|beans?|peas|asparagus|beetroot|pumpkin|squash|celery|radish|avocado|gourd|greens?)\b/i],
]; // prettier-ignore

/** A food as its group is found. */
export interface GroupedFood {
  name: string;
  state?: string;
  group?: FoodGroup | null;
}

/** What a food is used as: as its source says, else by the words of its name; null where neither tells. */
export const groupOf = ({ name, group }: GroupedFood): FoodGroup | null =>
  group ?? NAMED.find(([, words]) => words.test(name))?.[0] ?? null;

/** How often a food was eaten lately, and how much of it at once, grams. */
export interface SeenPortions {
  times: number;
  usual: number;
  largest: number;
}

export interface PortionSize {
  /** What is usually eaten at once, and about the most, grams. */
  usual: number;
  largest: number;
  from: 'own portions' | 'pack' | 'food group' | 'energy';
}

/** From so many own portions on they say what is usual. common practice, no source. */
const ENOUGH_SEEN = 3;
/** A portion of something that nothing is known of holds about so much, and at most so much, kcal. common practice, no source. */
const UNKNOWN_KCAL = { usual: 250, largest: 800 } as const;

/**
 * What a portion of a food usually is and at most, grams: by the athlete's own portions of it, else by its pack, else by its food group,
 * else by its energy. Own portions only ever widen what the group allows.
 *
 * @example
 * portionSize({ name: 'Quark, low fat', per100g: {} }).largest; // => 500
 */
export const portionSize = (
  food: GroupedFood & { per100g: NutrientVector; packGrams?: number | null },
  seen?: SeenPortions,
): PortionSize => {
  const group = groupOf(food);
  const size = group && SIZES[group];
  const sized = size ? (food.state === 'dry' && size.dry ? size.dry : size) : undefined;
  const density = energyOf(food.per100g)?.kcal;
  const byEnergy = (kcal: number): number =>
    density === undefined || density <= 0 ? 500 : Math.min(1000, Math.round((kcal / density) * 100));
  const known = sized ?? { usual: byEnergy(UNKNOWN_KCAL.usual), largest: byEnergy(UNKNOWN_KCAL.largest) };
  if (seen && seen.times >= ENOUGH_SEEN)
    return { usual: seen.usual, largest: Math.max(known.largest, seen.largest), from: 'own portions' };
  const { packGrams } = food;
  if (packGrams && packGrams > known.usual && packGrams < known.largest)
    return { usual: known.usual, largest: packGrams, from: 'pack' };
  return { ...known, from: sized ? 'food group' : 'energy' };
};
