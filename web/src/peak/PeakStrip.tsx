import { type DayDocument, waterEntries } from '@maul/contract/diary';
import { boardDay, dayName, hoursOn, loggedTwice, nextSlot, offsetOn, slotClock } from '@maul/core/peak';
import { phaseOn, sodiumOfDay } from '@maul/core/plan';
import { minutesIntoDay } from '@maul/core/units';
import { Link } from 'react-router';
import { cellText } from './figures.ts';
import { slotText } from './hours/Hours.tsx';
import { lapse, useMinutes } from './hours/NowNext.tsx';

/** The board's water, salt and next meal on the page of its day; its carbs, protein, fat and fibre are the day's own targets. */
const PeakStrip = ({ day, own }: { day: DayDocument; own: boolean }) => {
  const minutes = useMinutes(day.athlete);
  const phase = phaseOn(day.season, day.date);
  if (!phase?.board) return null;
  const { board } = phase;
  const offset = offsetOn({ to: phase.to, board }, day.date);
  const { water, sodium } = boardDay(board, offset).cells;
  const drinks = waterEntries(day.entries).filter((w) => w.done && w.day === day.date);
  const drunk = drinks.reduce((sum, w) => sum + w.millilitres, 0);
  const twice = loggedTwice(
    drinks.map(({ millilitres, time }) => ({
      millilitres,
      minutes: minutesIntoDay(time, day.athlete.dayTurnsAt),
    })),
  );
  const eaten = sodiumOfDay(
    day.portions.flatMap((p) => (p.grams === null ? [] : [{ per100g: p.food.per100g, grams: p.grams }])),
    false,
  );
  const { next } = day.date === day.today ? nextSlot(hoursOn(board, offset), minutes) : { next: undefined };
  return (
    <div className="pause-strip">
      <p>
        <b>{dayName(offset)}</b>: water {cellText('water', drunk)} of {cellText('water', water.value)} L,
        sodium {eaten.atLeast ? 'at least ' : ''}
        {cellText('sodium', eaten.mg)} of {cellText('sodium', sodium.value)} mg.{' '}
        {next &&
          `Next: ${next.name.toLowerCase()} at ${slotClock(next.at)}, in ${lapse(next.at - minutes)}${slotText(next) === '' ? '' : `, ${slotText(next, board.lever)}`}. `}
        {twice &&
          `${cellText('water', twice[0].millilitres)} L stands twice at nearly the same time: take one back on the rail if it was one drink. `}
        <Link to={own ? '/peak' : `/athletes/${day.athlete.id}/peak`}>The board</Link>
      </p>
    </div>
  );
};

export default PeakStrip;
