import type { DayDocument } from '@maul/contract/diary';
import { addDays } from '@maul/core/units';
import { copyMeal } from '@maul/core/diary';
import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { sheetOf } from '../../data/day.ts';
import { asPlanned, writeChanges } from '../../data/edit.ts';
import { useDay } from '../../data/session.ts';
import { takeStep } from '../../data/undo/steps.ts';
import { offerUndo } from '../../data/undo/undo.ts';

/** A meal of yesterday at its place of today, planned: two presses. */
const AsYesterday = ({ athleteId, date }: { athleteId: string; date: DayDocument['date'] }) => {
  const [at, setAt] = useState<HTMLElement | null>(null);
  const { day } = useDay(athleteId, addDays(date, -1));
  if (!day) return null;
  const meals = sheetOf(day, undefined).meals.filter((m) => m.lines.length > 0);
  if (meals.length === 0) return null;
  const place = { date, athlete: { id: athleteId } };
  const take = (meal: (typeof meals)[number]): void => {
    setAt(null);
    writeChanges(
      place,
      copyMeal(day, meal.id, { day: date, time: meal.time }, asPlanned, uuidv7),
      'As yesterday',
    );
    offerUndo(`${meal.title} is planned at ${meal.time}, as yesterday.`, () => takeStep(place, 'undo'));
  };
  return (
    <>
      <Button
        variant="text"
        aria-haspopup="menu"
        aria-expanded={at !== null}
        onClick={(e) => setAt(e.currentTarget)}
      >
        As yesterday
      </Button>
      {at !== null && (
        <Menu open anchorEl={at} onClose={() => setAt(null)}>
          {meals.map((meal) => (
            <MenuItem key={meal.id} onClick={() => take(meal)}>
              {meal.time} {meal.title}
            </MenuItem>
          ))}
        </Menu>
      )}
    </>
  );
};

export default AsYesterday;
