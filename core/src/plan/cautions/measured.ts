import { isDietPhase, phaseOn, type Season } from '../season/season.ts';
import { type Routine } from '../season/mealPattern.ts';
import { weekMean, type WeighIn, energyAvailability, LOW_AVAILABILITY } from '../../body/index.ts';
import { workOn, type DoneWork } from './plannedWork.ts';
import type { TargetWindow } from '../targets/window.ts';
import { addDays, daysBetween, type IsoDate, whole } from '../../units/index.ts';
import { FIRST_DAYS, fastestLoss, intakeFloor } from './plan.ts';
import { DOCTOR_OR_DIETITIAN, inGravity, PRACTICE, type Caution, type CautionPerson } from './types.ts';

/** One complete day of the log: what was eaten, and the energy window it had. kcal. */
export interface EatenDay {
  day: IsoDate;
  kcal: number;
  window: Pick<TargetWindow, 'low' | 'high'> | null;
}

export interface Measured {
  today: IsoDate;
  season: Season;
  eaten: readonly EatenDay[];
  weighIns: readonly WeighIn[];
  routine: Routine;
  /** Training, cardio and posing that were logged as done. */
  work?: readonly DoneWork[];
  /** Today and tomorrow as they are planned: the day's aim, and the phase's own without what was set for the day. kcal. */
  planned?: readonly { day: IsoDate; aim: number; usual: number }[];
}

/** Seven-day means need at least so many complete days: more than two days of little are no accident. common practice, no source. */
const COMPLETE = 3;

/** Mean intake of the complete days in the seven that end on a day, and how many they are; undefined below three of them. kcal. */
const meanIntake = (eaten: readonly EatenDay[], end: IsoDate): { kcal: number; days: number } | undefined => {
  const from = addDays(end, -6);
  const week = eaten.filter((d) => d.day >= from && d.day <= end);
  if (week.length < COMPLETE) return undefined;
  return { kcal: week.reduce((sum, d) => sum + d.kcal, 0) / week.length, days: week.length };
};

const lowIntake = ({ today, eaten }: Measured, person: CautionPerson): Caution[] => {
  const mean = meanIntake(eaten, addDays(today, -1));
  const floor = intakeFloor(person);
  if (mean === undefined || mean.kcal >= floor) return [];
  return [
    {
      id: 'very-low-intake',
      level: 'confirm',
      sentence: `The last seven days average ${whole(mean.kcal)} kcal eaten${mean.days === 7 ? '' : ` (${mean.days} of them are logged completely)`}, below ${floor === person.resting ? 'the resting expenditure' : 'the cautious floor'} of ${whole(floor)} kcal.`,
      source: PRACTICE,
      see: DOCTOR_OR_DIETITIAN,
      figure: Math.round(mean.kcal),
      worse: 'lower',
      needs: null,
    },
  ];
};

/** Weeks that are looked back on when weeks of low availability are counted. */
const WEEKS_BACK = 8;

const lowAvailability = (measured: Measured, person: CautionPerson): Caution[] => {
  const { leanKg, weightKg, fatSpread, sex } = person;
  if (leanKg === null) return [];
  let below = 0;
  let known = 0;
  let last: { value: number; low: number; high: number } | undefined;
  for (let week = 0; week < WEEKS_BACK; week += 1) {
    const end = addDays(measured.today, -1 - 7 * week);
    const intake = meanIntake(measured.eaten, end);
    if (intake === undefined) continue;
    let work = 0;
    for (let i = 0; i < 7; i += 1)
      work += workOn(measured.routine, measured.work ?? [], addDays(end, -i), weightKg) / 7;
    const found = energyAvailability(intake.kcal, work, { weightKg, leanKg, fatSpread });
    if (week === 0) last = found;
    known += 1;
    if (found.value < LOW_AVAILABILITY[sex]) below += 1;
  }
  if (!last || last.value >= LOW_AVAILABILITY[sex]) return [];
  return [
    {
      id: 'low-energy-availability',
      level: 'confirm',
      sentence: `Last week left ${Math.round(last.value)} kcal per kg of lean mass a day after training (${Math.round(last.low)} to ${Math.round(last.high)}, lean mass is not known better); ${below} of the last ${known} weeks lie below ${LOW_AVAILABILITY[sex]}.`,
      source: 'Loucks & Thuma 2003; Fagerberg 2018, from memory; IOC REDs 2023 warns against one cut-off',
      see: DOCTOR_OR_DIETITIAN,
      figure: Math.round(last.value * 10) / 10,
      worse: 'lower',
      needs: null,
    },
  ];
};

/** Loss of the week mean against the week before, % a week, where no first days of a deficit and no peak week are in it. Outside every phase it counts too. */
const lossIn = (
  { season, weighIns }: Measured,
  end: IsoDate,
): { loss: number; limit: number } | undefined => {
  const phase = phaseOn(season, end);
  if (phase?.kind === 'peak-week') return undefined;
  const start = addDays(end, -13);
  if (phase && isDietPhase(phase.kind) && daysBetween(phase.from, start) < FIRST_DAYS) return undefined;
  if (phaseOn(season, start)?.kind === 'peak-week') return undefined;
  const [now, before] = [weekMean(weighIns, end), weekMean(weighIns, addDays(end, -7))];
  if (!now || !before || now.mornings < 3 || before.mornings < 3) return undefined;
  return { loss: ((before.kg - now.kg) / before.kg) * 100, limit: fastestLoss(phase) };
};

const tooFast = (measured: Measured): Caution[] => {
  const last = lossIn(measured, measured.today);
  const before = lossIn(measured, addDays(measured.today, -7));
  if (!last || !before || last.loss <= last.limit || before.loss <= before.limit) return [];
  return [
    {
      id: 'losing-too-fast',
      level: 'confirm',
      sentence: `Two weeks running the week mean fell faster than ${last.limit} %: ${before.loss.toFixed(1)} % and ${last.loss.toFixed(1)} %.`,
      source: 'Helms 2014; two weeks running is common practice, no source',
      see: DOCTOR_OR_DIETITIAN,
      figure: Math.round(-last.loss * 100) / 100,
      worse: 'lower',
      needs: null,
    },
  ];
};

const swings = ({ eaten, today, planned = [] }: Measured): Caution[] => {
  const from = addDays(today, -28);
  const days = eaten.filter((d) => d.day >= from && d.window !== null && Number.isFinite(d.window.high));
  const much = days.filter((d) => d.window && d.kcal > 1.5 * d.window.high);
  const swung = much.filter((d) =>
    days.some((later) => {
      const after = daysBetween(d.day, later.day);
      return after >= 1 && after <= 2 && later.window !== null && later.kcal < 0.7 * later.window.low;
    }),
  );
  const answered = planned.find(
    (plan) =>
      plan.aim < 0.7 * plan.usual &&
      much.some((d) => daysBetween(d.day, plan.day) >= 1 && daysBetween(d.day, plan.day) <= 2),
  );
  if (answered)
    return [
      {
        id: 'swings',
        level: 'note',
        sentence: `A day with much more than planned is answered by one planned at ${whole(answered.aim)} of ${whole(answered.usual)} kcal. Going on with the plan as it is costs less than making up for it.`,
        source: PRACTICE,
        see: 'Your coach, a dietitian, or a doctor you trust: it is worth a word.',
        figure: Math.round(answered.aim),
        worse: 'lower',
        needs: null,
      },
    ];
  if (swung.length < 2) return [];
  return [
    {
      id: 'swings',
      level: 'note',
      sentence: `${swung.length} times in four weeks a day with much more than planned was followed by one with much less. That pattern is common, and hard on anyone; going on with the plan as it is costs less than making up for it.`,
      source: PRACTICE,
      see: 'Your coach, a dietitian, or a doctor you trust: it is worth a word.',
      figure: swung.length,
      worse: 'higher',
      needs: null,
    },
  ];
};

/**
 * Cautions on what was really eaten and weighed, the gravest first. They never hinder a log; they stand beside it, and a plan
 * or order signed while one stands needs the same confirmation. kcal, kg.
 */
export const measuredCautions = (measured: Measured, person: CautionPerson): Caution[] =>
  inGravity([
    ...lowIntake(measured, person),
    ...lowAvailability(measured, person),
    ...tooFast(measured),
    ...swings(measured),
  ]);
