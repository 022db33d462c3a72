import type { Trend } from '@maul/contract/body';
import type { Athlete } from '@maul/contract/people';
import type { SeasonDocument } from '@maul/contract/plan';
import {
  balanceOfRate,
  decide,
  type Decision,
  type DecisionDraft,
  FAT_SPREAD,
  type ForecastInput,
  SESSION_MET,
  sessionKcal,
} from '@maul/core/body';
import { countdown, phaseOn, targetsFrom } from '@maul/core/plan';
import { addDays, daysBetween, type IsoDate } from '@maul/core/units';

/** Where a forecast ends without a show, days. */
const HORIZON = 84;
const LONGEST = 366;
/** Standard doubt of how the mean of what is eaten will lie to the plan, kcal a day. common practice, no source. */
const ADHERENCE_SD = 50;
/** Body fat where nothing was said, %, as wide as an eye's. From memory. */
const FAT_UNKNOWN = { male: 16, female: 25 } as const;

/** What a forecast eats: the plan, as lately, or what a rate of change asks for. */
export type EatingAs = 'planned' | 'lately' | 'rate';

/** What is asked of the forecast beside the plan. */
export interface Question {
  /** kg; null asks for what the wanted pace would bring. */
  wantedKg: number | null;
  /** The fastest loss that counts as kept, % a week. */
  percent: number;
  /** The show is looked at so many weeks later. */
  shiftWeeks: number;
  /** % of body mass a week, where the forecast eats by a rate. */
  rate: number;
}

/** The day to which one looks ahead, and why that one. */
export const horizonOf = (document: SeasonDocument, shiftWeeks = 0): { to: IsoDate; show: string | null } => {
  const next = countdown(document.season, document.today);
  const found =
    next && next.days > 0 && next.days <= LONGEST
      ? { to: next.event.date, show: next.event.name }
      : { to: addDays(document.today, HORIZON), show: null };
  // Never before next week: there is nothing to look ahead to.
  const to = addDays(found.to, 7 * shiftWeeks);
  const least = addDays(document.today, 7);
  return { ...found, to: to < least ? least : to };
};

/** kcal planned on each day from today to the horizon; a day without a target is as much as is spent. */
export const plannedAhead = (document: SeasonDocument, to: IsoDate, spent: number): number[] =>
  targetsFrom(
    document.season,
    document.bases,
    document.orders,
    document.today,
    daysBetween(document.today, to),
  ).map((day) => day?.windows.ENERC?.aim ?? spent);

/** Mean of the planned energy of the next fourteen days, kcal; undefined where no phase plans any. */
export const plannedMean = (document: SeasonDocument): number | undefined => {
  const aims = targetsFrom(document.season, document.bases, document.orders, document.today, 14).flatMap(
    (day) => day?.windows.ENERC?.aim ?? [],
  );
  return aims.length === 0 ? undefined : aims.reduce((a, b) => a + b, 0) / aims.length;
};

/** Where it stands and what could change; null before the log tells a weight and an expenditure, and without a pace. */
export const decisionOf = (trend: Trend, document: SeasonDocument): Decision | null => {
  const now = trend.days.findLast((d) => d.weightKg !== null && d.expenditure !== null);
  if (!trend.pace || !now || now.weightKg === null || now.expenditure === null) return null;
  const { slope, odds, wanted, since: _since, ...pace } = trend.pace;
  return decide({
    pace: { ...pace, slope: slope ?? undefined, odds: odds ?? undefined },
    wanted,
    today: trend.today,
    weightKg: now.weightKg,
    expenditure: now.expenditure,
    eaten: trend.eaten?.kcal,
    planned: plannedMean(document),
    cardioKcal: sessionKcal(SESSION_MET.cardio, now.weightKg, 20),
    lastChange: trend.lastChange,
  });
};

/** Body fat as it is known, with its spread in points. */
export const fatOf = (athlete: Athlete): { percent: number; sd: number; known: boolean } => {
  const { fat } = athlete.profile;
  return fat
    ? { percent: fat.percent, sd: FAT_SPREAD[fat.method], known: true }
    : { percent: FAT_UNKNOWN[athlete.sex], sd: FAT_SPREAD.eye, known: false };
};

/** What a forecast starts from; null before the log tells a weight and an expenditure. */
export const forecastInput = (
  trend: Trend,
  document: SeasonDocument,
  as: EatingAs,
  draft: DecisionDraft | null,
  { to, rate }: { to: IsoDate; rate: number },
): ForecastInput | null => {
  const now = trend.days.findLast((d) => d.weightKg !== null && d.expenditure !== null);
  if (!now || now.weightKg === null || now.expenditure === null) return null;
  const planned = plannedAhead(document, to, now.expenditure);
  const lately = trend.eaten?.kcal;
  const byRate = now.expenditure + balanceOfRate(rate, now.weightKg);
  const phaseEnds = phaseOn(document.season, document.today)?.to;
  const intake = planned.map((kcal, i) => {
    // A change acts from tomorrow to the end of the phase; eating as lately too.
    const inPhase = phaseEnds === undefined || addDays(document.today, i) <= phaseEnds;
    const base = as === 'rate' ? byRate : as === 'lately' && lately !== undefined && inPhase ? lately : kcal;
    return base + (draft && i > 0 && inPhase ? draft.balance : 0);
  });
  const fat = fatOf(document.athlete);
  return {
    today: document.today,
    weightKg: now.weightKg,
    weightSd: now.weightSd ?? 0.3,
    fatPercent: fat.percent,
    fatSd: fat.sd,
    expenditure: now.expenditure,
    expenditureSd: now.expenditureSd ?? 150,
    intakeNow: lately ?? planned[0] ?? now.expenditure,
    intake,
    adherenceSd: ADHERENCE_SD,
  };
};

/** The weight that the wanted pace would bring at the horizon, kg: the window of a show that nobody has set. */
export const wantedAt = (
  kg: number,
  document: SeasonDocument,
  to: IsoDate,
): { low: number; high: number } | null => {
  let [low, high] = [kg, kg];
  let any = false;
  for (let day = document.today; day < to; day = addDays(day, 1)) {
    const phase = phaseOn(document.season, day);
    if (!phase) continue;
    any = true;
    low *= 1 + phase.rate.low / 700;
    high *= 1 + phase.rate.high / 700;
  }
  return any ? { low, high } : null;
};
