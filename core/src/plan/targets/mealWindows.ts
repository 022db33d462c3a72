import { patternOn } from '../season/season.ts';
import { slotTime, type MealSlot, type Routine } from '../season/mealPattern.ts';
import { DAY_TURNS_AT, minutesIntoDay, weekday } from '../../units/index.ts';
import type { DayTargets } from './targets.ts';
import type { TargetWindow } from './window.ts';

/** What one meal of the day's pattern should hold; null where the day leaves it free. */
export interface MealWindow {
  slot: MealSlot;
  /** HH:MM. */
  time: string;
  windows: { PROCNT: TargetWindow | null; CARB: TargetWindow | null; FAT: TargetWindow | null };
}

/**
 * A part of a window. The half-widths shrink with the square root of the share: misses of single meals that have nothing to
 * do with each other then land the day (errors in quadrature, JCGM 100:2008).
 */
const shareOf = (window: TargetWindow | null, percent: number): TargetWindow | null => {
  if (!window) return null;
  const part = percent / 100;
  const aim = Math.round(window.aim * part);
  if (window.kind === 'floor') return { ...window, low: aim, aim };
  if (window.kind === 'ceiling') return { ...window, aim, high: aim };
  const root = Math.sqrt(part);
  return {
    ...window,
    low: Math.max(0, Math.min(aim, Math.round(window.aim * part - (window.aim - window.low) * root))),
    aim,
    high: Math.max(aim, Math.round(window.aim * part + (window.high - window.aim) * root)),
  };
};

/** The windows of each meal of a day, from its meal pattern, in the order of the day; empty without a pattern. */
export const mealWindows = (targets: DayTargets, routine: Routine, turnsAt = DAY_TURNS_AT): MealWindow[] => {
  const pattern = patternOn(targets.phase, targets.dayType);
  if (!pattern) return [];
  const day = weekday(targets.date);
  const { PROCNT, CARB, FAT } = targets.windows;
  return pattern.slots
    .map((slot) => ({
      slot,
      time: slotTime(slot, routine, day),
      windows: {
        PROCNT: shareOf(PROCNT, slot.share.protein),
        CARB: shareOf(CARB, slot.share.carbs),
        FAT: shareOf(FAT, slot.share.fat),
      },
    }))
    .sort((a, b) => minutesIntoDay(a.time, turnsAt) - minutesIntoDay(b.time, turnsAt));
};

/** Meals further than this from a place of the pattern are not taken for it, minutes. common practice, no source. */
const NEAR = 150;

/**
 * Which meal stands at which place of the pattern: in the order of the day, the most of them, and among those the nearest in
 * time. Returns for each place the index of its meal, or undefined. Times are HH:MM, both lists in the order of the day.
 */
export const matchMeals = (
  places: readonly string[],
  meals: readonly string[],
  turnsAt = DAY_TURNS_AT,
): (number | undefined)[] => {
  const at = (time: string): number => minutesIntoDay(time, turnsAt);
  // best[i][j]: cost of places from i against meals from j; leaving a place empty costs more than any near match.
  const best = Array.from({ length: places.length + 1 }, () => new Array<number>(meals.length + 1).fill(0));
  const cost = (i: number, j: number): number => best[i]?.[j] ?? 0;
  const match = (i: number, j: number): number => {
    const off = Math.abs(at(places[i] ?? '') - at(meals[j] ?? ''));
    return off > NEAR ? Infinity : off + cost(i + 1, j + 1);
  };
  for (let i = places.length - 1; i >= 0; i -= 1)
    for (let j = meals.length; j >= 0; j -= 1) {
      const empty = NEAR + 1 + cost(i + 1, j);
      const skip = j < meals.length ? cost(i, j + 1) : Infinity;
      const row = best[i];
      if (row) row[j] = Math.min(empty, skip, j < meals.length ? match(i, j) : Infinity);
    }
  const found: (number | undefined)[] = [];
  let j = 0;
  for (let i = 0; i < places.length; i += 1) {
    while (j < meals.length && cost(i, j) === cost(i, j + 1) && cost(i, j) !== match(i, j)) j += 1;
    if (j < meals.length && cost(i, j) === match(i, j)) {
      found.push(j);
      j += 1;
    } else found.push(undefined);
  }
  return found;
};
