import { describe, expect, test } from '@jest/globals';
import { athleteDay, localMoment, minutesIntoDay } from '../units/index.ts';
import { daySheet, type SheetMeal } from './daySheet.ts';

const meal = (id: string, time: string): SheetMeal => ({
  id,
  time,
  eaten: true,
  portions: [
    {
      id: `${id}p`,
      food: { id: 'x', name: id, state: '', per100g: { PROCNT: 10, FAT: 0, CHOAVLDF: 0, FIBTG: 0 } },
      plannedGrams: null,
      grams: 100,
      method: 'scale',
      division: 1,
    },
  ],
});
const order = (meals: SheetMeal[]): string[] =>
  daySheet({ meals, windows: null, carbBasis: 'total' }).meals.map((m) => m.id);

describe('clocks that change, and travel', () => {
  // In Vienna the clock goes from 02:00 to 03:00 on 2026-03-29, and from 03:00 back to 02:00 on 2026-10-25 (IANA time zone database).
  test('the night of daylight saving: a meal at an hour that is not there, or twice, stands by its wall clock', () => {
    expect(order([meal('early', '06:00'), meal('lost hour', '02:30'), meal('evening', '20:00')])).toEqual([
      'early',
      'evening',
      'lost hour',
    ]);
    const spring = new Date('2026-03-29T01:30:00Z');
    expect(localMoment(spring, 'Europe/Vienna')).toEqual({ date: '2026-03-29', minutes: 210 });
    const [first, second] = [new Date('2026-10-25T00:30:00Z'), new Date('2026-10-25T01:30:00Z')];
    expect(localMoment(first, 'Europe/Vienna').minutes).toBe(localMoment(second, 'Europe/Vienna').minutes);
    for (const instant of [first, second]) expect(athleteDay(instant, 'Europe/Vienna')).toBe('2026-10-24');
  });
  test('half past midnight belongs to the day before, until four', () => {
    expect(athleteDay(new Date('2026-11-25T23:30:00Z'), 'Europe/Vienna')).toBe('2026-11-25');
    expect(athleteDay(new Date('2026-11-26T02:59:00Z'), 'Europe/Vienna')).toBe('2026-11-25');
    expect(athleteDay(new Date('2026-11-26T03:00:00Z'), 'Europe/Vienna')).toBe('2026-11-26');
    expect(minutesIntoDay('00:30')).toBe(1230);
  });
  test('across zones nothing is summed twice: a day is a civil date, whatever the zone of its meals', () => {
    const { nutrients } = daySheet({
      meals: [meal('home', '07:00'), meal('on the way', '07:00'), meal('there', '21:00')],
      windows: null,
      carbBasis: 'total',
    });
    expect(nutrients.PROCNT.eaten).toBeCloseTo(30, 9);
    expect(athleteDay(new Date('2026-11-25T20:00:00Z'), 'Pacific/Auckland')).toBe('2026-11-26');
    expect(athleteDay(new Date('2026-11-25T20:00:00Z'), 'America/Los_Angeles')).toBe('2026-11-25');
  });
});
