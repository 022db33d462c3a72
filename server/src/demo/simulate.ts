import type { NoteRow, PortionRow } from '@maul/contract/diary';
import type { Profile } from '@maul/contract/people';
import {
  addDays,
  athleteDay,
  clockOf,
  daysBetween,
  localMoment,
  minutesIntoDay,
  roundTo,
  weekStart,
  type IsoDate,
} from '@maul/core/units';
import { amountsOf, perGrams } from '@maul/core/nutrition';
import { dayTargets, phaseOn, type ChangeOrder, type DayTargets, type Season } from '@maul/core/plan';
import { seededRandom, standardNormal, type Random } from '@maul/core/random';
import { weekBasis, type BodyBasis, type LoggedDay, type WeighIn } from '@maul/core/body';
import type { ReferenceFood } from '../foods/index.ts';
import { patternOf, profileOf, seasonOf } from './season.ts';
import { readMenuLine, type MenuMeal, type MenuPortion, type ScenarioAthlete } from './scenario.ts';

export const DEMO_ZONE = 'Europe/Vienna';
export const WEEKS = 12;

export interface DemoMeal {
  id: string;
  day: IsoDate;
  time: string;
  eaten: boolean;
  portions: Omit<PortionRow, 'version' | 'deleted' | 'mealId'>[];
}
export interface DemoOrder extends ChangeOrder {
  reason: string;
  acknowledgedAt: string | null;
}
export type DemoNote = Pick<NoteRow, 'id' | 'day' | 'mealId' | 'text' | 'createdAt'> & {
  by: 'athlete' | 'coach';
};

export interface DemoAthlete {
  athleteId: string;
  profile: Profile;
  season: Season;
  bases: BodyBasis[];
  orders: DemoOrder[];
  meals: DemoMeal[];
  weighIns: (WeighIn & { id: string })[];
  notes: DemoNote[];
}

/** A UUIDv7 from a moment and a seeded source: the same demo has the same ids. Source: RFC 9562, 5.7. */
export const seededUuid = (ms: number, random: Random): string => {
  const hex = (digits: number) =>
    Math.floor(random() * 16 ** digits)
      .toString(16)
      .padStart(digits, '0');
  const time = ms.toString(16).padStart(12, '0');
  const variant = (8 + Math.floor(random() * 4)).toString(16);
  return `${time.slice(0, 8)}-${time.slice(8)}-7${hex(3)}-${variant}${hex(3)}-${hex(6)}${hex(6)}`;
};

const momentOf = (day: IsoDate, hour: number): number =>
  Date.parse(`${day}T${String(hour).padStart(2, '0')}:00:00Z`);

const gramsStep = (portion: MenuPortion, grams: number): number => {
  if (portion.piece !== null) return Math.max(1, Math.round(grams / portion.piece)) * portion.piece;
  return Math.max(grams < 20 ? 1 : 5, roundTo(grams, grams < 20 ? 1 : 5));
};

/** Turns the levers of a menu until protein, carbs and fat stand on the day's aims, then rounds to what one would pour. */
export const pourMenu = (menu: readonly MenuMeal[], targets: DayTargets): MenuMeal[] => {
  const factor = { P: 1, C: 1, F: 1 };
  const key = { P: 'PROCNT', C: 'CARB', F: 'FAT' } as const;
  const scaled = (): MenuMeal[] =>
    menu.map((meal) => ({
      ...meal,
      portions: meal.portions.map((p) => ({ ...p, grams: p.lever ? p.grams * factor[p.lever] : p.grams })),
    }));
  for (let round = 0; round < 40; round += 1)
    for (const lever of ['P', 'C', 'F'] as const) {
      const all = scaled().flatMap((meal) => meal.portions);
      const of = (p: MenuPortion) =>
        amountsOf(perGrams(p.food.per100g, p.grams), targets.basis.carbBasis)[key[lever]] ?? 0;
      const total = all.reduce((sum, p) => sum + of(p), 0);
      const moving = all.filter((p) => p.lever === lever).reduce((sum, p) => sum + of(p), 0);
      if (moving <= 0) continue;
      const change = 1 + ((targets.windows[key[lever]]?.aim ?? total) - total) / moving;
      factor[lever] = Math.min(3.5, Math.max(0.15, factor[lever] * Math.min(1.5, Math.max(0.6, change))));
    }
  return scaled().map((meal) => ({
    ...meal,
    portions: meal.portions.map((p) => ({ ...p, grams: gramsStep(p, p.grams) })),
  }));
};

interface Hands {
  random: Random;
  athlete: ScenarioAthlete;
  id: (day: IsoDate) => string;
}

const measuredPortion = (
  hands: Hands,
  portion: MenuPortion,
): Pick<PortionRow, 'grams' | 'method' | 'division' | 'trail' | 'spread' | 'guess' | 'reason'> => {
  const { random, athlete } = hands;
  const byEye = portion.method === 'scale' && random() < athlete.adherence.unweighed;
  const method = byEye ? 'eye' : portion.method;
  const spread = method === 'scale' ? athlete.adherence.pour : method === 'eye' ? 0.15 : 0;
  const poured = portion.grams * (1 + spread * standardNormal(random));
  const grams =
    method === 'scale' ? Math.max(1, Math.round(poured)) : gramsStep(portion, Math.max(1, poured));
  return {
    grams,
    method,
    division: method === 'scale' ? 1 : null,
    trail: null,
    spread: null,
    guess: null,
    reason: null,
  };
};

const portionRow = (
  hands: Hands,
  day: IsoDate,
  portion: MenuPortion,
  position: number,
  measured: boolean,
): DemoMeal['portions'][number] => ({
  id: hands.id(day),
  position,
  food: snapshot(portion.food),
  plannedGrams: portion.grams,
  ...(measured
    ? measuredPortion(hands, portion)
    : {
        grams: null,
        method: null,
        division: null,
        trail: null,
        spread: null,
        guess: null,
        reason: null,
      }),
});

const snapshot = (food: ReferenceFood): PortionRow['food'] => ({
  id: food.id,
  name: food.name,
  state: food.state,
  source: food.source,
  per100g: food.per100g,
  lever: food.details.tags.includes('lever'),
  measures: food.measures,
  density: food.details.density,
});

const OFF_PLAN = ['chocolate-dark', 'peanut-butter', 'bread-white', 'dates', 'cashews', 'jam'];

/** Something eaten beside the plan in the evening, by eye. */
const offPlanMeal = (hands: Hands, day: IsoDate, foods: ReadonlyMap<string, ReferenceFood>): DemoMeal => {
  const { random } = hands;
  const food = foods.get(`maul-${OFF_PLAN[Math.floor(random() * OFF_PLAN.length)] ?? ''}`);
  if (!food) throw new Error('demo: a food eaten off the plan is missing');
  const grams = roundTo(25 + 60 * random(), 5);
  return {
    id: hands.id(day),
    day,
    time: '22:10',
    eaten: true,
    portions: [
      {
        id: hands.id(day),
        position: 0,
        food: snapshot(food),
        plannedGrams: null,
        grams,
        method: 'eye',
        division: null,
        trail: null,
        spread: null,
        guess: null,
        reason: null,
      },
    ],
  };
};

/** One day as it went: what was planned, and what of it was weighed and eaten. */
const liveDay = (
  hands: Hands,
  day: IsoDate,
  menu: readonly MenuMeal[],
  doneUntil: (time: string) => 'eaten' | 'planned',
): DemoMeal[] =>
  menu.flatMap((meal) => {
    const state = doneUntil(meal.time);
    if (state !== 'planned' && hands.random() < hands.athlete.adherence.skip) return [];
    return [
      {
        id: hands.id(day),
        day,
        time: meal.time,
        eaten: state === 'eaten',
        portions: meal.portions.map((p, i) => portionRow(hands, day, p, i, state !== 'planned')),
      },
    ];
  });

/** How far today has gone: what lies before now is eaten, what lies after it is a plan. */
const todayState =
  (now: Date) =>
  (time: string): 'eaten' | 'planned' => {
    const present = minutesIntoDay(clockOf(localMoment(now, DEMO_ZONE).minutes));
    return minutesIntoDay(time) < present ? 'eaten' : 'planned';
  };

const eatenOf = (meals: readonly DemoMeal[], key: 'ENERC' | 'CARB'): number =>
  meals
    .flatMap((m) => m.portions)
    .reduce((sum, p) => sum + (amountsOf(perGrams(p.food.per100g, p.grams ?? 0), 'total')[key] ?? 0), 0);

/** A body that the log knows nothing of: tissue by the energy balance, expenditure that follows intake, water that wanders. */
const makeBody = (athlete: ScenarioAthlete, random: Random) => {
  let tissue = athlete.startKg;
  let adaptation = 0;
  let water = 0;
  return {
    live(kcal: number) {
      const expenditure = athlete.trueExpenditure + 22 * (tissue - athlete.startKg) + adaptation;
      adaptation += (0.14 * (kcal - athlete.trueExpenditure) - adaptation) / 14;
      tissue += (kcal * 1.02 - expenditure) / 7700;
      water = 0.6 * water + Math.sqrt(1 - 0.36) * 0.003 * athlete.startKg * standardNormal(random);
    },
    /** `refilled`: what glycogen, salt and food have brought back since a show, kg. */
    morning: (refilled: number) =>
      roundTo(tissue + water + refilled + 0.0025 * athlete.startKg * standardNormal(random), 0.1),
  };
};

/** Two per cent of the weight come back after the last show of the scenario, half of it by the second morning, kg. common practice, from memory. */
const refilledOn = (athlete: ScenarioAthlete, season: Season, day: IsoDate): number => {
  const phase = phaseOn(season, day);
  if (phase?.kind !== 'post-show') return 0;
  return 0.02 * athlete.startKg * (1 - Math.exp(-(daysBetween(phase.from, day) + 1) / 2));
};

/**
 * Twelve weeks of one athlete up to `now`, and the plan of tomorrow. Pure but for the seed: the simulation knows the true
 * expenditure, Maul's own targets and bases are made by Maul's own rules from the log alone.
 */
export const simulateAthlete = (
  athlete: ScenarioAthlete,
  foods: ReadonlyMap<string, ReferenceFood>,
  seed: number,
  now: Date,
): DemoAthlete => {
  const random = seededRandom(seed);
  const today = athleteDay(now, DEMO_ZONE);
  const first = addDays(today, -7 * WEEKS);
  const id = (day: IsoDate) => seededUuid(momentOf(day, 5), random);
  const hands: Hands = { random, athlete, id };
  const menus = athlete.menus.map((lines) => lines.map((line) => readMenuLine(line, foods)));
  const season = seasonOf(athlete, today, id, menus[0] && patternOf(menus[0], athlete.carbBasis));
  const body = makeBody(athlete, random);
  const bases: BodyBasis[] = [
    {
      id: id(first),
      from: first,
      weightKg: athlete.startKg,
      leanKg: athlete.leanKg,
      expenditure: athlete.firstExpenditure,
      expenditureSd: 300,
      carbBasis: athlete.carbBasis,
      expenditureFrom: 'equation',
    },
  ];
  const orders = athlete.orders.map((order): DemoOrder => {
    const from = addDays(today, order.from);
    const signedDay = addDays(today, order.signed);
    const phase = phaseOn(season, from);
    if (!phase) throw new Error(`demo: ${athlete.name} has an order in no phase`);
    return {
      id: id(signedDay),
      phaseId: phase.id,
      from,
      until: null,
      dayTypes: order.dayTypes,
      macro: order.macro,
      change: { kind: 'relative', amount: order.grams },
      lever: order.lever ?? null,
      signedAt: new Date(momentOf(signedDay, 18)).toISOString(),
      reason: order.reason,
      acknowledgedAt: order.open ? null : new Date(momentOf(signedDay, 20)).toISOString(),
    };
  });

  const meals: DemoMeal[] = [];
  const weighIns: DemoAthlete['weighIns'] = [];
  const logged: LoggedDay[] = [];
  const quietFrom = addDays(today, -athlete.adherence.quiet);
  for (let day = first; day <= addDays(today, 1); day = addDays(day, 1)) {
    const last = bases.at(-1);
    if (last && bases[0] && day === weekStart(day) && day > last.from && day <= today)
      bases.push({ ...weekBasis(last, bases[0], logged, day), id: id(day) });
    const kg =
      day <= today && random() >= athlete.adherence.missMorning
        ? body.morning(refilledOn(athlete, season, day))
        : null;
    if (kg !== null) weighIns.push({ id: id(day), day, kg });
    const targets = dayTargets(season, bases, orders, day);
    const menu = menus[daysBetween(first, day) % menus.length];
    if (!targets || !menu) throw new Error(`demo: ${athlete.name} has no plan on ${day}`);
    const plan = pourMenu(menu, targets);
    const state =
      day < today ? () => 'eaten' as const : day === today ? todayState(now) : () => 'planned' as const;
    const lived = liveDay(hands, day, plan, state);
    if (day < today && random() < athlete.adherence.offPlan) lived.push(offPlanMeal(hands, day, foods));
    const kcal = eatenOf(lived, 'ENERC');
    if (day < today) body.live(kcal);
    if (athlete.adherence.quiet > 0 && day > quietFrom && day <= today) {
      meals.push(...liveDay({ ...hands, random: () => 1 }, day, plan, () => 'planned'));
      logged.push({ day, kg, kcal: null, carbs: null, sodium: null, cycleDay: null });
      continue;
    }
    meals.push(...lived);
    logged.push({ day, kg, kcal, carbs: eatenOf(lived, 'CARB'), sodium: null, cycleDay: null });
  }

  const notes = athlete.notes.map((note, index): DemoNote => {
    const day = addDays(today, note.day);
    const ofDay = meals
      .filter((m) => m.day === day)
      .sort((a, b) => minutesIntoDay(a.time) - minutesIntoDay(b.time));
    const written = Math.min(
      momentOf(day, note.by === 'athlete' ? 17 : 19),
      now.getTime() - (athlete.notes.length - index) * 1000,
    );
    return {
      id: id(day),
      day,
      mealId: note.meal === null ? null : (ofDay[note.meal - 1]?.id ?? null),
      text: note.text,
      createdAt: new Date(written).toISOString(),
      by: note.by,
    };
  });
  return {
    athleteId: id(first),
    profile: profileOf(athlete, today),
    season,
    bases,
    orders,
    meals,
    weighIns,
    notes,
  };
};
