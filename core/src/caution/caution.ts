import type { DayTargets } from '../targets/index.ts';
import type { EquationSex } from '../targets/index.ts';

/** note: shown. hard: needs the confirmation of coach and athlete. X: cannot be saved as a plan or an order. */
export type CautionLevel = 'note' | 'hard' | 'X';

export interface Caution {
  id: 'very-low-intake' | 'fat-under-floor' | 'minor-in-deficit';
  level: CautionLevel;
  sentence: string;
  source: string;
  see: string;
}

export interface CautionPerson {
  sex: EquationSex;
  ageYears: number;
  weightKg: number;
  /** Resting expenditure, kcal. */
  resting: number;
}

/** Planned energy below these is very low whatever the body, kcal. common practice, no source. */
export const VERY_LOW = { female: 1200, male: 1500 } as const;

const whole = (value: number): string => Math.round(value).toLocaleString('en-GB');

/**
 * Cautions on planned days, the gravest first. A caution is never a diagnosis and binds plans and orders only, never
 * what was really eaten. Sources stand on each; thresholds without one are common practice, no source.
 */
export const targetCautions = (days: readonly DayTargets[], person: CautionPerson): Caution[] => {
  const cautions: Caution[] = [];
  const lowest = days.reduce<DayTargets | undefined>(
    (low, day) => (!low || day.windows.ENERC.aim < low.windows.ENERC.aim ? day : low),
    undefined,
  );
  if (!lowest) return [];
  const deficit = days.find((day) => day.windows.ENERC.high < day.basis.expenditure - 1e-9);
  if (person.ageYears < 18 && deficit)
    cautions.push({
      id: 'minor-in-deficit',
      level: 'X',
      sentence: `Under 18, a plan below the expenditure (${whole(deficit.windows.ENERC.aim)} of about ${whole(deficit.basis.expenditure)} kcal) is not made in Maul.`,
      source: 'common practice, no source',
      see: 'Ask a doctor or a registered dietitian.',
    });
  const floor = Math.max(person.resting, VERY_LOW[person.sex]);
  if (lowest.windows.ENERC.aim < floor)
    cautions.push({
      id: 'very-low-intake',
      level: 'hard',
      sentence: `${lowest.dayType.name} days aim at ${whole(lowest.windows.ENERC.aim)} kcal, below ${floor === person.resting ? 'resting expenditure' : 'the cautious floor'} of ${whole(floor)} kcal.`,
      source: 'common practice, no source; resting expenditure by Mifflin & St Jeor 1990',
      see: 'Talk to a doctor or a dietitian before eating this little.',
    });
  const lean = days.find(
    (day) =>
      day.windows.FAT.aim < 0.5 * person.weightKg || 9 * day.windows.FAT.aim < 0.15 * day.windows.ENERC.aim,
  );
  if (lean)
    cautions.push({
      id: 'fat-under-floor',
      level: 'note',
      sentence: `Fat of ${whole(lean.windows.FAT.aim)} g is under 0.5 g per kg or 15 % of the energy; not for more than two weeks.`,
      source: 'Helms 2014; Iraki 2019',
      see: 'A dietitian can say what it means for you.',
    });
  const grave: Record<CautionLevel, number> = { X: 0, hard: 1, note: 2 };
  return cautions.sort((a, b) => grave[a.level] - grave[b.level]);
};
