import { perGrams, sumNutrients, type NutrientVector } from '../../nutrition/index.ts';
import { SODIUM_LIMIT, SODIUM_SOURCE } from '../../peak/index.ts';
import type { Caution } from './types.ts';
import { whole } from '../../units/index.ts';

/** The sodium of a day: of what is eaten and planned. */
export interface SodiumDay {
  /** mg, of what states it. */
  mg: number;
  /** True where something does not state it: then `mg` is a lower bound. */
  atLeast: boolean;
  /** True when the day stands whole: its energy reaches its window, so that nothing more is expected to come. */
  complete: boolean;
}

/** Sums the sodium of portions, per 100 g and grams. `complete` is for the caller to say. An empty day has none, and states it. */
export const sodiumOfDay = (
  portions: readonly { per100g: NutrientVector; grams: number }[],
  complete: boolean,
): SodiumDay => {
  const { value, unknown } = sumNutrients(portions.map((p) => perGrams(p.per100g, p.grams))).NA;
  return { mg: value, atLeast: unknown > 0, complete };
};

const low = (day: SodiumDay): Caution[] =>
  day.complete && !day.atLeast && day.mg < SODIUM_LIMIT.low
    ? [
        {
          id: 'sodium-low',
          level: 'confirm',
          sentence: `The day holds ${whole(day.mg)} mg sodium, below ${SODIUM_LIMIT.low} mg. Salt that is not logged is not in it.`,
          source: SODIUM_SOURCE,
          see: 'A doctor, with cramps, dizziness or a treated blood pressure.',
          figure: Math.round(day.mg),
          worse: 'lower',
          needs: null,
        },
      ]
    : [];

/**
 * What is to be said of a day's sodium and of its change since the day before. Nothing is said that unknown sodium could overturn: more than
 * three times as much needs to know all of the day before, less than a third all of this day. mg.
 */
export const sodiumCautions = (day: SodiumDay, before: SodiumDay | undefined): Caution[] => {
  const found = low(day);
  if (!before || before.mg <= 0) return found;
  const up = before.complete && !before.atLeast && day.mg > SODIUM_LIMIT.swing * before.mg;
  const down = day.complete && !day.atLeast && before.mg > SODIUM_LIMIT.swing * day.mg;
  if (!up && !down) return found;
  return [
    ...found,
    {
      id: 'sodium-swing',
      level: 'note',
      sentence: `Sodium goes from ${before.atLeast ? 'at least ' : ''}${whole(before.mg)} to ${day.atLeast ? 'at least ' : ''}${whole(day.mg)} mg in a day. So large a swing moves water for days, and the scale and the mirror with it.`,
      source: SODIUM_SOURCE,
      see: 'Your coach; a doctor, with a treated heart, kidney or blood pressure.',
      figure: Math.round(day.mg),
      worse: up ? 'higher' : 'lower',
      needs: null,
    },
  ];
};
