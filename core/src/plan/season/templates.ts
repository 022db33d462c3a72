import type { IsoDate } from '../../units/index.ts';
import { dayTypeFrom } from './dayTypes.ts';
import {
  defaultRate,
  defaultTolerance,
  macroPart,
  type EnergyPolicy,
  type MacroPolicy,
  type PhaseKind,
} from './rules.ts';
import type { Phase } from './season.ts';

interface Template {
  energy: EnergyPolicy;
  protein: number;
  fat: { amount: number; floor: number };
  types: string[];
  /** Day types of Monday to Sunday by their place in `types`. */
  week: number[];
}

const everyDay = [0, 0, 0, 0, 0, 0, 0];
const trained = [0, 1, 0, 0, 1, 0, 1];

/**
 * Where a phase of a kind begins; everything may be changed. Rates and protein lie inside the ranges of Iraki 2019
 * (off-season) and Helms 2014 (cut and prep); the figures within them are common practice, no source.
 */
const TEMPLATES: Readonly<Record<PhaseKind, Template>> = {
  'off-season': {
    energy: { kind: 'rate', percentPerWeek: 0.3 },
    protein: 1.8,
    fat: { amount: 0.9, floor: 50 },
    types: ['training', 'rest'],
    week: trained,
  },
  maintenance: {
    energy: { kind: 'step', kcal: 0 },
    protein: 1.8,
    fat: { amount: 0.9, floor: 50 },
    types: ['every'],
    week: everyDay,
  },
  'diet-break': {
    energy: { kind: 'step', kcal: 0 },
    protein: 2,
    fat: { amount: 0.8, floor: 50 },
    types: ['every'],
    week: everyDay,
  },
  'mini-cut': {
    energy: { kind: 'rate', percentPerWeek: -0.9 },
    protein: 2.2,
    fat: { amount: 0.7, floor: 45 },
    types: ['training', 'rest'],
    week: trained,
  },
  cut: {
    energy: { kind: 'rate', percentPerWeek: -0.7 },
    protein: 2.2,
    fat: { amount: 0.75, floor: 45 },
    types: ['low', 'high'],
    week: [0, 0, 1, 0, 0, 1, 0],
  },
  'contest-prep': {
    energy: { kind: 'rate', percentPerWeek: -0.7 },
    protein: 2.3,
    fat: { amount: 0.75, floor: 45 },
    types: ['low', 'high'],
    week: [0, 0, 1, 0, 0, 1, 0],
  },
  'peak-week': {
    energy: { kind: 'step', kcal: 0 },
    protein: 2.2,
    fat: { amount: 0.7, floor: 45 },
    types: ['every', 'show'],
    week: everyDay,
  },
  'between-shows': {
    energy: { kind: 'step', kcal: 0 },
    protein: 2.2,
    fat: { amount: 0.8, floor: 45 },
    types: ['every'],
    week: everyDay,
  },
  'post-show': {
    energy: { kind: 'rate', percentPerWeek: 0.4 },
    protein: 2,
    fat: { amount: 1, floor: 50 },
    types: ['every'],
    week: everyDay,
  },
};

/** The macro rule that a kind of phase begins with. */
export const templateMacros = (kind: PhaseKind): MacroPolicy => {
  const { protein, fat } = TEMPLATES[kind];
  return {
    kind: 'per-mass',
    protein: macroPart('body-kg', protein),
    fat: macroPart('body-kg', fat.amount, { floor: fat.floor }),
    carbs: null,
    fibre: { per1000kcal: 14 },
  };
};

/**
 * A whole phase of a kind between two dates, ready to use and to change. Day types whose offsets do not average to the
 * aim over the template's week are shifted together until they do.
 */
export const phaseTemplate = (
  kind: PhaseKind,
  from: IsoDate,
  to: IsoDate,
  id: string,
  more: Partial<Phase> = {},
): Phase => {
  const template = TEMPLATES[kind];
  const week = template.week.map((i) => template.types[i] ?? 'every');
  const types = template.types.map(dayTypeFrom);
  const offset = (typeId: string): number => {
    const change = types.find((t) => t.id === typeId)?.change;
    return change?.kind === 'energy' ? change.kcal : 0;
  };
  const mean = Math.round(week.reduce((sum, typeId) => sum + offset(typeId), 0) / 7);
  return {
    id,
    kind,
    name: null,
    from,
    to,
    hangsOn: null,
    energy: template.energy,
    macros: templateMacros(kind),
    tolerance: defaultTolerance(kind),
    rate: defaultRate(kind),
    dayTypes: types.map((type) =>
      week.includes(type.id) ? { ...type, change: { kind: 'energy', kcal: offset(type.id) - mean } } : type,
    ),
    week,
    exceptions: {},
    levels: {},
    holdMean: false,
    patterns: [],
    patternId: null,
    ...more,
  };
};
