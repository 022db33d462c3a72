import type { Measure } from '@maul/contract/foods';
import { type FoodBasis } from '@maul/core/foods';
import { type NutrientVector, type Tagname } from '@maul/core/nutrition';
import { z } from 'zod';
import { stateInName, type Candidate } from './candidate.ts';
import type { JsonElement } from './lines.ts';
import { ENERGY_FIRST, FDC_NUMBERS, unitFactor } from './nutrients.ts';
import { nameIn, type Read } from './own.ts';

/** Told of every nutrient that a food states: its name, and what it is read as. */
export type OnNutrient = (column: string, as: Tagname | null) => void;

/** One statement of a FoodData Central food: nutrient number, its name and unit, the amount per 100 g (or 100 mL). */
export interface Statement {
  number: string;
  name: string;
  unit: string;
  amount: number;
}

/** What FoodData Central states, by tagname. A negative carbohydrate by difference is no amount: it is unknown. */
export const fdcFigures = (statements: Iterable<Statement>, onNutrient?: OnNutrient) => {
  const figures: Partial<Record<Tagname, number>> = {};
  let energyRank = Infinity;
  let negative = false;
  for (const { number, name, unit, amount } of statements) {
    const tag = FDC_NUMBERS[number];
    const factor = tag && unitFactor(tag, unit);
    onNutrient?.(`${name}, ${unit}`, factor === undefined ? null : (tag ?? null));
    if (!tag || factor === undefined) continue;
    if (tag === 'CHOCDF' && amount < 0) {
      negative = true;
      continue;
    }
    if (tag === 'ENERC') {
      const rank = ENERGY_FIRST.indexOf(number);
      if (rank >= energyRank) continue;
      energyRank = rank;
    }
    figures[tag] = Number((amount * factor).toPrecision(8));
  }
  return {
    figures: figures as NutrientVector,
    remark: negative ? 'The table states a negative carbohydrate by difference; it is unknown here.' : null,
  };
};

const MILLILITRE = /^(ml|mlt|milliliter)$/i;

/** What a branded food's figures are for: 100 g, or 100 mL where its serving is in millilitres. */
export const brandedBasis = (servingUnit: string | undefined): FoodBasis =>
  servingUnit !== undefined && MILLILITRE.test(servingUnit) ? { kind: '100 mL' } : { kind: '100 g' };

/** A date as FoodData Central writes it (4/1/2019 or 2019-04-01), as YYYY-MM-DD; null when it is neither. */
export const fdcDate = (text: string | undefined): string | null => {
  const us = /^(\d{1,2})\/(\d{1,2})\/(\d{4})$/.exec(text ?? '');
  if (us) return `${us[3] ?? ''}-${(us[1] ?? '').padStart(2, '0')}-${(us[2] ?? '').padStart(2, '0')}`;
  return /^\d{4}-\d{2}-\d{2}$/.test(text ?? '') ? (text ?? null) : null;
};

const NutrientLine = z.object({
  nutrient: z.object({ number: z.coerce.string(), name: z.string(), unitName: z.string() }).optional(),
  amount: z.number().nullish(),
});
const Portion = z.object({
  gramWeight: z.number().nullish(),
  amount: z.number().nullish(),
  value: z.number().nullish(),
  modifier: z.string().nullish(),
  portionDescription: z.string().nullish(),
  measureUnit: z.object({ name: z.string() }).nullish(),
});
const FdcFood = z.object({
  fdcId: z.number(),
  description: z.string(),
  dataType: z.string().optional(),
  publicationDate: z.string().nullish(),
  modifiedDate: z.string().nullish(),
  foodNutrients: z.array(NutrientLine),
  foodPortions: z.array(Portion).nullish(),
  gtinUpc: z.string().nullish(),
  servingSize: z.number().nullish(),
  servingSizeUnit: z.string().nullish(),
  householdServingFullText: z.string().nullish(),
});

export const sourceOf = (type: string, id: number | string): string =>
  `USDA FoodData Central, ${type === '' ? 'food' : type}, FDC ID ${id}`;

const measuresOf = (portions: z.infer<typeof Portion>[]): Measure[] =>
  portions
    .flatMap((p) => {
      const count = p.amount ?? p.value ?? 1;
      const unit = p.measureUnit?.name;
      const name = [unit === 'undetermined' ? '' : unit, p.modifier ?? p.portionDescription]
        .filter((t) => t !== undefined && t !== null && t !== '')
        .join(', ')
        .slice(0, 60);
      return p.gramWeight && p.gramWeight > 0 && count > 0 && name !== ''
        ? [{ name, grams: Number((p.gramWeight / count).toPrecision(6)), spread: null }]
        : [];
    })
    .slice(0, 20);

/** The serving of a branded food, as a measure and as what its label's rounding hides. */
export const brandedServing = (food: {
  servingSize?: number | null;
  servingSizeUnit?: string | null;
  household?: string | null;
  kcalPer100: number | undefined;
}): { measures: Measure[]; label: { rules: 'us'; grams: number; kcal: number } | null } => {
  const grams = food.servingSize ?? 0;
  if (!(grams > 0)) return { measures: [], label: null };
  const household = food.household?.trim() ?? '';
  const kcal = food.kcalPer100 === undefined ? undefined : (food.kcalPer100 * grams) / 100;
  return {
    measures: [
      { name: `serving${household === '' ? '' : `, ${household}`}`.slice(0, 60), grams, spread: 0.1 },
    ],
    label: kcal === undefined ? null : { rules: 'us', grams, kcal: Number(kcal.toPrecision(4)) },
  };
};

/** A code of FoodData Central is kept only when its check digit holds: some are shop numbers. */
export const fdcCode = (
  gtin: string | null | undefined,
  valid: (code: string) => boolean,
): string | undefined => {
  const digits = (gtin ?? '').trim();
  if (!/^\d{8,14}$/.test(digits)) return undefined;
  return [digits, digits.padStart(12, '0'), digits.padStart(14, '0')].find(valid);
};

/** Reads one food of a FoodData Central JSON file: Foundation, SR Legacy, Survey or Branded. */
export const readFdcJson = (
  { line, text }: JsonElement,
  valid: (code: string) => boolean,
  onNutrient?: OnNutrient,
): Read => {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return { line, what: text.slice(0, 60), reason: 'It is no valid JSON.' };
  }
  const parsed = FdcFood.safeParse(value);
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    const what = nameIn(value, 'description') ?? text.slice(0, 60);
    return {
      line,
      what,
      reason: `It is not as FoodData Central publishes foods: ${issue?.path.join('.') ?? ''}.`,
    };
  }
  const food = parsed.data;
  const { figures, remark } = fdcFigures(
    food.foodNutrients.flatMap(({ nutrient, amount }) =>
      nutrient && amount !== null && amount !== undefined
        ? [{ number: nutrient.number, name: nutrient.name, unit: nutrient.unitName, amount }]
        : [],
    ),
    onNutrient,
  );
  const branded = food.dataType === 'Branded';
  const serving = brandedServing({
    servingSize: branded ? food.servingSize : null,
    servingSizeUnit: food.servingSizeUnit,
    household: food.householdServingFullText,
    kcalPer100: figures.ENERC,
  });
  const candidate: Candidate = {
    name: food.description,
    state: stateInName(food.description),
    figures,
    basis: branded ? brandedBasis(food.servingSizeUnit ?? undefined) : { kind: '100 g' },
    measures: branded ? serving.measures : measuresOf(food.foodPortions ?? []),
    details: {
      label: serving.label,
      sourceDate: fdcDate(food.publicationDate ?? food.modifiedDate ?? undefined) as never,
    },
    code: fdcCode(food.gtinUpc, valid),
    source: sourceOf(food.dataType ?? '', food.fdcId),
    remark,
  };
  return { line, what: food.description, candidate };
};
