import type { SeasonDocument } from '@maul/contract/plan';
import {
  cautionPerson,
  levelWeek,
  phaseOn,
  phasesInOrder,
  placeDayType,
  restingOf,
  withMeasured,
  planCautions,
  targetsFrom,
  VERY_LOW,
  type Caution,
  type DayTargets,
  type Season,
} from '@maul/core/plan';
import { daysBetween, type IsoDate } from '@maul/core/units';

/** The days from today on that a season would make, as far as anybody plans. */
export const daysAhead = (document: SeasonDocument, season: Season): DayTargets[] => {
  const last = phasesInOrder(season).at(-1)?.to;
  const count = last === undefined ? 0 : Math.min(400, Math.max(0, daysBetween(document.today, last) + 1));
  return targetsFrom(season, document.bases, document.orders, document.today, count).filter(
    (d) => d !== undefined,
  );
};

/** Cautions of a season from today on, and those of the log where the season takes energy away. */
export const seasonCautions = (
  document: SeasonDocument,
  saved: Season,
  season: Season,
  measured: readonly Caution[],
): Caution[] => {
  const days = daysAhead(document, season);
  const [first] = days;
  if (!first) return [];
  const before = new Map(daysAhead(document, saved).map((d) => [d.date, d.windows.CARB?.aim ?? null]));
  const carbsMove = days.slice(0, 28).some((d) => before.get(d.date) !== (d.windows.CARB?.aim ?? null));
  const { athlete, today } = document;
  const person = cautionPerson(athlete, first.basis, today);
  const planned = planCautions(days, person, athlete.profile.routine, carbsMove);
  return withMeasured(planned, measured, days);
};

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
