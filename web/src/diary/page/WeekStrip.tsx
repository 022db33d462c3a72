import type { DayDocument } from '@maul/contract/diary';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { checkInsQuery, questionsQuery } from '../../data/queries.ts';
import { answerSeen } from '../../data/remembered.ts';
import { plural, shortDate } from '../../ui/formats/show.ts';

/** On the athlete's own day: a week that is due, an answer that was not read yet, words that wait for one. */
const WeekStrip = ({ day }: { day: DayDocument }) => {
  const { data } = useQuery({ ...checkInsQuery(day.athlete.id), staleTime: 300_000 });
  const { data: questions } = useQuery({ ...questionsQuery, staleTime: 60_000 });
  if (!data) return null;
  const waiting = (questions?.words ?? []).filter((w) => w.side === 'you').length;
  const answered = data.sent.find((s) => s.answered);
  const unread = answered && !answerSeen(answered.id);
  if (!data.due && !unread && waiting === 0) return null;
  return (
    <div className="pause-strip">
      <p>
        {unread && (
          <>
            <b>Your week to {shortDate(answered.to)} was answered.</b> <Link to="/week">Read it</Link>{' '}
          </>
        )}
        {waiting > 0 && (
          <>
            <b>{plural(waiting, 'word waits', 'words wait')} for your answer.</b>{' '}
            <Link to="/questions">Answer</Link>{' '}
          </>
        )}
        {data.due && (
          <>
            Your week to {shortDate(data.due.to)} is due
            {data.due.late > 0 ? ` since ${shortDate(data.due.on)}` : ' today'}.{' '}
            <Link to="/week">Look at it and send it</Link>
          </>
        )}
      </p>
    </div>
  );
};

export default WeekStrip;
