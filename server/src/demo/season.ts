import { DEFAULT_PROFILE, type Profile } from '@maul/contract/people';
import { addDays, weekday, type IsoDate } from '@maul/core/units';
import { amountsOf, perGrams } from '@maul/core/nutrition';
import {
  defaultRate,
  defaultTolerance,
  macroPart,
  wholeShares,
  type MealPattern,
  type Season,
} from '@maul/core/plan';
import { type BodyBasis } from '@maul/core/body';
import type { MenuMeal, ScenarioAthlete } from './scenario.ts';

/** The meal pattern of a menu: its times, and the part of the day's macros that each of its meals holds. */
export const patternOf = (menu: readonly MenuMeal[], carbBasis: BodyBasis['carbBasis']): MealPattern => {
  const held = menu.map((meal) =>
    meal.portions.map((p) => amountsOf(perGrams(p.food.per100g, p.grams), carbBasis)),
  );
  const shares = (key: 'PROCNT' | 'CARB' | 'FAT') =>
    wholeShares(held.map((portions) => portions.reduce((sum, amounts) => sum + (amounts[key] ?? 0), 0)));
  const [protein, carbs, fat] = [shares('PROCNT'), shares('CARB'), shares('FAT')];
  return {
    id: 'menu',
    name: 'As the menu',
    fast: null,
    proteinUntil: null,
    slots: menu.map((meal, i) => ({
      id: `m${i + 1}`,
      anchor: 'clock',
      minutes: 0,
      at: meal.time,
      share: { protein: protein[i] ?? 0, carbs: carbs[i] ?? 0, fat: fat[i] ?? 0 },
    })),
  };
};

/** The season of a demo athlete, relative to today. */
export const seasonOf = (
  athlete: ScenarioAthlete,
  today: IsoDate,
  id: (day: IsoDate) => string,
  pattern: MealPattern | undefined,
): Season => {
  const shift = weekday(today) - 1;
  const events = athlete.events.map((event) => ({
    id: id(today),
    kind: event.kind,
    name: event.name,
    date: addDays(today, event.day),
  }));
  return {
    events,
    phases: athlete.phases.map((phase) => ({
      id: id(addDays(today, phase.from)),
      kind: phase.kind,
      name: phase.name ?? null,
      from: addDays(today, phase.from),
      to: addDays(today, phase.to),
      hangsOn: (phase.hangsOn === undefined ? undefined : events[phase.hangsOn]?.id) ?? null,
      energy: phase.energy,
      macros: {
        kind: 'per-mass',
        protein: macroPart(phase.of === 'lean' ? 'lean-kg' : 'body-kg', phase.protein),
        fat: macroPart('body-kg', phase.fat, { floor: phase.fatFloor }),
        carbs: null,
        fibre: phase.fibre === undefined ? { per1000kcal: 14 } : { grams: phase.fibre },
      },
      tolerance: defaultTolerance(phase.kind),
      rate: defaultRate(phase.kind),
      dayTypes: phase.dayTypes.map(([typeId, name, kcal]) => ({
        id: typeId,
        name,
        change: { kind: 'energy', kcal },
        widen: 1,
        patternId: null,
      })),
      week: Array.from({ length: 7 }, (_, i) => phase.pattern[(i - shift + 7) % 7] ?? ''),
      exceptions: {},
      levels: {},
      holdMean: true,
      patterns: pattern ? [pattern] : [],
      patternId: pattern?.id ?? null,
      ...(phase.board ? { board: phase.board } : {}),
    })),
  };
};

/** What a demo athlete has said about themselves. */
export const profileOf = (athlete: ScenarioAthlete, today: IsoDate): Profile => ({
  ...DEFAULT_PROFILE,
  diet: athlete.diet,
  allergens: athlete.allergens,
  cycle: athlete.cycle,
  checkInOn: weekday(addDays(today, -athlete.weekDueAgo)),
  fat: { percent: Math.round((1 - athlete.leanKg / athlete.startKg) * 1000) / 10, method: 'skinfold' },
  routine: {
    waking: athlete.waking,
    sessions: athlete.sessions.map(([day, kind, start, minutes]) => ({
      weekday: weekday(addDays(today, day)),
      kind,
      start,
      minutes,
    })),
  },
});
