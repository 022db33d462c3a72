import type { Random } from '../../random/index.ts';

/** Days of each kind below which nothing is said. common practice, no source. */
const LEAST_DAYS = 8;
/** Up to so many ways to deal the labels all are counted; above it so many are drawn. */
const COUNTED = 5000;
const DRAWN = 4999;
/** A corrected chance below this is said. common practice, no source. */
const SAID = 0.05;

/** One thing that varies from day to day, and a figure of the day after; null where it is not known. */
export interface Paired {
  /** True on days with it. */
  with: boolean;
  value: number | null;
}

export interface Compared {
  with: { days: number; mean: number };
  without: { days: number; mean: number };
  difference: number;
  /** How often chance alone would show as much, either way. */
  chance: number;
  /** Every way to deal the labels was counted. */
  exact: boolean;
}

/** n over k, or Infinity once it is more than is counted. */
const ways = (n: number, k: number): number => {
  let all = 1;
  for (let i = 1; i <= Math.min(k, n - k); i += 1) {
    all = (all * (n - i + 1)) / i;
    if (all > COUNTED) return Infinity;
  }
  return Math.round(all);
};

/**
 * Two kinds of days compared: the difference of means, and how often a random dealing of the same days shows as large a one. All dealings are
 * counted where there are few, else 4,999 are drawn. Undefined without a day of either kind. Source: Fisher 1935; Phipson & Smyth 2010 for the
 * one that is added.
 */
export const permutationTest = (
  days: readonly Paired[],
  random: Random,
  draws = DRAWN,
): Compared | undefined => {
  const known = days.flatMap(({ with: on, value }) => (value === null ? [] : [{ on, value }]));
  const values = Float64Array.from(known, (d) => d.value);
  const n = values.length;
  const k = known.filter((d) => d.on).length;
  if (k === 0 || k === n) return undefined;
  const total = values.reduce((a, b) => a + b, 0);
  const sumWith = known.reduce((sum, d) => sum + (d.on ? d.value : 0), 0);
  const gap = (sum: number): number => sum / k - (total - sum) / (n - k);
  const seen = gap(sumWith);
  const bar = Math.abs(seen) - 1e-9;
  const all = ways(n, k);
  let reached = 0;
  if (Number.isFinite(all)) {
    const deal = (from: number, left: number, sum: number): void => {
      if (left === 0) {
        if (Math.abs(gap(sum)) >= bar) reached += 1;
        return;
      }
      for (let i = from; i <= n - left; i += 1) deal(i + 1, left - 1, sum + (values[i] as number));
    };
    deal(0, k, 0);
  } else
    for (let draw = 0; draw < draws; draw += 1) {
      let sum = 0;
      for (let i = 0; i < k; i += 1) {
        const j = i + Math.floor(random() * (n - i));
        const kept = values[i] as number;
        values[i] = values[j] as number;
        values[j] = kept;
        sum += values[i] as number;
      }
      if (Math.abs(gap(sum)) >= bar) reached += 1;
    }
  const exact = Number.isFinite(all);
  return {
    with: { days: k, mean: sumWith / k },
    without: { days: n - k, mean: (total - sumWith) / (n - k) },
    difference: seen,
    chance: exact ? reached / all : (reached + 1) / (draws + 1),
    exact,
  };
};

export interface GoesWith<Name> {
  name: Name;
  compared: Compared | undefined;
  /** The chance after what was tried beside it is counted in; undefined where too few days are there. */
  corrected: number | undefined;
  /** `few`: too few days of a kind. `nothing`: chance shows as much. `goes`: it goes with it, which is not yet a cause. */
  verdict: 'few' | 'nothing' | 'goes';
}

/**
 * Several things compared at once, corrected for their number. The ones with too few days are not tried and do not count.
 * Source: Holm 1979.
 */
export const goesWith = <Name>(
  tried: readonly { name: Name; days: readonly Paired[] }[],
  random: Random,
  draws = DRAWN,
): GoesWith<Name>[] => {
  const all = tried.map(({ name, days }) => {
    const known = days.filter((d) => d.value !== null);
    const on = known.filter((d) => d.with).length;
    const enough = on >= LEAST_DAYS && known.length - on >= LEAST_DAYS;
    return { name, compared: permutationTest(days, random, draws), enough };
  });
  const counted = all
    .filter((one) => one.enough && one.compared)
    .sort((a, b) => (a.compared?.chance ?? 1) - (b.compared?.chance ?? 1));
  let worst = 0;
  const corrected = new Map(
    counted.map((one, i) => {
      worst = Math.max(worst, Math.min(1, (counted.length - i) * (one.compared?.chance ?? 1)));
      return [one.name, worst];
    }),
  );
  return all.map(({ name, compared, enough }) => {
    const chance = corrected.get(name);
    return {
      name,
      compared,
      corrected: chance,
      verdict: !enough || chance === undefined ? 'few' : chance < SAID ? 'goes' : 'nothing',
    };
  });
};
