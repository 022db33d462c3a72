import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  carbsBeforeTraining,
  makePattern,
  patternConflicts,
  slotTime,
  wholeShares,
  type CarbTiming,
  type Routine,
} from './mealPattern.ts';

const routine: Routine = {
  waking: '06:00',
  sessions: [
    { weekday: 1, kind: 'cardio', start: '06:30', minutes: 40 },
    { weekday: 1, kind: 'resistance', start: '17:00', minutes: 75 },
  ],
};
const wish = {
  id: 'p',
  name: 'Day',
  meals: 5,
  carbs: 'even' as CarbTiming,
  waking: '06:00',
  training: { start: '17:00', minutes: 75 },
  fast: null,
};

describe('a pattern from a few words', () => {
  test('from waking to the evening, one meal before and one after training', () => {
    const { slots } = makePattern(wish);
    expect(slots.map((s) => s.anchor)).toEqual([
      'clock',
      'clock',
      'clock',
      'before-training',
      'after-training',
    ]);
    // 75 minutes before 17:00 and half an hour after 18:15: common practice, no source.
    expect(slots.map((s) => slotTime(s, routine, 1)).slice(3)).toEqual(['15:45', '18:45']);
  });
  test('protein until evening, carbs late, and a fast 16:8', () => {
    const evening = makePattern({ ...wish, carbs: 'protein-until-evening', training: null });
    expect(evening.proteinUntil).toBe('17:00');
    expect(evening.slots.slice(0, 3).every((s) => s.share.carbs <= 10)).toBe(true);
    const late = makePattern({ ...wish, carbs: 'late' }).slots.map((s) => s.share.carbs);
    expect([...late].sort((a, b) => a - b)).toEqual(late);
    const fasted = makePattern({ ...wish, meals: 3, fast: { from: '20:00', to: '12:00' }, training: null });
    expect(fasted.slots.map((s) => s.at)).toEqual(['12:00', '15:45', '19:30']);
    expect(patternConflicts(fasted, routine, 2)).toEqual([]);
  });
  test('so many meals are no day', () =>
    expect(() => makePattern({ ...wish, meals: 11 })).toThrow('1 to 10 meals'));
  test('law: shares are whole and add up to 100, whatever is wished', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 10 }),
        fc.constantFrom<CarbTiming>('even', 'around-training', 'late', 'early', 'protein-until-evening'),
        fc.boolean(),
        (meals, carbs, trains) => {
          const { slots } = makePattern({ ...wish, meals, carbs, training: trains ? wish.training : null });
          for (const key of ['protein', 'carbs', 'fat'] as const)
            expect(slots.reduce((s, slot) => s + slot.share[key], 0)).toBe(100);
        },
      ),
    );
    expect(wholeShares([1, 1, 1])).toEqual([34, 33, 33]);
    expect(wholeShares([0, 0])).toEqual([50, 50]);
  });
});

describe('what does not go together is said', () => {
  const pattern = makePattern({ ...wish, training: null });
  const first = pattern.slots[0]!;
  test('a meal inside the fast', () =>
    expect(patternConflicts({ ...pattern, fast: { from: '19:00', to: '11:00' } }, routine, 2)[0]).toBe(
      'The meal at 06:30 lies inside the fast from 19:00 to 11:00.',
    ));
  test('carbs before the hour until which it is protein', () =>
    expect(patternConflicts({ ...pattern, proteinUntil: '17:00' }, routine, 2)[0]).toContain(
      'holds 20 % of the carbs',
    ));
  test('shares that do not add up', () =>
    expect(
      patternConflicts(
        { ...pattern, slots: [{ ...first, share: { protein: 50, carbs: 100, fat: 100 } }] },
        routine,
        2,
      ),
    ).toEqual(['The shares of protein add up to 50 %, not to 100 %.']));
  test('meals on top of each other, and in the middle of a session', () => {
    const moved = { ...pattern, slots: pattern.slots.map((s, i) => (i === 1 ? { ...s, at: '06:45' } : s)) };
    expect(patternConflicts(moved, routine, 2)).toEqual([
      'The meals at 06:30 and 06:45 lie less than half an hour apart.',
    ]);
    const during = { ...pattern, slots: pattern.slots.map((s, i) => (i === 4 ? { ...s, at: '17:30' } : s)) };
    expect(patternConflicts(during, routine, 1)).toContain(
      'The meal at 17:30 lies in the middle of the session at 17:00.',
    );
  });
  test('no training day at all: meals keep their own times', () =>
    expect(patternConflicts(makePattern(wish), { waking: '06:00', sessions: [] }, 1)).toEqual([]));
});

describe('carbs kept for before the session', () => {
  const wish = { id: 'p', name: 'P', meals: 5, carbs: 'even' as const, waking: '06:00', fast: null };
  test('the meal before it holds most of them, the others their protein and fat as before', () => {
    const plain = makePattern({ ...wish, training: { start: '17:00', minutes: 75 } });
    const kept = carbsBeforeTraining(plain, 'leg', 'Leg day');
    const before = kept?.slots.find((s) => s.anchor === 'before-training');
    expect(kept?.slots.reduce((sum, s) => sum + s.share.carbs, 0)).toBe(100);
    expect(before?.share.carbs).toBeGreaterThan(50);
    expect(kept?.slots.map((s) => s.share.protein)).toEqual(plain.slots.map((s) => s.share.protein));
    expect(kept).toMatchObject({ id: 'leg', name: 'Leg day' });
  });
  test('a day without a session has nothing to keep them for', () =>
    expect(carbsBeforeTraining(makePattern({ ...wish, training: null }), 'leg', 'Leg day')).toBeUndefined());
});
