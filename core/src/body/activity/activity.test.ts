import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  METS,
  movementKcal,
  movementOf,
  netWork,
  stepsKcal,
  stepsMetres,
  workKcal,
  type SteadyWork,
} from './activity.ts';
import { sessionKcal } from '../composition/equations.ts';

const kcal = (work: SteadyWork, kg: number, minutes: number): number => {
  const cost = netWork(work, kg, minutes);
  if (!cost.ok) throw new Error(cost.sentence);
  return cost.kcal;
};
const POUND = 0.45359237;
const MPH3 = 3 * 1.609344;

describe('net energy of work', () => {
  // Source: ACSM's walking equation: a mile at 3 mph, gross 94 kcal at 180 lb and 63 at 120 lb, net 65.7 and 43.8.
  test.each([
    [180, 65.7, 94],
    [120, 43.8, 63],
  ])('a mile of level walking at %i lb', (pounds, net, gross) => {
    const kg = pounds * POUND;
    expect(kcal({ kind: 'walk', kmh: MPH3, grade: 0 }, kg, 20)).toBeCloseTo(net, 1);
    expect(kcal({ kind: 'walk', kmh: MPH3, grade: 0 }, kg, 20) + (3.5 * kg * 20 * 5) / 1000).toBeCloseTo(
      gross,
      0,
    );
  });
  test('by MET it is what sessions are reckoned at', () => {
    // Source: Ainsworth 2011, from memory: (MET - 1) x 1.05 x W x hours.
    expect(kcal({ kind: 'met', met: 5 }, 80, 60)).toBe(sessionKcal(5, 80, 60));
    expect(kcal({ kind: 'met', met: METS.Posing }, 80, 30)).toBeCloseTo(84, 6);
  });
  test('cycling and stepping', () => {
    // Source: ACSM: 1.8 x work rate / mass + 7 and 0.2 f + 2.4 h f + 3.5, by hand: 100 W at 80 kg is 20.77 mL/kg/min.
    expect(kcal({ kind: 'cycle', watts: 100 }, 80, 30)).toBeCloseTo((13.77 + 3.5) * 80 * 30 * 0.005, 0);
    expect(kcal({ kind: 'step', perMinute: 24, heightM: 0.2 }, 70, 10)).toBeCloseTo(
      (4.8 + 11.52) * 70 * 10 * 0.005,
      6,
    );
  });
  test('its doubt is said, and twice as wide outside of what the equation was made for', () => {
    const inside = netWork({ kind: 'walk', kmh: 5, grade: 0 }, 80, 60);
    const outside = netWork({ kind: 'walk', kmh: 7.5, grade: 0 }, 80, 60);
    expect(inside.ok && inside.edge).toBeNull();
    expect(inside.ok && inside.sd / inside.kcal).toBeCloseTo(0.2, 6);
    expect(outside.ok && outside.edge).toContain('walking equation');
    expect(outside.ok && outside.sd / outside.kcal).toBeCloseTo(0.4, 6);
  });
  test.each<[SteadyWork, number]>([
    [{ kind: 'walk', kmh: 0, grade: 0 }, 20],
    [{ kind: 'walk', kmh: 5, grade: 0.9 }, 20],
    [{ kind: 'met', met: 0.5 }, 20],
    [{ kind: 'met', met: 5 }, 0],
  ])('%o for %i minutes is refused with a sentence', (work, minutes) => {
    expect(netWork(work, 80, minutes)).toMatchObject({ ok: false });
  });
  test('more minutes never cost less', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 300, noNaN: true }),
        fc.double({ min: 3, max: 12, noNaN: true }),
        (minutes, kmh) => {
          const work = { kind: 'run', kmh, grade: 0.02 } as const;
          return kcal(work, 80, minutes + 1) > kcal(work, 80, minutes);
        },
      ),
    );
  });
});

test('10,000 steps of a tall man are close to five miles', () => {
  // common practice, no source: "10,000 steps is about five miles for a tall man".
  expect(stepsMetres(10_000, 190) / 1609).toBeCloseTo(4.84, 1);
  // A metre costs the same net, by steps or by minutes.
  const metres = stepsMetres(10_000, 178);
  expect(stepsKcal(10_000, 80, 178)).toBeCloseTo(
    kcal({ kind: 'walk', kmh: 5, grade: 0 }, 80, metres / (5000 / 60)),
    6,
  );
});

test('work is as it was typed, else by its minutes, else not known', () => {
  expect(workKcal({ kind: 'cardio', minutes: 40, kcal: 300 }, 80)).toBe(300);
  expect(workKcal({ kind: 'resistance', minutes: 60, kcal: null }, 80)).toBe(336);
  expect(workKcal({ kind: 'posing', minutes: null, kcal: null }, 80)).toBeNull();
});

test('ordered work in the mean of a week', () => {
  // Twice twenty minutes at 6 MET of 79 kg: 138 kcal each.
  expect(movementKcal({ kind: 'cardio', minutes: 20, daysPerWeek: 2 }, 79, 178)).toBeCloseTo(
    (2 * 138.25) / 7,
    6,
  );
  expect(movementKcal({ kind: 'steps', steps: 8000 }, 79, 178)).toBe(stepsKcal(8000, 79, 178));
  expect(movementKcal({ kind: 'none', of: 'steps' }, 79, 178)).toBe(0);
  expect(movementOf({ kind: 'none', of: 'steps' })).toBe('steps');
});
