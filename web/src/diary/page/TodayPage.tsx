import { isIsoDate } from '@maul/core/units';
import { type DaySheet } from '@maul/core/diary';
import useMediaQuery from '@mui/material/useMediaQuery';
import { useCallback, useEffect, useMemo } from 'react';
import { Navigate, useParams } from 'react-router';
import { Fault } from '../../ui/Fault.tsx';
import { sheetOf } from '../../data/day.ts';
import { useLivePortion } from '../../data/live.ts';
import { useOwnDay, useTargets } from '../../data/session.ts';
import { DayView } from './DayView.tsx';
import { Offers } from '../portion/Offers.tsx';
import { Left } from './Left.tsx';
import { NextMeal } from './NextMeal.tsx';
import { OrderStrip } from './OrderStrip.tsx';
import { WeighInLine } from '../../body/index.ts';
import { partOf } from '../../ui/partOf.tsx';

const Dock = partOf(() => import('./Dock.tsx'), <p className="waiting">Opening the bench …</p>);
const MovementLine = partOf(async () => ({ default: (await import('./Movement.tsx')).MovementLine }));
const MovementStrip = partOf(async () => ({ default: (await import('./Movement.tsx')).MovementStrip }));
const Overshoot = partOf(async () => ({ default: (await import('../fit/Overshoot.tsx')).Overshoot }));
const Yesterday = partOf(async () => ({ default: (await import('../closing/Closing.tsx')).Yesterday }));

/** The meal that comes next: the first with something still to measure. */
const nextMeal = (sheet: DaySheet | undefined): string | undefined =>
  sheet?.meals.find((m) => m.lines.some((l) => l.state === 'planned' || l.state === 'live'))?.id;

/** The athlete's day. */
export const TodayPage = () => {
  const { date: asked } = useParams();
  const wanted = asked !== undefined && isIsoDate(asked) ? asked : undefined;
  const { day, error, refetch } = useOwnDay(wanted);
  const live = useLivePortion();
  const targets = useTargets(day);
  const planned = useMemo(() => day && sheetOf(day, targets), [day, targets]);
  const sheet = useMemo(
    () => (live && day ? sheetOf(day, targets, live) : planned),
    [day, targets, live, planned],
  );
  const isToday = day?.date === day?.today;
  const openId = isToday ? nextMeal(planned) : undefined;
  const wide = useMediaQuery('(min-width: 1180px)');
  const today = day?.today;
  const to = useCallback((d: string) => (d === today ? '/today' : `/today/${d}`), [today]);
  useEffect(() => {
    document.title = day ? `Maul, ${day.date}` : 'Maul';
  }, [day]);
  if (asked !== wanted) return <Navigate to="/today" replace />;
  if (error && !day) return <Fault error={error} again={() => void refetch()} />;
  if (!day || !sheet) return <p className="waiting">Opening the day …</p>;
  // The morning's weight stands first until it is in.
  const first = isToday && day.weighIn === null;
  const hideEnergy = day.athlete.profile.hide.energy;
  const open = day.orders.filter((o) => o.acknowledgedAt === null);
  const above = (
    <div className="day-above">
      {isToday && <Yesterday athleteId={day.athlete.id} today={day.today} />}
      <Offers day={day} sheet={planned ?? sheet} />
      {isToday && <Overshoot day={day} sheet={planned ?? sheet} targets={targets} />}
      {open.map((order) => (
        <OrderStrip key={order.id} order={order} day={day} />
      ))}
      {day.movement.length > 0 && (
        <>
          {day.movement
            .filter((o) => o.acknowledgedAt === null)
            .map((order) => (
              <MovementStrip key={order.id} order={order} athleteId={day.athlete.id} />
            ))}
          <MovementLine day={day} />
        </>
      )}
    </div>
  );
  return (
    <DayView
      day={day}
      sheet={sheet}
      targets={targets}
      to={to}
      editable
      openId={openId}
      now={
        wide ? undefined : (
          <>
            {first && <WeighInLine key={day.date} day={day} />}
            {openId !== undefined && <NextMeal day={day} sheet={planned ?? sheet} mealId={openId} />}
          </>
        )
      }
      above={above}
      dock={
        wide ? (
          <>
            {first && <WeighInLine key={day.date} day={day} />}
            <Left nutrients={sheet.nutrients} hideEnergy={hideEnergy} gauges={false} />
            {openId !== undefined && <Dock day={day} sheet={sheet} mealId={openId} />}
            {!first && <WeighInLine key={day.date} day={day} />}
          </>
        ) : first ? undefined : (
          <WeighInLine key={day.date} day={day} />
        )
      }
    />
  );
};
