import {
  dateOrders,
  DIARY_FIELDS,
  type DiaryField,
  type DiaryRead,
  type DiaryReading,
  guessColumns,
  readDiary,
} from '@maul/core/diary';
import type { Method } from '@maul/core/foods';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Papa from 'papaparse';
import { type ChangeEvent, useEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { sentenceOf } from '../../data/api.ts';
import { queryClient, useOwnDay } from '../../data/session.ts';
import { plural, shortDate } from '../../ui/formats/show.ts';
import { WordField } from '../../ui/fields/WordField.tsx';
import { digestOf, type Kept, runSteps, stepsOf } from './keep.ts';
import './readDiary.css';

const FIELD_WORDS: Readonly<Record<DiaryField, string>> = {
  day: 'Day',
  time: 'Time',
  meal: 'Meal',
  food: 'Food',
  grams: 'Amount, g',
  ENERC: 'Energy, kcal',
  PROCNT: 'Protein, g',
  FAT: 'Fat, g',
  CARB: 'Carbs, g',
  FIBTG: 'Fibre, g',
  NA: 'Sodium, mg',
  kg: 'Body weight, kg',
};
const HOW: readonly [Method, string][] = [
  ['eye', 'by eye'],
  ['label', 'as the label says'],
  ['scale', 'weighed'],
];
const MOST_BYTES = 20 * 1024 * 1024;
const NOTHING = 'Nothing was kept.';

interface Table {
  name: string;
  digest: string;
  headers: string[];
  rows: string[][];
}

/** The table in a file, or a sentence why there is none. */
const tableOf = async (file: File): Promise<Table | string> => {
  if (file.size > MOST_BYTES) return `${file.name} has more than 20 MB. ${NOTHING}`;
  const text = await file.text();
  const { data } = Papa.parse<string[]>(text, { skipEmptyLines: 'greedy' });
  const [headers, ...rows] = data;
  if (!headers || headers.length < 2 || rows.length === 0)
    return `${file.name} is no table with a header and rows. ${NOTHING}`;
  return { name: file.name, digest: await digestOf(text), headers, rows };
};

/** What would be taken: how much, the first rows of it, and what would not, with why. */
const Look = ({ read }: { read: DiaryRead }) => {
  const portions = read.meals.flatMap((m) => m.portions.map((p) => ({ ...p, day: m.day })));
  const days = [...new Set([...read.meals.map((m) => m.day), ...read.mornings.map((m) => m.day)])].sort();
  const [first] = days;
  const last = days.at(-1);
  return (
    <>
      <p role="status">
        <b>
          {plural(portions.length, 'portion')} in {plural(read.meals.length, 'meal')},{' '}
          {plural(read.mornings.length, 'morning')}
        </b>
        {first !== undefined &&
          last !== undefined &&
          `, ${shortDate(first)} to ${shortDate(last)} ${last.slice(0, 4)}`}
        {read.faults.length > 0 && `; ${plural(read.faults.length, 'row is', 'rows are')} not taken`}.
      </p>
      {portions.length > 0 && (
        <div className="read-scroll" tabIndex={0} role="region" aria-label="The first of them">
          <table className="read-table">
            <caption className="hidden">The first portions, per 100 g</caption>
            <thead>
              <tr>
                {['Day', 'Food', 'g', 'kcal', 'Protein', 'Fat', 'Carbs'].map((h) => (
                  <th key={h} scope="col">
                    {h}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {portions.slice(0, 8).map((p) => (
                <tr key={p.row}>
                  <td>{shortDate(p.day)}</td>
                  <td>{p.name}</td>
                  <td className="n">{p.grams}</td>
                  {[
                    p.per100g.ENERC,
                    p.per100g.PROCNT,
                    p.per100g.FAT,
                    p.per100g.CHOCDF ?? p.per100g.CHOAVLDF,
                  ].map((v, i) => (
                    <td key={i} className="n">
                      {v ?? '?'}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {read.faults.length > 0 && (
        <details>
          <summary>Rows that are not taken</summary>
          <ul>
            {read.faults.slice(0, 50).map((f) => (
              <li key={f.row}>
                Row {f.row}: {f.sentence}
              </li>
            ))}
            {read.faults.length > 50 && <li>and {read.faults.length - 50} more.</li>}
          </ul>
        </details>
      )}
    </>
  );
};

const Mapping = ({
  table,
  reading,
  onChange,
}: {
  table: Table;
  reading: DiaryReading;
  onChange: (next: DiaryReading) => void;
}) => {
  const columns = [
    ['', 'not in the file'],
    ...table.headers.map((h, i) => [String(i), h.trim() === '' ? `column ${i + 1}` : h]),
  ] as [string, string][];
  return (
    <div className="read-columns" role="group" aria-label="Which column holds what">
      {DIARY_FIELDS.map((field) => (
        <WordField
          key={field}
          label={FIELD_WORDS[field]}
          value={String(reading.columns[field] ?? '')}
          options={columns}
          onChange={(at) =>
            onChange({ ...reading, columns: { ...reading.columns, [field]: at === '' ? null : Number(at) } })
          }
        />
      ))}
    </div>
  );
};

/** What the figures of the file are for, and how its amounts were known. */
const Means = ({
  reading,
  onChange,
  method,
  onMethod,
}: {
  reading: DiaryReading;
  onChange: (next: DiaryReading) => void;
  method: Method;
  onMethod: (next: Method) => void;
}) => (
  <div className="read-columns">
    <WordField
      label="Dates"
      value={reading.dates}
      options={[
        ['year first', 'year, month, day'],
        ['day first', 'day, month, year'],
        ['month first', 'month, day, year'],
      ]}
      onChange={(next) => onChange({ ...reading, dates: next })}
    />
    <WordField
      label="Nutrients are stated for"
      value={reading.figures}
      options={[
        ['the amount', 'the amount eaten'],
        ['100 g', '100 g'],
      ]}
      onChange={(next) => onChange({ ...reading, figures: next })}
    />
    <WordField
      label="Carbs are"
      value={reading.carbs}
      options={[
        ['with fibre', 'with fibre (total)'],
        ['without fibre', 'without fibre (available)'],
      ]}
      onChange={(next) => onChange({ ...reading, carbs: next })}
    />
    <WordField label="How amounts were known" value={method} options={HOW} onChange={onMethod} />
  </div>
);

const Outcome = ({ kept, of }: { kept: Kept & { away: boolean }; of: number }) => (
  <Alert severity={kept.refused.length > 0 ? 'warning' : 'success'}>
    {kept.away ? 'Taken back.' : kept.done < of ? `${kept.done} of ${of} are kept.` : 'All of it is kept.'}
    {kept.refused.map((r) => (
      <span key={r.sentence}>
        {' '}
        {plural(r.count, 'row was', 'rows were')} not taken: {r.sentence}
      </span>
    ))}{' '}
    <Link to="/days">Find a day</Link>
  </Alert>
);

/** Reads a diary that another program kept: columns are named, it is looked at, then kept, and can be taken back. */
export const ReadDiaryPage = () => {
  const { day } = useOwnDay();
  const [table, setTable] = useState<Table | null>(null);
  const [reading, setReading] = useState<DiaryReading | null>(null);
  const [method, setMethod] = useState<Method>('eye');
  const [fault, setFault] = useState<string | null>(null);
  const [running, setRunning] = useState<{ away: boolean; done: number } | null>(null);
  const [kept, setKept] = useState<(Kept & { away: boolean }) | null>(null);
  const stopped = useRef(false);
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    document.title = 'Maul, read a diary';
    return () => {
      stopped.current = true;
    };
  }, []);
  const today = day?.today;
  const read = useMemo(
    () => (table && reading && today ? readDiary(table.rows, reading, today) : null),
    [table, reading, today],
  );
  const dates = useMemo(() => {
    const at = reading?.columns.day;
    return table && at !== null && at !== undefined
      ? dateOrders(table.rows.slice(0, 500).map((r) => r[at] ?? ''))
      : [];
  }, [table, reading?.columns.day]);
  const choose = async (event: ChangeEvent<HTMLInputElement>): Promise<void> => {
    const file = event.target.files?.[0];
    event.target.value = '';
    if (!file) return;
    const found = await tableOf(file).catch(() => `${file.name} could not be read. ${NOTHING}`);
    setKept(null);
    if (typeof found === 'string') {
      setFault(found);
      return;
    }
    setFault(null);
    setTable(found);
    const columns = guessColumns(found.headers);
    const at = columns.day;
    const [order] = at === null ? [] : dateOrders(found.rows.slice(0, 500).map((r) => r[at] ?? ''));
    setReading({ columns, dates: order ?? 'year first', figures: 'the amount', carbs: 'with fibre' });
  };
  const run = async (away: boolean): Promise<void> => {
    if (!day || !table || !read) return;
    stopped.current = false;
    setFault(null);
    setRunning({ away, done: 0 });
    const steps = stepsOf(read, {
      file: table.digest,
      zone: day.athlete.zone,
      method,
      foods: `as another program kept it, ${table.name}`.slice(0, 300),
    });
    try {
      const said = await runSteps(day.athlete.id, steps, away, {
        progress: (done) => setRunning({ away, done }),
        stop: () => stopped.current,
      });
      setKept({ ...said, away });
    } catch (error) {
      setFault(`${sentenceOf(error)} What was kept so far stays; press again and it goes on.`);
    }
    setRunning(null);
    await queryClient.invalidateQueries();
  };
  if (!day) return <p className="waiting">Opening …</p>;
  const of = read ? read.mornings.length + read.meals.reduce((sum, m) => sum + 1 + m.portions.length, 0) : 0;
  return (
    <div className="sheet-page rows read-diary">
      <div>
        <p>
          <Link to="/account">Account</Link>
        </p>
        <h1 className="page-title">Read a diary of another program</h1>
        <p className="second">
          A CSV file with a header: say which column holds what, look at it, and keep it. The file stays on
          this device; only what is kept is sent. Rows without an amount in grams are not taken, and what is
          not stated stays unknown.
        </p>
      </div>
      <p>
        <Button variant={table ? 'outlined' : 'contained'} onClick={() => input.current?.click()}>
          {table ? 'Another file' : 'Choose the file'}
        </Button>
        <input
          ref={input}
          type="file"
          hidden
          accept=".csv,.tsv,.txt,text/csv"
          aria-label="Diary as CSV"
          onChange={(e) => void choose(e)}
        />{' '}
        {table && (
          <span className="second">
            {table.name}, {plural(table.rows.length, 'row')}
          </span>
        )}
      </p>
      {fault !== null && <Alert severity="error">{fault}</Alert>}
      {table && reading && read && (
        <>
          <Mapping table={table} reading={reading} onChange={setReading} />
          <Means reading={reading} onChange={setReading} method={method} onMethod={setMethod} />
          {dates.length > 1 && (
            <Alert severity="warning">
              These dates can be read as {dates.map((d) => `“${d}”`).join(' or ')}. Say which it is, and look
              at the days below.
            </Alert>
          )}
          <Look read={read} />
          {running ? (
            <>
              <LinearProgress
                variant="determinate"
                value={(100 * running.done) / Math.max(1, of)}
                aria-label={running.away ? 'Taking it back' : 'Keeping it'}
              />
              <Button onClick={() => (stopped.current = true)}>Stop; what is done stays</Button>
            </>
          ) : (
            <div className="pair">
              <Button variant="contained" disabled={of === 0} onClick={() => void run(false)}>
                Keep {plural(read.meals.length, 'meal')} and {plural(read.mornings.length, 'morning')}
              </Button>
              {kept && !kept.away && <Button onClick={() => void run(true)}>Take it back</Button>}
            </div>
          )}
          {kept && <Outcome kept={kept} of={of} />}
        </>
      )}
    </div>
  );
};
