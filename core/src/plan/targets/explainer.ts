import type { DayType } from '../season/dayTypes.ts';
import type { MacroPart, MacroPolicy } from '../season/rules.ts';
import type { Phase } from '../season/season.ts';
import type { BodyBasis } from '../../body/index.ts';
import type { ChangeOrder } from '../orders/order.ts';
import type { MenuSums } from './parts.ts';
import type { TargetKey } from '../../nutrition/index.ts';
import type { TargetWindows } from './window.ts';

/** A day on its way from its rules to its windows: grams, and who leads. */
export interface Draft {
  PROCNT: number | undefined;
  CARB: number | undefined;
  FAT: number | undefined;
  FIBTG: number;
  /** The day's aim in kcal, by the rules; what the macros give is the energy shown unless energy leads. */
  energy: number;
  /** True when energy leads and carbohydrate and fat fall where they fall. */
  leads: boolean;
  /** Energy of a written menu that its macros do not hold: alcohol, and what a source states otherwise. kcal. */
  beyond: number;
  parts: { PROCNT: MacroPart | null; CARB: MacroPart | null; FAT: MacroPart | null };
}

/** One step of a derivation: a plain sentence, which targets it is about, and where the rule comes from. */
export interface WhyStep {
  about: readonly TargetKey[];
  text: string;
  source: string | null;
  /** The order that this step is, if it is one. */
  orderId?: string;
}

/** Is told each step while a day is computed. */
export interface Explainer {
  aim: (phase: Phase, basis: BodyBasis, aim: number) => void;
  day: (dayType: DayType, typeKcal: number, level: number, energy: number) => void;
  own: (dayType: DayType, own: { protein: number; carbs: number; fat: number }) => void;
  part: (
    key: 'PROCNT' | 'CARB' | 'FAT',
    rule: MacroPart,
    basis: BodyBasis,
    grams: number,
    bounded: 'floor' | 'ceiling' | undefined,
  ) => void;
  remainder: (draft: Draft, basis: BodyBasis) => void;
  split: (rule: Extract<MacroPolicy, { kind: 'split' }>, draft: Draft, fibreKcal: number) => void;
  free: (fatFloor: number | null) => void;
  menu: (rule: Extract<MacroPolicy, { kind: 'menu' }>, sums: MenuSums, draft: Draft) => void;
  carbs: (dayType: DayType, grams: number, draft: Draft) => void;
  order: (order: ChangeOrder, before: number, wanted: number) => void;
  /** An order on something that the day leaves free. */
  inert: (order: ChangeOrder) => void;
  energy: (draft: Draft, basis: BodyBasis, kcal: number) => void;
  windows: (phase: Phase, dayType: DayType, windows: TargetWindows) => void;
  none: (phase: Phase) => void;
}
