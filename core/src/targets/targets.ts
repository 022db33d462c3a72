import type { CarbBasis } from '../nutrients/index.ts';
import { dayTypeOn, phaseOn, PHASE_NAMES, type DayType, type Phase, type Season } from '../season/index.ts';
import type { IsoDate } from '../units/index.ts';

/** What the day should hold: never a single number. low <= aim <= high, kcal or grams. */
export interface Window {
  low: number;
  aim: number;
  high: number;
}

/** The nutrients that have a target; CARB is on the athlete's carbohydrate basis. */
export type TargetKey = 'ENERC' | 'PROCNT' | 'CARB' | 'FAT' | 'FIBTG';
export const TARGET_KEYS: readonly TargetKey[] = ['ENERC', 'PROCNT', 'CARB', 'FAT', 'FIBTG'];

/** The body figures that targets were made from, kept as they were. */
export interface Basis {
  id: string;
  from: IsoDate;
  weightKg: number;
  /** Fat-free mass, kg; null when it is not known. */
  leanKg: number | null;
  expenditure: number;
  /** Standard uncertainty of the expenditure, kcal. */
  expenditureSd: number;
  carbBasis: CarbBasis;
}

/** A signed change of one macro, with a date; the latest signed applies last. */
export interface ChangeOrder {
  id: string;
  /** The phase it was signed for: it ends with it. */
  phaseId: string;
  from: IsoDate;
  until: IsoDate | null;
  /** Day types it binds; null binds all. */
  dayTypes: string[] | null;
  macro: 'PROCNT' | 'CARB' | 'FAT';
  change: { kind: 'relative'; grams: number } | { kind: 'absolute'; grams: number };
  /** Orders of one day follow this moment, ISO 8601. */
  signedAt: string;
}

export interface DayTargets {
  date: IsoDate;
  phase: Phase;
  dayType: DayType;
  basis: Basis;
  windows: Record<TargetKey, Window>;
  /** The orders in force on the date, in the order they act. */
  orders: ChangeOrder[];
  /** What cannot be had with these rules, in sentences; empty when nothing stands in the way. */
  problems: string[];
  /** How each number came to be, step by step. */
  steps: string[];
}

/** Energy in a kilogram of body mass, kcal. Source: Wishnofsky 1958. */
export const KCAL_PER_KG = 7700;

/**
 * The basis in force on a date: the last one that starts on or before it, or the earliest there is for days before.
 * Undefined only when there is none at all.
 */
export const basisOn = (bases: readonly Basis[], date: IsoDate): Basis | undefined => {
  const sorted = [...bases].sort((a, b) => a.from.localeCompare(b.from));
  return sorted.filter((b) => b.from <= date).at(-1) ?? sorted[0];
};

/** True when an order binds on a date of this phase and day type. */
export const orderBinds = (order: ChangeOrder, date: IsoDate, phase: Phase, dayType: DayType): boolean =>
  order.phaseId === phase.id &&
  order.from <= date &&
  (order.until === null || date <= order.until) &&
  (order.dayTypes === null || order.dayTypes.includes(dayType.id));

/**
 * The phase's aim in kcal before day types and orders. By rate: E + (rate/100) x (W/7) x 7,700.
 * Source: Wishnofsky 1958 for the 7,700 kcal/kg; steps and figures set by hand are common practice, no source.
 */
export const energyAim = (phase: Phase, basis: Basis): number => {
  switch (phase.energy.kind) {
    case 'rate':
      return basis.expenditure + (phase.energy.percentPerWeek / 100) * (basis.weightKg / 7) * KCAL_PER_KG;
    case 'step':
      return basis.expenditure + phase.energy.kcal;
    case 'hand':
      return phase.energy.kcal;
  }
};

const MACRO_NAMES = { PROCNT: 'protein', CARB: 'carbs', FAT: 'fat' } as const;

/**
 * The day's target windows: energy rule, day type, macros per body mass with carbohydrate as the remainder, then the
 * orders in force, then the windows. Macros lead: the energy shown is the one that the macros give.
 * kcal and grams; carbohydrate on the basis's own carbohydrate basis, and with available carbohydrate the fibre's
 * 2 kcal/g are taken off first. Undefined when the date lies in no phase.
 * Throws RangeError when a rule asks for lean mass and the basis has none.
 */
export const dayTargets = (
  season: Season,
  bases: readonly Basis[],
  orders: readonly ChangeOrder[],
  date: IsoDate,
): DayTargets | undefined => {
  const phase = phaseOn(season, date);
  const basis = basisOn(bases, date);
  if (!phase || !basis) return undefined;
  const dayType = dayTypeOn(phase, date);
  if (!dayType) return undefined;

  const steps: string[] = [];
  const problems: string[] = [];
  const phaseAim = energyAim(phase, basis);
  const aim = phaseAim + dayType.energyOffset;
  steps.push(aimStep(phase, basis, phaseAim));
  if (dayType.energyOffset !== 0)
    steps.push(`${dayType.name} day: ${signed(dayType.energyOffset)} kcal, ${whole(aim)} kcal.`);

  const { macros } = phase;
  const protein = Math.round(macros.protein.gPerKg * massOf(basis, macros.protein.of));
  steps.push(`Protein ${macros.protein.gPerKg} g per kg of ${bodyWord(macros.protein.of)}: ${protein} g.`);
  const fatByMass = macros.fat.gPerKg * massOf(basis, macros.fat.of);
  const fat = Math.round(Math.max(fatByMass, macros.fat.floor));
  steps.push(
    fatByMass < macros.fat.floor
      ? `Fat at its floor: ${fat} g.`
      : `Fat ${macros.fat.gPerKg} g per kg of ${bodyWord(macros.fat.of)}: ${fat} g.`,
  );
  const fibre = Math.round(
    'grams' in macros.fibre ? macros.fibre.grams : (macros.fibre.per1000kcal * aim) / 1000,
  );
  const fibreKcal = basis.carbBasis === 'available' ? 2 * fibre : 0;
  const remainder = (aim - 4 * protein - 9 * fat - fibreKcal) / 4;
  if (remainder < 0)
    problems.push(
      `${whole(aim)} kcal cannot hold ${protein} g protein and ${fat} g fat: they alone are ${whole(4 * protein + 9 * fat)} kcal. Carbs stand at 0 and the energy above its aim.`,
    );
  const grams = { PROCNT: protein, CARB: Math.max(0, Math.round(remainder)), FAT: fat };
  steps.push(
    `Carbs are the remainder: ${grams.CARB} g${basis.carbBasis === 'available' ? ' net, after 2 kcal per g of fibre' : ''}.`,
  );

  const inForce = orders
    .filter((order) => orderBinds(order, date, phase, dayType))
    .sort((a, b) => a.signedAt.localeCompare(b.signedAt) || a.id.localeCompare(b.id));
  for (const order of inForce) {
    const before = grams[order.macro];
    const wanted = order.change.kind === 'absolute' ? order.change.grams : before + order.change.grams;
    grams[order.macro] = Math.max(0, wanted);
    if (wanted < 0) problems.push(`An order takes ${MACRO_NAMES[order.macro]} below zero; it stands at 0.`);
    steps.push(`Order from ${order.from}: ${MACRO_NAMES[order.macro]} ${before} to ${grams[order.macro]} g.`);
  }

  const energy = 4 * grams.PROCNT + 9 * grams.FAT + 4 * grams.CARB + fibreKcal;
  steps.push(`Energy from these macros: ${whole(energy)} kcal.`);
  const { tolerance } = phase;
  const energyWidth = 'kcal' in tolerance.energy ? tolerance.energy.kcal : tolerance.energy.part * energy;
  return {
    date,
    phase,
    dayType,
    basis,
    orders: inForce,
    problems,
    steps,
    windows: {
      ENERC: around(energy, energyWidth, energyWidth),
      PROCNT: around(grams.PROCNT, tolerance.protein.below, tolerance.protein.above),
      CARB: around(grams.CARB, tolerance.carbs.below, tolerance.carbs.above),
      FAT: around(grams.FAT, tolerance.fat.below, tolerance.fat.above),
      FIBTG: around(fibre, FIBRE_WIDTH.below, FIBRE_WIDTH.above),
    },
  };
};

/** How far fibre may lie from its aim, g. common practice, no source. */
export const FIBRE_WIDTH = { below: 5, above: 10 } as const;

const around = (aim: number, below: number, above: number): Window => ({
  low: Math.max(0, Math.round(aim - below)),
  aim: Math.round(aim),
  high: Math.round(aim + above),
});

const massOf = (basis: Basis, of: 'body' | 'lean'): number => {
  if (of === 'body') return basis.weightKg;
  if (basis.leanKg === null)
    throw new RangeError('This rule needs lean mass, and no body fat has been recorded yet.');
  return basis.leanKg;
};

const bodyWord = (of: 'body' | 'lean'): string => (of === 'body' ? 'body mass' : 'lean mass');
const whole = (value: number): string => Math.round(value).toLocaleString('en-GB');
const signed = (value: number): string => `${value > 0 ? '+' : '−'}${whole(Math.abs(value))}`;

const aimStep = (phase: Phase, basis: Basis, aim: number): string => {
  const expenditure = `expenditure ${whole(basis.expenditure)} ± ${whole(1.645 * basis.expenditureSd)} kcal`;
  const name = PHASE_NAMES[phase.kind];
  switch (phase.energy.kind) {
    case 'rate':
      return `${name}: ${expenditure} and ${phase.energy.percentPerWeek} % of ${basis.weightKg.toFixed(1)} kg a week at 7,700 kcal/kg: ${whole(aim)} kcal.`;
    case 'step':
      return `${name}: ${expenditure}, ${signed(phase.energy.kcal)} kcal: ${whole(aim)} kcal.`;
    case 'hand':
      return `${name}: ${whole(aim)} kcal, set by hand.`;
  }
};
