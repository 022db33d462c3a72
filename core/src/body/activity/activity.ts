import { whole } from '../../units/index.ts';
import { SESSION_MET, sessionKcal } from '../composition/equations.ts';

/** Energy of work, net of rest: what an hour of it costs beyond lying still. */

/** Oxygen at rest, mL/kg/min. Source: ACSM. */
const REST = 3.5;
/** kcal for a litre of oxygen. Source: ACSM. */
const KCAL_PER_LITRE = 5;
/** Step length as a part of body height. common practice, no source. */
const STEP_OF_HEIGHT = 0.41;
/** How far the cost of work of one person lies from the equation, as a part of it. From memory. */
const WORK_DOUBT = 0.2;

/** One way to work steadily. Speeds in km/h, grade as a part (0.05 is 5 %), watts of the pedals, steps a minute, step height in m. */
export type SteadyWork =
  | { kind: 'walk'; kmh: number; grade: number }
  | { kind: 'run'; kmh: number; grade: number }
  | { kind: 'cycle'; watts: number }
  | { kind: 'step'; perMinute: number; heightM: number }
  | { kind: 'met'; met: number };

export type WorkCost =
  | {
      ok: true;
      kcal: number;
      /** Standard doubt, kcal. */ sd: number;
      /** A remark where the equation is at its edge. */ edge: string | null;
    }
  | { ok: false; sentence: string };

/** Metres a minute between which the walking equation holds; above 134 the running one. Source: ACSM. */
const WALKING = { from: 50, to: 100 };
const RUNNING_FROM = 134;

/** Oxygen of a minute, mL/kg, rest included. Source: ACSM. */
const oxygenOf = (work: SteadyWork, weightKg: number): number => {
  switch (work.kind) {
    case 'walk': {
      const s = (work.kmh * 1000) / 60;
      return 0.1 * s + 1.8 * s * work.grade + REST;
    }
    case 'run': {
      const s = (work.kmh * 1000) / 60;
      return 0.2 * s + 0.9 * s * work.grade + REST;
    }
    case 'cycle':
      // 1.8 x kg m/min over body mass; a watt is 6.12 kg m/min. Source: ACSM.
      return (1.8 * 6.12 * work.watts) / weightKg + 2 * REST;
    case 'step':
      return 0.2 * work.perMinute + 2.4 * work.heightM * work.perMinute + REST;
    case 'met':
      return work.met * REST;
  }
};

const edgeOf = (work: SteadyWork): string | null => {
  const s = work.kind === 'walk' || work.kind === 'run' ? (work.kmh * 1000) / 60 : undefined;
  if (s === undefined) return null;
  if (work.kind === 'walk' && (s < WALKING.from || s > WALKING.to))
    return 'The walking equation was made for 3 to 6 km/h: take this as rough.';
  if (work.kind === 'run' && s < RUNNING_FROM)
    return 'The running equation was made for 8 km/h and more: take this as rough.';
  return null;
};

/**
 * Net energy of steady work, kcal: what it costs beyond rest, with its standard doubt. Body mass in kg, minutes of work.
 * Sources: ACSM (walking, running, cycling, stepping; 5 kcal per L of oxygen); MET by Ainsworth 2011, from memory.
 *
 * @example
 * // A mile of level walking at 3 mph, 180 lb: 94 kcal gross, 65.7 net.
 * const mile = netWork({ kind: 'walk', kmh: 4.828, grade: 0 }, 81.65, 20);
 * mile.ok && mile.kcal.toFixed(1); // => '65.7'
 */
export const netWork = (work: SteadyWork, weightKg: number, minutes: number): WorkCost => {
  if (!(weightKg >= 25 && weightKg <= 350)) throw new RangeError(`Body mass in kg, not ${weightKg}.`);
  if (!(minutes > 0 && minutes <= 1440)) return { ok: false, sentence: 'Minutes lie between 1 and 1,440.' };
  if (work.kind === 'met') {
    if (!(work.met >= 1 && work.met <= 23)) return { ok: false, sentence: 'A MET lies between 1 and 23.' };
    const kcal = sessionKcal(work.met, weightKg, minutes);
    return { ok: true, kcal, sd: WORK_DOUBT * kcal, edge: null };
  }
  if ((work.kind === 'walk' || work.kind === 'run') && !(work.kmh > 0 && work.kmh <= 30))
    return { ok: false, sentence: 'A speed lies between 0 and 30 km/h.' };
  if ((work.kind === 'walk' || work.kind === 'run') && !(work.grade >= -0.05 && work.grade <= 0.4))
    return { ok: false, sentence: 'A grade lies between −5 and 40 %.' };
  const kcal = ((oxygenOf(work, weightKg) - REST) * weightKg * minutes * KCAL_PER_LITRE) / 1000;
  const edge = edgeOf(work);
  return { ok: true, kcal, sd: (edge === null ? WORK_DOUBT : 2 * WORK_DOUBT) * kcal, edge };
};

/**
 * Net energy of steps on the level, kcal, from body height: so many metres, walked at 5 km/h.
 *
 * @example
 * // 10,000 steps of 178 cm are 7.3 km.
 * Math.round(stepsKcal(10_000, 81.65, 178)); // => 298
 */
export const stepsKcal = (steps: number, weightKg: number, heightCm: number): number =>
  // 0.1 mL/kg for a metre, whatever the speed. Source: ACSM.
  (0.1 * stepsMetres(steps, heightCm) * weightKg * KCAL_PER_LITRE) / 1000;

/** How far so many steps go, m. */
export const stepsMetres = (steps: number, heightCm: number): number =>
  (steps * STEP_OF_HEIGHT * heightCm) / 100;

/** What was worked, as it was logged; null where it was not said. */
export interface LoggedWork {
  kind: keyof typeof SESSION_MET;
  minutes: number | null;
  kcal: number | null;
}

/**
 * Net energy of work, kcal: as it was typed, else by its minutes and what such a session is taken at; null where neither was said.
 * Source: Ainsworth 2011, from memory.
 */
export const workKcal = ({ kind, minutes, kcal }: LoggedWork, weightKg: number): number | null =>
  kcal ?? (minutes === null ? null : sessionKcal(SESSION_MET[kind], weightKg, minutes));

/** Some intensities, MET. Source: Ainsworth 2011, from memory. */
export const METS = {
  'Resistance training, moderate': 3.5,
  'Resistance training, hard': 6,
  Posing: 3,
  'Rowing machine, moderate': 4.8,
  'Elliptical, moderate': 5,
  'Swimming, easy laps': 5.8,
  'Skipping rope': 11,
} as const;

/** Muscle groups that a session trains. */
export const MUSCLES = [
  'chest',
  'back',
  'shoulders',
  'arms',
  'quads',
  'hamstrings',
  'glutes',
  'calves',
  'core',
] as const;
export type Muscle = (typeof MUSCLES)[number];

/** What is ordered to be done: cardio on so many days a week, steps on each, or none of one of them. */
export type OrderedMovement =
  | { kind: 'cardio'; minutes: number; daysPerWeek: number }
  | { kind: 'steps'; steps: number }
  | { kind: 'none'; of: 'cardio' | 'steps' };

/** Which work an order is about. */
export const movementOf = (movement: OrderedMovement): 'cardio' | 'steps' =>
  movement.kind === 'none' ? movement.of : movement.kind;

/** "20 min of cardio on 3 days a week", "9,000 steps a day". */
export const movementWords = (movement: OrderedMovement): string => {
  switch (movement.kind) {
    case 'cardio':
      return `${movement.minutes} min of cardio on ${movement.daysPerWeek} ${movement.daysPerWeek === 1 ? 'day' : 'days'} a week`;
    case 'steps':
      return `${whole(movement.steps)} steps a day`;
    case 'none':
      return `no ordered ${movement.of} any more`;
  }
};

/** Net energy of ordered work, kcal a day in the mean of a week. Cardio is taken at 6 MET. Sources: Ainsworth 2011, from memory; ACSM. */
export const movementKcal = (movement: OrderedMovement, weightKg: number, heightCm: number): number => {
  switch (movement.kind) {
    case 'cardio':
      return (movement.daysPerWeek * sessionKcal(SESSION_MET.cardio, weightKg, movement.minutes)) / 7;
    case 'steps':
      return stepsKcal(movement.steps, weightKg, heightCm);
    case 'none':
      return 0;
  }
};
