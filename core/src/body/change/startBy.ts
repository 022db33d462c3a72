import { K90, addDays, daysBetween, type IsoDate } from '../../units/index.ts';

export interface StartByInput {
  weightKg: number;
  /** Body fat now, %, and its standard spread in percentage points. */
  fatPercent: number;
  fatSpread: number;
  /** Body fat wanted on stage, %. */
  stageFatPercent: number;
  /** The fastest loss that is allowed, % of body mass a week. */
  ratePercent: number;
  /** Part of the loss that is lean mass, 0 to 0.5. */
  leanShare: number;
  /** Weeks inside the diet that lose nothing: diet breaks, the peak week. */
  pauseWeeks: number;
  today: IsoDate;
  show: IsoDate;
}

/** low, mid and high go with body fat k = 1.645 spreads below, at, and above what was said. */
export type Three = Readonly<Record<'low' | 'mid' | 'high', number>>;

export interface StartBy {
  /** Body mass to lose, kg. */
  loseKg: Three;
  stageKg: Three;
  /** Weeks that the loss takes at the rate limit, pauses included. */
  weeks: Three;
  /** The latest sensible start, for the likely body fat and for the cautious end of its spread. */
  latest: IsoDate;
  latestCautious: IsoDate;
  /** Weeks to spare before the latest start; negative when it is over. */
  slackWeeks: Three;
  /** ample: even the cautious end fits. tight: the likely one fits. late: it does not. there: nothing is to be lost. */
  verdict: 'there' | 'ample' | 'tight' | 'late';
  /** What would make it possible, in sentences; empty unless it is late. */
  remedies: string[];
}

/** Faster than this is not offered as a way out, % a week. Source: Helms 2014. */
export const FASTEST = 1;

/**
 * Body mass to lose until body fat is at the wanted part, kg: x with (F - (1 - s) x) / (W - x) = t, F the fat now, s the lean
 * part of the loss. 0 when it is there already. Throws RangeError when losing could never get there.
 *
 * @example
 * // 80 kg at 15 % to 7 % fat, a tenth of the loss lean.
 * massToLose(80, 0.15, 0.07, 0.1).toFixed(2); // => '7.71'
 */
export const massToLose = (weightKg: number, fat: number, stage: number, leanShare: number): number => {
  if (fat <= stage) return 0;
  const fatShare = 1 - leanShare;
  if (fatShare <= stage) throw new RangeError('With so much of the loss lean, body fat would not fall.');
  return ((fat - stage) * weightKg) / (fatShare - stage);
};

/**
 * Weeks to fall from one body mass to another at a constant percentage a week.
 *
 * @example
 * weeksAtRate(80, 76, 0.5).toFixed(1); // => '10.2'
 */
export const weeksAtRate = (fromKg: number, toKg: number, ratePercent: number): number => {
  if (!(ratePercent > 0 && ratePercent < 5))
    throw new RangeError(`A rate of loss lies between 0 and 5 % a week, not ${ratePercent}.`);
  return toKg >= fromKg ? 0 : Math.log(toKg / fromKg) / Math.log(1 - ratePercent / 100);
};

/** The rate that would do it in so many weeks, % a week. */
export const rateForWeeks = (fromKg: number, toKg: number, weeks: number): number =>
  (1 - (toKg / fromKg) ** (1 / weeks)) * 100;

/**
 * When a diet must start to be ready for a show: the mass to lose from body fat now (with its spread) to the wanted stage
 * condition, the weeks that takes at the rate limit, the latest start and the slack. Throws RangeError for impossible figures.
 * Sources: rate limit Helms 2014 (0.5 to 1 % a week); the lean part of the loss and stage condition are common practice, no source.
 */
export const startBy = (input: StartByInput): StartBy => {
  const { weightKg, fatPercent, fatSpread, stageFatPercent, ratePercent, leanShare, pauseWeeks } = input;
  if (!(fatPercent > 2 && fatPercent < 70 && stageFatPercent > 2 && stageFatPercent < 70))
    throw new RangeError('Body fat lies between 2 and 70 %.');
  const forFat = (percent: number) => {
    const lose = massToLose(weightKg, percent / 100, stageFatPercent / 100, leanShare);
    const weeks = lose === 0 ? 0 : weeksAtRate(weightKg, weightKg - lose, ratePercent) + pauseWeeks;
    return { lose, weeks };
  };
  const available = daysBetween(input.today, input.show) / 7;
  const at = {
    low: forFat(Math.max(2.1, fatPercent - K90 * fatSpread)),
    mid: forFat(fatPercent),
    high: forFat(Math.min(69, fatPercent + K90 * fatSpread)),
  };
  const three = (pick: (found: { lose: number; weeks: number }) => number): Three => ({
    low: pick(at.low),
    mid: pick(at.mid),
    high: pick(at.high),
  });
  const start = (weeks: number): IsoDate => addDays(input.show, -Math.ceil(weeks * 7));
  const slackWeeks = three(({ weeks }) => available - weeks);
  const verdict =
    at.mid.lose === 0 ? 'there' : slackWeeks.high >= 0 ? 'ample' : slackWeeks.mid >= 0 ? 'tight' : 'late';
  return {
    loseKg: three(({ lose }) => lose),
    stageKg: three(({ lose }) => weightKg - lose),
    weeks: three(({ weeks }) => weeks),
    latest: start(at.mid.weeks),
    latestCautious: start(at.high.weeks),
    slackWeeks,
    verdict,
    remedies: verdict === 'late' ? remediesFor(input, at.mid, available) : [],
  };
};

const remediesFor = (
  input: StartByInput,
  mid: { lose: number; weeks: number },
  available: number,
): string[] => {
  const { weightKg, ratePercent, pauseWeeks, leanShare, fatPercent } = input;
  const remedies: string[] = [];
  const missing = Math.ceil(mid.weeks - available);
  remedies.push(
    `A show ${missing} ${missing === 1 ? 'week' : 'weeks'} later, on ${addDays(input.today, Math.ceil(mid.weeks * 7))} or after.`,
  );
  const dieting = available - pauseWeeks;
  if (dieting > 0) {
    const needed = rateForWeeks(weightKg, weightKg - mid.lose, dieting);
    if (needed <= FASTEST)
      remedies.push(
        `A rate limit of ${needed.toFixed(2)} % a week instead of ${ratePercent} %: still inside 1 % a week.`,
      );
    else
      remedies.push(
        `Not by dieting faster: it would need ${needed.toFixed(1)} % a week, and beyond ${FASTEST} % a week muscle and health pay for it.`,
      );
    const lost = weightKg - weightKg * (1 - ratePercent / 100) ** dieting;
    const reached = ((fatPercent / 100) * weightKg - (1 - leanShare) * lost) / (weightKg - lost);
    remedies.push(`A condition of about ${(reached * 100).toFixed(1)} % body fat on that date.`);
  }
  if (pauseWeeks > 0) remedies.push(`Fewer weeks without loss: ${pauseWeeks} are counted.`);
  return remedies;
};
