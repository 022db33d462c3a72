import { whole, type IsoDate } from '../../units/index.ts';
import type { DayType } from '../season/dayTypes.ts';
import type { MacroPart } from '../season/rules.ts';
import type { Phase } from '../season/season.ts';
import type { BodyBasis } from '../../body/index.ts';
import type { Draft, Explainer } from './explainer.ts';
import type { ChangeOrder } from '../orders/order.ts';
import { menuSums, partGrams, phaseAim } from './parts.ts';
import { TARGET_WORDS } from '../../nutrition/index.ts';

interface Making {
  phase: Phase;
  dayType: DayType;
  basis: BodyBasis;
  draft: Draft;
  problems: string[];
  tell: Explainer | undefined;
}

/** Energy of fibre that stands outside the carbohydrate, kcal. Source: Regulation (EU) 1169/2011, 2 kcal/g. */
const fibreKcal = ({ basis, draft }: Pick<Making, 'basis' | 'draft'>): number =>
  basis.carbBasis === 'available' ? 2 * draft.FIBTG : 0;

/** What the macros of a draft hold, kcal: 4/4/9, fibre at 2 where it stands outside the carbohydrate, and what a menu holds beyond them. */
export const draftKcal = (draft: Draft, basis: BodyBasis): number =>
  4 * (draft.PROCNT ?? 0) +
  9 * (draft.FAT ?? 0) +
  4 * (draft.CARB ?? 0) +
  fibreKcal({ basis, draft }) +
  draft.beyond;

const part = (
  making: Making,
  key: 'PROCNT' | 'CARB' | 'FAT',
  rule: MacroPart,
  perGram: number,
): number | undefined => {
  const { basis, draft, problems, tell } = making;
  const found = partGrams(rule, basis, draft.energy, perGram);
  draft.parts[key] = rule;
  if (!found) {
    const word = TARGET_WORDS[key];
    problems.push(
      `${word.charAt(0).toUpperCase()}${word.slice(1)} is counted by lean mass, and no body fat is known: give it, or count by body mass.`,
    );
    return undefined;
  }
  const grams = Math.round(found.aim);
  tell?.part(key, rule, basis, grams, found.bounded);
  return grams;
};

const perMass = (making: Making, rule: Extract<Phase['macros'], { kind: 'per-mass' }>): void => {
  const { draft, basis, problems, tell } = making;
  draft.PROCNT = part(making, 'PROCNT', rule.protein, 4);
  draft.FAT = part(making, 'FAT', rule.fat, 9);
  if (rule.carbs) {
    draft.CARB = part(making, 'CARB', rule.carbs, 4);
    return;
  }
  if (draft.PROCNT === undefined || draft.FAT === undefined) return;
  const fibre = fibreKcal(making);
  const left = (draft.energy - 4 * draft.PROCNT - 9 * draft.FAT - fibre) / 4;
  if (left < -0.5) {
    problems.push(
      `${whole(draft.energy)} kcal cannot hold ${draft.PROCNT} g protein and ${draft.FAT} g fat: they alone are ${whole(4 * draft.PROCNT + 9 * draft.FAT + fibre)} kcal. There is no target for carbs and energy until one of them gives way.`,
    );
    return;
  }
  draft.CARB = Math.max(0, Math.round(left));
  tell?.remainder(draft, basis);
};

const split = (making: Making, rule: Extract<Phase['macros'], { kind: 'split' }>): void => {
  const { draft, problems, tell } = making;
  const aim = draft.energy;
  const carbs = ((rule.carbs / 100) * aim - fibreKcal(making)) / 4;
  if (aim <= 0 || carbs < -0.5) {
    problems.push(`${whole(aim)} kcal cannot be split: nothing is left for carbs.`);
    return;
  }
  draft.PROCNT = Math.round(((rule.protein / 100) * aim) / 4);
  draft.FAT = Math.round(((rule.fat / 100) * aim) / 9);
  draft.CARB = Math.max(0, Math.round(carbs));
  tell?.split(rule, draft, fibreKcal(making));
};

const proteinRange = (making: Making, rule: Extract<Phase['macros'], { kind: 'protein-range' }>): void => {
  const { draft, tell } = making;
  draft.leads = true;
  draft.PROCNT = part(
    making,
    'PROCNT',
    { ...rule.protein, as: rule.protein.to === null ? 'floor' : 'point' },
    4,
  );
  if (rule.fatFloor !== null) {
    draft.FAT = rule.fatFloor;
    draft.parts.FAT = {
      by: 'grams',
      amount: rule.fatFloor,
      to: null,
      floor: null,
      ceiling: null,
      as: 'floor',
    };
  }
  tell?.free(rule.fatFloor);
};

const menu = (making: Making, rule: Extract<Phase['macros'], { kind: 'menu' }>, extraKcal: number): void => {
  const { draft, basis, tell } = making;
  const sums = menuSums(rule.portions, basis.carbBasis);
  draft.PROCNT = Math.round(sums.protein);
  draft.FAT = Math.round(sums.fat);
  draft.FIBTG = Math.round(sums.fibre);
  draft.beyond = Math.round(sums.kcal - draftKcal({ ...draft, CARB: Math.round(sums.carbs) }, basis));
  draft.CARB = Math.round(sums.carbs + extraKcal / 4);
  tell?.menu(rule, sums, draft);
};

const fibreOf = (phase: Phase, aim: number): number => {
  const { macros } = phase;
  if (!('fibre' in macros)) return 0;
  return Math.round(
    'grams' in macros.fibre ? macros.fibre.grams : (macros.fibre.per1000kcal * Math.max(0, aim)) / 1000,
  );
};

/** Applies energy rule, day type, levelling and macro rule. Undefined where a phase sets no numbers. */
export const draftDay = (
  phase: Phase,
  dayType: DayType,
  basis: BodyBasis,
  date: IsoDate,
  problems: string[],
  tell: Explainer | undefined,
): Draft | undefined => {
  const { macros } = phase;
  if (macros.kind === 'plate' || macros.kind === 'none') return undefined;
  const { change } = dayType;
  const aim = phaseAim(phase, basis);
  const typeKcal = change.kind === 'energy' ? change.kcal : 0;
  const level = phase.levels[date] ?? 0;
  const energy = aim + typeKcal + level;
  tell?.aim(phase, basis, aim);
  tell?.day(dayType, typeKcal, level, energy);
  const draft: Draft = {
    PROCNT: undefined,
    CARB: undefined,
    FAT: undefined,
    FIBTG: change.kind === 'own' && change.fibre !== undefined ? change.fibre : fibreOf(phase, energy),
    energy,
    leads: false,
    beyond: 0,
    parts: { PROCNT: null, CARB: null, FAT: null },
  };
  const making: Making = { phase, dayType, basis, draft, problems, tell };
  if (change.kind === 'own') {
    draft.PROCNT = change.protein;
    draft.CARB = change.carbs;
    draft.FAT = change.fat;
    tell?.own(dayType, change);
    return draft;
  }
  if (macros.kind === 'per-mass') perMass(making, macros);
  else if (macros.kind === 'split') split(making, macros);
  else if (macros.kind === 'protein-range') proteinRange(making, macros);
  else menu(making, macros, typeKcal + level);
  if (change.kind === 'carbs') {
    if (draft.leads) draft.energy += 4 * change.grams;
    else if (draft.CARB !== undefined) draft.CARB += change.grams;
    tell?.carbs(dayType, change.grams, draft);
  }
  if (draft.CARB !== undefined && draft.CARB < 0) {
    problems.push(
      `${dayType.name} days take ${whole(-draft.CARB)} g more carbs away than there are. There is no target for carbs and energy.`,
    );
    draft.CARB = undefined;
  }
  return draft;
};

/** Lets one order act on a draft. What it would take below nothing has no target, and `problems` says so. */
export const applyOrder = (
  order: ChangeOrder,
  draft: Draft,
  basis: BodyBasis,
  problems: string[],
  tell: Explainer | undefined,
): void => {
  const { macro, change } = order;
  const wantedFrom = (before: number): number =>
    change.kind === 'absolute' ? change.amount : before + change.amount;
  if (macro === 'ENERC') {
    const before = draft.leads ? draft.energy : draftKcal(draft, basis);
    const wanted = wantedFrom(before);
    if (draft.leads) draft.energy = wanted;
    else if (draft.CARB !== undefined) draft.CARB = Math.round(draft.CARB + (wanted - before) / 4);
    tell?.order(order, before, wanted);
  } else {
    const before = draft[macro];
    if (before === undefined) {
      // Nothing to act on is no fault of the day: the derivation says it.
      tell?.inert(order);
      return;
    }
    const wanted = Math.round(wantedFrom(before));
    draft[macro] = wanted;
    tell?.order(order, before, wanted);
  }
  for (const key of ['PROCNT', 'CARB', 'FAT', 'FIBTG'] as const) {
    const value = draft[key];
    if (value === undefined || value >= 0) continue;
    problems.push(
      `An order takes ${TARGET_WORDS[key]} to ${whole(value)} g, below nothing. There is no target for it.`,
    );
    if (key === 'FIBTG') draft.FIBTG = 0;
    else draft[key] = undefined;
  }
};
