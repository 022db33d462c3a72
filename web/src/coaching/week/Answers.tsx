import type { CheckIn } from '@maul/contract/coaching';
import { longDateTime } from '../../ui/formats/show.ts';

/** What was answered to a week, the oldest first. */
export const Answers = ({ answers }: { answers: CheckIn['answers'] }) =>
  answers.length === 0 ? null : (
    <ul className="week-answers" aria-label="Answers">
      {answers.map((a) => (
        <li key={a.id}>
          <b>{a.authorName}</b> <span className="second">{longDateTime(a.at)}</span>
          <br />
          {a.noChange && <b>No change. </b>}
          {a.words}
        </li>
      ))}
    </ul>
  );

/** Who has opened it, in a line. */
export const ReadBy = ({ reads }: { reads: CheckIn['reads'] }) => (
  <p className="second">
    {reads.length === 0
      ? 'Not opened yet.'
      : reads.map((r) => `${r.name} opened it on ${longDateTime(r.at)}.`).join(' ')}
  </p>
);
