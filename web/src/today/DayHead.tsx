import type { DayDocument } from '@maul/contract';
import { addDays, countdown, phaseName, phaseWeek, type DayTargets } from '@maul/core';
import { Link } from 'react-router';
import ChevronLeft from '@mui/icons-material/ChevronLeft';
import ChevronRight from '@mui/icons-material/ChevronRight';
import { longDate, weeksAndDays } from '../shell/show.ts';

/** Where the day stands in the season, in words. */
const placeOf = (day: DayDocument, targets: DayTargets | undefined): string => {
  const parts: string[] = [];
  if (targets) {
    const { week, of } = phaseWeek(targets.phase, day.date);
    parts.push(
      `${phaseName(targets.phase)}, week ${week} of ${of}`,
      `${targets.dayType.name.toLowerCase()} day`,
    );
  } else parts.push('No phase on this day, so no targets');
  const next = countdown(day.season, day.date);
  if (next)
    parts.push(
      next.days === 0 ? `${next.event.name} is today` : `${weeksAndDays(next)} to ${next.event.name}`,
    );
  return parts.join(' · ');
};

export const DayHead = ({
  day,
  targets,
  to,
}: {
  day: DayDocument;
  targets: DayTargets | undefined;
  to: (date: string) => string;
}) => (
  <div className="day-head">
    <div className="day-title">
      <h1 className="page-title">{longDate(day.date)}</h1>
      <nav className="day-steps" aria-label="Days">
        <Link to={to(addDays(day.date, -1))} aria-label="The day before">
          <ChevronLeft fontSize="small" />
        </Link>
        {day.date !== day.today && <Link to={to(day.today)}>Today</Link>}
        <Link to={to(addDays(day.date, 1))} aria-label="The day after">
          <ChevronRight fontSize="small" />
        </Link>
      </nav>
    </div>
    <p className="second">{placeOf(day, targets)}</p>
  </div>
);
