import type { EquationSex } from '../../body/index.ts';

/** note: shown. confirm: coach and athlete confirm it before it binds. refuse: cannot be saved as a plan or an order. */
export type CautionLevel = 'note' | 'confirm' | 'refuse';

export const CAUTION_IDS = [
  'minor',
  'pregnancy',
  'eating-disorder',
  'illness',
  'very-low-intake',
  'low-energy-availability',
  'losing-too-fast',
  'long-mini-cut',
  'low-body-fat',
  'fat-under-floor',
  'signs-of-low-availability',
  'swings',
  'sodium-low',
  'sodium-swing',
  'peak-water',
  'peak-water-low',
  'peak-water-cut',
  'peak-sodium',
  'peak-carbs',
  'peak-protein',
  'peak-mixed',
  'after-show-deficit',
] as const;
export type CautionId = (typeof CAUTION_IDS)[number];

/** What of an athlete a caution on the log, the mornings or their health is told from; the rest comes from the plan or from who they are. */
const TOLD_FROM: Readonly<Partial<Record<CautionId, readonly ('log' | 'body' | 'health')[]>>> = {
  pregnancy: ['health'],
  'eating-disorder': ['health'],
  illness: ['health'],
  'signs-of-low-availability': ['health'],
  'very-low-intake': ['log'],
  swings: ['log'],
  'sodium-low': ['log'],
  'sodium-swing': ['log'],
  'low-energy-availability': ['log', 'body'],
  'losing-too-fast': ['body'],
};

/** True for what an athlete says of their health. */
export const ofHealth = ({ id }: Pick<Caution, 'id'>): boolean => TOLD_FROM[id]?.includes('health') ?? false;

/**
 * Whether a caution on what was eaten, weighed or said may be read by somebody with whom only some of it is shared: they see all that it is told from.
 *
 * @example
 * cautionSeen({ id: 'losing-too-fast' }, ['log']) // => false
 */
export const cautionSeen = ({ id }: Pick<Caution, 'id'>, sees: readonly string[]): boolean =>
  (TOLD_FROM[id] ?? []).every((kind) => sees.includes(kind));

/** Something that may hurt, said where the number is made and where it is eaten. Never a diagnosis. */
export interface Caution {
  id: CautionId;
  level: CautionLevel;
  sentence: string;
  source: string;
  /** Whom to see. */
  see: string;
  /** The number that triggered it, so that a later confirmation can tell whether it has worsened; null without one. */
  figure: number | null;
  /** Which way of the figure is worse. */
  worse: 'lower' | 'higher';
  /** Who must be named before it can be confirmed at all. */
  needs: 'professional' | 'doctor' | null;
}

/** What an athlete says about their health, for the cautions alone. */
export interface HealthStatements {
  pregnant: boolean;
  breastfeeding: boolean;
  diabetes: boolean;
  kidney: boolean;
  /** Heart disease or blood pressure under treatment. */
  heart: boolean;
  lithium: boolean;
  /** Now or in the past. */
  eatingDisorder: boolean;
  /** No period for three months, or cycles over 35 days, and not by hormonal contraception. */
  periodLost: boolean;
  lostLibido: boolean;
  oftenIll: boolean;
  stressFracture: boolean;
  /** The professional who accompanies an eating disorder, by name; null when none is named. */
  professional: string | null;
  /** The treating doctor, by name; null when none is named. */
  doctor: string | null;
}

export const NO_STATEMENTS: HealthStatements = {
  pregnant: false,
  breastfeeding: false,
  diabetes: false,
  kidney: false,
  heart: false,
  lithium: false,
  eatingDisorder: false,
  periodLost: false,
  lostLibido: false,
  oftenIll: false,
  stressFracture: false,
  professional: null,
  doctor: null,
};

/** Whom the cautions are about. */
export interface CautionPerson {
  sex: EquationSex;
  ageYears: number;
  weightKg: number;
  /** Fat-free mass, kg; null when it is not known. */
  leanKg: number | null;
  /** Standard spread of the body fat figure, percentage points. */
  fatSpread: number;
  /** Resting expenditure, kcal. */
  resting: number;
  health: HealthStatements;
}

export const PRACTICE = 'common practice, no source';
export const DOCTOR_OR_DIETITIAN = 'Talk to a doctor or a registered dietitian.';

const GRAVITY: Record<CautionLevel, number> = { refuse: 0, confirm: 1, note: 2 };

/** The gravest first; of one kind only its gravest. */
export const inGravity = (cautions: readonly Caution[]): Caution[] => {
  const sorted = [...cautions].sort((a, b) => GRAVITY[a.level] - GRAVITY[b.level]);
  return sorted.filter((c, i) => sorted.findIndex((other) => other.id === c.id) === i);
};
