import { describe, expect, test } from '@jest/globals';
import { testBasis, testPhase, testSeason } from '../testing.ts';
import { dayTargets } from '../targets/index.ts';
import { addDays, isoDate } from '../units/index.ts';
import { targetCautions, type CautionPerson } from './caution.ts';

const person: CautionPerson = { sex: 'male', ageYears: 29, weightKg: 77.6, resting: 1750 };
const days = (kcal: number, fatPerKg = 0.75) => {
  const phase = testPhase({ energy: { kind: 'hand', kcal } });
  phase.macros.fat = { gPerKg: fatPerKg, of: 'body', floor: 0 };
  return Array.from({ length: 7 }, (_, i) =>
    dayTargets(testSeason(phase), [testBasis()], [], addDays(isoDate('2026-11-23'), i))!,
  );
};

// Thresholds: common practice, no source.
describe('cautions on a plan', () => {
  test('an ordinary cut has none', () => expect(targetCautions(days(2200), person)).toEqual([]));
  test('below resting expenditure is hard', () => {
    expect(targetCautions(days(1850), person)[0]).toMatchObject({ id: 'very-low-intake', level: 'hard' });
  });
  test('below 1,500 or 1,200 is hard whatever the equation says', () => {
    const small = { ...person, resting: 1000 };
    expect(targetCautions(days(1600), small)[0]?.sentence).toContain('cautious floor of 1,500 kcal');
    expect(targetCautions(days(1600), { ...small, sex: 'female' }).map((c) => c.id)).not.toContain(
      'very-low-intake',
    );
  });
  test('a deficit under 18 is X and comes first', () => {
    const cautions = targetCautions(days(1800), { ...person, ageYears: 17 });
    expect(cautions[0]).toMatchObject({ id: 'minor-in-deficit', level: 'X' });
    expect(cautions[0]?.see).toContain('doctor');
    expect(targetCautions(days(3000), { ...person, ageYears: 17 })).toEqual([]);
  });
  // Helms 2014; Iraki 2019: 15 % of energy or 0.5 g per kg.
  test('little fat is a note', () => {
    expect(targetCautions(days(2400, 0.4), person)).toMatchObject([{ id: 'fat-under-floor', level: 'note' }]);
  });
  test('no days, no cautions', () => expect(targetCautions([], person)).toEqual([]));
});
