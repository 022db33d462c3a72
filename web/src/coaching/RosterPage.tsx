import type { RosterFilter, RosterRow } from '@maul/contract/coaching';
import { PHASE_NAMES, type PhaseKind } from '@maul/core/plan';
import { signedText } from '@maul/core/units';
import { useQuery } from '@tanstack/react-query';
import { Link, useSearchParams } from 'react-router';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { filtered, filterOf, queryOf, SHOW_WITHIN, showsOf } from './filters.ts';
import { useViews, Views } from './Views.tsx';
import { Gauge } from '../ui/gauge/Gauge.tsx';
import { Fault } from '../ui/Fault.tsx';
import { plural, shortDate } from '../ui/formats/show.ts';
import { call } from '../data/api.ts';
import { useSession } from '../data/session.ts';
import '../ui/styles/review.css';

const Pace = ({ row }: { row: RosterRow }) => {
  if (row.rate === null || row.wanted === null) return <p className="second">Too few mornings to say</p>;
  const { low, high } = row.wanted;
  const state = row.rate < low - 1e-9 ? 'over' : row.rate > high + 1e-9 ? 'short' : 'inside';
  const lo = Math.min(low, row.rate) - 0.4;
  const hi = Math.max(high, row.rate) + 0.4;
  return (
    <>
      <p>
        <b className={state === 'inside' ? 'is-inside' : ''}>{signedText(row.rate, 2)} % a week</b>{' '}
        <span className="quiet">
          wanted {signedText(low, 2)} to {signedText(high, 2)}
        </span>
      </p>
      <Gauge
        label="Pace"
        unit="% a week"
        size="row"
        pointer
        value={row.rate - lo}
        window={{ low: low - lo, high: high - lo }}
        hi={hi - lo}
      />
    </>
  );
};

const Landing = ({ row }: { row: RosterRow }) => (
  <>
    <p>
      <b>
        {row.landed} of {plural(row.logged, 'day')}
      </b>{' '}
      <span className="quiet">
        in the energy window
        {row.weighedShare === null ? '' : `, ${Math.round(row.weighedShare * 100)} % weighed`}
      </span>
    </p>
    <Gauge
      label="Days landed of seven"
      unit="days"
      size="row"
      value={row.landed}
      window={{ low: 5, high: 7 }}
      hi={7.6}
    />
  </>
);

const quiet = (days: number | null): string => {
  if (days === null) return 'nothing logged yet';
  if (days === 0) return 'logged today';
  return days === 1 ? 'last log yesterday' : `no log for ${days} days`;
};

const Words = ({ row }: { row: RosterRow }) => (
  <p>
    <b>
      {row.waitingNote === null ? (
        'No notes are waiting'
      ) : (
        <Link to={`/athletes/${row.athleteId}/${row.waitingNote.day}#note-${row.waitingNote.id}`}>
          {plural(row.waitingNotes, 'note waits', 'notes wait')}
        </Link>
      )}
    </b>
    <br />
    <span className="quiet">
      {row.reader.sees.includes('log') ? quiet(row.quietDays) : 'log not shared'}
      {row.openOrders > 0 ? `, ${plural(row.openOrders, 'order')} not acknowledged` : ''}
    </span>
  </p>
);

/** The week that waits for an answer, or is late. */
const Week = ({ row }: { row: RosterRow }) =>
  row.checkIn && !row.checkIn.answered ? (
    <p>
      <Link to={`/athletes/${row.athleteId}/review/${row.checkIn.id}`}>
        <b>Week to {shortDate(row.checkIn.to)}</b>
      </Link>{' '}
      <span className="quiet">waits</span>
    </p>
  ) : row.due ? (
    <p className="quiet">
      {row.due.late === 0 ? 'week due today' : `week due since ${shortDate(row.due.on)}`}
    </p>
  ) : null;

const Row = ({ row, place }: { row: RosterRow; place: number }) => (
  <li className="roster-row">
    <span className="roster-place n">{place}</span>
    <div className="roster-who">
      <h2>
        <Link to={`/athletes/${row.athleteId}/${row.today}`}>{row.name}</Link>
      </h2>
      <p className="second">
        {row.reader.role === 'assistant' ? 'You assist · ' : ''}
        {row.federationClass ? `${row.federationClass} · ` : ''}
        {row.phase
          ? `${PHASE_NAMES[row.phase]}${row.phaseWeek ? `, week ${row.phaseWeek.week} of ${row.phaseWeek.of}` : ''}`
          : 'no phase now'}
      </p>
      {row.show && (
        <p className="second">
          {row.show.days === 0
            ? `${row.show.name} is today`
            : `${plural(row.show.days, 'day')} to ${row.show.name}`}
        </p>
      )}
      {row.need.reasons[0] !== undefined && (
        <p className="roster-why">{row.need.reasons.slice(0, 3).join('. ')}.</p>
      )}
    </div>
    <div className="roster-cell">
      <h3>Pace</h3>
      {row.reader.sees.includes('body') ? <Pace row={row} /> : <p className="second">Not shared with you</p>}
    </div>
    <div className="roster-cell">
      <h3>Landed</h3>
      {row.reader.sees.includes('log') ? (
        <Landing row={row} />
      ) : (
        <p className="second">Not shared with you</p>
      )}
    </div>
    <div className="roster-cell">
      <h3>Words</h3>
      <Week row={row} />
      <Words row={row} />
    </div>
  </li>
);

/** What of the roster is looked at; it stands in the address. */
const Filters = ({
  filter,
  shows,
  onChange,
}: {
  filter: RosterFilter;
  shows: readonly string[];
  onChange: (filter: RosterFilter) => void;
}) => (
  <div className="roster-filters" role="group" aria-label="Which athletes">
    <TextField
      size="small"
      label="Name or class"
      value={filter.name}
      onChange={(e) => onChange({ ...filter, name: e.target.value })}
    />
    <TextField
      select
      size="small"
      label="Phase"
      value={filter.phase}
      onChange={(e) => onChange({ ...filter, phase: e.target.value as PhaseKind | '' })}
      slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
    >
      <MenuItem value="">any</MenuItem>
      {(Object.keys(PHASE_NAMES) as PhaseKind[]).map((kind) => (
        <MenuItem key={kind} value={kind}>
          {PHASE_NAMES[kind]}
        </MenuItem>
      ))}
    </TextField>
    <TextField
      select
      size="small"
      label="Show"
      value={String(filter.showWithin)}
      onChange={(e) => onChange({ ...filter, showWithin: Number(e.target.value) })}
    >
      <MenuItem value="0">any or none</MenuItem>
      {SHOW_WITHIN.map((days) => (
        <MenuItem key={days} value={String(days)}>
          within {plural(days / 7, 'week')}
        </MenuItem>
      ))}
    </TextField>
    {shows.length > 0 && (
      <TextField
        select
        size="small"
        label="Enters the show"
        value={shows.includes(filter.show) ? filter.show : ''}
        onChange={(e) => onChange({ ...filter, show: e.target.value })}
        slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
      >
        <MenuItem value="">any show</MenuItem>
        {shows.map((show) => (
          <MenuItem key={show} value={show}>
            {show}
          </MenuItem>
        ))}
      </TextField>
    )}
    <FormControlLabel
      control={
        <Checkbox
          checked={filter.waiting}
          onChange={(e) => onChange({ ...filter, waiting: e.target.checked })}
        />
      }
      label="Only where something waits for me"
    />
  </div>
);

/** A coach's athletes, who needs the coach first on top. */
export const RosterPage = () => {
  const { person } = useSession();
  const [query, setQuery] = useSearchParams();
  const filter = filterOf(query);
  const views = useViews();
  const chosen = views.find((v) => v.id === query.get('view'));
  const setFilter = (next: RosterFilter): void =>
    setQuery({ ...queryOf(next), ...(chosen?.members ? { view: chosen.id } : {}) }, { replace: true });
  const { data, error, refetch } = useQuery({ queryKey: ['roster'], queryFn: () => call('roster') });
  if (error && !data) return <Fault error={error} again={() => void refetch()} />;
  if (!data) return <p className="waiting">Reading the week of each athlete …</p>;
  const shown = filtered(data.athletes, filter, chosen?.members ?? null);
  const waiting = data.athletes.filter((a) => a.checkIn !== null && !a.checkIn.answered);
  const [first] = waiting;
  return (
    <div className="roster">
      <h1 className="page-title">Roster</h1>
      {first?.checkIn && (
        <p>
          <Link to={`/athletes/${first.athleteId}/review/${first.checkIn.id}`}>
            <b>Read {plural(waiting.length, 'week')}</b>
          </Link>{' '}
          <span className="quiet">in the order of need</span>
        </p>
      )}
      <p className="second">
        Sorted by who needs you first: harm, a near show, a pace that is off, weeks that wait, silence, days
        outside their windows, notes.
      </p>
      {data.athletes.length + data.faults.length === 0 ? (
        <p className="day-empty">
          Nobody shares with you yet. Give your athletes your code, <b className="n">{person.coachCode}</b>;
          they type it under Account.
        </p>
      ) : (
        <>
          {data.athletes.length > 1 && (
            <>
              <Filters filter={filter} shows={showsOf(data.athletes)} onChange={setFilter} />
              <Views
                views={views}
                chosen={chosen}
                filter={filter}
                rows={data.athletes}
                shown={shown.map((row) => row.athleteId)}
                onChoose={(view) =>
                  setQuery(view ? { ...queryOf(view.filter), view: view.id } : {}, { replace: true })
                }
              />
            </>
          )}
          {shown.length < data.athletes.length && (
            <p className="second" role="status">
              {shown.length} of {plural(data.athletes.length, 'athlete')}.{' '}
              <button type="button" className="linklike" onClick={() => setQuery({}, { replace: true })}>
                Show all
              </button>
            </p>
          )}
          <ol>
            {shown.map((row) => (
              <Row key={row.athleteId} row={row} place={data.athletes.indexOf(row) + 1} />
            ))}
            {data.faults.map(({ athleteId, name, sentence }) => (
              <li key={athleteId} className="roster-row">
                <span className="roster-place">–</span>
                <div className="roster-who">
                  <h2>
                    <Link to={`/athletes/${athleteId}`}>{name}</Link>
                  </h2>
                  <p className="roster-why" role="alert">
                    {sentence}
                  </p>
                </div>
              </li>
            ))}
          </ol>
        </>
      )}
    </div>
  );
};
