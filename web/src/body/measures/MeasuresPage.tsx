import type { MeasureThing } from '@maul/contract/body';
import type { DayDocument } from '@maul/contract/diary';
import {
  ALL_FOLD_SITES,
  FOLD_SITES,
  foldFat,
  GIRTHS,
  leanMass,
  meanReading,
  tapeFat,
  type Composition,
  type FatMethod,
  type FoldSite,
  type Girth,
} from '@maul/core/body';
import { ageOn, clockOf, localMoment, readNumber } from '@maul/core/units';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { call, sentenceOf } from '../../data/api.ts';
import { saveEntry } from '../../data/edit.ts';
import { useOwnDay } from '../../data/session.ts';
import { Fault } from '../../ui/Fault.tsx';
import { longDate, shortDate } from '../../ui/formats/show.ts';
import { bodyText } from '../../ui/formats/units.ts';
import { saySelf } from '../saySelf.ts';
import './measures.css';

const EMPTY: MeasureThing = { kind: 'measure', girths: {}, folds: {}, fat: null, words: '' };

/** Several readings of one site as they are typed: "81 81.5 81". Answers the sentence of what cannot be. */
const readReadings = (text: string, low: number, high: number): number[] | string => {
  const parts = text
    .trim()
    .split(/[\s;/]+/)
    .filter((part) => part !== '');
  if (parts.length > 5) return 'Enter at most five readings of one site.';
  const read = parts.map((part) => readNumber(part));
  const numbers = read.flatMap((r) => (r.ok ? [r.value] : []));
  if (numbers.length < parts.length) return 'Type the readings as numbers, with a space between them.';
  return numbers.some((n) => n < low || n > high) ? `From ${low} to ${high}.` : numbers;
};

const capital = (word: string): string => word.charAt(0).toUpperCase() + word.slice(1);

const meanOf = (readings: readonly number[] | undefined): number | undefined =>
  meanReading(readings ?? [])?.mean;

/** One site: its readings, their mean and how far they lie apart. */
const Site = ({
  label,
  unit,
  low,
  high,
  apart,
  readings,
  onKeep,
}: {
  label: string;
  unit: string;
  low: number;
  high: number;
  /** Readings that lie further apart are read once more. */
  apart: number;
  readings: number[] | undefined;
  onKeep: (next: number[] | undefined) => void;
}) => {
  const [text, setText] = useState((readings ?? []).join(' '));
  const read = readReadings(text, low, high);
  const mean = typeof read === 'string' ? undefined : meanReading(read);
  const help =
    typeof read === 'string'
      ? read
      : mean && mean.count > 1
        ? `mean ${mean.mean.toFixed(1)}, apart ${mean.range.toFixed(1)}${mean.range > apart ? ': read once more' : ''}`
        : undefined;
  return (
    <TextField
      label={`${capital(label)}, ${unit}`}
      value={text}
      onChange={(e) => setText(e.target.value)}
      onBlur={() => typeof read !== 'string' && onKeep(read.length === 0 ? undefined : read)}
      error={typeof read === 'string'}
      helperText={help}
      slotProps={{ htmlInput: { inputMode: 'decimal' } }}
    />
  );
};

/** Body fat by one method, and one press that makes lean mass from it. */
const Found = ({
  name,
  method,
  found,
  day,
}: {
  name: string;
  method: FatMethod;
  found: Composition;
  day: DayDocument;
}) => {
  const { athlete } = day;
  const kg = day.weighIn?.kg ?? day.bases.at(-1)?.weightKg;
  const use = useMutation({
    mutationFn: (percent: number) =>
      saySelf(day, { fat: { percent: Math.round(percent * 10) / 10, method } }),
  });
  if (!found.ok)
    return (
      <li className="quiet">
        {capital(name)}: {found.sentence}
      </li>
    );
  const percent = Math.round(found.percent * 10) / 10;
  const used = athlete.profile.fat?.method === method && athlete.profile.fat.percent === percent;
  return (
    <li>
      <b>{percent.toFixed(1)} %</b> by {name} ± {found.spread} points
      {kg !== undefined &&
        !athlete.profile.hide.weight &&
        `, lean mass ${bodyText(leanMass(kg, percent), athlete.profile.units)}`}
      .{' '}
      {used ? (
        <span className="second">Lean mass is made from it.</span>
      ) : (
        <Button size="small" disabled={use.isPending} onClick={() => use.mutate(percent)}>
          Use it for lean mass
        </Button>
      )}
      {use.error && <Alert severity="error">{sentenceOf(use.error)}</Alert>}
    </li>
  );
};

const folded = (thing: MeasureThing): Partial<Record<FoldSite, number>> =>
  Object.fromEntries(
    Object.entries(thing.folds).flatMap(([site, readings]) => {
      const mean = meanOf(readings);
      return mean === undefined ? [] : [[site, mean]];
    }),
  );

const byTape = (thing: MeasureThing, athlete: DayDocument['athlete']): Composition => {
  const [neck, waist, hip] = (['neck', 'waist', 'hip'] as const).map((g) => meanOf(thing.girths[g]));
  if (neck === undefined || waist === undefined)
    return { ok: false, sentence: `Needs neck and waist${athlete.sex === 'female' ? ', and hip' : ''}.` };
  return tapeFat(athlete.sex, { heightCm: athlete.heightCm, neckCm: neck, waistCm: waist, hipCm: hip });
};

/** Measures of other days, the newest first. */
const History = ({ day }: { day: DayDocument }) => {
  const { data, error } = useQuery({
    queryKey: ['measures', day.athlete.id],
    queryFn: () => call('measures', { params: { athleteId: day.athlete.id } }),
  });
  if (error) return <Alert severity="warning">{sentenceOf(error)}</Alert>;
  const rows = data?.measures ?? [];
  if (rows.length === 0) return <p className="second">No measures of other days yet.</p>;
  const girths = GIRTHS.filter((g) => rows.some((r) => r.thing.girths[g]));
  const sum = (thing: MeasureThing): string => {
    const folds = Object.values(folded(thing));
    return folds.length === 0 ? '' : `${folds.reduce((a, b) => a + b, 0).toFixed(1)} (${folds.length})`;
  };
  const fat = (thing: MeasureThing, date: typeof day.date): string => {
    const folds = foldFat(day.athlete.sex, folded(thing), ageOn(day.athlete.birthDate, date));
    const tape = byTape(thing, day.athlete);
    return [
      folds.ok ? `${folds.percent.toFixed(1)} folds` : '',
      tape.ok ? `${tape.percent.toFixed(1)} tape` : '',
      thing.fat ? `${thing.fat.percent.toFixed(1)} ${thing.fat.method === 'dxa' ? 'DXA' : 'eye'}` : '',
    ]
      .filter((t) => t !== '')
      .join(', ');
  };
  return (
    <div className="measure-history">
      <table className="week-table">
        <caption className="hidden">Measures of other days</caption>
        <thead>
          <tr>
            <th scope="col">Day</th>
            {girths.map((g) => (
              <th key={g} scope="col">
                {g}, cm
              </th>
            ))}
            <th scope="col">Folds, mm</th>
            <th scope="col">Body fat, %</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ day: date, thing }) => (
            <tr key={date}>
              <th scope="row">{shortDate(date)}</th>
              {girths.map((g) => (
                <td key={g}>{meanOf(thing.girths[g])?.toFixed(1) ?? ''}</td>
              ))}
              <td>{sum(thing)}</td>
              <td>{fat(thing, date)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
};

const Measures = ({ day }: { day: DayDocument }) => {
  const row = day.entries.findLast((e) => e.thing.kind === 'measure') ?? null;
  const thing = row?.thing.kind === 'measure' ? row.thing : EMPTY;
  const { athlete } = day;
  const [method, setMethod] = useState<'dxa' | 'eye'>(thing.fat?.method ?? 'dxa');
  const [percent, setPercent] = useState(thing.fat ? String(thing.fat.percent) : '');
  const [fault, setFault] = useState<string | null>(null);
  const say = (change: Partial<MeasureThing>): void => {
    const next = { ...thing, ...change };
    const empty = JSON.stringify(next) === JSON.stringify(EMPTY);
    if (empty && !row) return;
    const time = row?.time ?? clockOf(localMoment(new Date(), athlete.zone).minutes);
    saveEntry(day, row, empty ? null : { time, thing: next }, 'The measures');
  };
  const without = <K extends string>(all: Partial<Record<K, number[]>>, key: K, next: number[] | undefined) =>
    Object.fromEntries(
      Object.entries({ ...all, [key]: next }).filter(([, readings]) => readings !== undefined),
    ) as Partial<Record<K, number[]>>;
  const keepFat = (text: string, by: 'dxa' | 'eye'): void => {
    if (text.trim() === '') {
      setFault(null);
      if (thing.fat) say({ fat: null });
      return;
    }
    const read = readNumber(text);
    if (!read.ok || read.value < 2 || read.value > 70) return setFault('Body fat lies between 2 and 70 %.');
    setFault(null);
    say({ fat: { percent: read.value, method: by } });
  };
  const sites: readonly FoldSite[] = FOLD_SITES[athlete.sex][3];
  const others = ALL_FOLD_SITES.filter((site) => !sites.includes(site));
  const [all, setAll] = useState(() => others.some((site) => thing.folds[site]));
  const fold = (site: FoldSite) => (
    <Site
      key={site}
      label={site}
      unit="mm"
      low={1}
      high={100}
      apart={2}
      readings={thing.folds[site]}
      onKeep={(next) => say({ folds: without(thing.folds, site, next) })}
    />
  );
  return (
    <div className="measures rows">
      <div>
        <h1 className="page-title">Measures</h1>
        <p className="second">
          {longDate(day.date)}. Read a site two or three times and type the readings with a space between
          them; the mean counts. <Link to="/morning">This morning</Link> · <Link to="/trend">Trend</Link>
        </p>
      </div>
      <section aria-label="Body fat" className="morning-part">
        <h2 className="panel-title">Body fat from what is measured</h2>
        <ul className="found">
          <Found name="tape" method="tape" found={byTape(thing, athlete)} day={day} />
          <Found
            name="skinfolds"
            method="skinfold"
            found={foldFat(athlete.sex, folded(thing), ageOn(athlete.birthDate, day.date))}
            day={day}
          />
          {thing.fat && (
            <Found
              name={thing.fat.method === 'dxa' ? 'DXA' : 'eye'}
              method={thing.fat.method}
              found={{ ok: true, percent: thing.fat.percent, spread: thing.fat.method === 'dxa' ? 2 : 5 }}
              day={day}
            />
          )}
        </ul>
        <p className="quiet">
          Tape after Hodgdon & Beckett 1984, folds after Jackson, Pollock and Ward with Siri 1961. Methods
          differ by several points: follow one of them, under the same conditions.
        </p>
      </section>
      <section aria-label="Girths" className="morning-part">
        <h2 className="panel-title">Girths</h2>
        <div className="sites">
          {GIRTHS.map((girth: Girth) => (
            <Site
              key={girth}
              label={
                girth === 'waist'
                  ? athlete.sex === 'male'
                    ? 'waist at the navel'
                    : 'waist, narrowest'
                  : girth
              }
              unit="cm"
              low={10}
              high={250}
              apart={1}
              readings={thing.girths[girth]}
              onKeep={(next) => say({ girths: without(thing.girths, girth, next) })}
            />
          ))}
        </div>
      </section>
      <section aria-label="Skinfolds" className="morning-part">
        <h2 className="panel-title">Skinfolds</h2>
        <div className="sites">
          {sites.map(fold)}
          {all && others.map(fold)}
        </div>
        {!all && (
          <Button size="small" variant="text" onClick={() => setAll(true)}>
            All seven sites
          </Button>
        )}
      </section>
      <section aria-label="Scan or eye" className="morning-part">
        <h2 className="panel-title">From a scan or by eye</h2>
        <div className="pair">
          <TextField
            label="Body fat, %"
            value={percent}
            onChange={(e) => setPercent(e.target.value)}
            onBlur={() => keepFat(percent, method)}
            error={fault !== null}
            helperText={fault}
            slotProps={{ htmlInput: { inputMode: 'decimal' } }}
          />
          <TextField
            select
            label="Method"
            value={method}
            onChange={(e) => {
              setMethod(e.target.value as 'dxa' | 'eye');
              keepFat(percent, e.target.value as 'dxa' | 'eye');
            }}
          >
            <MenuItem value="dxa">DXA scan (± 2 points)</MenuItem>
            <MenuItem value="eye">By eye (± 5 points)</MenuItem>
          </TextField>
        </div>
      </section>
      <section aria-label="Other days" className="morning-part">
        <h2 className="panel-title">Other days</h2>
        <History day={day} />
      </section>
    </div>
  );
};

/** Tape, calliper and scan, with the body fat that each gives and how sure it is. */
export const MeasuresPage = () => {
  const { day, error, refetch } = useOwnDay();
  useEffect(() => {
    document.title = 'Maul, measures';
  }, []);
  if (error && !day) return <Fault error={error} again={() => void refetch()} />;
  if (!day) return <p className="waiting">Opening the measures …</p>;
  return <Measures key={day.date} day={day} />;
};
