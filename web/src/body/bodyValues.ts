import { readBodyMass, numberIn } from '@maul/core/units';
import { DEFAULT_PROFILE, Profile, type Athlete, type DIETS, type Units } from '@maul/contract/people';
import { type ALLERGENS } from '@maul/contract/foods';
import { type BasisRow } from '@maul/contract/body';
import type { CarbBasis } from '@maul/core/nutrition';
import type { CarbTiming, HealthStatements, PhaseKind, TrainingSession } from '@maul/core/plan';
import type { EquationId, EquationSex, FatMethod } from '@maul/core/body';
import { bodyFigure, toKcal } from '../ui/formats/units.ts';

/** What stands in the fields: numbers as they are typed. */
export interface BodyValues {
  /** Empty until it is chosen: nothing that matters is preset. */
  sex: EquationSex | '';
  birthDate: string;
  heightCm: string;
  weight: string;
  units: Units;
  carbBasis: CarbBasis;
  diet: (typeof DIETS)[number];
  allergens: (typeof ALLERGENS)[number][];
  notTolerated: string[];
  activityLevel: number;
  equation: EquationId | 'preferred';
  known: string;
  fatPercent: string;
  fatMethod: FatMethod;
  waking: string;
  sessions: TrainingSession[];
  weekStartsOn: number;
  health: Omit<HealthStatements, 'professional' | 'doctor'> & { professional: string; doctor: string };
  hide: { weight: boolean; energy: boolean };
  cycle: boolean;
  checkInOn: number;
}

export interface StartValues extends BodyValues {
  firstPhase: PhaseKind;
  weeks: string;
  meals: string;
  carbs: CarbTiming;
  fasts: boolean;
  fastFrom: string;
  fastTo: string;
  coachCode: string;
}

const P = DEFAULT_PROFILE;
export const EMPTY_BODY: BodyValues = {
  sex: '',
  birthDate: '',
  heightCm: '',
  weight: '',
  units: P.units,
  carbBasis: 'total',
  diet: P.diet,
  allergens: [],
  notTolerated: [],
  activityLevel: P.activityLevel,
  equation: 'preferred',
  known: '',
  fatPercent: '',
  fatMethod: 'eye',
  waking: P.routine.waking,
  sessions: [],
  weekStartsOn: 1,
  health: { ...P.health, professional: '', doctor: '' },
  hide: P.hide,
  cycle: P.cycle,
  checkInOn: P.checkInOn,
};
export const EMPTY_START: StartValues = {
  ...EMPTY_BODY,
  firstPhase: 'maintenance',
  weeks: '12',
  meals: '5',
  carbs: 'even',
  fasts: false,
  fastFrom: '20:00',
  fastTo: '12:00',
  coachCode: '',
};

const optional = (text: string): number | null => (text.trim() === '' ? null : numberIn(text));
const named = (text: string): string | null => (text.trim() === '' ? null : text.trim());

/** The weight in kg; NaN while it is not typed. */
export const weightOf = (values: BodyValues): number => {
  const read = readBodyMass(values.weight, values.units.body);
  return read.ok ? Math.round(read.value * 100) / 100 : NaN;
};

/** The typed weight and maintenance in other units; what is no number stays as it is typed. */
export const convertFigures = (values: BodyValues, units: Units): Pick<BodyValues, 'weight' | 'known'> => {
  const [kg, kcal] = [weightOf(values), toKcal(numberIn(values.known), values.units)];
  return {
    weight: Number.isNaN(kg) || units.body === values.units.body ? values.weight : bodyFigure(kg, units),
    known:
      Number.isNaN(kcal) || units.energy === values.units.energy
        ? values.known
        : String(Math.round(kcal / toKcal(1, units))),
  };
};

/** What the fields say, as the contract keeps it, before it is checked. */
export const rawProfile = (values: BodyValues): Record<keyof Profile, unknown> => {
  const known = optional(values.known);
  const percent = optional(values.fatPercent);
  return {
    units: values.units,
    diet: values.diet,
    allergens: values.allergens,
    notTolerated: values.notTolerated,
    activityLevel: values.activityLevel,
    equation: values.equation === 'preferred' ? null : values.equation,
    knownKcal: known === null ? null : Math.round(toKcal(known, values.units)),
    fat: percent === null ? null : { percent, method: values.fatMethod },
    weekStartsOn: values.weekStartsOn,
    routine: { waking: values.waking, sessions: values.sessions },
    health: {
      ...values.health,
      professional: named(values.health.professional),
      doctor: named(values.health.doctor),
    },
    hide: values.hide,
    cycle: values.cycle,
    checkInOn: values.checkInOn,
  };
};

/** The profile that the fields say; undefined while something in them cannot be. */
export const profileOf = (values: BodyValues): Profile | undefined =>
  Profile.safeParse(rawProfile(values)).data;

/** Which field a fault of the contract belongs to. */
export const fieldOf = (path: readonly PropertyKey[]): string => {
  const names = path.map(String);
  if (names.includes('fat')) return 'fatPercent';
  if (names.includes('knownKcal')) return 'known';
  if (names.includes('weightKg')) return 'weight';
  if (names.includes('sessions')) return 'sessions';
  if (names.includes('professional')) return 'health.professional';
  if (names.includes('doctor')) return 'health.doctor';
  return names.at(-1) ?? '';
};

/** The fields of somebody who is there already. */
export const valuesOf = (
  athlete: Athlete,
  basis: Pick<BasisRow, 'weightKg' | 'carbBasis'> | undefined,
): BodyValues => {
  const { profile } = athlete;
  const { units, health } = profile;
  return {
    sex: athlete.sex,
    birthDate: athlete.birthDate,
    heightCm: String(athlete.heightCm),
    weight: basis ? bodyFigure(basis.weightKg, units) : '',
    units,
    carbBasis: basis?.carbBasis ?? 'total',
    diet: profile.diet,
    allergens: profile.allergens,
    notTolerated: profile.notTolerated,
    activityLevel: profile.activityLevel,
    equation: profile.equation ?? 'preferred',
    known: profile.knownKcal === null ? '' : String(Math.round(profile.knownKcal / toKcal(1, units))),
    fatPercent: profile.fat === null ? '' : String(profile.fat.percent),
    fatMethod: profile.fat?.method ?? 'eye',
    waking: profile.routine.waking,
    sessions: profile.routine.sessions,
    weekStartsOn: profile.weekStartsOn,
    health: { ...health, professional: health.professional ?? '', doctor: health.doctor ?? '' },
    hide: profile.hide,
    cycle: profile.cycle,
    checkInOn: profile.checkInOn,
  };
};
