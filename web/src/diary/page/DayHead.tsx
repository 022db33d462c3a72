import type { DayDocument } from '@maul/contract/diary';
import { addDays, localMoment } from '@maul/core/units';
import { countdown, phaseName, phaseWeek, type DayTargets, typeDay } from '@maul/core/plan';
import { Link } from 'react-router';
import ChevronLeft from '@mui/icons-material/ChevronLeft';
import ChevronRight from '@mui/icons-material/ChevronRight';
import { deviceZone } from '../../data/device.ts';
import { longDate, weeksAndDays } from '../../ui/formats/show.ts';
import type { Tool } from './tools.ts';
import { fromDay } from '../../data/fromDay.ts';
import { UndoRedo } from './UndoRedo.tsx';
import { partOf } from '../../ui/partOf.tsx';

const DayMenu = partOf(() => import('./DayMenu.tsx'));

const READ = { athlete: true, date: true, today: true, season: true } as const;
type HeadDay = Pick<DayDocument, keyof typeof READ>;

const placeName = (zone: string): string => zone.split('/').at(-1)?.replaceAll('_', ' ') ?? zone;

/** True on the athlete's own device when its clock shows another time than the zone in which their days are counted. */
const elsewhere = (day: HeadDay): boolean => {
  if (day.date !== day.today) return false;
  const now = new Date();
  const [here, home] = [localMoment(now, deviceZone()), localMoment(now, day.athlete.zone)];
  return here.date !== home.date || here.minutes !== home.minutes;
};

/** Where the day stands in the season, in words. */
const placeOf = (day: HeadDay, targets: DayTargets | undefined): string => {
  const parts: string[] = [];
  if (targets) {
    const { week, of } = phaseWeek(targets.phase, day.date);
    parts.push(`${phaseName(targets.phase)}, week ${week} of ${of}`, typeDay(targets.dayType));
  } else parts.push('No phase on this day, so no targets');
  const next = countdown(day.season, day.date);
  if (next)
    parts.push(
      next.days === 0 ? `${next.event.name} is today` : `${weeksAndDays(next)} to ${next.event.name}`,
    );
  return parts.join(' · ');
};

const PlainDayHead = ({
  day,
  targets,
  to,
  onTool,
}: {
  day: HeadDay;
  targets: DayTargets | undefined;
  to: (date: string) => string;
  /** Opens a tool; without it the day is read and not worked on. */
  onTool?: (tool: Tool) => void;
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
      {onTool && (
        <>
          <UndoRedo day={day} />
          <DayMenu date={day.date} onTool={onTool} />
        </>
      )}
    </div>
    <p className="second">{placeOf(day, targets)}</p>
    {elsewhere(day) && (
      <p className="second">
        Your days are counted in {placeName(day.athlete.zone)} time; this device is on{' '}
        {placeName(deviceZone())} time. <Link to="/account/body">Count them here</Link>
      </p>
    )}
  </div>
);

export const DayHead = fromDay(READ, PlainDayHead);
