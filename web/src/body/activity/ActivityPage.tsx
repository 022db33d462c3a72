import { type DayDocument, type DayEntryRow, workOf } from '@maul/contract/diary';
import { type Muscle, MUSCLES, trackKcal, type TrackSummary, workKcal } from '@maul/core/body';
import { addDays, athleteDay, clockOf, type IsoDate, localMoment, whole } from '@maul/core/units';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { v7 as uuidv7 } from 'uuid';
import { call, sentenceOf } from '../../data/api.ts';
import { deviceZone } from '../../data/device.ts';
import { dayQuery, queryClient, useOwnDay, useSession } from '../../data/session.ts';
import { write } from '../../data/undo/steps.ts';
import { Fault } from '../../ui/Fault.tsx';
import { plural, shortDate } from '../../ui/formats/show.ts';
import { energyText } from '../../ui/formats/units.ts';
import { sayMorning } from '../morning/marks.ts';
import type { TrackApi } from './track.worker.ts';
import './activity.css';

/** Weeks that are shown; the log answers five at most. */
const DAYS = 34;
const SPORTS = { walk: 'Walk', run: 'Run', ride: 'Ride', other: 'Track' } as const;

interface Work {
  day: IsoDate;
  what: string;
  minutes: number | null;
  /** Net of rest; null where it is not known. */
  kcal: number | null;
  muscles: readonly Muscle[];
  done: boolean;
}

const NAMES = { resistance: 'Training', cardio: 'Cardio', posing: 'Posing' } as const;

const rowOf = ({ day, thing }: DayEntryRow, weightKg: number): Work[] => {
  const work = workOf(thing);
  if (!work || !('done' in thing) || !('what' in thing)) return [];
  return [
    {
      day,
      what: thing.what === '' ? NAMES[work.kind] : thing.what,
      minutes: work.minutes,
      kcal: workKcal(work, weightKg),
      muscles: thing.kind === 'training' ? (thing.muscles ?? []) : [],
      done: thing.done,
    },
  ];
};

/** The day with which an entry of a past day is written. */
const dayOn = (personId: string, date: IsoDate): Promise<DayDocument> =>
  queryClient.fetchQuery(dayQuery(personId, date));

const keepTrack = (athlete: DayDocument['athlete'], track: TrackSummary, weightKg: number): string => {
  const at = new Date(track.startedAt);
  const day = athleteDay(at, athlete.zone);
  const kcal = trackKcal(track, weightKg);
  const thing = {
    kind: 'cardio' as const,
    what: `${SPORTS[track.sport]}, ${track.km.toFixed(1)} km`,
    minutes: Math.min(600, track.minutes),
    kcal,
    steps: null,
    done: true,
  };
  const time = clockOf(localMoment(at, athlete.zone).minutes);
  write(
    { date: day, athlete },
    'putDayEntry',
    uuidv7(),
    null,
    { day, time, zone: deviceZone(), thing },
    'The track',
  );
  return `${thing.what} on ${shortDate(day)}, ${track.minutes} min${
    kcal === null ? '; its kcal are not known, for it says no watts' : `, ${kcal} kcal net`
  }. Its route is not kept.`;
};

/** Steps of a table and tracks, read on the device. */
const Import = ({ day, weightKg }: { day: DayDocument; weightKg: number }) => {
  const { person } = useSession();
  const input = useRef<HTMLInputElement>(null);
  const [said, setSaid] = useState<{ ok: boolean; text: string }[]>([]);
  const [busy, setBusy] = useState(false);
  const read = async (file: File): Promise<{ ok: boolean; text: string }[]> => {
    if (file.size > 30 * 1024 * 1024)
      return [{ ok: false, text: `${file.name} is larger than 30 MB. Nothing was kept.` }];
    const text = await file.text();
    if (/\.(csv|txt)$/i.test(file.name)) {
      const { readSteps } = await import('./read.ts');
      const { days, faults } = readSteps(text);
      const within = days.filter((d) => d.day < day.today && d.day > addDays(day.today, -400)).slice(-120);
      // Steps are said on the morning after.
      for (const one of within) {
        const next = await dayOn(person.id, addDays(one.day, 1));
        sayMorning(next, { steps: one.steps });
      }
      return [
        { ok: within.length > 0, text: `${file.name}: steps of ${plural(within.length, 'day')} are kept.` },
        ...faults.slice(0, 5).map((fault) => ({ ok: false, text: `${file.name}, ${fault}` })),
      ];
    }
    const worker = new Worker(new URL('./track.worker.ts', import.meta.url), { type: 'module' });
    try {
      const result = await wrap<TrackApi>(worker).readTrack(text);
      return [
        result.ok
          ? { ok: true, text: keepTrack(day.athlete, result.track, weightKg) }
          : { ok: false, text: `${file.name}: ${result.sentence}` },
      ];
    } finally {
      worker.terminate();
    }
  };
  const take = async (files: readonly File[]): Promise<void> => {
    setBusy(true);
    const all: typeof said = [];
    for (const file of files)
      all.push(...(await read(file).catch((error: unknown) => [{ ok: false, text: sentenceOf(error) }])));
    setSaid(all);
    setBusy(false);
    await queryClient.invalidateQueries({ queryKey: ['activity', person.id] });
  };
  return (
    <section aria-label="Import" className="morning-part">
      <Button disabled={busy} onClick={() => input.current?.click()}>
        {busy ? 'Reading …' : 'Import steps (CSV) or tracks (GPX, TCX)'}
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        multiple
        aria-label="Files of activity"
        accept=".csv,.txt,.gpx,.tcx"
        onChange={(e) => {
          void take([...(e.target.files ?? [])]);
          e.target.value = '';
        }}
      />
      {said.map(({ ok, text }) => (
        <Alert key={text} severity={ok ? 'success' : 'warning'}>
          {text}
        </Alert>
      ))}
    </section>
  );
};

const Weeks = ({
  work,
  today,
  units,
}: {
  work: readonly Work[];
  today: IsoDate;
  units: DayDocument['athlete']['profile']['units'];
}) => (
  <ol className="activity-weeks">
    {[0, 1, 2, 3, 4].map((ago) => {
      const to = addDays(today, -7 * ago);
      const from = addDays(to, -6);
      const own = work.filter((w) => w.done && w.day >= from && w.day <= to);
      const minutes = own.reduce((sum, w) => sum + (w.minutes ?? 0), 0);
      const kcal = own.reduce((sum, w) => sum + (w.kcal ?? 0), 0);
      const unknown = own.filter((w) => w.kcal === null).length;
      const trained = MUSCLES.map((m) => ({ m, n: own.filter((w) => w.muscles.includes(m)).length })).filter(
        (t) => t.n > 0,
      );
      return (
        <li key={from}>
          <b>
            {shortDate(from)} to {shortDate(to)}
          </b>
          <p>
            {plural(own.length, 'session')}, {whole(minutes)} min, {unknown > 0 ? 'at least ' : ''}
            {energyText(kcal, units)} net of rest ± {energyText(0.33 * kcal, units)}.
          </p>
          {trained.length > 0 && (
            <p className="second">{trained.map(({ m, n }) => `${m} ${n} ×`).join(', ')}</p>
          )}
        </li>
      );
    })}
  </ol>
);

const Activity = ({ day }: { day: DayDocument }) => {
  const { athlete, today } = day;
  const { data, error, refetch } = useQuery({
    queryKey: ['activity', athlete.id],
    queryFn: ({ signal }) =>
      call('log', {
        params: { athleteId: athlete.id },
        query: { from: addDays(today, -DAYS), to: today },
        signal,
      }),
  });
  const weightKg = day.bases.at(-1)?.weightKg;
  if (error && !data) return <Fault error={error} again={() => void refetch()} />;
  if (!data) return <p className="waiting">Reading the work …</p>;
  if (weightKg === undefined)
    return <p className="day-empty">Without a body mass nothing can be reckoned.</p>;
  const work = data.days.flatMap((d) => d.entries).flatMap((e) => rowOf(e, weightKg));
  const rows = work.sort((a, b) => (a.day < b.day ? 1 : -1));
  return (
    <div className="activity rows">
      <div>
        <h1 className="page-title">Activity</h1>
        <p className="second">
          The last five weeks. New work is added on its day. <Link to="/today">Today</Link> ·{' '}
          <Link to="/trend">Trend</Link>
        </p>
      </div>
      <Import day={day} weightKg={weightKg} />
      <section aria-label="Weeks" className="morning-part">
        <Weeks work={work} today={today} units={athlete.profile.units} />
        <p className="quiet">
          By MET (Ainsworth 2011) or as you typed it; a third more or less is usual. It is not handed back as
          food: your expenditure comes from your log and mornings, and already holds it. Energy availability
          counts it.
        </p>
      </section>
      <section aria-label="Sessions" className="morning-part">
        {rows.length === 0 ? (
          <p className="second">No training, cardio or posing in these weeks.</p>
        ) : (
          <ol className="activity-rows">
            {rows.map((w, i) => (
              <li key={`${w.day} ${i}`}>
                <Link to={`/today/${w.day}`}>{shortDate(w.day)}</Link> {w.what}
                <span className="second">
                  {' '}
                  {[
                    w.minutes === null ? '' : `${w.minutes} min`,
                    w.kcal === null ? 'kcal not known' : energyText(w.kcal, athlete.profile.units),
                    w.muscles.join(', '),
                    w.done ? '' : 'planned',
                  ]
                    .filter((t) => t !== '')
                    .join(' · ')}
                </span>
              </li>
            ))}
          </ol>
        )}
      </section>
    </div>
  );
};

/** Training, cardio and posing of the last weeks, and what brings them in. */
export const ActivityPage = () => {
  const { day, error, refetch } = useOwnDay();
  useEffect(() => {
    document.title = 'Maul, activity';
  }, []);
  if (error && !day) return <Fault error={error} again={() => void refetch()} />;
  if (!day) return <p className="waiting">Opening the work …</p>;
  return <Activity day={day} />;
};
