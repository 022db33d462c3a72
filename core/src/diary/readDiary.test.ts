import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { isoDate } from '../units/index.ts';
import { dateOrders, type DiaryReading, guessColumns, mealTimes, readDiary } from './readDiary.ts';

const today = isoDate('2026-11-29');
const HEAD = [
  'Date',
  'Time',
  'Meal',
  'Food',
  'Amount (g)',
  'Energy (kcal)',
  'Protein',
  'Fat',
  'Carbs',
  'Fiber',
  'Sodium',
  'Weight',
];
const reading = (change: Partial<DiaryReading> = {}): DiaryReading => ({
  columns: guessColumns(HEAD),
  dates: 'year first',
  figures: 'the amount',
  carbs: 'with fibre',
  ...change,
});
const row = (...cells: string[]): string[] =>
  [...cells, ...Array<string>(HEAD.length).fill('')].slice(0, HEAD.length);
const oats = row('2026-11-20', '07:30', 'First', 'Oats', '80', '296', '10.8', '5.6', '48', '8', '4');
const read = (rows: string[][], change: Partial<DiaryReading> = {}) =>
  readDiary(rows, reading(change), today);

describe('columns', () => {
  test('are guessed by their headers, in other languages too, each for one thing', () => {
    expect(Object.values(guessColumns(HEAD))).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11]);
    expect(guessColumns(['Datum', 'Lebensmittel', 'Menge', 'Eiweiß', 'Kohlenhydrate'])).toMatchObject({
      day: 0,
      food: 1,
      grams: 2,
      PROCNT: 3,
      CARB: 4,
      time: null,
    });
    expect(guessColumns(['a', 'b']).day).toBeNull();
  });
  test.each([
    [['2026-03-01'], ['year first']],
    [['13/02/2026', '01/02/2026'], ['day first']],
    [['02/13/2026'], ['month first']],
    [['01.02.26'], ['day first', 'month first']],
    [['soon'], []],
    [[''], []],
  ])('%j can be read as %j', (texts, orders) => expect(dateOrders(texts)).toEqual(orders));
});

describe('rows', () => {
  // By hand: 10.8 g in 80 g are 13.5 in 100 g.
  test('become portions per 100 g, in their meals', () => {
    const { meals, faults } = read([oats, row('2026-11-20', '07:30', 'First', 'Milk', '200,5', '', '7')]);
    expect(faults).toEqual([]);
    expect(meals).toHaveLength(1);
    expect(meals[0]).toMatchObject({ day: '2026-11-20', time: '07:30', label: 'First' });
    expect(meals[0]?.portions[0]).toEqual({
      row: 1,
      name: 'Oats',
      grams: 80,
      per100g: { ENERC: 370, PROCNT: 13.5, FAT: 7, CHOCDF: 60, FIBTG: 10, NA: 5 },
    });
    // What is not stated stays unknown.
    expect(meals[0]?.portions[1]).toMatchObject({ grams: 200.5, per100g: { PROCNT: 3.491 } });
  });
  test('per 100 g and without fibre as the file says', () => {
    const { meals } = read([row('2026-11-20', '', '', 'Rice', '250', '', '2.6', '0.3', '28')], {
      figures: '100 g',
      carbs: 'without fibre',
    });
    expect(meals[0]?.portions[0]?.per100g).toEqual({ PROCNT: 2.6, FAT: 0.3, CHOAVLDF: 28 });
  });
  test.each([
    ['12:45', '12:45'],
    ['7:05 PM', '19:05'],
    ['12:10 am', '00:10'],
    ['2026-11-20T18:20:00', '18:20'],
    ['later', null],
  ])('the time %s is %s', (text, time) =>
    expect(read([row('2026-11-20', text, '', 'Oats', '80')]).meals[0]?.time).toBe(time),
  );
  test('a weight is a morning, with food beside it or alone; the last of a day stands', () => {
    const weight = (day: string, kg: string) => [...row(day).slice(0, -1), kg];
    const { mornings, faults } = read([
      weight('2026-11-20', '80.4'),
      weight('2026-11-20', '80.2'),
      weight('2026-11-19', '7'),
    ]);
    expect(mornings).toEqual([{ day: '2026-11-20', kg: 80.2, row: 2 }]);
    expect(faults).toEqual([{ row: 3, sentence: 'It names no food.' }]);
  });
  test.each([
    [row('', '', '', 'Oats', '80'), '“” is no date.'],
    [row('2026-02-30', '', '', 'Oats', '80'), '“2026-02-30” is no date.'],
    [row('2026-12-05', '', '', 'Oats', '80'), '2026-12-05 lies before 2000 or after tomorrow.'],
    [row('2026-11-20', '', '', 'Oats', ''), 'Oats: its amount is not said.'],
    [row('2026-11-20', '', '', 'Oats', 'a bowl'), 'Oats: “a bowl” is no amount in grams up to 5,000.'],
    [row('2026-11-20', '', '', 'Oats', '-4'), 'Oats: “-4” is no amount in grams up to 5,000.'],
    [
      row('2026-11-20', '', '', 'Oats', '80', '', '120'),
      'Oats: more than 100 g in 100 g. Are the figures for the amount?',
    ],
  ])('%j is not taken', (cells, sentence) =>
    expect(read([cells])).toEqual({ meals: [], mornings: [], faults: [{ row: 1, sentence }] }),
  );
});

test('meals without a time stand in their order, three hours apart', () =>
  expect(mealTimes([{ time: null }, { time: '10:10' }, { time: null }, ...Array.from({ length: 5 }, () => ({ time: null }))])).toEqual([
    '08:00', '10:10', '14:00', '17:00', '20:00', '23:00', '23:00', '23:00',
  ])); // prettier-ignore

test('whatever a file holds, each row is taken once or says why not', () =>
  fc.assert(
    fc.property(
      fc.array(fc.array(fc.string({ maxLength: 12 }), { maxLength: HEAD.length }), { maxLength: 30 }),
      (rows) => {
        const { meals, mornings, faults } = read(rows);
        const portions = meals.flatMap((m) => m.portions.map((p) => p.row));
        expect(new Set(portions).size).toBe(portions.length);
        const said = new Set([...portions, ...faults.map((f) => f.row), ...mornings.map((m) => m.row)]);
        expect(said.size).toBe(rows.length);
      },
    ),
  ));
