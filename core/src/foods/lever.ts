import type { TargetKey } from '../nutrition/index.ts';

/** A portion as the lever sees it: what it holds per gram of the macro in question. */
export interface LeverPortion {
  id: string;
  name: string;
  grams: number;
  perGram: number;
  lever: boolean;
}

export interface LeverAnswer {
  id: string;
  name: string;
  from: number;
  to: number;
  /** What the answer leaves over of the macro, grams; 0 when it takes all of it. */
  left: number;
}

/** Lever foods move in steps of this, grams. common practice, no source. */
export const LEVER_STEP = 5;

/** Weights are moved in whole steps and a portion never goes below none. */
const moved = (portion: LeverPortion, excess: number): LeverAnswer => {
  const wanted = portion.grams - excess / portion.perGram;
  const to = Math.max(0, Math.round(wanted / LEVER_STEP) * LEVER_STEP);
  return {
    id: portion.id,
    name: portion.name,
    from: portion.grams,
    to,
    left: excess - (portion.grams - to) * portion.perGram,
  };
};

/**
 * How the next lever food still to be weighed answers an amount too much (or, negative, too little) of a macro. The first portion that is
 * marked as a lever is taken, else the one that holds most of the macro; undefined when nothing planned holds any or nothing would move.
 * `excess` in grams of the macro, or kcal for energy.
 *
 * @example
 * const potato = { id: 'p', name: 'Potato', grams: 180, perGram: 0.17, lever: true };
 * leverAnswer(5, [potato])?.to; // => 150
 */
export const leverAnswer = (excess: number, coming: readonly LeverPortion[]): LeverAnswer | undefined => {
  const able = coming.filter((p) => p.perGram > 0.02 && p.grams > 0);
  const most = able.reduce<LeverPortion | undefined>(
    (best, p) => (!best || p.grams * p.perGram > best.grams * best.perGram ? p : best),
    undefined,
  );
  const chosen = able.find((p) => p.lever) ?? most;
  if (!chosen) return undefined;
  const answer = moved(chosen, excess);
  return answer.to === answer.from ? undefined : answer;
};

/** The macro that a food is chiefly eaten for: the one with most of its energy. */
export const chiefMacro = (amounts: Partial<Record<TargetKey, number>>): 'PROCNT' | 'CARB' | 'FAT' => {
  const energy = {
    PROCNT: 4 * (amounts.PROCNT ?? 0),
    CARB: 4 * (amounts.CARB ?? 0),
    FAT: 9 * (amounts.FAT ?? 0),
  };
  const keys = ['PROCNT', 'CARB', 'FAT'] as const;
  return keys.reduce((best, key) => (energy[key] > energy[best] ? key : best), 'CARB');
};
