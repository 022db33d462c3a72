/** A civil date, YYYY-MM-DD. */
declare const civil: unique symbol;
export type IsoDate = string & { readonly [civil]: 'date' };

const SHAPE = /^(\d{4})-(\d{2})-(\d{2})$/;
const DAY_MS = 86_400_000;

const toUtc = (date: string): number => {
  const found = SHAPE.exec(date);
  if (!found) throw new RangeError(`"${date}" is not a date written YYYY-MM-DD.`);
  const [year, month, day] = [Number(found[1]), Number(found[2]), Number(found[3])];
  const ms = Date.UTC(year, month - 1, day);
  const back = new Date(ms);
  if (back.getUTCMonth() !== month - 1 || back.getUTCDate() !== day)
    throw new RangeError(`"${date}" is not a day of the calendar.`);
  return ms;
};

const fromUtc = (ms: number): IsoDate => new Date(ms).toISOString().slice(0, 10) as IsoDate;

/** Reads a civil date. Throws RangeError when the text is not a day of the calendar (2026-02-30 is not). */
export const isoDate = (text: string): IsoDate => fromUtc(toUtc(text));

/** True when the text is a day of the calendar written YYYY-MM-DD. */
export const isIsoDate = (text: string): text is IsoDate => {
  try {
    toUtc(text);
    return true;
  } catch {
    return false;
  }
};

/**
 * The date `days` civil days later (earlier when negative). Daylight saving has no part in it.
 *
 * @example
 * addDays(isoDate('2026-12-30'), 3); // => '2027-01-02'
 */
export const addDays = (date: IsoDate, days: number): IsoDate => fromUtc(toUtc(date) + days * DAY_MS);

/**
 * Whole civil days from `from` to `to`; negative when `to` lies before.
 *
 * @example
 * daysBetween(isoDate('2026-11-28'), isoDate('2026-12-05')); // => 7
 */
export const daysBetween = (from: IsoDate, to: IsoDate): number =>
  Math.round((toUtc(to) - toUtc(from)) / DAY_MS);

/**
 * Day of the week, 1 Monday to 7 Sunday. Source: ISO 8601.
 *
 * @example
 * weekday(isoDate('2026-11-28')); // => 6
 */
export const weekday = (date: IsoDate): number => ((new Date(toUtc(date)).getUTCDay() + 6) % 7) + 1;

/** The first day of the athlete's week that holds the date; a week starts on Monday unless `startsOn` says else (1-7). */
export const weekStart = (date: IsoDate, startsOn = 1): IsoDate =>
  addDays(date, -((weekday(date) - startsOn + 7) % 7));

/** Whole years lived on a date. Born on 29 February: the birthday is 1 March in common years. */
export const ageOn = (birth: IsoDate, date: IsoDate): number => {
  const years = Number(date.slice(0, 4)) - Number(birth.slice(0, 4));
  return date.slice(5) < birth.slice(5) ? years - 1 : years;
};

/** A wall-clock moment in a zone: the civil date and the minutes since midnight. */
export interface LocalMoment {
  date: IsoDate;
  minutes: number;
}

/** Making a formatter costs far more than using it. */
const clocks = new Map<string, Intl.DateTimeFormat>();
const clockIn = (zone: string): Intl.DateTimeFormat => {
  const known = clocks.get(zone);
  if (known) return known;
  const made = new Intl.DateTimeFormat('en-CA', {
    timeZone: zone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  });
  clocks.set(zone, made);
  return made;
};

/** The wall clock of an IANA zone at an instant. Throws RangeError when the zone is unknown. */
export const localMoment = (instant: Date, zone: string): LocalMoment => {
  const parts = clockIn(zone).formatToParts(instant);
  const part = (type: string): string => parts.find((p) => p.type === type)?.value ?? '';
  return {
    date: isoDate(`${part('year')}-${part('month')}-${part('day')}`),
    minutes: Number(part('hour')) * 60 + Number(part('minute')),
  };
};

/**
 * The instant at which a clock in a zone shows so many minutes after the midnight of a date; the count may pass the day's end. A time that a zone skips in
 * spring is read with the clock of before; of a time that it shows twice in autumn, the first is meant. Throws RangeError when the zone is unknown.
 *
 * @example
 * instantAt('2026-11-29', 390, 'Europe/Vienna').toISOString() // => '2026-11-29T05:30:00.000Z'
 */
export const instantAt = (date: IsoDate, minutes: number, zone: string): Date => {
  const wall = toUtc(date) + minutes * 60_000;
  const aheadAt = (instant: number): number => {
    const shown = localMoment(new Date(instant), zone);
    return toUtc(shown.date) + shown.minutes * 60_000 - instant;
  };
  const [before, after] = [aheadAt(wall - DAY_MS), aheadAt(wall + DAY_MS)];
  const shows = (ahead: number): boolean => aheadAt(wall - ahead) === ahead;
  return new Date(wall - (shows(before) || !shows(after) ? before : after));
};

/** Minutes after midnight at which an athlete's day turns, unless set: 04:00. common practice, no source. */
export const DAY_TURNS_AT = 240;

/** The athlete's day that an instant belongs to: before the turn it is still the day before. */
export const athleteDay = (instant: Date, zone: string, turnsAt = DAY_TURNS_AT): IsoDate => {
  const { date, minutes } = localMoment(instant, zone);
  return minutes < turnsAt ? addDays(date, -1) : date;
};

const MONTH_DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

/** `count` civil dates from a date on, one after the other. Counting on is faster than asking the calendar for each. */
export const datesFrom = (from: IsoDate, count: number): IsoDate[] => {
  let [year, month, day] = [Number(from.slice(0, 4)), Number(from.slice(5, 7)), Number(from.slice(8, 10))];
  toUtc(from);
  const two = (n: number): string => (n < 10 ? `0${n}` : String(n));
  const leap = (y: number): boolean => (y % 4 === 0 && y % 100 !== 0) || y % 400 === 0;
  let head = `${from.slice(0, 7)}-`;
  let length = (MONTH_DAYS[month - 1] ?? 31) + (month === 2 && leap(year) ? 1 : 0);
  return Array.from({ length: Math.max(0, count) }, () => {
    const date = `${head}${two(day)}` as IsoDate;
    day += 1;
    if (day > length) {
      day = 1;
      month += 1;
      if (month > 12) {
        month = 1;
        year += 1;
      }
      head = `${String(year).padStart(4, '0')}-${two(month)}-`;
      length = (MONTH_DAYS[month - 1] ?? 31) + (month === 2 && leap(year) ? 1 : 0);
    }
    return date;
  });
};

/** A time of the day, 00:00 to 23:59, written HH:MM. */
export const CLOCK = /^([01]\d|2[0-3]):([0-5]\d)$/;

/** True for a time of the day written HH:MM. */
export const isClock = (text: string): boolean => CLOCK.test(text);

/** Minutes after midnight of HH:MM. Throws RangeError for a time that is none. */
export const minutesOf = (time: string): number => {
  const found = CLOCK.exec(time);
  if (!found) throw new RangeError(`"${time}" is not a time of the day written HH:MM.`);
  return Number(found[1]) * 60 + Number(found[2]);
};

/**
 * HH:MM of minutes after midnight; past midnight it begins again.
 *
 * @example
 * clockOf(1500); // => '01:00'
 */
export const clockOf = (minutes: number): string => {
  const m = ((Math.round(minutes) % 1440) + 1440) % 1440;
  return `${String(Math.floor(m / 60)).padStart(2, '0')}:${String(m % 60).padStart(2, '0')}`;
};

/**
 * Minutes from the turn of the day, so that 00:30 sorts after 23:00. Throws RangeError for a time that is none.
 *
 * @example
 * // The day turns at four: half past midnight is late in it.
 * minutesIntoDay('00:30') > minutesIntoDay('23:00'); // => true
 */
export const minutesIntoDay = (time: string, turnsAt = DAY_TURNS_AT): number =>
  (minutesOf(time) - turnsAt + 1440) % 1440;
