import type { DayDocument } from '@maul/contract/diary';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { checkInsQuery } from '../../data/queries.ts';
import { answerSeen } from '../../data/remembered.ts';
import { shortDate } from '../../ui/formats/show.ts';

/** On the athlete's own day: a week that is due, or an answer that was not read yet. */
const WeekStrip = ({ day }: { day: DayDocument }) => {
  const { data } = useQuery({ ...checkInsQuery(day.athlete.id), staleTime: 300_000 });
  if (!data) return null;
  const answered = data.sent.find((s) => s.answered);
  const unread = answered && !answerSeen(answered.id);
  if (!data.due && !unread) return null;
  return (
    <div className="pause-strip">
      <p>
        {unread && (
          <>
            <b>Your week to {shortDate(answered.to)} was answered.</b> <Link to="/week">Read it</Link>{' '}
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
