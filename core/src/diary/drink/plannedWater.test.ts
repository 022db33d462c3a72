import { addDays, isoDate } from '../../units/index.ts';
import { describe, expect, test } from '@jest/globals';
import { plannedWaterBarred, type WaterDay } from './plannedWater.ts';

const today = isoDate('2026-11-28');
const glass = (id: string, time: string, millilitres: number, change: object = {}) => ({
  id, day: today, time, millilitres, done: false, ...change,
}); // prettier-ignore
const day: WaterDay = {
  drinks: [glass('a', '10:00', 750)],
  portions: [],
  weightKg: 80,
  now: { day: today, time: '04:00' },
};
const plan = (time: string, millilitres: number, id = 'b') => ({ id, day: today, time, millilitres });

describe('water before it is planned', () => {
  test('a litre within the hour is barred, an hour later it is not', () => {
    expect(plannedWaterBarred(day, plan('10:30', 500))?.sentence).toContain('within an hour (1.3 L)');
    expect(plannedWaterBarred(day, plan('11:00', 500))).toBeUndefined();
  });
  test('an entry that is changed does not count twice', () =>
    expect(plannedWaterBarred(day, plan('10:30', 900, 'a'))).toBeUndefined());
  test('over the turn of the day the hour goes on', () => {
    const late = { ...day, drinks: [glass('a', '23:45', 800)] };
    expect(plannedWaterBarred(late, plan('00:15', 400))).toBeDefined();
    const before = { ...day, drinks: [glass('a', '03:40', 800, { day: addDays(today, -1), done: true })] };
    const found = plannedWaterBarred(before, plan('04:10', 400));
    expect(found?.sentence).toContain('It would join 800 mL drunk at 03:40 on 2026-11-27.');
  });
  test('what was drunk at dawn does not bar the evening, and names no other glass', () => {
    const dawn = { ...day, drinks: [glass('a', '05:00', 1200, { done: true })] };
    expect(plannedWaterBarred(dawn, plan('18:00', 500))).toBeUndefined();
    expect(plannedWaterBarred(dawn, plan('05:30', 500))).toBeDefined();
  });
  test('a glass that was planned and not drunk by now is no longer in the way', () => {
    const noon = { ...day, now: { day: today, time: '10:20' } };
    expect(plannedWaterBarred(noon, plan('10:30', 500))).toBeUndefined();
  });
  test('much water with little sodium is barred where the sodium is known whole', () => {
    const drinks = ['06:00', '09:00', '12:00', '15:00', '18:00'].map((time) => glass(time, time, 950));
    const salty = { food: { per100g: { NA: 50 } }, grams: 400, plannedGrams: null };
    const unknown = { food: { per100g: {} }, grams: 100, plannedGrams: null };
    const with_ = (portions: WaterDay['portions']) =>
      plannedWaterBarred({ ...day, drinks, portions }, plan('21:00', 200));
    expect(with_([salty])?.sentence).toContain('200 mg sodium');
    expect(with_([salty, unknown])).toBeUndefined();
    expect(with_([])).toBeUndefined();
  });
});
