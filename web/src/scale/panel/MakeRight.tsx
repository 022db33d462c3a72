import { carbBasisOf } from '../../data/day.ts';
import type { DayDocument, PortionRow } from '@maul/contract/diary';
import { amountsOf } from '@maul/core/nutrition';
import { portionWindow, windowState, type DaySheet } from '@maul/core/diary';
import { leverAnswer } from '@maul/core/foods';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { gramsText } from '../../ui/formats/show.ts';
import { offerUndo } from '../../data/undo/undo.ts';
import { savePortion } from '../../data/edit.ts';
import { Effect, mainKey } from './Readings.tsx';
import { useBench } from '../store.ts';

const short = (name: string): string => name.split(',')[0] ?? name;

/** The lever food still to come that answers what is over or short, if any moves. */
const answerFor = (day: DayDocument, portion: PortionRow, sheet: DaySheet) => {
  const { plannedGrams, grams } = portion;
  if (plannedGrams === null || grams === null) return undefined;
  const key = mainKey(portion.id, sheet);
  const carbBasis = carbBasisOf(day);
  const per = (food: PortionRow['food']): number => (amountsOf(food.per100g, carbBasis)[key] ?? 0) / 100;
  const order = sheet.meals.flatMap((m) => m.lines.map((l) => l.id));
  const coming = day.portions
    .filter((p) => p.grams === null && p.plannedGrams !== null && p.id !== portion.id)
    .sort((a, b) => order.indexOf(a.id) - order.indexOf(b.id));
  return leverAnswer(
    (grams - plannedGrams) * per(portion.food),
    coming.map((p) => ({
      id: p.id,
      name: short(p.food.name),
      grams: p.plannedGrams ?? 0,
      perGram: per(p.food),
      lever: p.food.lever ?? false,
    })),
  );
};

/** After a capture beside its plan: leave it, take it out again, or let the next lever food answer. */
export const MakeRight = ({ day, sheet }: { day: DayDocument; sheet: DaySheet }) => {
  const dispatch = useBench((s) => s.dispatch);
  const [left, setLeft] = useState<string | null>(null);
  const last = useBench((s) => s.scale.layers.at(-1));
  const portion = last?.kind === 'portion' ? day.portions.find((p) => p.id === last.portionId) : undefined;
  if (!portion || portion.plannedGrams === null || portion.grams === null || left === portion.id) return null;
  const state = windowState(portion.grams, portionWindow(portion.plannedGrams));
  if (state === 'inside') return null;
  const off = portion.grams - portion.plannedGrams;
  const answer = answerFor(day, portion, sheet);
  const lever = answer && day.portions.find((p) => p.id === answer.id);
  const takeAnswer = (): void => {
    if (!answer || !lever) return;
    savePortion(day, lever, answer.to === 0 ? { deleted: true } : { plannedGrams: answer.to });
    setLeft(portion.id);
    offerUndo(`${answer.name} is planned with ${answer.to} g instead of ${gramsText(answer.from)}.`, () =>
      savePortion(
        day,
        { ...lever, plannedGrams: answer.to, deleted: answer.to === 0 },
        { plannedGrams: answer.from, deleted: false },
      ),
    );
  };
  return (
    <div className="make-right" role="group" aria-label="Make it right">
      <p>
        <b>
          {short(portion.food.name)}: {gramsText(portion.grams)} g for {gramsText(portion.plannedGrams)}.
        </b>{' '}
        It is kept as it is.
      </p>
      <Effect portion={portion} sheet={sheet} grams={portion.grams} />
      <div className="make-right-buttons">
        <Button onClick={() => setLeft(portion.id)}>Leave it</Button>
        {off > 0 && (
          <Button onClick={() => dispatch({ type: 'undo' })}>
            Take {gramsText(Math.round(off * 10) / 10)} g out
          </Button>
        )}
        {off < 0 && <Button onClick={() => dispatch({ type: 'undo' })}>Pour the rest</Button>}
        {answer && (
          <Button onClick={takeAnswer}>
            {answer.name} answers: {gramsText(answer.from)} → {answer.to} g
          </Button>
        )}
      </div>
    </div>
  );
};
