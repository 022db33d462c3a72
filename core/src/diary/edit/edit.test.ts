import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { seededRandom } from '../../random/index.ts';
import { copyDay, copyMeal, givePart, mergeMeals, moveMeal, splitMeal, timeForNumber } from './edit.ts';
import { mergeRow } from './merge.ts';
import {
  takenBack,
  withChanges,
  type DiaryChange,
  type DiaryMeal,
  type DiaryPortion,
  type DiaryRows,
} from './rows.ts';

type Portion = DiaryPortion & { food: string };
type Rows = DiaryRows<DiaryMeal, Portion>;
const DAY = '2026-11-25';

/** A day from a seed: two to five meals, up to four portions each, planned or measured. */
const sampleDay = (seed: number): Rows => {
  const random = seededRandom(seed);
  const meals = Array.from({ length: 2 + Math.floor(random() * 4) }, (_, i) => ({
    id: `m${i}`,
    day: DAY,
    time: `${String(6 + 3 * i).padStart(2, '0')}:15`,
    eaten: random() < 0.3,
  }));
  const portions = meals.flatMap((meal) =>
    Array.from({ length: Math.floor(random() * 5) }, (_, i): Portion => {
      const planned = Math.ceil(random() * 300);
      const measured = random() < 0.5;
      return {
        id: `${meal.id}p${i}`,
        mealId: meal.id,
        position: i,
        plannedGrams: planned,
        grams: measured ? planned + Math.round(random() * 9) : null,
        food: `f${Math.floor(random() * 6)}`,
      };
    }),
  );
  return { meals, portions };
};
const ids = () => {
  let n = 0;
  return () => `new${n++}`;
};
const planned = (p: Portion): Portion => ({ ...p, plannedGrams: p.grams ?? p.plannedGrams, grams: null });
const counts = (p: DiaryPortion): number => p.grams ?? p.plannedGrams ?? 0;
/** Grams of each food on a day. */
const sums = (rows: Rows, day = DAY): Record<string, number> => {
  const on = new Set(rows.meals.filter((m) => m.day === day).map((m) => m.id));
  const out: Record<string, number> = {};
  for (const p of rows.portions)
    if (on.has(p.mealId)) out[p.food] = Math.round(((out[p.food] ?? 0) + counts(p)) * 100) / 100;
  return out;
};
const sorted = (rows: Rows) => ({
  meals: [...rows.meals].sort((a, b) => a.id.localeCompare(b.id)),
  portions: [...rows.portions].sort((a, b) => a.id.localeCompare(b.id)),
});

const day = fc.integer({ min: 1, max: 100_000 }).map(sampleDay);
const EDITS = ['move', 'split', 'half', 'merge', 'copy', 'repeat', 'give', 'day'] as const;

/** Does one edit as a number chooses it; nothing where it cannot be done. */
const edit = (rows: Rows, what: (typeof EDITS)[number], pick: number, newId: () => string) => {
  const meal = rows.meals[pick % rows.meals.length];
  const other = rows.meals[(pick + 1) % rows.meals.length];
  if (!meal || !other) return [];
  const within = rows.portions.filter((p) => p.mealId === meal.id);
  const first = within[0];
  const time = `${String(pick % 24).padStart(2, '0')}:40`;
  try {
    switch (what) {
      case 'move':
        return moveMeal(rows, meal.id, { time });
      case 'split':
        return splitMeal(rows, meal.id, first ? [first.id] : [], { time }, newId);
      case 'half':
        return splitMeal(
          rows,
          meal.id,
          within.map((p) => p.id),
          { time, part: 0.5 },
          newId,
        );
      case 'merge':
        return mergeMeals(rows, meal.id, other.id);
      case 'copy':
        return copyMeal(rows, meal.id, { day: DAY, time }, planned, newId);
      case 'repeat':
        return copyMeal(rows, meal.id, { day: '2026-11-26', time, times: 3 }, planned, newId);
      case 'give':
        return first ? givePart(rows, first.id, counts(first) / 3) : [];
      case 'day':
        return copyDay(rows, DAY, '2026-11-27', planned, newId);
    }
  } catch (error) {
    if (error instanceof RangeError) return [];
    throw error;
  }
};

describe('laws of editing a day', () => {
  test('undo of any sequence restores the day bit for bit', () => {
    const steps = fc.array(fc.tuple(fc.constantFrom(...EDITS), fc.nat(50)), { maxLength: 12 });
    fc.assert(
      fc.property(day, steps, (before, sequence) => {
        const newId = ids();
        let rows = before;
        const done: DiaryChange<DiaryMeal, Portion>[][] = [];
        for (const [what, pick] of sequence) {
          const changes = edit(rows, what, pick, newId);
          done.push(changes);
          rows = withChanges(rows, changes);
        }
        for (const changes of done.reverse()) rows = withChanges(rows, takenBack(changes));
        expect(JSON.stringify(sorted(rows))).toBe(JSON.stringify(sorted(before)));
      }),
    );
  });
  test('moving, splitting and merging change no sum', () => {
    fc.assert(
      fc.property(day, fc.constantFrom('move', 'split', 'half', 'merge'), fc.nat(50), (rows, what, pick) => {
        expect(sums(withChanges(rows, edit(rows, what, pick, ids())))).toEqual(sums(rows));
      }),
    );
  });
  test('copies equal their originals', () => {
    fc.assert(
      fc.property(day, (rows) => {
        const changes = edit(rows, 'day', 0, ids());
        expect(sums(withChanges(rows, changes), '2026-11-27')).toEqual(
          changes.length === 0 ? {} : sums(rows),
        );
      }),
    );
  });
});

const meal = (id: string, time: string): DiaryMeal => ({ id, day: DAY, time, eaten: false });
const portion = (
  id: string,
  mealId: string,
  plannedGrams: number | null,
  grams: number | null = null,
): Portion => ({
  id,
  mealId,
  position: 0,
  plannedGrams,
  grams,
  food: 'rice',
});

describe('one by one', () => {
  const meals = [meal('a', '07:00'), meal('b', '12:00'), meal('c', '19:00'), meal('d', '00:30')];
  test('a number follows from the time: a meal after midnight is the last of the day before', () => {
    expect(timeForNumber(meals, 'd', 1)).toBe('05:30');
    expect(timeForNumber(meals, 'a', 2)).toBe('15:30');
    expect(timeForNumber(meals, 'a', 4)).toBe('02:00');
    expect(timeForNumber(meals, 'b', 2)).toBeUndefined();
  });
  test.each(['25:00', '7:00', '12:60'])('a meal at %s is refused', (time) => {
    expect(() => moveMeal({ meals, portions: [] }, 'a', { time })).toThrow('is not a time of the day');
  });
  test('half now, half later: both halves add up to the hundredth of a gram', () => {
    const rows = { meals, portions: [portion('p', 'a', 100, 33.33)] };
    const after = withChanges(rows, splitMeal(rows, 'a', ['p'], { time: '09:00', part: 0.5 }, ids()));
    expect(after.portions.map((p) => p.grams)).toEqual([16.66, 16.67]);
  });
  test.each([
    [
      () => copyDay({ meals, portions: [] }, DAY, '2026-11-26', planned, ids()),
      'nothing on this day to copy',
    ],
    [
      () => copyMeal({ meals, portions: [] }, 'a', { day: DAY, time: '08:00' }, planned, ids()),
      'nothing in this meal',
    ],
    [() => mergeMeals({ meals, portions: [] }, 'a', 'a'), 'with itself'],
    [
      () => splitMeal({ meals, portions: [portion('p', 'a', 10)] }, 'a', ['p'], { time: '09:00' }, ids()),
      'move the meal',
    ],
    [() => givePart({ meals, portions: [portion('p', 'a', 10)] }, 'p', 10), 'less than all 10 g'],
  ])('what cannot be done says why: %#', (act, sentence) => {
    expect(act).toThrow(sentence);
  });
  test('what was measured becomes the plan of its copy', () => {
    const rows = { meals, portions: [portion('p', 'a', 230, 236)] };
    const after = withChanges(
      rows,
      copyMeal(rows, 'a', { day: DAY, time: '15:00', times: 2 }, planned, ids()),
    );
    expect(after.meals.slice(4).map((m) => m.time)).toEqual(['15:00', '16:00']);
    expect(after.portions.slice(1).map((p) => [p.plannedGrams, p.grams])).toEqual([
      [236, null],
      [236, null],
    ]);
  });
});

describe('the same row by two hands', () => {
  const before = { time: '12:00', eaten: false, grams: null as number | null, method: null as string | null };
  test('a document whose keys come back in another order is the same document', () => {
    const before = { thing: { kind: 'recipe', steps: [{ id: 1, text: 'a' }], notes: undefined } as object };
    const theirs = { thing: { steps: [{ text: 'a', id: 1 }], kind: 'recipe' } as object };
    const mine = { thing: { kind: 'recipe', steps: [] } as object };
    expect(mergeRow(before, mine, theirs)).toEqual({ row: mine });
    expect(mergeRow(before, mine, { thing: { kind: 'recipe', steps: [{ id: 2 }] } })).toMatchObject({ collide: ['thing'] });
  }); // prettier-ignore
  test('what does not collide is merged', () => {
    const merged = mergeRow(before, { ...before, eaten: true }, { ...before, time: '12:30' });
    expect(merged).toEqual({ row: { ...before, eaten: true, time: '12:30' } });
  });
  test('what both changed is asked for, unless they did the same', () => {
    expect(mergeRow(before, { ...before, time: '13:00' }, { ...before, time: '12:30' })).toEqual({
      collide: ['time'],
      mine: { ...before, time: '13:00' },
    });
    expect(mergeRow(before, { ...before, time: '13:00' }, { ...before, time: '13:00' })).toEqual({
      row: { ...before, time: '13:00' },
    });
  });
  test('an amount and how it is known go together', () => {
    const linked = [['grams', 'method']] as const;
    expect(
      mergeRow(
        before,
        { ...before, grams: 5, method: 'scale' },
        { ...before, grams: 6, method: 'scale' },
        linked,
      ),
    ).toMatchObject({
      collide: ['grams', 'method'],
    });
  });
});
