import type { PaceDocument, Trend, TrendDay } from '@maul/contract/body';
import type { Athlete } from '@maul/contract/people';
import {
  type BodyBasis,
  cameMorning,
  countsInTrend,
  cycleStarts,
  type DayEstimate,
  expectedMorning,
  filterExpenditure,
  type LoggedDay,
  LOOK_BACK_DAYS,
  paceOf,
  sameCycleDays,
  type SkipReason,
  smoothExpenditure,
  type WeighIn,
} from '@maul/core/body';
import { dayTypeOn, type Phase, phaseOn, type Season } from '@maul/core/plan';
import { addDays, K90, type IsoDate } from '@maul/core/units';
import { todayOf } from '../people/index.ts';
import type { AppTransaction } from '../platform/db/connect.ts';
import { ProblemError } from '../platform/http/problems.ts';
import { ledgerIn, type PlanTold } from './ledger.ts';
import { basesAround } from './store/bases.ts';
import { loggedDays, plannedIntake } from './store/intake.ts';
import { movementOrders } from './store/movement.ts';
import { pausesOf } from './store/pauses.ts';
import { mornings, saidOnWaking } from './store/weighIns.ts';

/** Three years are the longest span. */
const MOST_DAYS = 1096;
/** The first days of a phase do not count, nor a refeed and the days after it. common practice, no source. */
const START_DAYS = 10;
const REFEED_DAYS = 3;
/** What is eaten is the mean of so many days, from so many complete ones. common practice, no source. */
const RECENT_DAYS = 14;
const RECENT_COMPLETE = 7;
/** The promise of tomorrow's scale is counted over so many mornings. */
const KEPT_MORNINGS = 28;

/** Why a morning does not count in the pace of a phase. */
const skipIn =
  (phase: Phase, paused: (day: IsoDate) => boolean) =>
  (day: IsoDate): SkipReason | undefined => {
    if (paused(day)) return 'paused';
    if (phase.kind === 'peak-week') return 'peak';
    if (day < addDays(phase.from, START_DAYS)) return 'start';
    for (let back = 0; back <= REFEED_DAYS; back += 1)
      if (dayTypeOn(phase, addDays(day, -back))?.id === 'refeed') return 'refeed';
    return undefined;
  };

/** The pace of the present phase, out of mornings that count; null between phases. */
export const paceIn = (
  season: Season,
  counting: readonly WeighIn[],
  paused: (day: IsoDate) => boolean,
  today: IsoDate,
): PaceDocument | null => {
  const phase = phaseOn(season, today);
  if (!phase) return null;
  const pace = paceOf({
    mornings: counting,
    wanted: phase.rate,
    from: phase.from,
    until: phase.to,
    today,
    skip: skipIn(phase, paused),
  });
  return {
    ...pace,
    slope: pace.slope ?? null,
    odds: pace.odds ?? null,
    wanted: phase.rate,
    since: phase.from,
  };
};

const eatenIn = (days: readonly LoggedDay[], today: IsoDate): Trend['eaten'] => {
  const recent = days.flatMap((d) =>
    d.kcal !== null && d.day > addDays(today, -RECENT_DAYS - 1) && d.day < today ? [d.kcal] : [],
  );
  return recent.length < RECENT_COMPLETE
    ? null
    : { kcal: recent.reduce((a, b) => a + b, 0) / recent.length, days: recent.length };
};

/** How many of the last mornings lay inside the band that was said for them. */
const keptOf = (told: readonly DayEstimate[], log: ReadonlyMap<IsoDate, LoggedDay>): Trend['kept'] => {
  // The first fortnight has nothing to go by yet.
  const came = told
    .slice(RECENT_DAYS)
    .flatMap((e) => {
      const kg = log.get(e.day)?.kg ?? null;
      return kg === null ? [] : [Math.abs(kg - e.expectedKg) <= K90 * e.expectedSd];
    })
    .slice(-KEPT_MORNINGS);
  return { inside: came.filter(Boolean).length, of: came.length };
};

/** Everything that the Trend place shows of an athlete, from a day on. */
export const trendOf = async (
  trx: AppTransaction,
  athlete: Athlete,
  asked: { from?: IsoDate | undefined; days?: number | undefined },
  plan: PlanTold,
): Promise<Trend> => {
  const today = todayOf(athlete);
  const from = asked.from ?? addDays(today, -(asked.days ?? LOOK_BACK_DAYS));
  if (from > today || from < addDays(today, -MOST_DAYS))
    throw new ProblemError('invalid', 'A trend begins on a past day, at most three years back.');
  // The estimate needs its run-up, also where less is shown.
  const begins = from < addDays(today, -LOOK_BACK_DAYS) ? from : addDays(today, -LOOK_BACK_DAYS);
  const season = await plan.seasonOn(trx, athlete.id, today);
  const start: BodyBasis | undefined = (await basesAround(trx, athlete.id, begins))[0];
  const log = await loggedDays(trx, athlete.id, begins, today);
  const lands = await plannedIntake(trx, athlete.id, today);
  const closed = log.at(-1)?.kcal !== null && log.at(-1)?.kcal !== undefined;
  const days = closed || !lands ? log : [...log.slice(0, -1), { ...(log.at(-1) as LoggedDay), ...lands }];
  const tomorrow = addDays(today, 1);
  const ahead: LoggedDay[] = [
    ...days,
    { day: tomorrow, kg: null, kcal: null, carbs: null, sodium: null, cycleDay: null },
  ];
  const cycled = log.at(-1)?.cycleDay;
  if (cycled != null) (ahead.at(-1) as LoggedDay).cycleDay = cycled + 1;
  const told = start ? filterExpenditure(ahead, start) : [];
  const smoothed = new Map(start ? smoothExpenditure(log, start).map((e) => [e.day, e]) : []);
  const all = new Map((await mornings(trx, athlete.id, begins, today)).map((one) => [one.day, one]));
  const { steps, periods } = await saidOnWaking(trx, athlete.id, begins, today);
  const pauses = await pausesOf(trx, athlete.id);
  const paused = (day: IsoDate): boolean =>
    pauses.some((p) => p.from <= day && (p.until === null || p.until >= day));
  const counting = log.flatMap(({ day, kg }) => (kg === null ? [] : [{ day, kg }]));
  const ledger = ledgerIn({
    season,
    orders: await plan.ordersFor(trx, athlete.id, 'all'),
    movement: await movementOrders(trx, athlete.id),
    mornings: counting,
    weightKg: start?.weightKg ?? 0,
    from: begins,
    today,
  });
  const byDay = new Map(days.map((d) => [d.day, d]));
  const [last, now, next] = [told.at(-3), told.at(-2), told.at(-1)];
  const reading = log.at(-1)?.kg ?? null;
  const yesterday = byDay.get(addDays(today, -1));
  return {
    today,
    days: log
      .filter((d) => d.day >= from)
      .map((d): TrendDay => {
        const { kg, conditions } = all.get(d.day) ?? {};
        const estimate = smoothed.get(d.day);
        return {
          day: d.day,
          kg: kg ?? null,
          counts: countsInTrend(conditions ?? null),
          kcal: d.kcal,
          weighedShare: d.kcal === null ? null : (d.weighedShare ?? null),
          steps: steps.get(d.day) ?? null,
          weightKg: estimate?.weightKg ?? null,
          weightSd: estimate?.weightSd ?? null,
          expenditure: estimate?.expenditure ?? null,
          expenditureSd: estimate?.expenditureSd ?? null,
        };
      }),
    tomorrow:
      now && next && now.day === today
        ? {
            day: tomorrow,
            ...expectedMorning(now, next, days.at(-1) as LoggedDay),
            asPlanned: !closed,
          }
        : null,
    thisMorning:
      last && now && yesterday && reading !== null && now.day === today
        ? { day: today, ...cameMorning(last, now, yesterday, reading) }
        : null,
    kept: keptOf(told, byDay),
    cycle: sameCycleDays(counting, cycleStarts(periods), today) ?? null,
    pace: paceIn(season, counting, paused, today),
    eaten: eatenIn(log, today),
    lastChange: ledger[0]?.from ?? null,
    ledger,
  };
};
