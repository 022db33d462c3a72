import type { DayDocument } from '@maul/contract/diary';
import { eliminationDates, eliminationOn } from '@maul/core/body';
import { namesFood } from '@maul/core/foods';
import { Link } from 'react-router';
import { shortDate } from '../../ui/formats/show.ts';

/** Which food is left out on the day, or brought back, and whether it stands in the log. */
const WithoutStrip = ({ day }: { day: DayDocument }) => (
  <>
    {day.standing.map(({ id, thing }) => {
      if (thing.kind !== 'elimination') return null;
      const { stage, day: count, of } = eliminationOn(thing, day.date);
      if (stage === 'coming' || stage === 'done') return null;
      const held = day.portions.find((p) => namesFood(thing.food, p.food.name));
      const { backFrom } = eliminationDates(thing);
      const back = stage === 'back';
      return (
        <div className="pause-strip" key={id}>
          <p>
            <b>
              {back ? 'With' : 'Without'} {thing.food}
            </b>
            : {stage === 'washing out' ? 'washing out, ' : ''}day {count} of {of}
            {back ? '.' : `; it comes back on ${shortDate(backFrom)}.`}{' '}
            {held && !back && `${held.food.name} is in this day’s log: eaten, the day does not count. `}
            {!held && back && 'It is not in this day’s log yet. '}
            <Link to="/goes-with">See the comparison</Link>
          </p>
        </div>
      );
    })}
  </>
);

export default WithoutStrip;
