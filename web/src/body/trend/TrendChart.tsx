import { LineChart, ScatterChart } from 'echarts/charts';
import { AriaComponent, DataZoomInsideComponent, GridComponent, MarkLineComponent } from 'echarts/components';
import { init, use as take, type EChartsType } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { memo, useEffect, useRef } from 'react';
import type { IsoDate } from '@maul/core/units';
import { chartOption, dayAt } from './chart.ts';
import type { ChartInput } from './series.ts';
import { tokensNow } from './tokens.ts';

take([
  LineChart,
  ScatterChart,
  GridComponent,
  DataZoomInsideComponent,
  MarkLineComponent,
  AriaComponent,
  CanvasRenderer,
]);

/** A brass hatch, as what is planned is drawn everywhere. */
const hatchOf = (color: string): object => {
  const tile = document.createElement('canvas');
  tile.width = 8;
  tile.height = 8;
  const pen = tile.getContext('2d');
  if (pen) {
    pen.strokeStyle = color;
    pen.globalAlpha = 0.55;
    pen.lineWidth = 1;
    pen.beginPath();
    for (const shift of [-8, 0, 8]) {
      pen.moveTo(shift, 8);
      pen.lineTo(shift + 8, 0);
    }
    pen.stroke();
  }
  return { image: tile, repeat: 'repeat' };
};

type Props = Omit<ChartInput, 'tokens' | 'hatch' | 'narrow'> & {
  /** First day that is in sight. */
  from: IsoDate;
  label: string;
  onDay: (day: IsoDate) => void;
};

/** The chart on its canvas, drawn anew when something of it changes; the table beside it says the same in words. */
const TrendChart = memo(({ from, label, onDay, ...input }: Props) => {
  const box = useRef<HTMLDivElement>(null);
  const chart = useRef<EChartsType>(null);
  const open = useRef(onDay);
  useEffect(() => {
    open.current = onDay;
  });
  useEffect(() => {
    if (!box.current) return;
    const made = init(box.current, undefined, { renderer: 'canvas' });
    chart.current = made;
    made.getZr().on('click', (event: { offsetX: number; offsetY: number }) => {
      const at = [event.offsetX, event.offsetY];
      const grid = [0, 1, 2, 3].find((g) => made.containPixel({ gridIndex: g }, at));
      if (grid === undefined) return;
      const [time] = made.convertFromPixel({ gridIndex: grid }, at);
      if (time !== undefined) open.current(dayAt(time));
    });
    const observer = new ResizeObserver(() => made.resize());
    observer.observe(box.current);
    return () => {
      observer.disconnect();
      made.dispose();
      chart.current = null;
    };
  }, []);
  useEffect(() => {
    const draw = (): void => {
      const tokens = tokensNow();
      const narrow = (box.current?.clientWidth ?? 900) < 600;
      chart.current?.setOption(chartOption({ ...input, tokens, narrow, hatch: hatchOf(tokens.brass) }), {
        replaceMerge: ['series', 'grid', 'xAxis', 'yAxis'],
      });
    };
    draw();
    // Another colour scheme, and the font once it is there, draw anew.
    const watcher = new MutationObserver(draw);
    watcher.observe(document.documentElement, { attributes: true, attributeFilter: ['data-theme'] });
    if (document.fonts.status === 'loading') void document.fonts.ready.then(draw);
    return () => watcher.disconnect();
  });
  useEffect(() => {
    const end = input.fan?.at(-1)?.day ?? input.trend.today;
    chart.current?.dispatchAction({
      type: 'dataZoom',
      startValue: Date.parse(from),
      endValue: Date.parse(end) + 2 * 86_400_000,
    });
  }, [from, input.fan, input.trend.today]);
  return <div className="trend-canvas" ref={box} role="img" aria-label={label} />;
});
TrendChart.displayName = 'TrendChart';

export default TrendChart;
