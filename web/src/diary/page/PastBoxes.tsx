import type { DayDocument } from '@maul/contract/diary';
import { keepingAt, keepsUntil } from '@maul/core/kitchen';
import { Link } from 'react-router';
import { useStock } from '../../data/kitchen/kitchenWork.ts';

type Planned = Pick<DayDocument, 'athlete' | 'date' | 'meals' | 'portions'>;

/** Boxes that are planned and will be past their day when the meal comes. */
const Past = ({ day, ids }: { day: Planned; ids: ReadonlySet<string> }) => {
  const { stock } = useStock(day.athlete.id);
  const said = day.portions.flatMap((p) => {
    const item = stock?.find((s) => s.id === p.food.stockId);
    const meal = day.meals.find((m) => m.id === p.mealId);
    if (!item || !meal || !ids.has(p.id)) return [];
    const at = new Date(`${meal.day}T${meal.time}:00`);
    const keeping = keepingAt(keepsUntil(item), at.toISOString());
    return keeping.state === 'past'
      ? [{ id: p.id, text: `${p.food.name}, planned at ${meal.time}. ${keeping.sentence}` }]
      : [];
  });
  if (said.length === 0) return null;
  return (
    <section className="day-cautions" aria-label="Boxes past their day">
      {said.map(({ id, text }) => (
        <p key={id} role="alert" className="is-over">
          {text} <Link to="/kitchen">Stock</Link>
        </p>
      ))}
    </section>
  );
};

/** Says of planned boxes when they are too old; asks nothing where no box is planned. */
export const PastBoxes = ({ day }: { day: Planned }) => {
  const ids = new Set(
    day.portions.filter((p) => p.grams === null && p.food.stockId !== undefined).map((p) => p.id),
  );
  return ids.size === 0 ? null : <Past day={day} ids={ids} />;
};
