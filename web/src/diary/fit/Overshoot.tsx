import { perGramOf } from '../../foods/index.ts';
import type { DayDocument } from '@maul/contract/diary';
import { fitWindow, smallestChange, type DaySheet, type FitFood } from '@maul/core/diary';
import { type DayTargets } from '@maul/core/plan';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { gramsText, NUTRIENT_NAMES } from '../../ui/formats/show.ts';
import { whole } from '@maul/core/units';
import { offerUndo } from '../../data/undo/undo.ts';
import { energyText, useUnits } from '../../ui/formats/units.ts';
import { savePortion } from '../../data/edit.ts';
import { takeStep } from '../../data/undo/steps.ts';
import { inTab } from '../../data/remembered.ts';

const KEYS = ['ENERC', 'PROCNT', 'CARB', 'FAT'] as const;
const leftKey = (day: DayDocument): string => `maul-left ${day.athlete.id} ${day.date}`;

/** After more was eaten than planned: the smallest change of what is still to come, and before it the way to leave things as they are. */
export const Overshoot = ({
  day,
  sheet,
  targets,
}: {
  day: DayDocument;
  sheet: DaySheet;
  targets: DayTargets | undefined;
}) => {
  const units = useUnits();
  const [left, setLeft] = useState(() => inTab.read(leftKey(day)) ?? '');
  if (!targets || day.date < day.today) return null;
  const measured = sheet.meals.some((m) =>
    m.lines.some((l) => l.portion.grams !== null && l.portion.grams > (l.portion.plannedGrams ?? 0)),
  );
  const over = KEYS.filter((key) => key !== 'PROCNT' && sheet.nutrients[key].landsState === 'over');
  const first = over[0];
  if (!measured || first === undefined) return null;
  const windows = KEYS.flatMap((key) => {
    const window = targets.windows[key];
    return window ? [fitWindow(key, window, sheet.nutrients[key].lands)] : [];
  });
  const coming = day.portions
    .filter((p) => p.grams === null && p.plannedGrams !== null && !p.guess)
    .map((p): FitFood => ({
      id: p.id,
      name: p.food.name,
      mealId: p.mealId,
      grams: p.plannedGrams ?? 0,
      perGram: perGramOf(p.food, targets.basis.carbBasis),
      moves: { min: 0, max: p.plannedGrams ?? 0, step: 5, whole: false },
    }));
  const levers = coming.filter((f) => day.portions.find((p) => p.id === f.id)?.food.lever);
  const change = smallestChange(levers, windows) ?? smallestChange(coming, windows);
  const line = sheet.nutrients[first];
  const off = line.lands - (line.window?.high ?? line.lands);
  const figure = first === 'ENERC' ? energyText(off, units) : `${whole(off)} g`;
  const said = `${first} ${Math.round(off)} ${change?.food.id ?? ''}`;
  if (!change || left === said) return null;
  const row = day.portions.find((p) => p.id === change.food.id);
  const number = sheet.meals.find((m) => m.id === change.food.mealId)?.number;
  return (
    <section className="order-strip overshoot" aria-label="The rest of the day">
      <p>
        The day lands {figure} {NUTRIENT_NAMES[first].name.toLowerCase()} over its window. One day decides
        nothing.
      </p>
      <Button
        size="small"
        variant="contained"
        onClick={() => {
          inTab.keep(leftKey(day), said);
          setLeft(said);
        }}
      >
        Leave it
      </Button>
      <Button
        size="small"
        onClick={() => {
          if (!row) return;
          savePortion(
            day,
            row,
            change.to === 0 ? { deleted: true } : { plannedGrams: change.to },
            `${change.food.name}, the rest of the day`,
          );
          offerUndo(`${change.food.name} is now ${gramsText(change.to)} g.`, () => takeStep(day, 'undo'));
        }}
      >
        {change.food.name} in meal {number}: {gramsText(change.from)} → {gramsText(change.to)} g
        {change.lands ? ', lands' : ''}
      </Button>
    </section>
  );
};
