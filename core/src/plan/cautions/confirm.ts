import type { Caution, CautionId } from './types.ts';

/** A hard caution that somebody has read and stands by, with the number as it was then. */
export interface Confirmation {
  cautionId: CautionId;
  figure: number | null;
  by: 'coach' | 'athlete';
  /** ISO 8601. */
  at: string;
}

/** A confirmation lapses after so many days. common practice, no source. */
export const LAPSES_AFTER_DAYS = 14;
/** An athlete without a coach confirms twice, so many hours apart. common practice, no source. */
export const TWICE_APART_HOURS = 24;

const HOUR = 3_600_000;

/** True while a confirmation still speaks of the caution as it is: not lapsed, and the number no worse. */
export const confirmationHolds = (
  caution: Pick<Caution, 'id' | 'figure' | 'worse'>,
  confirmation: Confirmation,
  now: string,
): boolean => {
  if (confirmation.cautionId !== caution.id) return false;
  const age = Date.parse(now) - Date.parse(confirmation.at);
  if (age > LAPSES_AFTER_DAYS * 24 * HOUR) return false;
  if (caution.figure === null || confirmation.figure === null) return true;
  return caution.worse === 'lower'
    ? caution.figure >= confirmation.figure - 1e-9
    : caution.figure <= confirmation.figure + 1e-9;
};

export type Standing =
  | { state: 'free' }
  | { state: 'barred'; why: string }
  | { state: 'waits'; for: 'coach' | 'athlete' | 'both' | 'second'; until: string | null };

/**
 * Where a caution stands: notes are free, X is barred, hard ones wait until coach and athlete have confirmed, or, without a
 * coach, the athlete twice, a day apart. `until` is the earliest moment of the second confirmation.
 */
export const cautionStanding = (
  caution: Caution,
  confirmations: readonly Confirmation[],
  hasCoach: boolean,
  now: string,
): Standing => {
  if (caution.level === 'note') return { state: 'free' };
  if (caution.level === 'refuse') return { state: 'barred', why: `${caution.sentence} ${caution.see}` };
  if (caution.needs !== null)
    return {
      state: 'barred',
      why: `${caution.sentence} Name the ${caution.needs === 'doctor' ? 'treating doctor' : 'professional'} under Account, Body and health.`,
    };
  const holding = confirmations.filter((c) => confirmationHolds(caution, c, now));
  const byAthlete = holding.filter((c) => c.by === 'athlete').sort((a, b) => a.at.localeCompare(b.at));
  if (hasCoach) {
    const coach = holding.some((c) => c.by === 'coach');
    const athlete = byAthlete.length > 0;
    if (coach && athlete) return { state: 'free' };
    return { state: 'waits', for: coach ? 'athlete' : athlete ? 'coach' : 'both', until: null };
  }
  const first = byAthlete[0];
  if (!first) return { state: 'waits', for: 'both', until: null };
  const earliest = Date.parse(first.at) + TWICE_APART_HOURS * HOUR;
  if (byAthlete.some((c) => Date.parse(c.at) >= earliest)) return { state: 'free' };
  return { state: 'waits', for: 'second', until: new Date(earliest).toISOString() };
};
