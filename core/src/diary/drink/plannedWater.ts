import { perGrams, sumNutrients, type NutrientVector } from '../../nutrition/index.ts';
import { DAY_TURNS_AT, daysBetween, type IsoDate, minutesIntoDay } from '../../units/index.ts';
import { waterPlanBarred, type DayCaution } from './cautions.ts';

/** Water on a day, as it is kept. */
export interface WaterEntry {
  id: string;
  /** The day it belongs to. */
  day: IsoDate;
  /** HH:MM. */
  time: string;
  millilitres: number;
  /** True once it was drunk; false while it is planned. */
  done: boolean;
}

/** What a plan of water is judged against. */
export interface WaterDay {
  /** Everything drunk or planned on the day, the day before and the day after. */
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
  /** The present moment where the athlete is: a glass that was planned before it and not drunk does not count. */
  now: { day: IsoDate; time: string };
}

/** Sodium that a day's food states, mg; null when some of it does not, or there is no food yet. With `eaten` only what was eaten counts. */
export const sodiumKnown = (portions: WaterDay['portions'], eaten = false): number | null => {
  const counted = eaten ? portions.filter((p) => p.grams !== null) : portions;
  if (counted.length === 0) return null;
  const { value, unknown } = sumNutrients(
    counted.map((p) => perGrams(p.food.per100g, p.grams ?? p.plannedGrams ?? 0)),
  ).NA;
  return unknown > 0 ? null : value;
};

/**
 * Why a drink cannot be planned on a day, or undefined when it can: it is added to what is drunk and planned already, in place of an
 * entry of the same id, over the turns of the day. mL, kg. Asked before a plan of water is offered to be kept, and again before it is kept.
 */
export const plannedWaterBarred = (
  water: WaterDay,
  planned: Pick<WaterEntry, 'id' | 'day' | 'time' | 'millilitres'>,
): DayCaution | undefined => {
  const { drinks, portions, weightKg, turnsAt = DAY_TURNS_AT, now } = water;
  const minutesOf = ({ day, time }: { day: IsoDate; time: string }): number =>
    daysBetween(planned.day, day) * 1440 + minutesIntoDay(time, turnsAt);
  const present = minutesOf(now);
  const others = drinks
    .filter((d) => d.id !== planned.id && (d.done || minutesOf(d) >= present))
    .map((d) => ({
      millilitres: d.millilitres,
      minutes: minutesOf(d),
      name: `${Math.round(d.millilitres)} mL ${d.done ? 'drunk' : 'planned'} at ${d.time}${d.day === planned.day ? '' : ` on ${d.day}`}`,
    }));
  const one = { millilitres: planned.millilitres, minutes: minutesOf(planned), name: '' };
  return waterPlanBarred(one, others, weightKg, sodiumKnown(portions));
};
