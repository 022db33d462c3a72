import type { Trend } from '@maul/contract/body';
import { LineChart, ScatterChart } from 'echarts/charts';
import { GridComponent } from 'echarts/components';
import { init, use as take } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import { at } from './series.ts';
import { tokensNow } from './tokens.ts';

take([LineChart, ScatterChart, GridComponent, CanvasRenderer]);

/** Weeks in sight. */
const DAYS = 42;

/** Mornings and trend of six weeks, as small as a hand; the whole of it is on the trend's own page. */
const SmallTrend = ({
  trend,
  mass,
  label,
}: {
  trend: Trend;
  mass: (kg: number) => number;
  label: string;
}) => {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!box.current) return;
    const chart = init(box.current, undefined, { renderer: 'canvas' });
    const draw = (): void => {
      const tokens = tokensNow();
      const days = trend.days.slice(-DAYS);
      const text = { fontFamily: 'Archivo Variable', fontSize: 11, color: tokens.ink2 };
      chart.setOption({
        animation: false,
        grid: { left: 34, right: 6, top: 6, bottom: 18 },
        xAxis: {
          type: 'time',
          splitNumber: 3,
          axisLabel: { ...text, formatter: '{d} {MMM}', hideOverlap: true },
          axisLine: { lineStyle: { color: tokens.ink3 } },
        },
        yAxis: {
          type: 'value',
          scale: true,
          splitNumber: 2,
          axisLabel: text,
          splitLine: { lineStyle: { color: tokens.line } },
        },
        series: [
          {
            type: 'scatter',
            symbolSize: 4,
            itemStyle: { color: 'transparent', borderColor: tokens.ink2, borderWidth: 1 },
            data: days.flatMap((d) => (d.kg === null || !d.counts ? [] : [[at(d.day), mass(d.kg)]])),
          },
          {
            type: 'line',
            symbol: 'none',
            lineStyle: { color: tokens.verd, width: 2 },
            data: days.flatMap((d) => (d.weightKg === null ? [] : [[at(d.day), mass(d.weightKg)]])),
          },
        ],
      });
    };
    draw();
    const dark = window.matchMedia('(prefers-color-scheme: dark)');
    dark.addEventListener('change', draw);
    const observer = new ResizeObserver(() => chart.resize());
    observer.observe(box.current);
    return () => {
      dark.removeEventListener('change', draw);
      observer.disconnect();
      chart.dispose();
    };
  }, [trend, mass]);
  return <div ref={box} role="img" aria-label={label} className="trend-small" />;
};

export default SmallTrend;
