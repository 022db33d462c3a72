import { K90, whole } from '../../units/index.ts';
import { isDietPhase, phaseDays, type Phase } from '../season/season.ts';
import { typeDays } from '../season/dayTypes.ts';
import { type Routine } from '../season/mealPattern.ts';
import { rateOfIntake } from '../targets/parts.ts';
import { type DayTargets } from '../targets/targets.ts';
import { ENOUGH_AVAILABILITY, energyAvailability, LOW_AVAILABILITY } from '../../body/index.ts';
import { plannedWork } from './plannedWork.ts';
import {
  DOCTOR_OR_DIETITIAN,
  inGravity,
  ofHealth,
  PRACTICE,
  type Caution,
  type CautionPerson,
} from './types.ts';

/** Planned energy below these is very low whatever the body, kcal. common practice, no source. */
export const VERY_LOW = { female: 1200, male: 1500 } as const;
/** A mini-cut lasts at most so many days; what lasts longer is judged as a cut. common practice, no source. */
export const MINI_CUT_DAYS = 56;
const shortCut = (phase: Pick<Phase, 'kind' | 'from' | 'to'>): boolean =>
  phase.kind === 'mini-cut' && phaseDays(phase) <= MINI_CUT_DAYS;
/**
 * The fastest loss that is sensible in a phase, or outside every phase, % a week. Source: Helms 2014; that of a short mini-cut is
 * common practice, no source.
 */
export const fastestLoss = (phase: Pick<Phase, 'kind' | 'from' | 'to'> | undefined): number =>
  phase && shortCut(phase) ? 1.25 : 1;
/** The least energy of a day that is not very low, kcal: resting expenditure where it is known, and never below the cautious floor. */
export const intakeFloor = (person: Pick<CautionPerson, 'resting' | 'sex'>): number =>
  Number.isFinite(person.resting) ? Math.max(person.resting, VERY_LOW[person.sex]) : VERY_LOW[person.sex];
/** The first days of a deficit move water. common practice, no source. */
export const FIRST_DAYS = 10;

const caution = (
  part: Pick<Caution, 'id' | 'level' | 'sentence' | 'source'> & Partial<Caution>,
): Caution => ({
  see: DOCTOR_OR_DIETITIAN,
  figure: null,
  worse: 'lower',
  needs: null,
  ...part,
});

const lowestOf = (days: readonly DayTargets[]): DayTargets | undefined =>
  days.reduce<DayTargets | undefined>((low, day) => {
    const aim = day.windows.ENERC?.aim;
    if (aim === undefined) return low;
    return !low || aim < (low.windows.ENERC?.aim ?? Infinity) ? day : low;
  }, undefined);

/** Macros in whole grams may sum to a little less than the energy they were made from, kcal. */
const ROUNDING_KCAL = 10;
/** The energy by which a window is judged: its aim; of a range also its low end. */
const judgedKcal = ({ windows: { ENERC } }: DayTargets): number | undefined =>
  ENERC === null ? undefined : ENERC.kind === 'band' ? Math.min(ENERC.aim, ENERC.low) : ENERC.aim;

/** Planned energy below what is spent; a range counts by its low end. */
export const belowExpenditure = (day: DayTargets): boolean =>
  (judgedKcal(day) ?? Infinity) < day.basis.expenditure - ROUNDING_KCAL;
/** A deficit is what the aim says, however wide its window is. */
const inDeficit = (day: DayTargets): boolean => belowExpenditure(day) || isDietPhase(day.phase.kind);

const restricted = (days: readonly DayTargets[]): DayTargets | undefined =>
  days.find((day) => inDeficit(day) || day.phase.kind === 'peak-week');

const whatItIs = (day: DayTargets): string => {
  if (day.phase.kind === 'peak-week') return 'a peak week';
  const kcal = judgedKcal(day);
  return kcal === undefined || !belowExpenditure(day)
    ? 'a diet'
    : `a plan below the expenditure (${whole(kcal)} of about ${whole(day.basis.expenditure)} kcal)`;
};

const byStatement = (days: readonly DayTargets[], person: CautionPerson, carbsMove: boolean): Caution[] => {
  const { health } = person;
  const found: Caution[] = [];
  const first = restricted(days);
  if (first && person.ageYears < 18)
    found.push(
      caution({
        id: 'minor',
        level: 'refuse',
        sentence: `Under 18, ${whatItIs(first)} is not made in Maul.`,
        source: PRACTICE,
      }),
    );
  if (first && (health.pregnant || health.breastfeeding))
    found.push(
      caution({
        id: 'pregnancy',
        level: 'refuse',
        sentence: `${health.pregnant ? 'Pregnant' : 'Breastfeeding'}: ${whatItIs(first)} is not made in Maul.`,
        source: PRACTICE,
        see: 'Targets come from your doctor or midwife and a registered dietitian.',
      }),
    );
  if (first && health.eatingDisorder)
    found.push(
      caution({
        id: 'eating-disorder',
        level: 'confirm',
        sentence:
          health.professional === null
            ? `With a history of an eating disorder, ${whatItIs(first)} needs a professional at your side, by name.`
            : `With a history of an eating disorder, ${whatItIs(first)} is planned together with ${health.professional}.`,
        source: PRACTICE,
        see: 'A doctor or therapist for eating disorders. Weight and kcal can be hidden under Account.',
        needs: health.professional === null ? 'professional' : null,
      }),
    );
  const ill = [
    health.diabetes && 'diabetes',
    health.kidney && 'kidney disease',
    health.heart && 'heart disease or blood pressure',
    health.lithium && 'lithium',
  ].filter((word): word is string => word !== false);
  if (ill.length > 0 && (carbsMove || first))
    found.push(
      caution({
        id: 'illness',
        level: 'confirm',
        sentence: `With ${ill.join(' and ')}, ${first ? `${whatItIs(first)} and ` : ''}changes of carbs, sodium and water are made only with ${health.doctor ?? 'the treating doctor, by name'}.`,
        source: PRACTICE,
        see: 'Your treating doctor.',
        needs: health.doctor === null ? 'doctor' : null,
      }),
    );
  return found;
};

const byIntake = (days: readonly DayTargets[], person: CautionPerson): Caution[] => {
  const lowest = lowestOf(days);
  const aim = lowest?.windows.ENERC?.aim;
  if (!lowest || aim === undefined) return [];
  const floor = intakeFloor(person);
  if (aim >= floor) return [];
  return [
    caution({
      id: 'very-low-intake',
      level: 'confirm',
      sentence: `The aim on ${typeDays(lowest.dayType)} is ${whole(aim)} kcal, below ${floor === person.resting ? 'the resting expenditure' : 'the cautious floor'} of ${whole(floor)} kcal.`,
      source: `${PRACTICE}; resting expenditure by the equation shown under Body`,
      figure: aim,
    }),
  ];
};

/** Means over each seven days in a row that all have a target. */
const sevens = (days: readonly DayTargets[]): { days: DayTargets[]; kcal: number }[] => {
  const found: { days: DayTargets[]; kcal: number }[] = [];
  for (let i = 0; i + 7 <= days.length; i += 1) {
    const part = days.slice(i, i + 7);
    if (part.every((d) => d.windows.ENERC !== null))
      found.push({
        days: part,
        kcal: part.reduce((sum, d) => sum + (d.windows.ENERC?.aim ?? 0), 0) / 7,
      });
  }
  return found;
};

const byAvailability = (days: readonly DayTargets[], person: CautionPerson, routine: Routine): Caution[] => {
  const { leanKg, weightKg, fatSpread, sex } = person;
  if (leanKg === null) return [];
  let worst: { value: number; low: number; high: number } | undefined;
  for (const week of sevens(days)) {
    const work = week.days.reduce((sum, d) => sum + plannedWork(routine, d.date, weightKg), 0) / 7;
    const found = energyAvailability(week.kcal, work, { weightKg, leanKg, fatSpread });
    if (!worst || found.value < worst.value) worst = found;
  }
  if (!worst || worst.value >= ENOUGH_AVAILABILITY) return [];
  const low = worst.value < LOW_AVAILABILITY[sex];
  return [
    caution({
      id: 'low-energy-availability',
      level: low ? 'confirm' : 'note',
      sentence: `The plan leaves ${Math.round(worst.value)} kcal per kg of lean mass a day after training (${Math.round(worst.low)} to ${Math.round(worst.high)}, lean mass is not known better): ${low ? 'low' : 'less than enough for the long run'}. Below ${LOW_AVAILABILITY[sex]} is low, from ${ENOUGH_AVAILABILITY} on it is enough; no single line fits everybody.`,
      source: 'Loucks & Thuma 2003; Fagerberg 2018, from memory; IOC REDs 2023 warns against one cut-off',
      figure: Math.round(worst.value * 10) / 10,
    }),
  ];
};

const byRate = (days: readonly DayTargets[]): Caution[] => {
  let worst: { rate: number; day: DayTargets } | undefined;
  for (const week of sevens(days)) {
    const day = week.days[0];
    const same = week.days.every((d) => d.phase.id === day?.phase.id);
    if (!day || !same || day.phase.kind === 'peak-week') continue;
    const rate = rateOfIntake(week.kcal, day.basis);
    if (-rate > fastestLoss(day.phase) + 1e-9 && (!worst || rate < worst.rate)) worst = { rate, day };
  }
  if (!worst) return [];
  return [
    caution({
      id: 'losing-too-fast',
      level: 'confirm',
      sentence: `The plan would lose ${(-worst.rate).toFixed(1)} % of body mass a week; ${fastestLoss(worst.day.phase)} % is the fastest that is sensible here.`,
      source: shortCut(worst.day.phase) ? PRACTICE : 'Helms 2014',
      figure: Math.round(worst.rate * 100) / 100,
    }),
  ];
};

/** A mini-cut that lasts longer than a mini-cut. */
const byLength = (days: readonly DayTargets[]): Caution[] => {
  const phase = days.find((d) => d.phase.kind === 'mini-cut' && !shortCut(d.phase))?.phase;
  if (!phase) return [];
  return [
    caution({
      id: 'long-mini-cut',
      level: 'note',
      sentence: `This mini-cut lasts ${Math.round(phaseDays(phase) / 7)} weeks. It may be faster only because it is short: 10 days to 8 weeks. Longer than that it is judged as a cut, at most ${fastestLoss(phase)} % a week.`,
      source: PRACTICE,
      see: 'Your coach or a dietitian can say which of the two you need.',
      figure: phaseDays(phase),
      worse: 'higher',
    }),
  ];
};

const byFat = (days: readonly DayTargets[], person: CautionPerson): Caution[] => {
  let run = 0;
  let lean: DayTargets | undefined;
  for (const day of days) {
    const { FAT, ENERC } = day.windows;
    const under =
      FAT !== null && (FAT.aim < 0.5 * person.weightKg || (ENERC !== null && 9 * FAT.aim < 0.15 * ENERC.aim));
    run = under ? run + 1 : 0;
    if (run >= 14) lean ??= day;
  }
  if (!lean) return [];
  return [
    caution({
      id: 'fat-under-floor',
      level: 'note',
      sentence: `Fat of ${whole(lean.windows.FAT?.aim ?? 0)} g for two weeks or longer is under 0.5 g per kg or 15 % of the energy.`,
      source: 'Helms 2014; Iraki 2019',
      see: 'A dietitian can say what it means for you.',
      figure: lean.windows.FAT?.aim ?? null,
    }),
  ];
};

const byBody = (days: readonly DayTargets[], person: CautionPerson): Caution[] => {
  const found: Caution[] = [];
  const { health, sex, leanKg, weightKg } = person;
  const fat = leanKg === null ? undefined : (1 - leanKg / weightKg) * 100;
  if (fat !== undefined && fat < (sex === 'male' ? 5 : 12))
    found.push(
      caution({
        id: 'low-body-fat',
        level: 'note',
        sentence: `Body fat of about ${fat.toFixed(0)} % (± ${(K90 * person.fatSpread).toFixed(0)} points) is very low; not a place to stay.`,
        source: 'ACSM',
        figure: Math.round(fat * 10) / 10,
      }),
    );
  const signs = [
    health.periodLost && 'no period, or long cycles',
    health.lostLibido && 'lost libido',
    health.oftenIll && 'frequent illness',
    health.stressFracture && 'a stress fracture',
  ].filter((word): word is string => word !== false);
  if (signs.length > 0 && days.length > 0)
    found.push(
      caution({
        id: 'signs-of-low-availability',
        level: 'note',
        sentence: `You said: ${signs.join(', ')}. These may be signs of too little energy over a long time.`,
        source: 'IOC REDs 2023',
        see: 'See a doctor; bring this log along.',
      }),
    );
  return found;
};

/**
 * Cautions on planned days, the gravest first. `days` are days in a row, as they would be; `carbsMove` says that the plan
 * or order in question changes carbohydrate. A caution is never a diagnosis and binds plans and orders only, never what
 * was really eaten. Sources stand on each; thresholds without one are common practice, no source.
 */
export const planCautions = (
  days: readonly DayTargets[],
  person: CautionPerson,
  routine: Routine,
  carbsMove = false,
): Caution[] =>
  inGravity([
    ...byStatement(days, person, carbsMove),
    ...byIntake(days, person),
    ...byAvailability(days, person, routine),
    ...byRate(days),
    ...byLength(days),
    ...byFat(days, person),
    ...byBody(days, person),
  ]);

/** Cautions of one day's plan that come from what the athlete says of their health, the gravest first. */
export const healthCautions = (day: DayTargets, person: CautionPerson, routine: Routine): Caution[] =>
  planCautions([day], person, routine, true).filter(ofHealth);

/**
 * Cautions of a plan together with those of the log, which count where the plan takes energy away. Of one kind the planned one
 * stands.
 */
export const withMeasured = (
  planned: readonly Caution[],
  measured: readonly Caution[],
  days: readonly DayTargets[],
): Caution[] => inGravity([...planned, ...(days.some(inDeficit) ? measured : [])]);
