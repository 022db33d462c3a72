import { whole, datesFrom, weekday, type IsoDate } from '../../units/index.ts';
import { dayTypeOn, phaseOn, type Phase, type Season } from '../season/season.ts';
import { type DayType } from '../season/dayTypes.ts';
import { type MacroPart } from '../season/rules.ts';
import { basisOn, type BodyBasis } from '../../body/index.ts';
import { applyOrder, draftDay, draftKcal } from './draft.ts';
import type { Draft, Explainer } from './explainer.ts';
import { byMoment, orderBinds, type ChangeOrder } from '../orders/order.ts';
import { partGrams } from './parts.ts';
import {
  ceilingWindow,
  FIBRE_WIDTH,
  fibreIsCeiling,
  floorWindow,
  NO_WINDOWS,
  pointWindow,
  type TargetWindow,
  type TargetWindows,
} from './window.ts';

export interface DayTargets {
  date: IsoDate;
  phase: Phase;
  dayType: DayType;
  basis: BodyBasis;
  /** null where this phase leaves a macro free, or where no possible target exists (then `problems` says why). */
  windows: TargetWindows;
  /** The orders in force on the date, in the order they act. */
  orders: ChangeOrder[];
  /** What cannot be had with these rules, in sentences; empty when nothing stands in the way. */
  problems: string[];
}

const NO_ORDERS: ChangeOrder[] = [];

/** The window of a macro: the part's own form where it has one, else the phase's tolerance around the aim. */
const macroWindow = (
  key: 'PROCNT' | 'CARB' | 'FAT',
  draft: Draft,
  before: number | undefined,
  width: { below: number; above: number },
  widen: number,
  basis: BodyBasis,
): TargetWindow | null => {
  const aim = draft[key];
  if (aim === undefined) return null;
  const part: MacroPart | null = draft.parts[key];
  if (part?.as === 'floor') return floorWindow(aim);
  if (part?.as === 'ceiling') return ceilingWindow(aim);
  const band = part && partGrams(part, basis, draft.energy, key === 'FAT' ? 9 : 4)?.band;
  if (!band) return pointWindow(aim, width.below * widen, width.above * widen);
  const moved = aim - (before ?? aim);
  return {
    low: Math.min(aim, Math.max(0, Math.round(band.low + moved))),
    aim,
    high: Math.max(aim, Math.round(band.high + moved)),
    kind: 'band',
  };
};

const energyWindow = (
  phase: Phase,
  dayType: DayType,
  draft: Draft,
  kcal: number,
  problems: string[],
): TargetWindow | null => {
  const { energy, tolerance } = phase;
  const isRange = energy.kind === 'range' && phase.macros.kind !== 'menu' && draft.leads;
  const half = isRange
    ? (energy.high - energy.low) / 2
    : 'kcal' in tolerance.energy
      ? tolerance.energy.kcal
      : tolerance.energy.part * Math.max(0, kcal);
  const window: TargetWindow = {
    ...pointWindow(kcal, half * dayType.widen, half * dayType.widen),
    kind: isRange ? 'band' : 'point',
  };
  const floors = 4 * (draft.PROCNT ?? 0) + 9 * (draft.FAT ?? 0);
  if (kcal > 0 && !(draft.leads && floors > window.high)) return window;
  problems.push(
    kcal <= 0
      ? `The day would aim at ${whole(kcal)} kcal. There is no such day, so there is no target for energy.`
      : `${whole(window.high)} kcal cannot hold ${draft.PROCNT ?? 0} g protein${draft.FAT === undefined ? '' : ` and ${draft.FAT} g fat`}: that alone is ${whole(floors)} kcal. There is no target for energy until one of them gives way.`,
  );
  return null;
};

/** Computes one day; `tell` is told each step when somebody wants to know why. */
const computeDay = (
  phase: Phase,
  dayType: DayType,
  basis: BodyBasis,
  inForce: readonly ChangeOrder[],
  date: IsoDate,
  tell: Explainer | undefined,
): Pick<DayTargets, 'windows' | 'problems'> => {
  const problems: string[] = [];
  const draft = draftDay(phase, dayType, basis, date, problems, tell);
  if (!draft) {
    tell?.none(phase);
    return { windows: NO_WINDOWS, problems };
  }
  const { PROCNT, CARB, FAT } = draft;
  for (const order of inForce) applyOrder(order, draft, basis, problems, tell);
  const complete = draft.PROCNT !== undefined && draft.CARB !== undefined && draft.FAT !== undefined;
  const kcal = draft.leads ? draft.energy : draftKcal(draft, basis);
  const energy = draft.leads || complete ? energyWindow(phase, dayType, draft, kcal, problems) : null;
  if (energy) tell?.energy(draft, basis, kcal);
  const { tolerance } = phase;
  const { widen } = dayType;
  const fibre =
    draft.FIBTG === 0
      ? null
      : fibreIsCeiling(phase.kind)
        ? ceilingWindow(draft.FIBTG)
        : draft.leads
          ? floorWindow(draft.FIBTG)
          : pointWindow(draft.FIBTG, FIBRE_WIDTH.below, FIBRE_WIDTH.above);
  const windows: TargetWindows = {
    ENERC: energy,
    PROCNT: macroWindow('PROCNT', draft, PROCNT, tolerance.protein, widen, basis),
    CARB: energy ? macroWindow('CARB', draft, CARB, tolerance.carbs, widen, basis) : null,
    FAT: macroWindow('FAT', draft, FAT, tolerance.fat, widen, basis),
    FIBTG: fibre,
  };
  tell?.windows(phase, dayType, windows);
  return { windows, problems };
};

/** Targets of one day; `tell` hears each step. For `dayTargets` and `whyTargets`. */
export const targetsOn = (
  season: Season,
  bases: readonly BodyBasis[],
  orders: readonly ChangeOrder[],
  date: IsoDate,
  tell: Explainer | undefined,
): DayTargets | undefined => {
  const phase = phaseOn(season, date);
  const basis = basisOn(bases, date);
  const dayType = phase && dayTypeOn(phase, date);
  if (!phase || !basis || !dayType) return undefined;
  const inForce = orders.filter((order) => orderBinds(order, date, phase, dayType)).sort(byMoment);
  return {
    date,
    phase,
    dayType,
    basis,
    orders: inForce,
    ...computeDay(phase, dayType, basis, inForce, date, tell),
  };
};

/**
 * The day's target windows: energy rule, day type, levelling, macro rule, then the orders in force, then the windows.
 * Macros lead and the energy shown is the one that they give, except where a protein floor and an energy range were set:
 * there energy leads. kcal and grams, carbohydrate on the basis's own basis; with available carbohydrate the fibre's
 * 2 kcal/g are taken off first. Undefined when the date lies in no phase, or there is no basis. Never throws for a rule
 * that cannot be met: its window is null and `problems` says why.
 * Sources: 4/9/4 Merrill & Watt 1973; fibre at 2 Regulation (EU) 1169/2011; the rules themselves stand beside their parts.
 */
export const dayTargets = (
  season: Season,
  bases: readonly BodyBasis[],
  orders: readonly ChangeOrder[],
  date: IsoDate,
): DayTargets | undefined => targetsOn(season, bases, orders, date, undefined);

/**
 * Targets of `days` days from a date on; undefined on days without. Days that are made from the same phase, day type,
 * basis and orders share one set of windows.
 */
export const targetsFrom = (
  season: Season,
  bases: readonly BodyBasis[],
  orders: readonly ChangeOrder[],
  from: IsoDate,
  days: number,
): (DayTargets | undefined)[] => {
  const sorted = [...orders].sort(byMoment);
  let made: DayTargets[] = [];
  let phase: Phase | undefined;
  let basis: BodyBasis | undefined;
  let basisUntil = '';
  let day = weekday(from) - 1;
  return datesFrom(from, days).map((date) => {
    const at = day;
    day = (day + 1) % 7;
    if (!phase || date < phase.from || date > phase.to) {
      phase = phaseOn(season, date);
      made = [];
    }
    if (!basis || date >= basisUntil) {
      const next = basisOn(bases, date);
      if (next !== basis) made = [];
      basis = next;
      basisUntil = bases.reduce((soon, b) => (b.from > date && b.from < soon ? b.from : soon), '9999-12-31');
    }
    if (!phase || !basis) return undefined;
    const typeId = phase.exceptions[date] ?? phase.week[at];
    const dayType = phase.board ? dayTypeOn(phase, date) : phase.dayTypes.find((type) => type.id === typeId);
    if (!dayType) return undefined;
    let inForce = NO_ORDERS;
    if (sorted.length > 0) {
      const [now, type] = [phase, dayType];
      inForce = sorted.filter((order) => orderBinds(order, date, now, type));
    }
    const levelled = phase.levels[date] !== undefined;
    const same = levelled
      ? undefined
      : made.find(
          (d) =>
            d.dayType === dayType &&
            d.orders.length === inForce.length &&
            d.orders.every((order, i) => order === inForce[i]),
        );
    const { windows, problems } = same ?? computeDay(phase, dayType, basis, inForce, date, undefined);
    const targets: DayTargets = { date, phase, dayType, basis, windows, orders: inForce, problems };
    if (!same && !levelled) made.push(targets);
    return targets;
  });
};
