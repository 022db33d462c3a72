import { perGrams, sumNutrients, type NutrientVector } from '../../nutrition/index.ts';
import { DAY_TURNS_AT, minutesIntoDay } from '../../units/index.ts';
import { waterPlanBarred, type DayCaution, type Drink } from './cautions.ts';

/** Water on a day, as it is kept. */
export interface WaterEntry {
  id: string;
  /** HH:MM. */
  time: string;
  millilitres: number;
}

/** What a plan of water is judged against. */
export interface WaterDay {
  /** Everything drunk or planned on the day. */
  drinks: readonly WaterEntry[];
  /** What the day's meals hold, eaten or planned. */
  portions: readonly {
    food: { per100g: NutrientVector };
    grams: number | null;
    plannedGrams: number | null;
  }[];
  weightKg: number;
  /** Minutes after midnight at which the day turns. */
  turnsAt?: number;
}

/** Sodium that a day's food states, mg; null when some of it does not, or there is no food yet. */
const sodiumOf = (portions: WaterDay['portions']): number | null => {
  if (portions.length === 0) return null;
  const { value, unknown } = sumNutrients(
    portions.map((p) => perGrams(p.food.per100g, p.grams ?? p.plannedGrams ?? 0)),
  ).NA;
  return unknown > 0 ? null : value;
};

/**
 * Why a drink cannot be planned on a day, or undefined when it can: it is added to what is drunk and planned already, in place of an
 * entry of the same id. mL, kg. Asked before a plan of water is offered to be kept, and again before it is kept.
 */
export const plannedWaterBarred = (day: WaterDay, planned: WaterEntry): DayCaution | undefined => {
  const { drinks, portions, weightKg, turnsAt = DAY_TURNS_AT } = day;
  const asDrink = ({ millilitres, time }: WaterEntry): Drink => ({
    millilitres,
    minutes: minutesIntoDay(time, turnsAt),
  });
  const all = [...drinks.filter((d) => d.id !== planned.id), planned].map(asDrink);
  return waterPlanBarred(all, weightKg, sodiumOf(portions));
};
