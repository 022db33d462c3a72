import type { Athlete } from '@maul/contract/people';
import type { PeakLog } from '@maul/contract/peak';
import {
  type Board,
  boardDay,
  type BoardDay,
  COLUMN_WORDS,
  dayName,
  hoursOn,
  nextSlot,
  slotClock,
} from '@maul/core/peak';
import { localMoment } from '@maul/core/units';
import { useEffect, useState } from 'react';
import { plural } from '../../ui/formats/show.ts';
import { cameOf, cellText, cellUnit, differs } from '../figures.ts';
import { HourList, slotText } from './Hours.tsx';

const minutesNow = (zone: string, dayTurnsAt: number): number => {
  const { minutes } = localMoment(new Date(), zone);
  return minutes < dayTurnsAt ? minutes + 1440 : minutes;
};

/** Minutes after midnight of the athlete's day, kept up with the clock. */
export const useMinutes = ({ zone, dayTurnsAt }: Pick<Athlete, 'zone' | 'dayTurnsAt'>): number => {
  const [minutes, setMinutes] = useState(() => minutesNow(zone, dayTurnsAt));
  useEffect(() => {
    const tick = setInterval(() => setMinutes(minutesNow(zone, dayTurnsAt)), 15_000);
    return () => clearInterval(tick);
  }, [zone, dayTurnsAt]);
  return minutes;
};

/** "3 h 38 min", "25 min". */
export const lapse = (minutes: number): string => {
  const [h, m] = [Math.floor(minutes / 60), minutes % 60];
  return h === 0 ? `${m} min` : m === 0 ? `${h} h` : `${h} h ${m} min`;
};

/** What the day comes to so far, in big figures. */
const TODAY = ['carbs', 'protein', 'fat', 'water', 'sodium', 'fibre'] as const;
const TodayFigures = ({ day, log }: { day: BoardDay; log: PeakLog['days'][number] | undefined }) => (
  <dl className="peak-today">
    {TODAY.map((column) => {
      const came = cameOf(column, log);
      return (
        <div key={column}>
          <dt>{COLUMN_WORDS[column].name}</dt>
          <dd className="n">
            <b>
              {column === 'sodium' && log?.sodiumAtLeast ? '≥' : ''}
              {came === undefined ? '–' : cellText(column, came)}
            </b>{' '}
            of <b className="is-planned">{cellText(column, day.cells[column].value)}</b> {cellUnit(column)}
          </dd>
        </div>
      );
    })}
  </dl>
);

/** What now, what next, what is different today: read with one glance, wet hands at half past five. */
export const NowNext = ({
  athlete,
  board,
  offset,
  log,
}: {
  athlete: Athlete;
  board: Board;
  offset: number;
  log: PeakLog['days'][number] | undefined;
}) => {
  const minutes = useMinutes(athlete);
  const slots = hoursOn(board, offset);
  const { now, next } = nextSlot(slots, minutes);
  const stage = slots.find((s) => s.kind === 'stage' && s.at > minutes);
  const today: BoardDay = boardDay(board, offset);
  const changed = differs(today, boardDay(board, offset - 1));
  return (
    <section aria-label="Now and next" className="peak-now">
      <p className="peak-now-head">
        <b>
          {offset === 0
            ? 'The day'
            : `${dayName(offset)}, ${offset < 0 ? `${plural(-offset, 'day')} to go` : 'the day after'}`}
        </b>
        {stage && (
          <span>
            stage in <b>{lapse(stage.at - minutes)}</b>
          </span>
        )}
      </p>
      {now && (
        <p className="peak-now-line">
          <b>Now</b> {now.name} {slotText(now) && <span className="n">{slotText(now, board.lever)}</span>}
        </p>
      )}
      {next && (
        <>
          <p className="peak-now-head">
            <b>Next: {next.name.toLowerCase()}</b>
            <b className="is-planned">in {lapse(next.at - minutes)}</b>
          </p>
          <p className="peak-clock n">{slotClock(next.at)}</p>
          <p className="peak-next n is-planned">{slotText(next, board.lever)}</p>
        </>
      )}
      <TodayFigures day={today} log={log} />
      <p>
        <b>Different today:</b> {changed.length === 0 ? 'nothing; as yesterday.' : `${changed.join(', ')}.`}
      </p>
      {slots.length > 0 && (
        <HourList slots={slots} label="Today, by the hour" now={minutes} lever={board.lever} />
      )}
    </section>
  );
};
