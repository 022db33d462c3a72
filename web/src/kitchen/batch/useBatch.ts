import type { Batch, Of } from '@maul/contract/kitchen';
import { batchOf, divideBatch, type BatchInput, type Division } from '@maul/core/kitchen';
import { amountsOf, perGrams, type CarbBasis } from '@maul/core/nutrition';
import { useCallback, useEffect, useRef } from 'react';
import { saveThing } from '../../data/kitchen/kitchenWork.ts';
import { captureChanges, useBench } from '../../scale/index.ts';
import type { DinerRow } from '../words.ts';

export type BatchRow = Of<Batch>;
export type Change = (how: Partial<Batch> | ((now: Batch) => Partial<Batch>)) => void;

/** Writes changes of a batch, each on top of the one before, whether or not it was drawn already. */
export const useChange = (athleteId: string, row: BatchRow): Change => {
  const latest = useRef(row);
  useEffect(() => {
    // Never back: an older answer must not undo what was just written here.
    if (row.version >= latest.current.version) latest.current = row;
  }, [row]);
  return useCallback(
    (how) => {
      const now = latest.current;
      const thing: Batch = { ...now.thing, ...(typeof how === 'function' ? how(now.thing) : how) };
      latest.current = { ...now, thing };
      saveThing(athleteId, now, thing);
    },
    [athleteId],
  );
};

/** What a batch was made from so far, for its sums. */
export const inputOf = (batch: Batch): BatchInput => ({
  parts: batch.parts.flatMap((p) =>
    p.grams === null ? [] : [{ food: p.food, grams: p.grams, division: p.division }],
  ),
  water: batch.water,
  pots: batch.pots,
  poured: batch.poured,
});

/** A batch as it stands: its balance, yield and nutrients, or why there is none. */
export const resultOf = (batch: Batch) => batchOf(inputOf(batch));

/** What each box should hold. Undefined while the pot has not been weighed. */
export const divisionOf = (
  batch: Batch,
  diners: readonly DinerRow[],
  basis: CarbBasis,
): Division | undefined => {
  const result = resultOf(batch);
  if (!result.ok) return undefined;
  const per = amountsOf(perGrams(result.batch.per100g, 1), basis);
  return divideBatch(
    result.batch.balance.cooked,
    batch.boxes.map((box) => {
      const { wish } = box;
      const diner = wish.kind === 'diner' ? diners.find((d) => d.id === wish.dinerId)?.thing : undefined;
      return {
        id: box.id,
        filled: box.grams,
        wish:
          wish.kind !== 'diner'
            ? wish
            : diner && diner.windows.length > 0
              ? { kind: 'windows' as const, windows: diner.windows }
              : { kind: 'share' as const, share: diner?.share ?? 1 },
      };
    }),
    per,
  );
};

/** Tells what was captured on the scale, and what was taken back, by the id of what it was weighed for. */
export const useCaptures = (
  batchId: string,
  stage: string,
  onWeighed: (id: string, weighed: { grams: number; division: number } | null) => void,
): void => {
  const tell = useRef(onWeighed);
  useEffect(() => {
    tell.current = onWeighed;
  }, [onWeighed]);
  useEffect(() => {
    // What lay on the scale before belongs to something else: nothing of it is taken back here.
    useBench.getState().choose(`${batchId} ${stage}`, null);
    return useBench.subscribe((now, before) => {
      if (now.scale.layers === before.scale.layers || now.mealId !== before.mealId) return;
      const { added, removed } = captureChanges(before.scale, now.scale);
      for (const layer of added)
        tell.current(layer.portionId, { grams: Number(layer.net.toFixed(2)), division: layer.division });
      for (const layer of removed) tell.current(layer.portionId, null);
    });
  }, [batchId, stage]);
};
