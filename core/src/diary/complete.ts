import type { BesideMeals } from './assembleDay.ts';
import type { DaySheet } from './daySheet.ts';

/** A day counts as complete of itself from so many meals eaten. common practice, no source. */
export const COMPLETE_MEALS = 3;
/** and with the energy known for so much of its grams. common practice, no source. */
export const COMPLETE_KNOWN = 0.95;

/** What the athlete said of a day: that all of it is logged, or that something is missing; null where nothing was said. */
export const closingOf = (entries: readonly BesideMeals[]): boolean | null => {
  const { thing } = entries.findLast((e) => e.thing.kind === 'closing') ?? {};
  return thing?.kind === 'closing' ? thing.complete : null;
};

/** How whole the log of a day is, and what speaks against it. */
export interface Completeness {
  complete: boolean;
  /** True where the day holds something, does not show of itself that it is all, and nobody has said so. */
  inDoubt: boolean;
  /** What is missing, in a sentence; null for a complete day. */
  why: string | null;
}

const missing = (sheet: DaySheet): string | null => {
  const lines = sheet.meals.flatMap((m) => m.lines);
  const open = lines.filter((l) => l.state === 'planned').length;
  if (open > 0)
    return `${open} planned ${open === 1 ? 'portion is' : 'portions are'} neither eaten nor removed.`;
  const eaten = sheet.meals.filter((m) => m.eaten || (m.lines.length > 0 && m.measured === m.lines.length));
  if (eaten.length < COMPLETE_MEALS)
    return `${['No meal is', 'One meal is'][eaten.length] ?? `${eaten.length} meals are`} logged.`;
  const grams = lines.reduce((sum, l) => sum + l.grams, 0);
  const known = lines.reduce((sum, l) => sum + (l.amounts.ENERC === undefined ? 0 : l.grams), 0);
  return known < COMPLETE_KNOWN * grams ? 'The energy of some of its food is not known.' : null;
};

/**
 * Whether all that was eaten on a day is logged: what the athlete said decides; else at least three meals eaten, nothing planned left
 * open, and energy known for at least 95 % of the grams. A breakfast alone is not a day. common practice, no source.
 */
export const dayCompleteness = (sheet: DaySheet, closing: boolean | null): Completeness => {
  if (closing !== null)
    return { complete: closing, inDoubt: false, why: closing ? null : 'You said that something is missing.' };
  const why = missing(sheet);
  return {
    complete: why === null,
    inDoubt: why !== null && sheet.meals.some((m) => m.lines.length > 0),
    why,
  };
};
