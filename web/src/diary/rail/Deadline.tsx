import { type DayDocument, waterEntries } from '@maul/contract/diary';
import { type Deadline as ByThen, slotClock } from '@maul/core/peak';
import { sodiumOfDay } from '@maul/core/plan';
import { localMoment, minutesIntoDay, whole } from '@maul/core/units';

const litres = (millilitres: number): string => (millilitres / 1000).toFixed(millilitres % 100 === 0 ? 1 : 2);

/** Drunk and salted up to a time of this day; sodium is at least so much where some of it is not stated. */
export const takenBy = (
  day: Pick<DayDocument, 'entries' | 'portions' | 'meals' | 'athlete' | 'date'>,
  at: number,
): { millilitres: number; sodium: number; atLeast: boolean } => {
  const { dayTurnsAt } = day.athlete;
  // A time after midnight belongs to the end of the day.
  const until = at - dayTurnsAt;
  const before = (time: string): boolean => minutesIntoDay(time, dayTurnsAt) <= until;
  const eaten = new Set(day.meals.flatMap((m) => (before(m.time) ? [m.id] : [])));
  const { mg, atLeast } = sodiumOfDay(
    day.portions.flatMap((p) =>
      p.grams === null || !eaten.has(p.mealId) ? [] : [{ per100g: p.food.per100g, grams: p.grams }],
    ),
    false,
  );
  return {
    millilitres: waterEntries(day.entries).reduce(
      (sum, w) => (w.done && w.day === day.date && before(w.time) ? sum + w.millilitres : sum),
      0,
    ),
    sodium: mg,
    atLeast,
  };
};

/** Whether a time of this day has passed. */
const isOver = (day: Pick<DayDocument, 'date' | 'today' | 'athlete'>, at: number): boolean => {
  if (day.date !== day.today) return day.date < day.today;
  const { minutes } = localMoment(new Date(), day.athlete.zone);
  return (minutes < day.athlete.dayTurnsAt ? minutes + 1440 : minutes) >= at;
};

/** A mark on the rail: so much water and salt by this time, and, once it is over, what it came to. */
export const Deadline = ({ day, by }: { day: DayDocument; by: ByThen }) => {
  const clock = slotClock(by.at);
  const taken = isOver(day, by.at) ? takenBy(day, by.at) : undefined;
  const text = taken
    ? `${litres(taken.millilitres)} of ${litres(by.millilitres)} L, sodium ${taken.atLeast ? '≥' : ''}${whole(taken.sodium)} of ${whole(by.sodium)} mg`
    : `${litres(by.millilitres)} L water, ${whole(by.sodium)} mg sodium since waking`;
  return (
    <article className="rail-thing rail-deadline" data-time={clock} aria-label={`By ${clock}: ${text}`}>
      <span className="rail-thing-time">{clock}</span>
      <span className={taken ? 'n second' : 'n is-planned'}>
        {taken ? 'came to' : 'by then'} {text}
      </span>
    </article>
  );
};
