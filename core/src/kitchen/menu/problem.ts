import { type TargetKey } from '../../nutrition/index.ts';

/** Something that a meal may be made of: a recipe that is cooked, or boxes that are there. */
export interface MenuDish {
  id: string;
  name: string;
  /** kcal and grams per gram as it is eaten; a key that is not stated promises nothing. */
  perGram: Readonly<Partial<Record<TargetKey, number>>>;
  /** Grams of one serving: the least, the most and the step. */
  min: number;
  max: number;
  step: number;
  /** Days it keeps after the evening it was cooked on; left out for what needs no cooking ahead. */
  keepsDays?: number;
  /** For boxes that are there: how many grams, and the last day on which they may be eaten. */
  stock?: { grams: number; until: number };
  /** Meals of the day it is for, by number from 1; every meal where it is left out. */
  meals?: readonly number[];
}

export interface MenuMeal {
  id: string;
  /** Day of the week that is planned, from 0. */
  day: number;
  /** Its number on that day, from 1. */
  number: number;
  /** What stays as it is. */
  locked?: { dishId: string; grams: number };
}

export interface MenuWindow {
  day: number;
  key: TargetKey;
  low: number;
  high: number;
  /** What of the day is there already beside these meals. */
  already: number;
}

export interface MenuProblem {
  days: number;
  meals: readonly MenuMeal[];
  dishes: readonly MenuDish[];
  windows: readonly MenuWindow[];
  /** Evenings on which one may cook; -1 is the evening before the first day. */
  evenings: readonly number[];
  /** A wish: the same dish at the same meal at most so often. */
  most: number;
}

export interface MenuChoice {
  mealId: string;
  dishId: string;
  grams: number;
}
export interface MenuMiss {
  day: number;
  key: TargetKey;
  /** How far outside, in the window's unit; below zero is short. */
  by: number;
}
export interface Menu {
  choices: MenuChoice[];
  misses: MenuMiss[];
  /** What is cooked on which evening, grams of the servings that come of it. */
  sessions: { evening: number; dishes: { dishId: string; grams: number }[] }[];
  /** How often a dish stands at one meal beyond the wish. */
  repeats: number;
  /** Sum of misses over the widths of their windows; protein counts double. */
  violation: number;
  proven: boolean;
  gap: number;
}

/** What a session, a repeat beyond the wish and a cooked dish weigh against each other. common practice, no source. */
export const WEIGH = { session: 100, repeat: 10, batch: 1 } as const;
export const SMALL = 1e-4;

/** Whether a dish may stand at a meal at all. */
export const fits = (dish: MenuDish, meal: MenuMeal): boolean =>
  (dish.meals === undefined || dish.meals.includes(meal.number)) &&
  (dish.stock === undefined || dish.stock.until >= meal.day);

/** Evenings on which a dish can be cooked for a day. */
export const eveningsFor = (problem: MenuProblem, dish: MenuDish, day: number): number[] =>
  dish.keepsDays === undefined || dish.stock !== undefined
    ? []
    : problem.evenings.filter((e) => e < day && day <= e + (dish.keepsDays ?? 0));
export const needsCooking = (dish: MenuDish): boolean =>
  dish.keepsDays !== undefined && dish.stock === undefined;
