import type { OpenWord } from '@maul/contract/coaching';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useMutation, useQuery } from '@tanstack/react-query';
import { type KeyboardEvent, useEffect, useState } from 'react';
import { Link } from 'react-router';
import { v7 as uuidv7 } from 'uuid';
import { call, sentenceOf } from '../data/api.ts';
import { questionsQuery } from '../data/queries.ts';
import { onDevice } from '../data/remembered.ts';
import { queryClient, useSession } from '../data/session.ts';
import { offerUndo } from '../data/undo/undo.ts';
import { HoursOfSilence } from './Hours.tsx';
import { useSilence } from '../data/silence.ts';
import { Fault } from '../ui/Fault.tsx';
import { longDateTime, plural, shortDate } from '../ui/formats/show.ts';
import './questions.css';

const again = async (athleteId: string): Promise<void> => {
  await queryClient.invalidateQueries({ queryKey: questionsQuery.queryKey });
  await queryClient.invalidateQueries({ queryKey: ['roster'] });
  await queryClient.invalidateQueries({ queryKey: ['day', athleteId] });
};

/** What it is about: the day or the meal, and a way there. */
const Thing = ({ word, own }: { word: OpenWord; own: boolean }) => (
  <Link to={`${own ? '/today' : `/athletes/${word.athleteId}`}/${word.day}#note-${word.id}`}>
    {shortDate(word.day)}
    {word.mealTime !== null && `, meal at ${word.mealTime}`}
    {word.portionName !== null && `, ${word.portionName}`}
    {word.orderId !== null && ', an order'}
    {word.pictureId !== null && ', a picture'}
  </Link>
);

const Open = ({ word, own }: { word: OpenWord; own: boolean }) => {
  const { athleteId } = word;
  const draft = `maul.word-answer.${word.id}`;
  const [text, setText] = useState(() => onDevice.read(draft) ?? '');
  const [id] = useState(() => uuidv7());
  const write = (next: string): void => {
    setText(next);
    onDevice.keep(draft, next === '' ? null : next);
  };
  const answer = useMutation({
    mutationFn: () =>
      call('putNote', {
        params: { athleteId, id },
        body: {
          base: 0,
          day: word.day,
          mealId: word.mealId,
          portionId: word.portionId,
          orderId: word.orderId,
          pictureId: word.pictureId,
          text: text.trim(),
          deleted: false,
        },
      }),
    onSuccess: () => {
      onDevice.keep(draft, null);
      return again(athleteId);
    },
  });
  const settle = useMutation({
    mutationFn: (settled: boolean) =>
      call('settleNote', { params: { athleteId, id: word.id }, body: { settled } }),
    onSuccess: async (_, settled) => {
      await again(athleteId);
      if (settled) offerUndo('It needs no answer.', () => settle.mutate(false));
    },
  });
  const press = (event: KeyboardEvent): void => {
    if (event.key === 'Enter' && (event.ctrlKey || event.metaKey) && text.trim() !== '') answer.mutate();
  };
  const name = own ? word.authorName : word.athleteName;
  return (
    <li className="open-word">
      <p>
        <b>{name}</b>{' '}
        <span className="second">
          {!own && word.authorName !== word.athleteName && `${word.authorName} wrote it, `}
          {longDateTime(word.at)}, beside <Thing word={word} own={own} />
        </span>
      </p>
      <p className="open-text">{word.text}</p>
      <TextField
        label={`Answer to ${word.authorName}`}
        value={text}
        onChange={(e) => write(e.target.value)}
        onKeyDown={press}
        multiline
        fullWidth
        size="small"
        slotProps={{ htmlInput: { maxLength: 4000 } }}
      />
      {answer.error && <Alert severity="error">{sentenceOf(answer.error)} Your words are still here.</Alert>}
      {settle.error && <Alert severity="error">{sentenceOf(settle.error)}</Alert>}
      <p className="button-line">
        <Button
          size="small"
          variant="contained"
          disabled={text.trim() === '' || answer.isPending}
          onClick={() => answer.mutate()}
        >
          Write
        </Button>
        <Button size="small" disabled={settle.isPending} onClick={() => settle.mutate(true)}>
          Needs no answer
        </Button>
      </p>
    </li>
  );
};

/** Words that wait on either side, each with the day or meal that it is about, answered here. */
export const QuestionsPage = () => {
  const { person } = useSession();
  const { data, error, refetch } = useQuery(questionsQuery);
  const silence = useSilence(person.id);
  const [asked, setAsked] = useState(false);
  useEffect(() => {
    document.title = 'Maul, questions';
  }, []);
  if (error && !data) return <Fault error={error} again={() => void refetch()} />;
  if (!data) return <p className="waiting">Reading what waits …</p>;
  const quiet = silence !== undefined && !asked;
  const yours = data.words.filter((w) => w.side === 'you');
  const theirs = data.words.filter((w) => w.side === 'them');
  const own = (word: OpenWord): boolean => word.athleteId === person.id;
  return (
    <div className="questions">
      <h1 className="page-title">Questions</h1>
      <p className="second">
        Words beside a day or a meal, of the last three weeks, that nobody has answered in the same place. An
        answer stands there too. <kbd>Ctrl Enter</kbd> writes it.
      </p>
      <section aria-label="They wait for you">
        <h2 className="panel-title">They wait for you</h2>
        {quiet ? (
          <p className="day-empty">
            Your hours of silence, until {silence.to}. What waits, waits.{' '}
            <button type="button" className="linklike" onClick={() => setAsked(true)}>
              Show it all the same
            </button>
          </p>
        ) : yours.length === 0 ? (
          <p className="day-empty">Nothing waits for you.</p>
        ) : (
          <ul>
            {yours.map((word) => (
              <Open key={word.id} word={word} own={own(word)} />
            ))}
          </ul>
        )}
      </section>
      {theirs.length > 0 && (
        <section aria-label="You wait for others">
          <h2 className="panel-title">
            You wait for others <span className="second">{plural(theirs.length, 'word')}</span>
          </h2>
          <ul>
            {theirs.map((word) => (
              <li key={word.id} className="open-word">
                <p className="second">
                  {!own(word) && <b>{word.athleteName}, </b>}
                  {longDateTime(word.at)}, beside <Thing word={word} own={own(word)} />
                </p>
                <p className="open-text">{word.text}</p>
              </li>
            ))}
          </ul>
        </section>
      )}
      {person.isCoach && <HoursOfSilence />}
    </div>
  );
};
