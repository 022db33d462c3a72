import { weeksOf } from '@maul/core/body';
import { phaseName, phasesInOrder } from '@maul/core/plan';
import { addDays, type IsoDate } from '@maul/core/units';
import type { EChartsOption, SeriesOption } from 'echarts';
import { at, type ChartInput, DAY, type Drawn, energySeries, logSeries, weightSeries } from './series.ts';

/** Now, the beginnings of phases, and the changes by letter. */
const markSeries = ({
  trend,
  document,
  marks,
  fan,
  tokens,
  hidden,
  narrow,
  W,
  E,
  S,
}: Drawn): SeriesOption[] => {
  const series: SeriesOption[] = [];
  const { days, today } = trend;
  const first = days[0]?.day ?? today;
  const end = fan?.at(-1)?.day ?? addDays(today, 14);
  const phases = phasesInOrder(document.season).filter((p) => p.from > first && p.from <= end);
  const vertical = (xAxis: number, color: string, type: 'solid' | 'dashed', label: object) => ({
    xAxis,
    lineStyle: { color, type, width: 1 },
    label,
  });
  const text = { fontFamily: 'Archivo Variable', fontSize: 12, color: tokens.ink };
  const none = { show: false };
  const anchor = (grid: number, data: object[]): SeriesOption => ({
    type: 'line',
    name: 'marks',
    xAxisIndex: grid,
    yAxisIndex: grid,
    data: [],
    markLine: { silent: true, symbol: 'none', animation: false, data },
  });
  const now = vertical(at(today), tokens.ink, 'solid', {
    ...text,
    show: true,
    formatter: 'today',
    position: 'end',
  });
  const grids = hidden ? [E, S, S + 1] : [W, E, S, S + 1];
  for (const grid of grids) {
    const top = grid === grids[0];
    series.push(
      anchor(grid, [
        top ? now : { ...now, label: none },
        ...phases.map((p) =>
          vertical(
            at(p.from) - DAY / 2,
            tokens.line,
            p.from > today ? 'dashed' : 'solid',
            top && !narrow
              ? {
                  ...text,
                  show: true,
                  formatter: phaseName(p),
                  position: 'insideStartTop',
                  rotate: 90,
                  color: tokens.ink2,
                }
              : none,
          ),
        ),
        ...marks.map((m) =>
          vertical(
            at(m.day) - DAY / 2,
            tokens.ink2,
            'dashed',
            top
              ? {
                  ...text,
                  show: true,
                  formatter: m.letter,
                  position: 'start',
                  distance: -24,
                  color: tokens.paper,
                  backgroundColor: tokens.ink,
                  padding: [2, 6],
                  lineHeight: 15,
                  borderRadius: 2,
                  fontWeight: 700,
                }
              : none,
          ),
        ),
      ]),
    );
  }

  return series;
};

/** The option of the chart: weight above, intake against expenditure below, phases and changes as marks. */
export const chartOption = (input: ChartInput): EChartsOption => {
  const { trend, document, fan, tokens, hidden, narrow } = input;
  const { days, today } = trend;
  const [W, E, S] = hidden ? [-1, 0, 1] : [0, 1, 2];
  const weeks = weeksOf(
    days.map((d) => ({ ...d, kg: d.counts ? d.kg : null })),
    document.athlete.profile.weekStartsOn,
  );
  const drawn: Drawn = { ...input, weeks, W, E, S };
  const series = [
    ...(hidden ? [] : weightSeries(drawn)),
    ...energySeries(drawn),
    ...logSeries(drawn),
    ...markSeries(drawn),
  ];
  const first = days[0]?.day ?? today;
  const end = fan?.at(-1)?.day ?? addDays(today, 14);
  const axisText = { color: tokens.ink3, fontFamily: 'Archivo Variable', fontSize: 12 };
  const x = (grid: number, labels: boolean) => ({
    type: 'time' as const,
    gridIndex: grid,
    min: at(first) - DAY,
    max: at(end) + DAY,
    axisLine: { lineStyle: { color: tokens.ink } },
    axisTick: { show: labels },
    axisLabel: { ...axisText, show: labels, hideOverlap: true, formatter: '{d} {MMM}' },
    splitLine: { show: false },
  });
  const y = (grid: number, name: string) => ({
    type: 'value' as const,
    gridIndex: grid,
    scale: true,
    name,
    nameTextStyle: { ...axisText, align: 'left' as const },
    axisLine: { show: true, lineStyle: { color: tokens.ink } },
    axisLabel: axisText,
    splitNumber: grid === E && !hidden ? 3 : 6,
    splitLine: { lineStyle: { color: tokens.line, width: 0.8 } },
  });
  /** A strip that says only its ends. */
  const thin = (grid: number, name: string, ends: { min: number; max?: number }) => ({
    ...y(grid, name),
    ...ends,
    nameGap: 6,
    splitNumber: 1,
    axisLabel: { ...axisText, formatter: (value: number) => value.toLocaleString('en-GB') },
  });
  const left = narrow ? 48 : 56;
  const grids = hidden ? [E, S, S + 1] : [W, E, S, S + 1];
  // From the foot up, px: dates, steps, the weighed share, energy; what is left is the weight's.
  const [foot, share, energy] = [28, 94, 160] as const;
  const side = { left, right: 14 };
  const strips = [
    { ...side, bottom: share, height: 32 },
    { ...side, bottom: foot, height: 32 },
  ];
  return {
    animation: false,
    textStyle: { fontFamily: 'Archivo Variable' },
    grid: hidden
      ? [{ ...side, top: 26, bottom: energy }, ...strips]
      : [
          { ...side, top: 26, bottom: energy + (narrow ? 130 : 160) },
          { ...side, bottom: energy, height: narrow ? 96 : 122 },
          ...strips,
        ],
    xAxis: grids.map((grid) => x(grid, grid === S + 1)),
    yAxis: [
      ...(hidden ? [] : [y(W, input.massUnit)]),
      y(E, input.energyUnit),
      thin(S, 'weighed, %', { min: 0, max: 100 }),
      thin(S + 1, 'steps a day', { min: 0 }),
    ],
    dataZoom: [
      {
        type: 'inside',
        xAxisIndex: grids,
        filterMode: 'none',
        throttle: 0,
        minValueSpan: 7 * DAY,
        zoomOnMouseWheel: true,
        moveOnMouseMove: true,
        preventDefaultMouseMove: !narrow,
      },
    ],
    series,
  };
};

/** The day that a place on the chart's time axis belongs to. */
export const dayAt = (time: number): IsoDate => new Date(time).toISOString().slice(0, 10) as IsoDate;
