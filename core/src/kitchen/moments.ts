/** A moment as the rows keep it: ISO 8601 with its zone. */
export type Moment = string;

const HOUR = 3_600_000;
const DAY = 24 * HOUR;

/** Milliseconds of a moment. Throws RangeError for a text that is none. */
export const msOf = (moment: Moment): number => {
  const ms = Date.parse(moment);
  if (Number.isNaN(ms)) throw new RangeError(`“${moment}” is no moment.`);
  return ms;
};
export const addHours = (moment: Moment, hours: number): Moment =>
  new Date(msOf(moment) + hours * HOUR).toISOString();
export const addDaysTo = (moment: Moment, days: number): Moment =>
  new Date(msOf(moment) + days * DAY).toISOString();
/** Hours from one moment to a later one; negative when it is earlier. */
export const hoursBetween = (from: Moment, to: Moment): number => (msOf(to) - msOf(from)) / HOUR;
