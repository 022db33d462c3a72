import type { Trend } from '@maul/contract/body';
import type { SeasonDocument } from '@maul/contract/plan';
import { exponentialTrend, type FanDay, type WeekRow } from '@maul/core/body';
import { phaseOn } from '@maul/core/plan';
import { type IsoDate, K90 } from '@maul/core/units';
import type { SeriesOption } from 'echarts';

export type School = 'filter' | 'weeks' | 'exponential';

/** The colours of the page as they stand, by role. */
export type Tokens = Readonly<
  Record<'paper' | 'well' | 'line' | 'ink' | 'ink2' | 'ink3' | 'verd' | 'brass', string>
>;

/** A change that stands on the chart with a letter. */
export interface ChartMark {
  letter: string;
  day: IsoDate;
}

export interface ChartInput {
  trend: Trend;
  document: SeasonDocument;
  school: School;
  marks: readonly ChartMark[];
  fan: readonly FanDay[] | undefined;
  planned: readonly number[];
  /** In the athlete's units. */
  mass: (kg: number) => number;
  massUnit: string;
  energy: (kcal: number) => number;
  energyUnit: string;
  tokens: Tokens;
  /** The weight is hidden: only intake and expenditure are drawn. */
  hidden: boolean;
  narrow: boolean;
  hatch: object | string;
}

export const at = (day: IsoDate): number => Date.parse(`${day}T12:00:00Z`);
export const DAY = 86_400_000;
type Point = [number, number];

/** A band as two stacked lines, the lower one unseen. */
const band = (
  points: readonly { x: number; low: number; high: number }[],
  grid: number,
  name: string,
  fill: object | string,
  opacity: number,
): SeriesOption[] => {
  const line = (data: Point[]): SeriesOption => ({
    type: 'line',
    name,
    xAxisIndex: grid,
    yAxisIndex: grid,
    data,
    stack: `${name} ${grid}`,
    symbol: 'none',
    silent: true,
    lineStyle: { opacity: 0 },
    z: 1,
  });
  return [
    line(points.map(({ x, low }) => [x, low])),
    {
      ...line(points.map(({ x, low, high }) => [x, high - low])),
      areaStyle: { color: fill as string, opacity },
    },
  ];
};

/** Above so many days, points are drawn smaller and in one path: three years stay quick under the hand. */
const MANY_DAYS = 400;
/** A span of which single days of eating are not drawn. */
export const manyDays = ({ days }: Pick<Trend, 'days'>): boolean => days.length > MANY_DAYS;
/** Every third day of a long span and its last: a line of three years has more days than the page has pixels. */
const thinned = <Day>(days: readonly Day[]): readonly Day[] =>
  days.length > MANY_DAYS ? days.filter((_, i) => i % 3 === 0 || i === days.length - 1) : days;
const inOnePath = (days: number) => ({ large: days > MANY_DAYS, largeThreshold: MANY_DAYS });

/** Steps that hold their mean over a week, with a gap between them. */
const weekSteps = (weeks: readonly { from: IsoDate; to: IsoDate; value: number | undefined }[]) =>
  weeks.flatMap(({ from, to, value }): (Point | [number, null])[] =>
    value === undefined
      ? []
      : [
          [at(from) - DAY / 2, value],
          [at(to) + DAY / 2, value],
          [at(to) + DAY / 2 + 1, null],
        ],
  );

export interface Drawn extends ChartInput {
  weeks: readonly WeekRow[];
  /** Which grid weight, energy and the weighed share are drawn in; steps stand under the share. */
  W: number;
  E: number;
  S: number;
}

/** Mornings, week means, the trend with its band, and the fan into the days to come. */
export const weightSeries = ({
  trend,
  document,
  school,
  fan,
  mass,
  tokens,
  hatch,
  weeks,
  W,
}: Drawn): SeriesOption[] => {
  const { days } = trend;
  const series: SeriesOption[] = [];
  const known = thinned(days.filter((d) => d.weightKg !== null && d.weightSd !== null));

  if (school === 'filter') {
    series.push(
      ...band(
        known.map((d) => ({
          x: at(d.day),
          low: mass((d.weightKg ?? 0) - K90 * (d.weightSd ?? 0)),
          high: mass((d.weightKg ?? 0) + K90 * (d.weightSd ?? 0)),
        })),
        W,
        'trend band',
        tokens.well,
        1,
      ),
      {
        type: 'line',
        name: 'trend',
        xAxisIndex: W,
        yAxisIndex: W,
        data: known.map((d): Point => [at(d.day), mass(d.weightKg ?? 0)]),
        symbol: 'none',
        silent: true,
        lineStyle: { color: tokens.ink, width: 1.6 },
        z: 3,
      },
    );
  }
  if (school === 'exponential')
    series.push({
      type: 'line',
      name: 'trend',
      xAxisIndex: W,
      yAxisIndex: W,
      data: exponentialTrend(
        days.flatMap((d) => (d.kg !== null && d.counts ? [{ day: d.day, kg: d.kg }] : [])),
      ).map((w): Point => [at(w.day), mass(w.kg)]),
      symbol: 'none',
      silent: true,
      lineStyle: { color: tokens.ink, width: 1.6 },
      z: 3,
    });
  const keptPace = (week: (typeof weeks)[number]): boolean => {
    const phase = phaseOn(document.season, week.to) ?? phaseOn(document.season, week.from);
    return (
      week.rate !== undefined &&
      phase !== undefined &&
      week.rate >= phase.rate.low &&
      week.rate <= phase.rate.high
    );
  };
  for (const [name, inside, color] of [
    ['mean of the week', false, tokens.ink],
    ['week inside the wanted pace', true, tokens.verd],
  ] as const)
    series.push({
      type: 'line',
      name,
      xAxisIndex: W,
      yAxisIndex: W,
      data: weekSteps(
        weeks.filter((w) => keptPace(w) === inside).map((w) => ({ ...w, value: w.kg && mass(w.kg.mean) })),
      ),
      symbol: 'none',
      silent: true,
      lineStyle: { color, width: school === 'weeks' ? 4 : 3 },
      z: 2,
    });
  const dots = (counts: boolean): SeriesOption => ({
    type: 'scatter',
    name: counts ? 'one morning' : 'a morning that does not count',
    xAxisIndex: W,
    yAxisIndex: W,
    data: days.flatMap((d): Point[] =>
      d.kg !== null && d.counts === counts ? [[at(d.day), mass(d.kg)]] : [],
    ),
    symbol: counts ? 'circle' : 'triangle',
    symbolSize: days.length > MANY_DAYS ? 3 : 5,
    ...inOnePath(days.length),
    itemStyle: { color: tokens.paper, borderColor: tokens.ink2, borderWidth: 1 },
    z: 4,
  });
  series.push(dots(true), dots(false));
  if (fan && fan.length > 1)
    series.push(
      ...band(
        fan.map((d) => ({ x: at(d.day), low: mass(d.kg.low), high: mass(d.kg.high) })),
        W,
        'forecast band',
        hatch,
        1,
      ),
      {
        type: 'line',
        name: 'forecast',
        xAxisIndex: W,
        yAxisIndex: W,
        data: fan.map((d): Point => [at(d.day), mass(d.kg.mid)]),
        symbol: 'none',
        silent: true,
        lineStyle: { color: tokens.brass, width: 1.4, type: 'dashed' },
        z: 3,
      },
    );
  return series;
};

/** A plan of more than so many days is drawn by the mean of each of its weeks: high and low days would be a hatch. */
const DAY_BY_DAY = 42;
const plannedPoints = (planned: readonly number[]): { i: number; kcal: number }[] => {
  if (planned.length <= DAY_BY_DAY) return planned.map((kcal, i) => ({ i, kcal }));
  return Array.from({ length: Math.ceil(planned.length / 7) }, (_, week) => {
    const days = planned.slice(week * 7, week * 7 + 7);
    return { i: week * 7 + (days.length - 1) / 2, kcal: days.reduce((a, b) => a + b, 0) / days.length };
  });
};

/** Eaten, spent and planned. */
export const energySeries = ({ trend, planned, energy, tokens, weeks, E }: Drawn): SeriesOption[] => {
  const { days, today } = trend;
  const spent = thinned(days.filter((d) => d.expenditure !== null && d.expenditureSd !== null));
  return [
    ...band(
      spent.map((d) => ({
        x: at(d.day),
        low: energy((d.expenditure ?? 0) - K90 * (d.expenditureSd ?? 0)),
        high: energy((d.expenditure ?? 0) + K90 * (d.expenditureSd ?? 0)),
      })),
      E,
      'expenditure band',
      tokens.well,
      1,
    ),
    {
      type: 'line',
      name: 'expenditure',
      xAxisIndex: E,
      yAxisIndex: E,
      data: spent.map((d): Point => [at(d.day), energy(d.expenditure ?? 0)]),
      symbol: 'none',
      silent: true,
      lineStyle: { color: tokens.ink, width: 1.4 },
      z: 3,
    },
    {
      type: 'scatter',
      name: 'intake of one day',
      xAxisIndex: E,
      yAxisIndex: E,
      // Of a long span the week means say it.
      data: manyDays(trend)
        ? []
        : days.flatMap((d): Point[] => (d.kcal === null ? [] : [[at(d.day), energy(d.kcal)]])),
      symbol: 'rect',
      symbolSize: [5, 1.6],
      itemStyle: { color: tokens.ink2 },
      z: 2,
    },
    {
      type: 'line',
      name: 'mean intake of the week',
      xAxisIndex: E,
      yAxisIndex: E,
      data: weekSteps(weeks.map((w) => ({ ...w, value: w.kcal && energy(w.kcal.mean) }))),
      symbol: 'none',
      silent: true,
      lineStyle: { color: tokens.ink, width: 2.4 },
      z: 2,
    },
    {
      type: 'line',
      name: 'planned',
      xAxisIndex: E,
      yAxisIndex: E,
      data: plannedPoints(planned).map(({ i, kcal }): Point => [at(today) + i * DAY, energy(kcal)]),
      symbol: 'none',
      silent: true,
      step: 'middle',
      lineStyle: { color: tokens.brass, width: 1.6, type: 'dashed' },
      z: 2,
    },
  ];
};

/** How much of the week was weighed, %, and its steps a day: each a thin strip of week means. */
export const logSeries = ({ weeks, tokens, S }: Drawn): SeriesOption[] => {
  const strip = (name: string, grid: number, value: (week: WeekRow) => number | undefined): SeriesOption => ({
    type: 'line',
    name,
    xAxisIndex: grid,
    yAxisIndex: grid,
    data: weekSteps(weeks.map((w) => ({ ...w, value: value(w) }))),
    symbol: 'none',
    silent: true,
    lineStyle: { color: tokens.ink2, width: 2 },
    z: 2,
  });
  return [
    strip('weighed share of the week', S, (w) => w.weighedShare && w.weighedShare.mean * 100),
    strip('steps a day of the week', S + 1, (w) => w.steps?.mean),
  ];
};
