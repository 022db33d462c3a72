import {
  type CheckIn,
  type CheckIns,
  type FormAnswer,
  MOST_PICTURES,
  type Packet,
} from '@maul/contract/coaching';
import type { Athlete } from '@maul/contract/people';
import { correctionsOf, remarksOf } from '@maul/core/coaching';
import { addDays, type IsoDate } from '@maul/core/units';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { v7 as uuidv7 } from 'uuid';
import { newestOfPoses, PicturePick, usePicturesOf } from '../body/index.ts';
import { type Act, actOrLater, dropAct, useActs } from '../data/sending/acts.ts';
import { sentenceOf } from '../data/api.ts';
import { checkInsQuery } from '../data/queries.ts';
import { onDevice, sawAnswer } from '../data/remembered.ts';
import { queryClient, useOwnDay } from '../data/session.ts';
import { Fault } from '../ui/Fault.tsx';
import { longDateTime, plural, shortDate } from '../ui/formats/show.ts';
import { Answers, ReadBy } from './week/Answers.tsx';
import { LetterLinks } from './week/LetterLinks.tsx';
import { FormFields, Said, saidOf, type SaidDraft } from './week/Said.tsx';
import { WeekCame, WeekCautions } from './week/Told.tsx';
import { useCheckIn, useForm, useWeek } from './week/useWeeks.ts';
import { Remarks, WeekHead, WeekSheet } from './week/WeekSheet.tsx';

/** Words that are typed and not sent stay on this device, by the week that they are for. */
const keptWords = (athleteId: string, to: string): string => `maul.week.${athleteId}.${to}`;

const readSaid = (key: string): SaidDraft => {
  try {
    return JSON.parse(onDevice.read(`${key}.said`) ?? '{}') as SaidDraft;
  } catch {
    return {};
  }
};

/** Left out where nothing was answered: a server of the version before does not know the word. */
const withSaid = (said: FormAnswer[]) => (said.length > 0 ? { said } : {});

const Words = ({
  athlete,
  packet,
  today,
  onSent,
}: {
  athlete: Athlete;
  packet: Packet;
  today: IsoDate;
  onSent: () => void;
}) => {
  const key = keptWords(athlete.id, packet.to);
  const [words, setWords] = useState(() => onDevice.read(key) ?? '');
  const form = useForm(athlete.id);
  const [said, setSaid] = useState(() => readSaid(key));
  const pictures = usePicturesOf(athlete.id, packet.from, today).slice(0, MOST_PICTURES);
  const [picked, setPicked] = useState<string[] | null>(null);
  const chosen = (picked ?? newestOfPoses(pictures)).filter((one) => pictures.some((p) => p.id === one));
  const sayAll = (next: SaidDraft): void => {
    setSaid(next);
    onDevice.keep(`${key}.said`, Object.keys(next).length === 0 ? null : JSON.stringify(next));
  };
  // Pressed twice, or again after a bad connection, it is one week.
  const [id] = useState(() => uuidv7());
  const send = useMutation({
    mutationFn: () =>
      actOrLater({
        id,
        route: 'sendCheckIn',
        params: { athleteId: athlete.id, id },
        body: {
          to: packet.to,
          words,
          ...withSaid(form ? saidOf(form.questions, said) : []),
          ...(pictures.length > 0 ? { pictures: chosen } : {}),
        },
        what: `Your week up to ${shortDate(packet.to)}`,
      }),
    onSuccess: (how) => {
      onDevice.keep(key, null);
      // Answers to questions that were not there to be sent stay.
      if (form) onDevice.keep(`${key}.said`, null);
      if (how === 'waits') return undefined;
      onSent();
      return queryClient.invalidateQueries({ queryKey: ['check-ins', athlete.id] });
    },
  });
  const waits = useActs((s) =>
    s.acts.find(
      (a): a is Act<'sendCheckIn'> =>
        a.route === 'sendCheckIn' &&
        a.refused === null &&
        a.params.athleteId === athlete.id &&
        (a as Act<'sendCheckIn'>).body?.to === packet.to,
    ),
  );
  if (waits)
    return (
      <section aria-label="Send it" className="week-send">
        <p role="status">
          <b>This week waits on this device since {longDateTime(new Date(waits.at).toISOString())}.</b> It is
          sent when the server answers, after the changes of your log, as the log says it then.
        </p>
        {waits.body?.words && <p className="review-words">{waits.body.words}</p>}
        <Button
          variant="outlined"
          onClick={() => {
            setWords(waits.body?.words ?? '');
            onDevice.keep(key, waits.body?.words ?? '');
            sayAll(Object.fromEntries((waits.body?.said ?? []).map((one) => [one.id, one.value])));
            dropAct(waits.id);
          }}
        >
          Do not send it
        </Button>
      </section>
    );
  return (
    <section aria-label="Send it" className="week-send">
      <TextField
        label="Your words"
        multiline
        minRows={3}
        fullWidth
        value={words}
        onChange={(e) => {
          setWords(e.target.value);
          onDevice.keep(key, e.target.value);
        }}
        placeholder="How it went, what was hard, what you want to ask"
        slotProps={{ htmlInput: { maxLength: 4000 } }}
      />
      {pictures.length > 0 && (
        <PicturePick athleteId={athlete.id} pictures={pictures} chosen={chosen} onChange={setPicked} />
      )}
      {form && <FormFields form={form} said={said} onChange={sayAll} />}
      <p className="second">
        Sent as the log says it now, and never changed afterwards; what you correct later is marked.
        {pictures.length === 0 && (
          <>
            {' '}
            <Link to="/pictures">Pictures</Link> of these days can go along.
          </>
        )}
      </p>
      {send.error && <Alert severity="error">{sentenceOf(send.error)} Your words are still here.</Alert>}
      <Button variant="contained" disabled={send.isPending} onClick={() => send.mutate()}>
        Send the week
      </Button>
    </section>
  );
};

const headLine = ({ today, due, sent }: CheckIns, hasCoach: boolean): string => {
  if (!hasCoach)
    return 'Nobody coaches you here, so there is nobody to send it to. The week is yours to read.';
  if (!due) return sent[0] ? `Sent on ${longDateTime(sent[0].sentAt)}.` : 'Nothing is due.';
  if (due.on === today) return 'Due today.';
  return `Due since ${shortDate(due.on)}. No harm done: send it when it suits you.`;
};

const Sent = ({ athlete, sent }: { athlete: Athlete; sent: CheckIns['sent'] }) => {
  const [chosen, setChosen] = useState(sent[0]?.id);
  const { data, error, refetch } = useCheckIn(athlete.id, chosen);
  if (sent.length === 0) return null;
  return (
    <section aria-label="Weeks that were sent" className="week-part">
      <h2 className="panel-title">Sent</h2>
      <ul className="week-sent">
        {sent.map((s) => (
          <li key={s.id}>
            <button
              type="button"
              className="linklike"
              aria-pressed={s.id === chosen}
              onClick={() => setChosen(s.id)}
            >
              {shortDate(s.from)} to {shortDate(s.to)}
            </button>{' '}
            <span className="second">{s.answered ? 'answered' : 'no answer yet'}</span>
          </li>
        ))}
      </ul>
      {error && !data && <Fault error={error} again={() => void refetch()} />}
      {data && <SentWeek athlete={athlete} week={data} />}
    </section>
  );
};

const SentWeek = ({ athlete, week }: { athlete: Athlete; week: CheckIn }) => {
  const answered = week.answers.length > 0;
  useEffect(() => {
    if (answered) sawAnswer(week.id);
  }, [answered, week.id]);
  const corrections = week.now ? correctionsOf(week.packet.days, week.now) : [];
  const remarks = remarksOf(week.packet.days);
  return (
    <div className="week-letter">
      <h3 className="panel-title">
        {athlete.name}, {shortDate(week.packet.from)} to {shortDate(week.packet.to)}
      </h3>
      <Answers answers={week.answers} />
      <ReadBy reads={week.reads} />
      {week.words !== '' && <p className="review-words">{week.words}</p>}
      <Said said={week.packet.said} before={week.saidBefore} />
      {week.packet.pictures && (
        <p className="second">{plural(week.packet.pictures.length, 'picture')} went along.</p>
      )}
      <WeekHead packet={week.packet} units={athlete.profile.units} hideWeight={athlete.profile.hide.weight} />
      <WeekCautions packet={week.packet} />
      {corrections.length > 0 && (
        <p className="second">
          {plural(corrections.length, 'figure was', 'figures were')} corrected in the log since it was sent;
          both are shown.
        </p>
      )}
      <WeekSheet
        packet={week.packet}
        remarks={remarks}
        corrections={corrections}
        units={athlete.profile.units}
        hide={athlete.profile.hide}
      />
      <Remarks remarks={remarks} />
      {!athlete.profile.hide.weight && <WeekCame packet={week.packet} units={athlete.profile.units} />}
      <p className="quiet week-print-only">
        Printed from Maul. Figures as they were sent on {longDateTime(week.sentAt)}.
      </p>
      <LetterLinks athleteId={athlete.id} id={week.id} />
      <Button size="small" className="no-print" onClick={() => window.print()}>
        Print this week
      </Button>
    </div>
  );
};

/** The week as the log says it now, with words to send along where somebody reads it. */
const Now = ({ athlete, list, onSent }: { athlete: Athlete; list: CheckIns; onSent: () => void }) => {
  const to = list.due?.to ?? addDays(list.today, -1);
  const { data: packet, error, refetch } = useWeek(athlete.id, to);
  if (error && !packet) return <Fault error={error} again={() => void refetch()} />;
  if (!packet) return <p className="waiting">Reading the week …</p>;
  const { units, hide } = athlete.profile;
  const remarks = remarksOf(packet.days);
  return (
    <section aria-label="The week as it is now" className="week-part">
      <h2 className="panel-title">
        {shortDate(packet.from)} to {shortDate(packet.to)}
      </h2>
      <WeekHead packet={packet} units={units} hideWeight={hide.weight} />
      <WeekCautions packet={packet} />
      {athlete.hasCoach && (
        <Words key={packet.to} athlete={athlete} packet={packet} today={list.today} onSent={onSent} />
      )}
      <WeekSheet packet={packet} remarks={remarks} corrections={[]} units={units} hide={hide} />
      <Remarks remarks={remarks} />
      {!hide.weight && <WeekCame packet={packet} units={units} />}
    </section>
  );
};

const Page = ({ athlete, list }: { athlete: Athlete; list: CheckIns }) => {
  const [byHand, setByHand] = useState(false);
  const open = list.due !== null || byHand || list.sent.length === 0;
  return (
    <div className="week-page">
      <div className="week-top">
        <h1 className="page-title">The week</h1>
        <p className="second">
          {headLine(list, athlete.hasCoach)} · <Link to="/account/body">Change its weekday</Link> ·{' '}
          <Link to="/trend">Trend</Link>
        </p>
      </div>
      {open ? (
        <Now athlete={athlete} list={list} onSent={() => setByHand(false)} />
      ) : (
        <Button size="small" onClick={() => setByHand(true)}>
          Read or send the week up to yesterday
        </Button>
      )}
      <Sent key={list.sent[0]?.id ?? ''} athlete={athlete} sent={list.sent} />
    </div>
  );
};

/** The athlete's week on one page: seen, given words, sent; and what was answered to the ones before. */
export const CheckInPage = () => {
  const { day, error } = useOwnDay();
  const list = useQuery({ ...checkInsQuery(day?.athlete.id ?? ''), enabled: day !== undefined });
  useEffect(() => {
    document.title = 'Maul, the week';
  }, []);
  const trouble = error ?? list.error;
  if (trouble && !(day && list.data)) return <Fault error={trouble} again={() => void list.refetch()} />;
  if (!day || !list.data) return <p className="waiting">Reading the week …</p>;
  return <Page athlete={day.athlete} list={list.data} />;
};
