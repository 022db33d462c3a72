import { unaccounted, type Cooling } from '@maul/core/kitchen';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { v5 as uuidv5, v7 as uuidv7 } from 'uuid';
import { deviceToday } from '../../data/device.ts';
import { learnYield, moveStock, saveStock, useStock } from '../../data/kitchen/kitchenWork.ts';
import { NumberField } from '../../ui/fields/NumberField.tsx';
import { TimeField } from '../../ui/fields/TimeField.tsx';
import { gramsText, plural } from '../../ui/formats/show.ts';
import { recipeFoodId } from '@maul/core/kitchen';
import { stockOfBatch, takenFromPacks } from './finish.ts';
import { useEarlier } from './PotStage.tsx';
import { resultOf, type BatchRow, type Change } from './useBatch.ts';

/** A pot that nearly came out even: the rest clings to it. Relative to what was cooked. common practice, no source. */
const CLINGS = 0.02;
/** A scale’s rounding is no gap in the count, grams. */
const EVEN = 1;

/** Today at a time of the clock, or yesterday where that is still to come. */
const atClock = (time: string): string => {
  const [h = 0, m = 0] = time.split(':').map(Number);
  const date = new Date();
  date.setHours(h, m, 0, 0);
  if (date.getTime() > Date.now()) date.setDate(date.getDate() - 1);
  return date.toISOString();
};

/** What became of the rest, and the boxes into stock: what was cooked is then all accounted for. */
export const FinishBatch = ({
  row,
  athleteId,
  change,
  left,
  empty,
  cold,
}: {
  row: BatchRow;
  athleteId: string;
  change: Change;
  left: number;
  /** Boxes that nothing was filled into. */
  empty: number;
  cold: Cooling | undefined;
}) => {
  const { thing } = row;
  const { stock } = useStock(athleteId);
  const { teller } = useEarlier(row, athleteId);
  const result = resultOf(thing);
  const cooked = result.ok ? result.batch.balance.cooked : 0;
  const rest = Math.max(0, Math.round(left * 10) / 10);
  const clings = rest <= CLINGS * cooked;
  const [kept, setKept] = useState<number | null>(null);
  const [waste, setWaste] = useState<number | null>(null);
  const [putAway, setPutAway] = useState('');
  const leftover = kept ?? (clings ? 0 : rest - (waste ?? 0));
  const thrown = waste ?? 0;
  const loss = clings && kept === null && waste === null ? rest : 0;
  const boxes = cooked - left;
  const gap = unaccounted(cooked, { boxes, left: leftover, waste: thrown, loss });
  const tooLate = cold?.state === 'over';
  const filled = thing.boxes.some((b) => b.grams !== null) || leftover > 0 || thrown > 0;
  const finish = (): void => {
    if (!result.ok) return;
    const now = new Date().toISOString();
    const coldAt = putAway === '' ? (thing.coldAt ?? now) : atClock(putAway);
    const done = {
      ...thing,
      left: Math.max(0, leftover),
      leftStockId: leftover > 0 ? uuidv7() : null,
      waste: thrown,
      loss,
      coldAt,
      done: true,
    };
    for (const { id, content } of stockOfBatch(row.id, done, result.batch, coldAt))
      saveStock(athleteId, null, content, id);
    for (const { item, grams } of takenFromPacks(thing, stock ?? [], now))
      moveStock(item, grams, 'cooked', null);
    const seen = {
      method: thing.method,
      rawGrams: result.batch.balance.raw,
      cookedGrams: cooked,
      day: deviceToday(),
      pot: thing.pots[0]?.name.slice(0, 60) ?? null,
    };
    // The same batch put away again is the same weighing: its ids follow from its own.
    if (teller)
      learnYield(athleteId, uuidv5('food', row.id), { ...seen, foodId: teller.id, foodName: teller.name });
    if (thing.recipeId !== null)
      learnYield(athleteId, uuidv5('recipe', row.id), {
        ...seen,
        foodId: recipeFoodId(thing.recipeId),
        foodName: thing.name,
      });
    change(done);
  };
  return (
    <div className="rows batch-finish">
      <p>
        <b className="n">{gramsText(rest)} g</b> are left in the pot.
        {clings && rest > 0 && ' So little clings to pot and spoon.'}
      </p>
      {!clings && (
        <div className="pair">
          <NumberField
            label="Put away as leftover, g"
            value={leftover}
            onChange={setKept}
            min={0}
            max={50_000}
          />
          <NumberField label="Thrown away, g" value={thrown} onChange={setWaste} min={0} max={50_000} />
        </div>
      )}
      {Math.abs(gap) > EVEN && (
        <p role="alert" className="is-over">
          {gap > 0
            ? `${gramsText(Math.round(gap))} g of what was cooked are not accounted for.`
            : `${gramsText(Math.round(-gap))} g more than was cooked.`}
        </p>
      )}
      {tooLate && (
        <div className="rows">
          <p role="alert" className="is-over">
            {cold.sentence} If it was in the cold earlier, say when.
          </p>
          <TimeField
            label="In the fridge or freezer at"
            value={putAway}
            onChange={(t) => {
              setPutAway(t);
              if (t !== '') change({ coldAt: atClock(t) });
            }}
          />
        </div>
      )}
      <div>
        <Button
          variant="contained"
          disabled={!result.ok || !filled || Math.abs(gap) > EVEN || tooLate}
          onClick={finish}
        >
          {empty === 0 ? 'Put it all away' : `Put it away, ${plural(empty, 'box', 'boxes')} left empty`}
        </Button>
      </div>
    </div>
  );
};
