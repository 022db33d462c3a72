import type { DayDocument } from '@maul/contract/diary';
import { toBeWeighed, type DaySheet } from '@maul/core/diary';
import Button from '@mui/material/Button';
import { Link } from 'react-router';
import { eat } from '../meal/eat.ts';

/** What the hands need first on a phone: the meal that comes next, one press from the bench, or eaten as planned. */
export const NextMeal = ({ day, sheet, mealId }: { day: DayDocument; sheet: DaySheet; mealId: string }) => {
  const line = sheet.meals.find((m) => m.id === mealId);
  const meal = day.meals.find((m) => m.id === mealId);
  if (!line || !meal) return null;
  const weighable = line.lines.some((l) => toBeWeighed(l.portion));
  return (
    <section className="next-meal" aria-label="Next meal">
      <p>
        <b>
          Next: meal {line.number}, {line.time}
        </b>
        <br />
        {line.title}
      </p>
      <div className="next-meal-does">
        {weighable && (
          <Button variant="contained" component={Link} to={`/bench/${mealId}`}>
            To the bench
          </Button>
        )}
        <Button onClick={() => eat(day, meal)}>Eaten</Button>
      </div>
    </section>
  );
};
