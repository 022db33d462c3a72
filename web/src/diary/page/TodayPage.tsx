import { isIsoDate } from '@maul/core/units';
import { type DaySheet } from '@maul/core/diary';
import type { DayDocument } from '@maul/contract/diary';
import type { DayTargets } from '@maul/core/plan';
import useMediaQuery from '@mui/material/useMediaQuery';
import {
  memo,
  startTransition,
  useCallback,
  useContext,
  useDeferredValue,
  useEffect,
  useMemo,
  useState,
} from 'react';
import { Navigate, useParams } from 'react-router';
import { Fault } from '../../ui/Fault.tsx';
import { sheetOf } from '../../data/day.ts';
import { useLivePortion } from '../../data/live.ts';
import { useOwnDay, useTargets } from '../../data/session.ts';
import { DayView } from './DayView.tsx';
import { Offers } from '../portion/Offers.tsx';
import { Left } from './Left.tsx';
import { NextMeal } from './NextMeal.tsx';
import { PresentDay } from './present.ts';
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

interface DrawnOn {
  day: DayDocument;
  sheet: DaySheet;
  /** The same without what lies on the scale. */
  planned: DaySheet;
  targets: DayTargets | undefined;
  /** The meal that comes next. */
  openId: string | undefined;
}

/** The morning's weight stands first until it is in. */
const isFirst = (day: DayDocument): boolean => day.date === day.today && day.weighIn === null;

/** The morning’s weight as it stands, also where the page is drawn a moment later: once kept it cannot be kept twice. */
const OwnWeighIn = memo(() => {
  const present = useContext(PresentDay);
  return present && <WeighInLine key={present.date} day={present} />;
});
OwnWeighIn.displayName = 'OwnWeighIn';

/**
 * The meal that is open, one drawing behind: where a meal is eaten the next one opens in a frame of its own. Nothing waits on another day, nor with
 * something on the scale.
 */
const useOpened = (openId: string | undefined, date: string, live: boolean): string | undefined => {
  const [opened, setOpened] = useState({ openId, date });
  useEffect(() => startTransition(() => setOpened({ openId, date })), [openId, date]);
  return opened.date === date && !live ? opened.openId : openId;
};

interface OnBench {
  day: DayDocument;
  sheet: DaySheet;
  mealId: string;
  /** The meal that it goes to opens in the next frame: until then it stays as it is. */
  waits: boolean;
}

/** The bench beside the day. */
const BesideMeals = memo(
  ({ day, sheet, mealId }: OnBench) => <Dock day={day} sheet={sheet} mealId={mealId} />,
  (a, b) => b.waits || (!a.waits && a.day === b.day && a.sheet === b.sheet && a.mealId === b.mealId),
);
BesideMeals.displayName = 'BesideMeals';

/** The day of one moment, on the page. */
const DrawnDay = memo(({ day, sheet, planned, targets, openId }: DrawnOn) => {
  const isToday = day.date === day.today;
  const wide = useMediaQuery('(min-width: 1180px)');
  const { today } = day;
  const to = useCallback((d: string) => (d === today ? '/today' : `/today/${d}`), [today]);
  const first = isFirst(day);
  const opened = useOpened(openId, day.date, sheet !== planned);
  const open = day.orders.filter((o) => o.acknowledgedAt === null);
  const above = (
    <div className="day-above">
      {isToday && <Yesterday athleteId={day.athlete.id} today={day.today} />}
      <Offers day={day} sheet={planned} />
      {isToday && <Overshoot day={day} sheet={planned} targets={targets} />}
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
      openId={opened}
      now={
        wide ? undefined : (
          <>
            {first && <OwnWeighIn />}
            {openId !== undefined && <NextMeal day={day} sheet={planned} mealId={openId} />}
          </>
        )
      }
      above={above}
      dock={
        wide ? (
          <>
            {first && <OwnWeighIn />}
            <Left nutrients={sheet.nutrients} hideEnergy={day.athlete.profile.hide.energy} gauges={false} />
            {openId !== undefined && (
              <BesideMeals day={day} sheet={sheet} mealId={openId} waits={openId !== opened} />
            )}
            {!first && <OwnWeighIn />}
          </>
        ) : first ? undefined : (
          <OwnWeighIn />
        )
      }
    />
  );
});
DrawnDay.displayName = 'DrawnDay';

/**
 * The athlete's day. A press takes its place at once and the page is drawn when there is time, so that the next key waits for nothing; what hands do
 * meanwhile they do to the day as it stands. With something on the scale every reading is drawn as it comes.
 */
export const TodayPage = () => {
  const { date: asked } = useParams();
  const wanted = asked !== undefined && isIsoDate(asked) ? asked : undefined;
  const { day: present, error, refetch } = useOwnDay(wanted);
  const live = useLivePortion();
  const behind = useDeferredValue(present);
  const day = live === undefined && behind?.date === present?.date ? behind : present;
  const targets = useTargets(day);
  const planned = useMemo(() => day && sheetOf(day, targets), [day, targets]);
  const sheet = useMemo(
    () => (day && live ? sheetOf(day, targets, live) : planned),
    [day, targets, planned, live],
  );
  useEffect(() => {
    document.title = day ? `Maul, ${day.date}` : 'Maul';
  }, [day]);
  if (asked !== wanted) return <Navigate to="/today" replace />;
  if (error && !present) return <Fault error={error} again={() => void refetch()} />;
  if (!day || !planned || !sheet) return <p className="waiting">Opening the day …</p>;
  return (
    <PresentDay value={present}>
      <DrawnDay
        day={day}
        sheet={sheet}
        planned={planned}
        targets={targets}
        openId={day.date === day.today ? nextMeal(planned) : undefined}
      />
    </PresentDay>
  );
};
