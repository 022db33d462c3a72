import { describe, expect, test } from '@jest/globals';
import { plannedWaterBarred, type WaterDay } from './plannedWater.ts';

const day: WaterDay = { drinks: [{ id: 'a', time: '10:00', millilitres: 750 }], portions: [], weightKg: 80 };
const plan = (time: string, millilitres: number, id = 'b') => ({ id, time, millilitres });

describe('water before it is planned', () => {
  test('a litre within the hour is barred, an hour later it is not', () => {
    expect(plannedWaterBarred(day, plan('10:30', 500))?.sentence).toContain('within an hour (1.3 L)');
    expect(plannedWaterBarred(day, plan('11:00', 500))).toBeUndefined();
  });
  test('an entry that is changed does not count twice', () =>
    expect(plannedWaterBarred(day, plan('10:30', 900, 'a'))).toBeUndefined());
  test('over the turn of the day the hour goes on', () => {
    const late = { ...day, drinks: [{ id: 'a', time: '23:45', millilitres: 800 }] };
    expect(plannedWaterBarred(late, plan('00:15', 400))).toBeDefined();
  });
  test('much water with little sodium is barred where the sodium is known whole', () => {
    const drinks = ['06:00', '09:00', '12:00', '15:00', '18:00'].map((time) => ({
      id: time,
      time,
      millilitres: 950,
    }));
    const salty = { food: { per100g: { NA: 50 } }, grams: 400, plannedGrams: null };
    const unknown = { food: { per100g: {} }, grams: 100, plannedGrams: null };
    const with_ = (portions: WaterDay['portions']) =>
      plannedWaterBarred({ ...day, drinks, portions }, plan('21:00', 200));
    expect(with_([salty])?.sentence).toContain('200 mg sodium');
    expect(with_([salty, unknown])).toBeUndefined();
    expect(with_([])).toBeUndefined();
  });
});
