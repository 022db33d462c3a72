import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  addDays,
  ageOn,
  athleteDay,
  clockOf,
  datesFrom,
  minutesOf,
  daysBetween,
  instantAt,
  isIsoDate,
  isoDate,
  localMoment,
  weekday,
  weekStart,
} from './dates.ts';

describe('civil dates', () => {
  test('a day that is none is refused', () => {
    expect(() => isoDate('2026-02-30')).toThrow('"2026-02-30" is not a day of the calendar.');
    expect(() => isoDate('16/11/2026')).toThrow('YYYY-MM-DD');
    expect(isIsoDate('2024-02-29')).toBe(true);
    expect(isIsoDate('2100-02-29')).toBe(false);
  });
  test('leap day and year end', () => {
    expect(addDays(isoDate('2024-02-28'), 1)).toBe('2024-02-29');
    expect(addDays(isoDate('2026-12-31'), 1)).toBe('2027-01-01');
    expect(daysBetween(isoDate('2024-02-28'), isoDate('2024-03-01'))).toBe(2);
  });
  // ISO 8601: 4 January is always in week 1; 2026-11-24 is a Tuesday.
  test('weekdays and weeks', () => {
    expect(weekday(isoDate('2026-11-24'))).toBe(2);
    expect(weekday(isoDate('2026-11-29'))).toBe(7);
    expect(weekStart(isoDate('2026-11-29'))).toBe('2026-11-23');
    expect(weekStart(isoDate('2026-11-29'), 7)).toBe('2026-11-29');
  });
  test('age turns on the birthday', () => {
    expect(ageOn(isoDate('2008-11-24'), isoDate('2026-11-23'))).toBe(17);
    expect(ageOn(isoDate('2008-11-24'), isoDate('2026-11-24'))).toBe(18);
    expect(ageOn(isoDate('2004-02-29'), isoDate('2026-02-28'))).toBe(21);
  });
  test('law: adding days and counting them agree', () => {
    fc.assert(
      fc.property(fc.integer({ min: -20_000, max: 20_000 }), (days) => {
        const start = isoDate('2026-03-15');
        expect(daysBetween(start, addDays(start, days))).toBe(days);
        expect(weekday(addDays(start, 7 * days))).toBe(weekday(start));
      }),
    );
  });
});

describe('the instant of a clock', () => {
  const utc = (date: string, minutes: number, zone = 'Europe/Vienna') =>
    instantAt(isoDate(date), minutes, zone).toISOString().slice(0, 16);
  // Directive 2000/84/EC: summer time begins and ends at 01:00 UTC on the last Sundays of March and October.
  test.each([
    ['2026-11-29', 390, '2026-11-29T05:30'],
    ['2026-07-01', 390, '2026-07-01T04:30'],
    ['2026-11-29', 1500, '2026-11-30T00:00'],
    ['2026-03-29', 119, '2026-03-29T00:59'],
    ['2026-03-29', 150, '2026-03-29T01:30'],
    ['2026-03-29', 180, '2026-03-29T01:00'],
    ['2026-10-25', 150, '2026-10-25T00:30'],
    ['2026-10-25', 180, '2026-10-25T02:00'],
  ])('%s and %d minutes in Vienna', (date, minutes, instant) => expect(utc(date, minutes)).toBe(instant));
  test('law: the clock of the zone shows it, but for an hour that is skipped', () => {
    const zones = ['Europe/Vienna', 'America/St_Johns', 'Pacific/Chatham', 'Asia/Kolkata', 'UTC'];
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 4000 }),
        fc.integer({ min: 0, max: 1439 }),
        fc.constantFrom(...zones),
        (days, minutes, zone) => {
          const date = addDays(isoDate('2020-01-01'), days);
          const shown = localMoment(instantAt(date, minutes, zone), zone);
          expect(shown.date).toBe(date);
          expect([0, 60]).toContain(shown.minutes - minutes);
        },
      ),
    );
  });
  test('a zone that nobody knows is refused', () =>
    expect(() => instantAt(isoDate('2026-11-29'), 0, 'Nowhere/Here')).toThrow(RangeError));
});

describe('the athlete’s day', () => {
  test('00:30 belongs to the day before, 04:00 to the new one', () => {
    expect(athleteDay(new Date('2026-11-24T23:30:00Z'), 'Europe/Vienna')).toBe('2026-11-24');
    expect(athleteDay(new Date('2026-11-25T02:59:00Z'), 'Europe/Vienna')).toBe('2026-11-24');
    expect(athleteDay(new Date('2026-11-25T03:00:00Z'), 'Europe/Vienna')).toBe('2026-11-25');
  });
  test('the zone decides, and daylight saving loses no day', () => {
    expect(athleteDay(new Date('2026-11-25T03:00:00Z'), 'America/Los_Angeles')).toBe('2026-11-24');
    // Clocks go forward on 2026-03-29 in Vienna: 02:30 local does not exist.
    expect(athleteDay(new Date('2026-03-29T01:30:00Z'), 'Europe/Vienna')).toBe('2026-03-28');
    expect(athleteDay(new Date('2026-03-29T02:00:00Z'), 'Europe/Vienna')).toBe('2026-03-29');
  });
});

describe('days in a row and times of the day', () => {
  test('over leap days and year ends', () => {
    expect(datesFrom(isoDate('2024-02-28'), 3)).toEqual(['2024-02-28', '2024-02-29', '2024-03-01']);
    expect(datesFrom(isoDate('2026-12-31'), 2)).toEqual(['2026-12-31', '2027-01-01']);
    expect(datesFrom(isoDate('2100-02-28'), 2)).toEqual(['2100-02-28', '2100-03-01']);
    expect(datesFrom(isoDate('2026-01-01'), 0)).toEqual([]);
  });
  test('law: counting on agrees with the calendar', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -40_000, max: 40_000 }),
        fc.integer({ min: 0, max: 800 }),
        (offset, count) => {
          const from = addDays(isoDate('2026-03-15'), offset);
          const dates = datesFrom(from, count);
          expect(dates).toHaveLength(count);
          expect(dates.at(-1) ?? from).toBe(count === 0 ? from : addDays(from, count - 1));
        },
      ),
    );
  });
  test('minutes and the clock', () => {
    expect([minutesOf('00:30'), minutesOf('23:59'), clockOf(1470), clockOf(-15)]).toEqual([
      30,
      1439,
      '00:30',
      '23:45',
    ]);
    expect(() => minutesOf('25:00')).toThrow('"25:00" is not a time of the day written HH:MM.');
  });
});
