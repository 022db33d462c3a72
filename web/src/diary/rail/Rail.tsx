import type { DayDocument, DayEntryRow } from '@maul/contract/diary';
import { slotClock } from '@maul/core/peak';
import { localMoment, minutesIntoDay } from '@maul/core/units';
import { matchMeals, mealWindows, type DayTargets, type MealWindow } from '@maul/core/plan';
import { type DaySheet } from '@maul/core/diary';
import Button from '@mui/material/Button';
import { useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { fromDay } from '../../data/fromDay.ts';
import { MealBlock, type MealBlockProps } from '../meal/MealBlock.tsx';
import { windowText } from '../../ui/formats/show.ts';
import { Deadline } from './Deadline.tsx';
import { deadlinesOf } from './deadlines.ts';
import { RailEntry } from './RailEntry.tsx';
import { inDayOrder } from '../entries/entryText.ts';
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

const PlainHours = ({
  day,
  points,
  height,
}: {
  day: Pick<DayDocument, 'athlete' | 'date' | 'today'>;
  points: Anchor[];
  height: number;
}) => {
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

const Hours = fromDay({ athlete: true, date: true, today: true }, PlainHours);

/** A place of the day's pattern at which no meal stands yet. */
const Place = ({ place, onPlan }: { place: MealWindow; onPlan?: (time: string) => void }) => (
  <article className="meal meal-place" data-time={place.time} aria-label={`A meal is due at ${place.time}`}>
    <header className="meal-head meal-place-head">
      <span className="is-planned">
        {place.time}, a meal by the pattern:{' '}
        {(['PROCNT', 'CARB', 'FAT'] as const).map((key) => {
          const window = place.windows[key];
          return window
            ? ` ${key === 'PROCNT' ? 'P' : key === 'CARB' ? 'C' : 'F'} ${windowText(window)}`
            : '';
        })}
      </span>
      {onPlan && (
        <Button size="small" variant="text" onClick={() => onPlan(place.time)}>
          Add this meal
        </Button>
      )}
    </header>
  </article>
);

/** The day from top to bottom: the hours, and the meals that stand at them. */
export const Rail = ({
  day,
  sheet,
  targets,
  openId,
  edit,
  onPlan,
}: {
  day: DayDocument;
  sheet: DaySheet;
  targets: DayTargets | undefined;
  openId: string | undefined;
  edit: (NonNullable<MealBlockProps['edit']> & { thing: (entry: DayEntryRow) => void }) | undefined;
  onPlan?: (time: string) => void;
}) => {
  const { dayTurnsAt, profile } = day.athlete;
  const { routine } = profile;
  const places = useMemo(
    () => (targets ? mealWindows(targets, routine, dayTurnsAt) : []),
    [targets, routine, dayTurnsAt],
  );
  const matched = matchMeals(
    places.map((p) => p.time),
    sheet.meals.map((m) => m.time),
    dayTurnsAt,
  );
  const macros = targets?.phase.macros;
  const groups = macros?.kind === 'plate' ? macros.groups : undefined;
  const open = places.filter((_, i) => matched[i] === undefined);
  const deadlines = useMemo(
    () => deadlinesOf({ season: day.season, date: day.date, athlete: day.athlete }),
    [day.season, day.date, day.athlete],
  );
  const [ref, { points, height }] = useAnchors(
    dayTurnsAt,
    sheet.meals.length + open.length + day.entries.length + deadlines.length,
  );
  const none = { line: undefined, place: undefined, entry: undefined, by: undefined };
  const rows = [
    ...sheet.meals.map((line, i) => ({
      ...none,
      time: line.time,
      line,
      place: places[matched.indexOf(i)],
    })),
    ...open.map((place) => ({ ...none, time: place.time, place })),
    ...inDayOrder(day.entries, dayTurnsAt).map((entry) => ({ ...none, time: entry.time, entry })),
    ...deadlines.map((by) => ({ ...none, time: slotClock(by.at), by })),
  ].sort((a, b) => minutesIntoDay(a.time, dayTurnsAt) - minutesIntoDay(b.time, dayTurnsAt));
  return (
    <div className="rail">
      <Hours day={day} points={points} height={height} />
      <div className="rail-meals" ref={ref}>
        {rows.map(({ line, place, time, entry, by }) => {
          if (by) return <Deadline key={`by ${time}`} day={day} by={by} />;
          if (entry) return <RailEntry key={entry.id} day={day} entry={entry} onEdit={edit?.thing} />;
          if (!line) return place && <Place key={`place ${time}`} place={place} onPlan={onPlan} />;
          const meal = day.meals.find((m) => m.id === line.id);
          if (!meal) return null;
          return (
            <MealBlock
              key={line.id}
              day={day}
              line={line}
              meal={meal}
              wanted={place}
              open={line.id === openId}
              groups={groups}
              salted={deadlines.length > 0}
              edit={edit}
            />
          );
        })}
      </div>
    </div>
  );
};
