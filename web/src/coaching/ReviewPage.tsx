import type { CheckIn, RosterRow } from '@maul/contract/coaching';
import { correctionsOf, remarksOf } from '@maul/core/coaching';
import { addDays } from '@maul/core/units';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { PictureStrip, SheetDrafts, SheetTrend } from '../body/index.ts';
import { call } from '../data/api.ts';
import { seasonQuery } from '../data/queries.ts';
import { inTab, onDevice } from '../data/remembered.ts';
import { PHASE_NAMES } from '@maul/core/plan';
import { Fault } from '../ui/Fault.tsx';
import { maySign, NotShared } from '../ui/NotShared.tsx';
import { longDateTime, plural, shortDate } from '../ui/formats/show.ts';
import { METRIC } from '../ui/formats/units.ts';
import { isTyping } from '../ui/typing.ts';
import { AnswerForm } from './week/AnswerForm.tsx';
import { Answers } from './week/Answers.tsx';
import { BesideChoice, useBeside } from './week/Beside.tsx';
import { History, Orders, Runs } from './week/InForce.tsx';
import { LetterLinks } from './week/LetterLinks.tsx';
import { fetchAhead, useCheckIn } from './week/useWeeks.ts';
import { Said } from './week/Said.tsx';
import { WeekCame, WeekCautions } from './week/Told.tsx';
import { Remarks, WeekHead, WeekSheet } from './week/WeekSheet.tsx';

/** Weeks that wait, in the order of need; those put off come last. */
const queueOf = (athletes: readonly RosterRow[], later: readonly string[]): RosterRow[] => {
  const waiting = athletes.filter((a) => a.checkIn !== null && !a.checkIn.answered);
  return [
    ...waiting.filter((a) => !later.includes(a.athleteId)),
    ...waiting.filter((a) => later.includes(a.athleteId)),
  ];
};

/** Pictures that are taken for a week may be of so many days after it. */
const PICTURES_AFTER = 7;

const LATER = 'maul.weeks.later';
/** Who was put off; for as long as the browser is open. */
const laterNow = (): string[] => (inTab.read(LATER) ?? '').split(' ').filter((id) => id !== '');

const addressOf = (row: RosterRow): string => `/athletes/${row.athleteId}/review/${row.checkIn?.id ?? ''}`;

const Keys = () => (
  <p className="second review-keys">
    <kbd>j</kbd> next <kbd>k</kbd> previous <kbd>a</kbd> answer <kbd>Ctrl Enter</kbd> send <kbd>c</kbd>{' '}
    <kbd>Enter</kbd> no change <kbd>1</kbd> to <kbd>4</kbd> choose a draft <kbd>o</kbd> its order <kbd>b</kbd>{' '}
    compare with another week <kbd>l</kbd> later
  </p>
);

/** Whose week it is, which of those that wait, and the way to the next. */
const Head = ({
  athleteId,
  week,
  name,
  place,
  of,
  go,
  later,
  children,
}: {
  athleteId: string;
  week: CheckIn;
  name: string | undefined;
  place: number;
  of: number;
  go: (step: number) => void;
  later: () => void;
  children: ReactNode;
}) => {
  const { packet } = week;
  return (
    <div className="review-head">
      <div>
        <p className="athlete-line">
          <Link to="/roster">Roster</Link> <span aria-hidden>›</span>{' '}
          {of > 0 && (
            <span className="second">
              {place > 0 ? `week ${place} of ${of} that wait` : `${plural(of, 'week')} wait`}
            </span>
          )}
        </p>
        <h1 className="page-title">
          {name ?? 'The week'}, {shortDate(packet.from)} to {shortDate(packet.to)}
        </h1>
        <p className="second">
          {packet.phase
            ? `${PHASE_NAMES[packet.phase.kind]}, week ${packet.phase.week} of ${packet.phase.of}`
            : 'no phase'}
          {packet.show && ` · ${plural(packet.show.days, 'day')} to ${packet.show.name}`} · sent{' '}
          {longDateTime(week.sentAt)} · <Link to={`/athletes/${athleteId}/trend`}>Trend</Link> ·{' '}
          <Link to={`/athletes/${athleteId}/season`}>Season</Link> ·{' '}
          <Link to={`/athletes/${athleteId}/${addDays(packet.to, 1)}`}>The day after</Link>
        </p>
      </div>
      <div className="button-line">
        {children}
        <Button size="small" disabled={place <= 1} onClick={() => go(-1)}>
          Previous
        </Button>
        <Button size="small" onClick={later}>
          Later
        </Button>
        <Button size="small" onClick={() => go(1)}>
          Next
        </Button>
      </div>
    </div>
  );
};

const Sheet = ({
  athleteId,
  week,
  row,
  place,
  of,
  go,
  later,
}: {
  athleteId: string;
  week: CheckIn;
  row: RosterRow | undefined;
  place: number;
  of: number;
  go: (step: number) => void;
  later: () => void;
}) => {
  const field = useRef<HTMLTextAreaElement>(null);
  const noChange = useRef<HTMLButtonElement>(null);
  const draft = `maul.week-answer.${athleteId}.${week.id}`;
  const [words, setWords] = useState(() => onDevice.read(draft) ?? '');
  const write = (text: string): void => {
    setWords(text);
    onDevice.keep(draft, text === '' ? null : text);
  };
  const pick = (text: string): void => {
    write(words === '' ? `${text} ` : `${words}\n${text} `);
    field.current?.focus();
  };
  const { data: document } = useQuery(seasonQuery(athleteId));
  const { packet } = week;
  const remarks = remarksOf(packet.days);
  const corrections = week.now ? correctionsOf(packet.days, week.now) : [];
  const units = document?.athlete.profile.units ?? METRIC;
  const beside = useBeside(athleteId, document?.season, packet.to);
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
      const done: Record<string, () => void> = {
        j: () => go(1),
        k: () => go(-1),
        l: later,
        b: beside.next,
        a: () => field.current?.focus(),
        // Only to the button: what is sent cannot be taken back.
        c: () => noChange.current?.focus(),
      };
      const act = done[event.key];
      if (!act) return;
      event.preventDefault();
      act();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  });
  return (
    <div className="week-page">
      <Head
        athleteId={athleteId}
        week={week}
        name={document?.athlete.name ?? row?.name}
        place={place}
        of={of}
        go={go}
        later={later}
      >
        <BesideChoice {...beside} />
      </Head>
      {document && <NotShared athlete={document.athlete} kinds={['log', 'body', 'pictures', 'messages']} />}
      <WeekHead packet={packet} units={units} hideWeight={false} />
      <WeekCautions packet={packet} />
      <div className="review-grid">
        <div>
          <WeekSheet
            packet={packet}
            remarks={remarks}
            corrections={corrections}
            units={units}
            hide={{ weight: false, energy: false }}
            beside={beside.beside}
            onPick={pick}
          />
          <div className="review-below">
            <section aria-label="Pictures">
              <h2 className="panel-title">Pictures</h2>
              <PictureStrip
                athleteId={athleteId}
                groups={[
                  { name: 'before', from: addDays(packet.from, -28), to: addDays(packet.from, -1) },
                  {
                    name: 'this week',
                    from: packet.from,
                    to: addDays(packet.to, PICTURES_AFTER),
                    only: packet.pictures,
                  },
                ]}
              />
            </section>
            <div>{document && <SheetTrend document={document} />}</div>
            <div>
              <Orders week={week} document={document} />
              <WeekCame packet={packet} units={units} />
              <Runs athleteId={athleteId} />
              {document && <History document={document} />}
              <LetterLinks athleteId={athleteId} id={week.id} />
              <Keys />
            </div>
          </div>
        </div>
        <div className="review-side">
          <section aria-label="The athlete’s words">
            <h2 className="panel-title">Their words</h2>
            <p className="review-words">{week.words === '' ? 'None this week.' : week.words}</p>
            <Said said={packet.said} before={week.saidBefore} />
          </section>
          <div>
            <Answers answers={week.answers} />
            {(!document || maySign(document.athlete)) && (
              <AnswerForm
                key={week.id}
                athleteId={athleteId}
                checkInId={week.id}
                words={words}
                onWords={write}
                field={field}
                noChange={noChange}
                onAnswered={() => {
                  write('');
                  go(1);
                }}
              />
            )}
          </div>
          {document && <SheetDrafts document={document} />}
          <div className="review-narrow">
            <Remarks remarks={remarks} onPick={pick} />
          </div>
          {corrections.length > 0 && (
            <p className="second">
              {plural(corrections.length, 'figure was', 'figures were')} corrected after it was sent.
            </p>
          )}
          {packet.questions.length > 0 && (
            <section aria-label="Notes that wait">
              <h2 className="panel-title">Notes that wait</h2>
              <ul className="sheet-remarks">
                {packet.questions.map((q) => (
                  <li key={q.id}>
                    <Link to={`/athletes/${athleteId}/${q.day}#note-${q.id}`}>{shortDate(q.day)}</Link>{' '}
                    {q.text}
                  </li>
                ))}
              </ul>
            </section>
          )}
        </div>
      </div>
    </div>
  );
};

/** One athlete's week on one screen, read in the order of need and answered by keyboard alone. */
export const ReviewPage = () => {
  const { athleteId = '', checkInId } = useParams();
  const navigate = useNavigate();
  const [later, setLater] = useState(laterNow);
  const roster = useQuery({ queryKey: ['roster'], queryFn: () => call('roster') });
  const queue = queueOf(roster.data?.athletes ?? [], later);
  const row = roster.data?.athletes.find((a) => a.athleteId === athleteId);
  const id = checkInId ?? row?.checkIn?.id;
  const { data: week, error, refetch } = useCheckIn(athleteId, id);
  const at = queue.findIndex((a) => a.athleteId === athleteId);
  const next = queue[at + 1] ?? queue.find((a) => a.athleteId !== athleteId);
  const nextId = next?.checkIn?.id;
  const nextAthlete = next?.athleteId;
  useEffect(() => {
    document.title = row ? `Maul, week of ${row.name}` : 'Maul';
  }, [row]);
  useEffect(() => {
    if (nextAthlete !== undefined && nextId !== undefined) fetchAhead(nextAthlete, nextId);
  }, [nextAthlete, nextId]);
  const opened = week?.id;
  useEffect(() => {
    if (opened !== undefined)
      void call('readCheckIn', { params: { athleteId, id: opened } }).catch(() => undefined);
  }, [athleteId, opened]);
  const go = (step: number): void => {
    const to = step > 0 ? next : queue[at - 1];
    void navigate(to ? addressOf(to) : '/roster');
  };
  const putOff = (): void => {
    const put = [...later.filter((one) => one !== athleteId), athleteId];
    inTab.keep(LATER, put.join(' '));
    setLater(put);
    go(1);
  };
  const trouble = error ?? roster.error;
  if (trouble && !week) return <Fault error={trouble} again={() => void refetch()} />;
  if (roster.data && id === undefined)
    return (
      <p className="day-empty">No week was sent yet. A missed week is no fault: write a note on a day.</p>
    );
  if (!week) return <p className="waiting">Opening the week …</p>;
  return (
    <Sheet
      key={`${athleteId} ${week.id}`}
      athleteId={athleteId}
      week={week}
      row={row}
      place={at + 1}
      of={queue.length}
      go={go}
      later={putOff}
    />
  );
};
