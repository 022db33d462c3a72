import type { FoundDay } from '@maul/contract/diary';
import type { QueryOf } from '@maul/contract/routes';
import { isIsoDate, readBodyMass, whole } from '@maul/core/units';
import { PHASE_KINDS, PHASE_NAMES } from '@maul/core/plan';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useDeferredValue, useEffect, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { Units } from '@maul/contract/people';
import { DateField } from '../../ui/fields/DateField.tsx';
import { MassField } from '../../ui/fields/TypedField.tsx';
import { plural, shortDate } from '../../ui/formats/show.ts';
import { bodyText, energyText, METRIC, UnitsContext, useUnits } from '../../ui/formats/units.ts';
import { call, sentenceOf } from '../../data/api.ts';
import { useOwnDay, useSession } from '../../data/session.ts';
import { Beside } from './Beside.tsx';
import './find.css';

/** Days that can be put beside each other. */
const MOST = 3;

type Asked = Omit<QueryOf<'findDays'>, 'limit'>;
const FILTERS = [
  'foods',
  'phase',
  'dayType',
  'from',
  'to',
  'kgLow',
  'kgHigh',
  'fullness',
  'tightness',
  'landed',
] as const;

/** Filters that are a body mass, as it is typed. */
const isMass = (key: string): boolean => key === 'kgLow' || key === 'kgHigh';

/** What is typed as it stands in the address, so that it can be kept and shared: a body mass with its unit. */
const addressOf = (typed: ReadonlyMap<string, string>, { body }: Units): [string, string][] =>
  [...typed]
    .filter(([, value]) => value.trim() !== '')
    .map(([key, value]) => [key, isMass(key) && /^[\d.,]+$/.test(value.trim()) ? `${value} ${body}` : value]);

/** What is asked of the server: what is not typed to its end yet, or cannot be read, is left out. */
const askedOf = (search: ReadonlyMap<string, string>, { body }: Units): Asked => {
  const asked: Record<string, string> = {};
  for (const key of FILTERS) {
    const value = search.get(key)?.trim() ?? '';
    if (value === '') continue;
    if ((key === 'from' || key === 'to') && !isIsoDate(value)) continue;
    if ((key === 'fullness' || key === 'tightness') && Number.isNaN(Number(value))) continue;
    const mass = isMass(key) ? readBodyMass(value, body) : null;
    if (mass?.ok === false) continue;
    asked[key] = mass?.ok ? String(mass.value) : value;
  }
  return asked;
};

const Row = ({
  day,
  chosen,
  onChoose,
  full,
}: {
  day: FoundDay;
  chosen: boolean;
  onChoose: (on: boolean) => void;
  full: boolean;
}) => {
  const units = useUnits();
  const { landed } = day;
  const all = landed !== null && landed.inside === landed.of;
  return (
    <tr>
      <td>
        <Checkbox
          size="small"
          checked={chosen}
          disabled={full && !chosen}
          onChange={(e) => onChoose(e.target.checked)}
          slotProps={{ input: { 'aria-label': `Put ${shortDate(day.date)} beside others` } }}
        />
      </td>
      <th scope="row">
        <Link to={`/today/${day.date}`}>{shortDate(day.date)}</Link>
        <span className="second">
          {' '}
          {day.date.slice(0, 4)} · {day.phase ? PHASE_NAMES[day.phase].toLowerCase() : 'no phase'}
          {day.dayType ? `, ${day.dayType.toLowerCase()}` : ''}
        </span>
        <br />
        <span className="find-meals">{day.meals.join(' · ')}</span>
      </th>
      <td className="n">{energyText(day.kcal, units)}</td>
      <td className="n find-macros">
        {day.atLeast ? '≥ ' : ''}P {whole(day.protein)} C {whole(day.carbs)} F {whole(day.fat)}
      </td>
      <td className={landed === null ? 'second' : all ? 'is-inside' : ''}>
        {landed === null ? 'no windows' : all ? 'all' : `${landed.inside} of ${landed.of}`}
      </td>
      <td className="n">{day.weightKg === null ? '' : bodyText(day.weightKg, units)}</td>
      <td className="second">
        {[
          day.fullness === null ? '' : `full ${day.fullness}`,
          day.tightness === null ? '' : `tight ${day.tightness}`,
        ]
          .filter((t) => t !== '')
          .join(', ')}
      </td>
    </tr>
  );
};

/** Finds the day when a thing worked: past days, narrowed, and put beside each other. */
export const FindPage = () => {
  const { person } = useSession();
  const [search, setSearch] = useSearchParams();
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const { day } = useOwnDay();
  // What is typed stands here at once; the address follows when the typing rests.
  const [typed, setTyped] = useState<ReadonlyMap<string, string>>(() => new Map(search));
  const settled = useDeferredValue(typed);
  const units = day?.athlete.profile.units ?? METRIC;
  const asked = askedOf(settled, units);
  const { data, error, isPending } = useQuery({
    queryKey: ['past-days', person.id, asked],
    queryFn: ({ signal }) => call('findDays', { params: { athleteId: person.id }, query: asked, signal }),
    placeholderData: keepPreviousData,
  });
  useEffect(() => {
    document.title = 'Maul, find a day';
  }, []);
  useEffect(() => {
    const rest = setTimeout(() => setSearch(addressOf(typed, units), { replace: true }), 300);
    return () => clearTimeout(rest);
  }, [typed, setSearch, units]);
  const set = (key: (typeof FILTERS)[number], value: string): void =>
    setTyped((now) => new Map(now).set(key, value));
  const get = (key: (typeof FILTERS)[number]): string => typed.get(key) ?? '';
  const mass = (key: 'kgLow' | 'kgHigh', label: string) => (
    <MassField label={label} units={units} value={get(key)} onChange={(text) => set(key, text)} />
  );
  const choice = (
    key: (typeof FILTERS)[number],
    label: string,
    options: readonly (readonly [string, string])[],
  ) => (
    <TextField select size="small" label={label} value={get(key)} onChange={(e) => set(key, e.target.value)}>
      <MenuItem value="">any</MenuItem>
      {options.map(([value, name]) => (
        <MenuItem key={value} value={value}>
          {name}
        </MenuItem>
      ))}
    </TextField>
  );
  const marks = [1, 2, 3, 4, 5].map((n) => [String(n), `${n} or more`] as const);
  const narrowed = FILTERS.some((key) => get(key) !== '');
  return (
    <UnitsContext value={units}>
      <div className="find">
        <h1 className="page-title">Find a day</h1>
        <form
          className="find-filters"
          role="search"
          aria-label="Which days"
          onSubmit={(e) => e.preventDefault()}
        >
          <TextField
            size="small"
            label="With foods"
            placeholder="trout rice"
            value={get('foods')}
            onChange={(e) => set('foods', e.target.value)}
          />
          {choice(
            'phase',
            'Phase',
            PHASE_KINDS.map((k) => [k, PHASE_NAMES[k]] as const),
          )}
          {choice(
            'dayType',
            'Day type',
            (data?.dayTypes ?? []).map((t) => [t, t] as const),
          )}
          {choice('landed', 'Landed', [
            ['yes', 'in every window'],
            ['no', 'not in all'],
          ])}
          <DateField label="From" value={get('from')} onChange={(value) => set('from', value)} />
          <DateField label="To" value={get('to')} onChange={(value) => set('to', value)} />
          {mass('kgLow', 'Weight from')}
          {mass('kgHigh', 'to')}
          {choice('fullness', 'Fullness', marks)}
          {choice('tightness', 'Tightness', marks)}
          {narrowed && (
            <Button variant="text" onClick={() => setTyped(new Map())}>
              All days
            </Button>
          )}
        </form>
        <p role="status" className="second">
          {isPending
            ? 'Looking through the days …'
            : data
              ? `${plural(data.days.length, 'day')} of ${data.looked} with a log${data.days.length === 60 ? ', the newest sixty' : ''}.`
              : ''}
        </p>
        {error && !data && <p role="alert">{sentenceOf(error)}</p>}
        {chosen.length > 0 && (
          <Beside
            athleteId={person.id}
            dates={chosen.filter(isIsoDate)}
            onDrop={(date) => setChosen((all) => all.filter((d) => d !== date))}
          />
        )}
        {data && data.looked === 0 && <p>Nothing is logged yet. Logged days will appear here.</p>}
        {data && data.looked > 0 && data.days.length === 0 && <p>No day matches. Remove a filter.</p>}
        {data && data.days.length > 0 && (
          <table className="find-days">
            <thead>
              <tr>
                <th scope="col">
                  <span className="hidden">Compare with other days</span>
                </th>
                <th scope="col">Day</th>
                <th scope="col">Energy</th>
                <th scope="col">Macros, g</th>
                <th scope="col">In windows</th>
                <th scope="col">Weight</th>
                <th scope="col">Look</th>
              </tr>
            </thead>
            <tbody>
              {data.days.map((d) => (
                <Row
                  key={d.date}
                  day={d}
                  chosen={chosen.includes(d.date)}
                  full={chosen.length >= MOST}
                  onChoose={(on) =>
                    setChosen((all) => (on ? [...all, d.date] : all.filter((x) => x !== d.date)))
                  }
                />
              ))}
            </tbody>
          </table>
        )}
      </div>
    </UnitsContext>
  );
};
