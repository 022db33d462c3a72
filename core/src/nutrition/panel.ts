import { PLANT_FIRST, referenceIntake, type IntakePerson, type ReferenceIntake } from './intakes.ts';
import { TAGNAME_LIST, TAGNAMES, type Tagname } from './tagnames.ts';
import type { NutrientVector } from './vector.ts';

/** What was eaten of one food, as its nutrients. */
export interface PanelShare {
  foodId: string;
  name: string;
  vector: NutrientVector;
}

export interface PanelLine {
  tag: Tagname;
  unit: string;
  /** A day's amount: the sum over the shares divided by the days. */
  value: number;
  /** How many shares do not state it: when some do not, the value is "at least". */
  unknown: number;
  /** True when no share states it. */
  allUnknown: boolean;
  intake?: ReferenceIntake;
  /** Part of the reference intake, 1 for all of it. */
  part?: number;
  /** True above an upper level that counts all that is eaten. */
  aboveUpper: boolean;
  /** The foods that bring most of it, the most first, as parts of the value. */
  top: { name: string; part: number }[];
}

/** How many foods are named. */
const TOP = 3;

const topFoods = (tag: Tagname, shares: readonly PanelShare[], sum: number): PanelLine['top'] => {
  const byFood = new Map<string, { name: string; amount: number }>();
  for (const { foodId, name, vector } of shares) {
    const amount = vector[tag] ?? 0;
    if (amount <= 0) continue;
    const known = byFood.get(foodId);
    byFood.set(foodId, { name, amount: amount + (known?.amount ?? 0) });
  }
  return [...byFood.values()]
    .sort((a, b) => b.amount - a.amount || a.name.localeCompare(b.name))
    .slice(0, TOP)
    .map(({ name, amount }) => ({ name, part: sum > 0 ? amount / sum : 0 }));
};

/**
 * Every nutrient that Maul keeps, against the reference intakes of a day. The shares of `days` days are summed and divided by them; a share
 * that does not state a nutrient makes its value a lower bound. Without a person (or for a minor) there is no reference intake.
 * `plantsFirst` puts those nutrients on top that an athlete on plants looks at first. Throws RangeError for no days.
 */
export const nutrientPanel = (
  shares: readonly PanelShare[],
  person: IntakePerson | null,
  { days = 1, plantsFirst = false }: { days?: number; plantsFirst?: boolean } = {},
): PanelLine[] => {
  if (!(days >= 1)) throw new RangeError('A panel looks at one day or more.');
  const order = plantsFirst
    ? [...PLANT_FIRST, ...TAGNAME_LIST.filter((t) => !PLANT_FIRST.includes(t))]
    : TAGNAME_LIST;
  return order.map((tag) => {
    const unknown = shares.filter(({ vector }) => vector[tag] === undefined).length;
    const sum = shares.reduce((total, { vector }) => total + (vector[tag] ?? 0), 0);
    const intake = person && person.age >= 18 ? referenceIntake(tag, person) : undefined;
    const value = sum / days;
    return {
      tag,
      unit: TAGNAMES[tag],
      value,
      unknown,
      allUnknown: shares.length > 0 && unknown === shares.length,
      ...(intake ? { intake, part: value / intake.value } : {}),
      aboveUpper: intake?.upper?.countsAll === true && value > intake.upper.value,
      top: topFoods(tag, shares, sum),
    };
  });
};
