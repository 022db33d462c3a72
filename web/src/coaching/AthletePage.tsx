import { isIsoDate } from '@maul/core/units';
import { useCallback, useEffect, useMemo } from 'react';
import { Link, useParams } from 'react-router';
import { deviceToday } from '../data/device.ts';
import { Fault } from '../ui/Fault.tsx';
import { maySign, NotShared } from '../ui/NotShared.tsx';
import { sheetOf } from '../data/day.ts';
import { useDay, useTargets } from '../data/session.ts';
import { DayView } from '../diary/index.ts';
import { OrderPanel } from '../plan/index.ts';
import '../ui/styles/review.css';

/** Where one column stands under the other, the order is a long way down: one press goes there. */
const toOrder = (): void => {
  const panel = document.querySelector<HTMLElement>('.day-dock');
  panel?.scrollIntoView();
  panel?.querySelector<HTMLElement>('[role="combobox"], input')?.focus({ preventScroll: true });
};

/** An athlete's day as the coach reads it: everything shown, notes written, orders signed. */
export const AthletePage = () => {
  const { athleteId = '', date: asked } = useParams();
  const date = asked !== undefined && isIsoDate(asked) ? asked : deviceToday();
  const { day, error, refetch } = useDay(athleteId, date);
  const targets = useTargets(day);
  const sheet = useMemo(() => day && sheetOf(day, targets), [day, targets]);
  const to = useCallback((d: string) => `/athletes/${athleteId}/${d}`, [athleteId]);
  useEffect(() => {
    document.title = day ? `Maul, ${day.athlete.name}` : 'Maul';
  }, [day]);
  if (error && !day) return <Fault error={error} again={() => void refetch()} />;
  if (!day || !sheet) return <p className="waiting">Opening the day …</p>;
  return (
    <DayView
      day={day}
      sheet={sheet}
      targets={targets}
      to={to}
      editable={false}
      above={
        <>
          <p className="athlete-line">
            <Link to="/roster">Roster</Link> <span aria-hidden>›</span> <b>{day.athlete.name}</b>{' '}
            <Link to={`/athletes/${athleteId}/season`}>Season</Link>{' '}
            <Link to={`/athletes/${athleteId}/trend`}>Trend</Link> ·{' '}
            <Link to={`/athletes/${athleteId}/peak`}>Peak week</Link>{' '}
            {maySign(day.athlete) && (
              <button type="button" className="linklike to-order" onClick={toOrder}>
                Write an order
              </button>
            )}
            <span className="second">
              {day.athlete.federationClass ? ` · ${day.athlete.federationClass}` : ''}
              {day.weighIn
                ? ` · ${day.weighIn.kg.toFixed(1)} kg this morning`
                : day.athlete.reader.sees.includes('body')
                  ? ' · no weigh-in on this day'
                  : ''}
              {sheet.weighedShare === undefined
                ? ''
                : ` · ${Math.round(sheet.weighedShare * 100)} % of the energy weighed`}
            </span>
          </p>
          <NotShared athlete={day.athlete} kinds={['log', 'body', 'messages']} />
        </>
      }
      dock={maySign(day.athlete) ? <OrderPanel key={athleteId} day={day} /> : null}
    />
  );
};
