import type { DayDocument } from '@maul/contract/diary';
import type { PeakLog } from '@maul/contract/peak';
import {
  type Board,
  boardDay,
  leverGrams,
  littleWater,
  type LookAnswer,
  proposeFromLook,
  setCell,
} from '@maul/core/peak';
import { clockOf, type IsoDate, localMoment } from '@maul/core/units';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { Link } from 'react-router';
import { useState } from 'react';
import { MarkRow } from '../../body/index.ts';
import { saveEntry } from '../../data/edit.ts';
import { takeStep } from '../../data/undo/steps.ts';
import { offerUndo } from '../../data/undo/undo.ts';
import { shortDate } from '../../ui/formats/show.ts';
import { cellText } from '../figures.ts';
import { Rules } from './Rules.tsx';
import { PROPOSAL_WORDS } from './words.ts';

type Marks = { fullness: number | null; tightness: number | null; waist: number | null };
const NO_MARKS: Marks = { fullness: null, tightness: null, waist: null };

/** The last look of the day with both marks that a proposal needs. */
const lastLook = (looks: PeakLog['looks'], today: IsoDate) =>
  looks
    .flatMap((l) =>
      l.day === today && l.fullness !== null && l.tightness !== null
        ? [{ ...l, fullness: l.fullness, tightness: l.tightness }]
        : [],
    )
    .at(-1);

/** A look and what was done about it: "12:30, more carbs (+25 g): taken". */
const AnswerLine = ({ answer, look }: { answer: LookAnswer; look: PeakLog['looks'][number] | undefined }) => (
  <li>
    {look
      ? `${shortDate(look.day)} ${look.time}, ${look.fullness ?? '–'} ${look.tightness ?? '–'} ${look.waist ?? '–'}: `
      : ''}
    {PROPOSAL_WORDS[answer.propose].toLowerCase()}
    {answer.carbs > 0 ? ` (+${answer.carbs} g)` : ''}
    {answer.lessWater > 0 ? ` (−${cellText('water', answer.lessWater)} L)` : ''}
    {answer.done === 'taken' ? ', done' : ', not done'}
  </li>
);

/**
 * What the last look proposes, with its reason, and what was done about it; the coach's word, or the athlete's own, stands above it. One press puts
 * it on the board or leaves it, and both are kept beside what was proposed.
 */
export const Proposal = ({
  board,
  offset,
  weightKg,
  looks,
  today,
  onChange,
  onAnswer,
}: {
  board: Board;
  offset: number;
  /** From which the least of water is counted, kg. */
  weightKg: number;
  looks: PeakLog['looks'];
  today: IsoDate;
  /** Nothing where the board cannot be changed. */
  onChange: ((board: Board) => void) | null;
  /** The board after an answer, and why, for the history; signed with the same press where nothing speaks against it. */
  onAnswer: ((board: Board, reason: string) => void) | null;
}) => {
  const [rules, setRules] = useState(false);
  const look = lastLook(looks, today);
  const { carbs: planned, water } = boardDay(board, offset).cells;
  const found =
    look &&
    proposeFromLook(
      look,
      { carbs: planned.value, water: water.value, littleWater: littleWater(weightKg) },
      board.rules,
    );
  const answers = board.answers ?? [];
  const answered = look && answers.find((a) => a.look === look.id);
  const answer = (done: LookAnswer['done']): void => {
    if (!look || !found || !onAnswer) return;
    const { propose, carbs, lessWater } = found;
    const moved =
      done === 'left'
        ? board
        : carbs > 0
          ? setCell(board, offset, 'carbs', planned.value + carbs)
          : lessWater > 0
            ? setCell(board, offset, 'water', water.value - lessWater)
            : board;
    onAnswer(
      {
        ...moved,
        answers: [...answers, { look: look.id, propose, carbs, lessWater, done }].slice(-100),
      },
      `Look of ${look.time}: ${PROPOSAL_WORDS[propose].toLowerCase()}, ${done === 'taken' ? 'done' : 'not done'}.`,
    );
  };
  return (
    <section aria-label="One proposal" className="peak-part">
      <h2 className="panel-title">
        One proposal {look && <span className="second">look of {look.time}</span>}
      </h2>
      {!found && <p className="second">No look yet today. Fullness and tightness after a meal make one.</p>}
      {found && !answered && (
        <>
          <p className="peak-proposal">
            {found.carbs > 0
              ? `+${found.carbs} g carbs today`
              : found.lessWater > 0
                ? `−${cellText('water', found.lessWater)} L water today`
                : PROPOSAL_WORDS[found.propose]}
          </p>
          <p>{found.why}</p>
          {look && look.words !== '' && <p className="second">“{look.words}”</p>}
          {found.carbs > 0 && (
            <p className="second n">
              Day lands on {planned.value} → <b>{planned.value + found.carbs} g</b>
              {board.lever && `, ${leverGrams(board.lever, found.carbs)} g ${board.lever.name} more`}
            </p>
          )}
          {found.lessWater > 0 && (
            <p className="second n">
              Day lands on {cellText('water', water.value)} →{' '}
              <b>{cellText('water', water.value - found.lessWater)} L</b>
            </p>
          )}
          {onAnswer && (
            <p className="peak-line">
              <Button variant="outlined" onClick={() => answer('taken')}>
                {found.carbs > 0 || found.lessWater > 0 ? 'Put it on the board' : 'Follow it'}
              </Button>
              <Button onClick={() => answer('left')}>Not this time</Button>
            </p>
          )}
        </>
      )}
      {answers.length > 0 && (
        <ul className="peak-answers" aria-label="Proposed and done">
          {answers.slice(-4).map((a) => (
            <AnswerLine key={a.look} answer={a} look={looks.find((l) => l.id === a.look)} />
          ))}
        </ul>
      )}
      <p className="quiet">
        A proposal only: until one of you answers, the day stays as planned. By the rules of this board
        {board.rules ? ', which were changed for it.' : ' (common practice, no source).'}
      </p>
      {onChange && (
        <Button size="small" onClick={() => setRules(true)}>
          Change the rules
        </Button>
      )}
      {rules && onChange && (
        <Rules
          rules={board.rules}
          onKeep={(next) => {
            const { rules: _before, ...rest } = board;
            onChange(next ? { ...rest, rules: next } : rest);
          }}
          onClose={() => setRules(false)}
        />
      )}
    </section>
  );
};

/** Three marks, five steps each; kept with one press. */
export const LookNow = ({ day, before }: { day: DayDocument; before: PeakLog['looks'] }) => {
  const [marks, setMarks] = useState<Marks>(NO_MARKS);
  const [words, setWords] = useState('');
  const said = marks.fullness !== null || marks.tightness !== null || marks.waist !== null;
  const keep = (): void => {
    const time = clockOf(localMoment(new Date(), day.athlete.zone).minutes);
    saveEntry(day, null, { time, thing: { kind: 'look', ...marks, words: words.trim() } }, 'A look');
    offerUndo('The look is kept.', () => takeStep(day, 'undo'));
    setMarks(NO_MARKS);
    setWords('');
  };
  const last = before.slice(-3);
  return (
    <section aria-label="Look now" className="peak-part">
      <h2 className="panel-title">
        Look now{' '}
        {last.length > 0 && (
          <span className="second">
            before:{' '}
            {last.map((l) => `${l.fullness ?? '–'} ${l.tightness ?? '–'} ${l.waist ?? '–'}`).join(', ')}
          </span>
        )}
      </h2>
      {(['fullness', 'tightness', 'waist'] as const).map((mark) => (
        <MarkRow
          key={mark}
          mark={mark}
          value={marks[mark]}
          onChange={(next) => setMarks({ ...marks, [mark]: next })}
        />
      ))}
      <TextField
        size="small"
        fullWidth
        label="In a few words"
        value={words}
        onChange={(e) => setWords(e.target.value)}
        slotProps={{ htmlInput: { maxLength: 500 } }}
      />
      <p className="second">
        A picture goes with it by its day: <Link to="/pictures">take one</Link>.
      </p>
      <Button variant="contained" disabled={!said} onClick={keep} fullWidth>
        Keep the look
      </Button>
    </section>
  );
};
