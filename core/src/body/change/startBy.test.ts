import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { addDays, isoDate } from '../../units/index.ts';
import { massToLose, rateForWeeks, startBy, weeksAtRate, type StartByInput } from './startBy.ts';

const today = isoDate('2026-11-24');
const input: StartByInput = {
  weightKg: 84,
  fatPercent: 14,
  fatSpread: 2,
  stageFatPercent: 6,
  ratePercent: 0.7,
  leanShare: 0.1,
  pauseWeeks: 1,
  today,
  show: isoDate('2027-05-08'),
};

describe('when it must start', () => {
  test('the mass to lose, by hand: 84 kg at 14 % to 6 %, a tenth of it lean, is 8 kg', () => {
    // (0.14 - 0.06) x 84 / (0.9 - 0.06) = 8.0; then (11.76 - 7.2) / 76 = 6.0 %.
    expect(massToLose(84, 0.14, 0.06, 0.1)).toBeCloseTo(8, 9);
    expect((11.76 - 0.9 * 8) / 76).toBeCloseTo(0.06, 9);
    expect(massToLose(84, 0.05, 0.06, 0.1)).toBe(0);
  });
  test('the weeks agree with counting them one by one', () => {
    let kg = 84;
    let weeks = 0;
    while (kg > 76) {
      kg *= 1 - 0.007;
      weeks += 1;
    }
    expect(Math.ceil(weeksAtRate(84, 76, 0.7))).toBe(weeks);
    expect(rateForWeeks(84, 76, weeksAtRate(84, 76, 0.7))).toBeCloseTo(0.7, 9);
  });
  test('the latest start and the slack, with the spread of body fat', () => {
    const found = startBy(input);
    expect(found.verdict).toBe('ample');
    expect(found.loseKg.mid).toBeCloseTo(8, 6);
    expect(found.weeks.low).toBeLessThan(found.weeks.mid);
    expect(found.latest).toBe(addDays(input.show, -Math.ceil(found.weeks.mid * 7)));
    expect(found.latestCautious < found.latest).toBe(true);
    expect(found.slackWeeks.mid).toBeCloseTo(165 / 7 - found.weeks.mid, 6);
  });
  test('too late says what would make it possible', () => {
    const late = startBy({ ...input, show: isoDate('2027-02-06') });
    expect(late.verdict).toBe('late');
    expect(late.remedies[0]).toMatch(/^A show 5 weeks later, on 2027-03-/);
    expect(late.remedies[1]).toContain('Not by dieting faster: it would need 1.0 % a week');
    expect(late.remedies[2]).toMatch(/^A condition of about \d\.\d % body fat/);
    const slower = startBy({ ...input, ratePercent: 0.5, show: isoDate('2027-03-27') });
    expect(slower.remedies[1]).toContain('still inside 1 % a week');
  });
  test('in condition already, and impossible figures', () => {
    expect(startBy({ ...input, fatPercent: 5 }).verdict).toBe('there');
    expect(() => startBy({ ...input, fatPercent: 90 })).toThrow('Body fat lies between 2 and 70 %.');
    expect(() => startBy({ ...input, ratePercent: 0 })).toThrow('between 0 and 5 % a week');
  });
  test('law: starting on the latest day, at the limit, arrives in condition', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 8, max: 30, noNaN: true }),
        fc.double({ min: 0.3, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 0.4, noNaN: true }),
        (fatPercent, ratePercent, leanShare) => {
          const found = startBy({ ...input, fatPercent, ratePercent, leanShare, pauseWeeks: 0 });
          const end = 84 * (1 - ratePercent / 100) ** found.weeks.mid;
          const fat = ((fatPercent / 100) * 84 - (1 - leanShare) * (84 - end)) / end;
          expect(fat).toBeCloseTo(0.06, 6);
        },
      ),
    );
  });
});
