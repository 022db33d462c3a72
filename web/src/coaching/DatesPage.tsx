import { TEAM_CALENDAR_FILE } from '@maul/contract/coaching';
import type { ResponseOf } from '@maul/contract/routes';
import { daysBetween } from '@maul/core/units';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import { Link, useSearchParams } from 'react-router';
import { call } from '../data/api.ts';
import { Fault } from '../ui/Fault.tsx';
import { longDate, plural, shortDate } from '../ui/formats/show.ts';
import './dates.css';

type TeamDate = ResponseOf<'teamDates'>['dates'][number];

/** Where a date leads: a week to its sheet, a peak week to its board, the rest to the season. */
const placeOf = ({ athleteId, kind }: TeamDate): string =>
  kind === 'week'
    ? `/athletes/${athleteId}/review`
    : `/athletes/${athleteId}/${kind === 'peak week' ? 'peak' : 'season'}`;

const One = ({ date }: { date: TeamDate }) => (
  <li>
    <Link to={placeOf(date)}>{date.name}</Link>{' '}
    {date.kind === 'week' ? (
      <span className="quiet">check-in</span>
    ) : (
      <>
        <b>{date.what}</b>
        {date.to > date.from && <span className="quiet"> until {shortDate(date.to)}</span>}
      </>
    )}
  </li>
);

/** The coach's own days: who checks in, who peaks, who stands on a stage. */
export const DatesPage = () => {
  const [query, setQuery] = useSearchParams();
  const weeks = query.get('weeks') !== 'no';
  const { data, error, refetch } = useQuery({
    queryKey: ['roster', 'dates'],
    queryFn: () => call('teamDates'),
  });
  useEffect(() => {
    document.title = 'Maul, dates';
  }, []);
  if (error && !data) return <Fault error={error} again={() => void refetch()} />;
  if (!data) return <p className="waiting">Reading the dates of each athlete …</p>;
  const shown = data.dates.filter((d) => weeks || d.kind !== 'week');
  // What began before today is of today.
  const dayOf = ({ from }: TeamDate): TeamDate['from'] => (from < data.today ? data.today : from);
  const days = [...new Set(shown.map(dayOf))].sort();
  return (
    <div className="dates">
      <h1 className="page-title">Dates</h1>
      <p className="second">Of everybody who shares with you, until {shortDate(data.to)}.</p>
      <div className="button-line">
        <FormControlLabel
          control={
            <Checkbox
              checked={weeks}
              onChange={(e) => setQuery(e.target.checked ? {} : { weeks: 'no' }, { replace: true })}
            />
          }
          label="Check-in days too"
        />
        <Button size="small" href={TEAM_CALENDAR_FILE} download>
          Save for a calendar
        </Button>
      </div>
      {days.length === 0 ? (
        <p className="day-empty">Nothing stands in these weeks.</p>
      ) : (
        <ol>
          {days.map((day) => {
            const ahead = daysBetween(data.today, day);
            return (
              <li key={day} className={ahead === 0 ? 'dates-day is-now' : 'dates-day'}>
                <h2>
                  {longDate(day)}{' '}
                  <span className="second">{ahead === 0 ? 'today' : `in ${plural(ahead, 'day')}`}</span>
                </h2>
                <ul>
                  {shown
                    .filter((d) => dayOf(d) === day)
                    .map((d) => (
                      <One key={d.id} date={d} />
                    ))}
                </ul>
              </li>
            );
          })}
        </ol>
      )}
    </div>
  );
};
