import type { SeasonDocument } from '@maul/contract/plan';
import { levelWeek, phaseOn, placeDayType, restingOf, VERY_LOW, type Season } from '@maul/core/plan';
import { type IsoDate } from '@maul/core/units';

export interface Placed {
  season: Season;
  /** What levelling did or could not do; undefined where the week is not held. */
  said: string | undefined;
}

/**
 * Puts a day type on a date, or takes it off (null), and levels the week where the phase holds its mean. Throws RangeError for a
 * date outside every phase, or one that is over.
 */
export const placeOn = (
  document: SeasonDocument,
  season: Season,
  date: IsoDate,
  typeId: string | null,
): Placed => {
  if (date < document.today) throw new RangeError('That day is over; past days stay as they were.');
  const phase = phaseOn(season, date);
  if (!phase) throw new RangeError('There is no phase on that day.');
  const placed = placeDayType(season, phase.id, date, typeId);
  return phase.holdMean ? levelled(document, placed, phase.id, date) : { season: placed, said: undefined };
};

/** Levels the week of a date, never under resting expenditure or the cautious floor. */
export const levelled = (
  document: SeasonDocument,
  season: Season,
  phaseId: string,
  date: IsoDate,
): Placed => {
  const basis = document.bases.at(-1);
  const { athlete } = document;
  const found = levelWeek(season, phaseId, document.bases, date, document.today, {
    startsOn: athlete.profile.weekStartsOn,
    orders: document.orders,
    leastKcal: basis ? Math.max(restingOf(athlete, basis, document.today), VERY_LOW[athlete.sex]) : undefined,
  });
  return {
    season: { ...season, phases: season.phases.map((p) => (p.id === phaseId ? found.phase : p)) },
    said: found.said,
  };
};
