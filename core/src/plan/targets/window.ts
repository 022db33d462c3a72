import { type TargetKey } from '../../nutrition/index.ts';
import type { PhaseKind } from '../season/rules.ts';

/**
 * What the day should hold: never a single number. low <= aim <= high, kcal or grams. A floor has no upper end (Infinity)
 * and its aim is its low end; a ceiling begins at 0 and its aim is its high end.
 */
export interface TargetWindow {
  low: number;
  aim: number;
  high: number;
  kind: 'point' | 'band' | 'floor' | 'ceiling';
}

/** A window of each, or null where a phase leaves it free or no possible target exists. */
export type TargetWindows = Record<TargetKey, TargetWindow | null>;

/** A day that wants nothing in numbers. */
export const NO_WINDOWS: TargetWindows = { ENERC: null, PROCNT: null, CARB: null, FAT: null, FIBTG: null };

/** How far fibre may lie from its aim, g. common practice, no source. */
export const FIBRE_WIDTH = { below: 5, above: 10 } as const;
/** On the last days before a show fibre is held down: then it is a ceiling. common practice, no source. */
export const fibreIsCeiling = (kind: PhaseKind): boolean => kind === 'peak-week';

/**
 * A window around an aim, in whole units; never below nothing.
 *
 * @example
 * pointWindow(140, 6, 6); // => { low: 134, aim: 140, high: 146, kind: 'point' }
 */
export const pointWindow = (aim: number, below: number, above: number): TargetWindow => {
  const at = Math.round(aim);
  return {
    low: Math.min(at, Math.max(0, Math.round(aim - below))),
    aim: at,
    high: Math.max(at, Math.round(aim + above)),
    kind: 'point',
  };
};

/** At least so much. */
export const floorWindow = (amount: number): TargetWindow => ({
  low: Math.round(amount),
  aim: Math.round(amount),
  high: Infinity,
  kind: 'floor',
});

/** At most so much. */
export const ceilingWindow = (amount: number): TargetWindow => ({
  low: 0,
  aim: Math.round(amount),
  high: Math.round(amount),
  kind: 'ceiling',
});
