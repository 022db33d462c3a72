/** Where the limits of water come from. */
export const WATER_SOURCE = 'Noakes 2001, from memory; Hew-Butler 2015; limits common practice, no source';
/** What is said wherever too much may have been drunk. */
export const STOP_DRINKING =
  'Headache, vomiting, confusion or swelling mean: stop drinking, and call the emergency number.';

/** Water drunk or planned at a time: millilitres, minutes from the turn of the day. */
export interface Drink {
  millilitres: number;
  minutes: number;
}

/**
 * The most millilitres in any stretch of so many minutes, and when it ends. With `from` only stretches that end then or later count:
 * what was drunk before the turn of the day still lies in them.
 */
export const mostWithin = (
  drinks: readonly Drink[],
  minutes: number,
  from = -Infinity,
): { millilitres: number; until: number } => {
  const inOrder = [...drinks].sort((a, b) => a.minutes - b.minutes);
  let best = { millilitres: 0, until: 0 };
  inOrder.forEach((last, i) => {
    if (last.minutes < from) return;
    const sum = inOrder
      .slice(0, i + 1)
      .filter((d) => last.minutes - d.minutes < minutes)
      .reduce((total, d) => total + d.millilitres, 0);
    if (sum > best.millilitres) best = { millilitres: sum, until: last.minutes };
  });
  return best;
};

const [HOUR, THREE_HOURS, DAY] = [60, 180, 1440];

/** Beyond these so much water dilutes the blood, and is never planned: mL in a stretch, mL per kg in a day, and per kg where little sodium goes with it. */
export const WATER_LIMIT = {
  hour: 1000,
  threeHours: 2500,
  day: 8000,
  perKg: 100,
  lowSodium: { perKg: 60, mg: 1500 },
} as const;

/** The first stretch with too much water: how long it is, what it holds, and which limit it passes. */
interface Excess {
  minutes: number;
  millilitres: number;
  limit: 'stretch' | 'litres a day' | 'per kg' | 'low sodium';
}

/** Looks for too much water. `most` tells the millilitres of the fullest stretch of so many minutes, `inAnHour` the limit of an hour. */
export const excessWater = (
  most: (minutes: number) => number,
  inAnHour: number,
  weightKg: number,
  sodiumMg: number | null,
): Excess | undefined => {
  const day = most(DAY);
  const perKg = day / weightKg;
  const of = (minutes: number, limit: Excess['limit'] = 'stretch'): Excess => ({
    minutes,
    millilitres: most(minutes),
    limit,
  });
  if (most(HOUR) > inAnHour) return of(HOUR);
  if (most(THREE_HOURS) > WATER_LIMIT.threeHours) return of(THREE_HOURS);
  if (perKg > WATER_LIMIT.perKg) return of(DAY, 'per kg');
  if (day > WATER_LIMIT.day) return of(DAY, 'litres a day');
  const salted = sodiumMg === null || sodiumMg >= WATER_LIMIT.lowSodium.mg;
  return perKg > WATER_LIMIT.lowSodium.perKg && !salted ? of(DAY, 'low sodium') : undefined;
};

/** The least of any 24 hours: mL, and mL per kg; the larger counts. common practice, no source. */
export const LEAST_WATER = { day: 1000, perKg: 15 } as const;
/** The least that is planned in any 24 hours, mL: a litre, or 15 mL per kg where that is more. common practice, no source. */
export const leastWater = (weightKg: number): number =>
  Math.max(LEAST_WATER.day, LEAST_WATER.perKg * weightKg);
/** The most of a day, mL: 100 mL per kg, never more than 8 L. */
export const mostWater = (weightKg: number): number =>
  Math.min(WATER_LIMIT.day, WATER_LIMIT.perKg * weightKg);

/** The same amount twice within so many minutes may be one drink that was logged twice. common practice, no source. */
const SAME_DRINK = 2;

/** Two drinks that may be one: the same amount, two minutes apart at most; undefined where there are none such. */
export const loggedTwice = (drinks: readonly Drink[]): readonly [Drink, Drink] | undefined => {
  const inOrder = [...drinks].sort((a, b) => a.minutes - b.minutes);
  for (const [i, drink] of inOrder.entries()) {
    const twin = inOrder
      .slice(i + 1)
      .find((d) => d.minutes - drink.minutes <= SAME_DRINK && d.millilitres === drink.millilitres);
    if (twin) return [drink, twin];
  }
  return undefined;
};
