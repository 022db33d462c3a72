import type { DayDocument } from '@maul/contract';
import { localMoment, minutesIntoDay, type DaySheet } from '@maul/core';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { MealBlock, type MealBlockProps } from './MealBlock.tsx';
import { railPosition, railTicks, type Anchor } from './railScale.ts';

const useNow = (zone: string): number => {
  const [now, setNow] = useState(() => localMoment(new Date(), zone).minutes);
  useEffect(() => {
    const timer = setInterval(() => setNow(localMoment(new Date(), zone).minutes), 20_000);
    return () => clearInterval(timer);
  }, [zone]);
  return now;
};

const clock = (minutes: number): string =>
  `${String(Math.floor(minutes / 60) % 24).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;

/** Where each meal stands, so that the hours can stretch round them. */
const useAnchors = (turnsAt: number, key: unknown) => {
  const ref = useRef<HTMLDivElement>(null);
  const [anchors, setAnchors] = useState<{ points: Anchor[]; height: number }>({ points: [], height: 0 });
  useLayoutEffect(() => {
    const box = ref.current;
    if (!box) return;
    const measure = () => {
      const points = [...box.querySelectorAll<HTMLElement>('[data-time]')].map((el) => ({
        minutes: minutesIntoDay(el.dataset.time ?? '04:00', turnsAt),
        y: el.offsetTop + 16,
      }));
      setAnchors({ points, height: box.scrollHeight });
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(box);
    return () => observer.disconnect();
  }, [turnsAt, key]);
  return [ref, anchors] as const;
};

const Hours = ({ day, points, height }: { day: DayDocument; points: Anchor[]; height: number }) => {
  const now = useNow(day.athlete.zone);
  const { dayTurnsAt } = day.athlete;
  const place = railPosition(points, height);
  const nowAt =
    day.date === day.today
      ? Math.max(10, Math.min(height - 10, place((now - dayTurnsAt + 1440) % 1440)))
      : null;
  return (
    <svg className="hours" width="64" height={height} aria-hidden focusable="false">
      <path d={`M46 0V${height}`} stroke="var(--ink)" strokeWidth="1.4" />
      {railTicks(points, height, dayTurnsAt).map(({ y, label, major }) => (
        <g key={`${label}${y}`}>
          <path d={`M${major ? 36 : 41} ${y}H46`} stroke="var(--ink)" strokeWidth={major ? 1 : 0.7} />
          {major && (
            <text x="31" y={y + 4} textAnchor="end">
              {label}
            </text>
          )}
        </g>
      ))}
      {nowAt !== null && (
        <g>
          <rect x="0" y={nowAt - 9} width="42" height="18" fill="var(--ink)" />
          <text x="21" y={nowAt + 4.5} textAnchor="middle" className="now">
            {clock(now)}
          </text>
          <path d={`M42 ${nowAt}H58`} stroke="var(--ink)" strokeWidth="1.8" />
        </g>
      )}
    </svg>
  );
};

/** The day from top to bottom: the hours, and the meals that stand at them. */
export const Rail = ({
  day,
  sheet,
  openId,
  edit,
}: {
  day: DayDocument;
  sheet: DaySheet;
  openId: string | undefined;
  edit: MealBlockProps['edit'];
}) => {
  const [ref, { points, height }] = useAnchors(day.athlete.dayTurnsAt, sheet.meals.length);
  return (
    <div className="rail">
      <Hours day={day} points={points} height={height} />
      <div className="rail-meals" ref={ref}>
        {sheet.meals.map((line) => {
          const meal = day.meals.find((m) => m.id === line.id);
          if (!meal) return null;
          return (
            <MealBlock
              key={line.id}
              day={day}
              line={line}
              meal={meal}
              notes={day.notes.filter((n) => n.mealId === line.id)}
              open={line.id === openId}
              edit={edit}
            />
          );
        })}
      </div>
    </div>
  );
};
