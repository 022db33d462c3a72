import type { DayDocument } from '@maul/contract/diary';
import { caffeineActive, caffeineBelow, CAFFEINE_HALF_LIFE, CONTRACEPTION_FACTOR } from '@maul/core/diary';
import { clockOf } from '@maul/core/units';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Slider from '@mui/material/Slider';
import { LineChart } from 'echarts/charts';
import { AriaComponent, GridComponent, TooltipComponent } from 'echarts/components';
import { init, use as withParts } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { useEffect, useRef, useState } from 'react';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { dosesUntil, useDayBefore } from './around.ts';
import { caffeineOf } from './entryText.ts';

withParts([LineChart, GridComponent, TooltipComponent, AriaComponent, CanvasRenderer]);

const STEP = 15;
/** Hours of the day that the curve shows, from its turn. */
const HOURS = 28;

const colour = (name: string): string =>
  getComputedStyle(document.documentElement).getPropertyValue(name).trim();

const Curve = ({ points, turnsAt, peak }: { points: [number, number][]; turnsAt: number; peak: number }) => {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!box.current) return;
    const chart = init(box.current);
    const ink = colour('--ink2');
    const line = { axisLine: { lineStyle: { color: ink } }, axisLabel: { color: ink, fontSize: 13 } };
    chart.setOption({
      aria: {
        enabled: true,
        label: { description: `Caffeine still active, at most ${Math.round(peak)} mg.` },
      },
      animation: false,
      textStyle: { fontFamily: 'Archivo Variable, sans-serif' },
      grid: { left: 48, right: 12, top: 12, bottom: 28 },
      tooltip: {
        trigger: 'axis',
        formatter: (all: unknown) => {
          const at = (all as { value: [number, number] }[])[0]?.value ?? [0, 0];
          return `${clockOf(at[0] + turnsAt)}: ${Math.round(at[1])} mg`;
        },
      },
      xAxis: {
        type: 'value',
        min: 0,
        max: HOURS * 60,
        interval: 240,
        ...line,
        axisLabel: { ...line.axisLabel, formatter: (m: number) => clockOf(m + turnsAt) },
        splitLine: { show: false },
      },
      yAxis: {
        type: 'value',
        name: 'mg',
        nameTextStyle: { color: ink },
        ...line,
        splitLine: { lineStyle: { color: colour('--line') } },
      },
      series: [
        {
          type: 'line',
          showSymbol: false,
          data: points,
          lineStyle: { color: colour('--ink'), width: 2 },
          areaStyle: { color: colour('--well'), opacity: 1 },
        },
      ],
    });
    const observer = new ResizeObserver(() => chart.resize());
    observer.observe(box.current);
    return () => {
      observer.disconnect();
      chart.dispose();
    };
  }, [points, turnsAt, peak]);
  return <div ref={box} className="curve" data-testid="caffeine-curve" />;
};

/** Caffeine through the day: what is still active, and until when. */
const CaffeineDialog = ({ day, onClose }: { day: DayDocument; onClose: () => void }) => {
  const [half, setHalf] = useState<number>(CAFFEINE_HALF_LIFE.usual);
  const [contraception, setContraception] = useState(false);
  const halfLife = half * (contraception ? CONTRACEPTION_FACTOR : 1);
  const before = useDayBefore(day);
  const own = caffeineOf(day, true);
  const doses = dosesUntil(day, before, true);
  const left = Math.round(caffeineActive(doses, 0, halfLife));
  const turnsAt = day.athlete.dayTurnsAt;
  const points = Array.from({ length: (HOURS * 60) / STEP + 1 }, (_, i): [number, number] => [
    i * STEP,
    Math.round(caffeineActive(doses, i * STEP, halfLife) * 10) / 10,
  ]);
  const peak = Math.max(0, ...points.map((p) => p[1]));
  const below = caffeineBelow(doses, 50, halfLife);
  return (
    <FormDialog title="Caffeine" onClose={onClose} wide>
      <p>
        {own.length === 0
          ? 'Nothing on this day states caffeine'
          : own.map((d) => `${Math.round(d.mg)} mg at ${clockOf(d.minutes + turnsAt)}`).join(', ')}
        {left > 0 && `; ${left} mg of yesterday’s are still active at ${clockOf(turnsAt)}`}.
        {below !== undefined && below > 0 && ` Under 50 mg from ${clockOf(below + turnsAt)} on.`}
      </p>
      <Curve points={points} turnsAt={turnsAt} peak={peak} />
      <label htmlFor="half-life" className="second">
        Half-life: {half} h{contraception ? `, doubled: ${halfLife} h` : ''}. Usually 5; from person to person
        1.5 to 9.5.
      </label>
      <Slider
        value={half}
        min={CAFFEINE_HALF_LIFE.low}
        max={CAFFEINE_HALF_LIFE.high}
        step={0.5}
        onChange={(_, value) => setHalf(value)}
        slotProps={{ input: { id: 'half-life', 'aria-label': 'Half-life, hours' } }}
      />
      <FormControlLabel
        control={<Checkbox checked={contraception} onChange={(e) => setContraception(e.target.checked)} />}
        label="On oral contraception, which doubles it"
      />
      <p className="quiet">
        Dose x 0.5^(hours / half-life), taken up at once; textbook pharmacokinetics, from memory. Up to 400 mg
        a day and 200 mg at once raise no concern in adults, 200 mg a day in pregnancy and while breastfeeding
        (EFSA 2015). With palpitations or poor sleep: a doctor.
      </p>
    </FormDialog>
  );
};

export default CaffeineDialog;
