import { describe, expect, test } from '@jest/globals';
import { quantileSorted } from 'simple-statistics';
import { seededRandom, standardNormal } from '../../random/index.ts';
import { isoDate } from '../../units/index.ts';
import {
  chanceOf,
  drawTruths,
  driveOf,
  forecastFan,
  type ForecastInput,
  forecastPath,
  leanEnergyShare,
  slackOdds,
  threeOf,
  type PathTruth,
} from './forecast.ts';
import { FAT_KCAL, LEAN_KCAL } from '../composition/energy.ts';
import { startBy } from './startBy.ts';

const INPUT: ForecastInput = {
  today: isoDate('2026-11-28'),
  weightKg: 79,
  weightSd: 0.3,
  fatPercent: 12,
  fatSd: 3.5,
  expenditure: 2800,
  expenditureSd: 110,
  intakeNow: 2232,
  intake: Array.from({ length: 49 }, () => 2163),
  adherenceSd: 50,
};
const TRUTH: PathTruth = { weightKg: 79, fatKg: 9.5, expenditure: 2800, rho: 7700, beyond: 0 };
const run = (truth: PathTruth, intakeNow: number, intake: number[]) => {
  const kg = new Float64Array(intake.length + 1);
  const fat = new Float64Array(intake.length + 1);
  forecastPath(truth, driveOf({ intake, intakeNow }), kg, fat);
  return { kg: [...kg], fat: [...fat] };
};

describe('one path', () => {
  test('who eats what is spent, and always has, stays', () => {
    // Law: in the steady state expenditure is K with its terms, so nothing moves.
    const { kg } = run(
      TRUTH,
      2800,
      Array.from({ length: 200 }, () => 2800),
    );
    expect(Math.max(...kg) - Math.min(...kg)).toBeLessThan(1e-9);
  });
  test('energy is kept: what is lost holds what was missing', () => {
    // Law of mass balance: the energy of fat and lean that went is intake less expenditure, worked out anew beside it.
    const intake = Array.from({ length: 60 }, (_, i) => 2000 + 10 * i);
    const { kg, fat } = run({ ...TRUTH, beyond: 120 }, 2300, intake);
    const lean = kg.map((w, i) => w - (fat[i] as number));
    let missing = 0;
    let adapted = 0;
    const K = 2800 - 29 * (lean[0] as number) - 10.2 * (fat[0] as number);
    intake.forEach((planned, t) => {
      const eaten = planned + 120;
      const spent = K + 29 * (lean[t] as number) + 10.2 * (fat[t] as number) + 0.1 * (eaten - 2300) + adapted;
      missing += eaten - spent;
      adapted += (0.14 * (eaten - 2300) - adapted) / 14;
    });
    const [dFat, dLean] = [
      (fat.at(-1) as number) - (fat[0] as number),
      (lean.at(-1) as number) - (lean[0] as number),
    ];
    expect(FAT_KCAL * dFat + LEAN_KCAL * dLean).toBeCloseTo(missing, 6);
  });
  test('a kilogram holds the energy it is said to hold', () => {
    // Source: Hall 2008, from memory: fat 9,441 and lean 1,816 kcal a kg; Wishnofsky 1958: 7,700 of both together.
    for (const rho of [5554, 6832, 7700]) {
      const share = leanEnergyShare(rho);
      expect(1 / (share / LEAN_KCAL + (1 - share) / FAT_KCAL)).toBeCloseTo(rho, 6);
    }
    const { kg } = run(TRUTH, 2300, [2300]);
    expect((kg[1] as number) - (kg[0] as number)).toBeCloseTo(-500 / 7700, 9);
  });
  test('a lasting deficit closes: the body comes to a new steady weight', () => {
    const { kg } = run(
      TRUTH,
      2800,
      Array.from({ length: 4000 }, () => 2500),
    );
    expect((kg.at(-1) as number) - (kg.at(-30) as number)).toBeGreaterThan(-0.01);
    // 300 kcal less, of which 0.24 follow the intake; the rest over 14.5 kcal a kg of what is lost.
    expect(79 - (kg.at(-1) as number)).toBeGreaterThan(10);
    expect(79 - (kg.at(-1) as number)).toBeLessThan(20);
  });
});

describe('the fan', () => {
  const fan = forecastFan(INPUT, seededRandom(3));
  test('a worked example: 43 days at a gap of 568 kcal that closes by 40', () => {
    // By hand: 43 x (568 - 20) / 7,700 = 3.06 kg; the fan’s middle lies within a quarter of a kilogram.
    const far = forecastFan(
      { ...INPUT, intake: Array.from({ length: 43 }, () => 2232) },
      seededRandom(4),
    ).days.at(-1);
    expect(Math.abs((far?.kg.mid ?? 0) - (79 - 3.06))).toBeLessThan(0.25);
  });
  test('the same seed, the same fan; no doubt, no width', () => {
    expect(forecastFan(INPUT, seededRandom(3)).days).toEqual(fan.days);
    const sure = forecastFan(
      { ...INPUT, weightSd: 0, adherenceSd: 0, expenditureSd: 0, fatSd: 0 },
      seededRandom(1),
      200,
    );
    const last = sure.days.at(-1);
    // rho stays in doubt, but an expenditure misread with it cancels nearly all of it.
    expect((last?.kg.high ?? 0) - (last?.kg.low ?? 0)).toBeLessThan(0.35);
  });
  test('it widens, and its middle falls on the way to the show', () => {
    const width = (i: number) => (fan.days[i]?.kg.high ?? 0) - (fan.days[i]?.kg.low ?? 0);
    expect(width(49)).toBeGreaterThan(width(7));
    expect(fan.days[49]?.kg.mid).toBeLessThan(fan.days[0]?.kg.mid ?? 0);
    expect(fan.days).toHaveLength(50);
  });
  test('what each path takes as true is spread as it was said', () => {
    const random = seededRandom(8);
    const pairs = Array.from({ length: 2000 }, () => drawTruths(INPUT, random));
    // The two of a pair lie to both sides of what is believed.
    for (const [one, other] of pairs) {
      expect((one.weightKg + other.weightKg) / 2).toBeCloseTo(79, 9);
      expect(one.beyond + other.beyond).toBe(0);
    }
    const drawn = pairs.flat().map((one) => one.expenditure);
    const mean = drawn.reduce((a, b) => a + b, 0) / drawn.length;
    const sd = Math.sqrt(drawn.reduce((a, b) => a + (b - mean) ** 2, 0) / drawn.length);
    expect(Math.abs(mean - 2800)).toBeLessThan(6);
    // A kilogram never holds more than fat does: the far end of rho is cut.
    expect(Math.abs(sd - 110)).toBeLessThan(8);
  });
  test('an odd number of paths is as many', () => {
    expect(forecastFan(INPUT, seededRandom(3), 7).finalKg.every((kg) => kg > 60)).toBe(true);
  });
  test('chances are counted over the paths', () => {
    const all = chanceOf(fan, { low: 0, high: 200 }, 100);
    expect(all).toEqual({ inside: 1, gentle: 1, both: 1 });
    const some = chanceOf(fan, { low: 75, high: 76 }, 0.8);
    expect(some.both).toBeLessThanOrEqual(Math.min(some.inside, some.gentle));
    expect(chanceOf(fan, { low: 0, high: 200 }, 0).both).toBeLessThan(0.01);
  });
});

test('10, 50 and 90 of 100 are those of a statistics library', () => {
  const random = seededRandom(5);
  const values = Float64Array.from({ length: 2001 }, () => standardNormal(random));
  const sorted = [...values].sort((a, b) => a - b);
  const three = threeOf(Float64Array.from(values));
  expect(three.mid).toBe(quantileSorted(sorted, 0.5));
  expect(three.low).toBeCloseTo(quantileSorted(sorted, 0.1), 2);
  expect(three.high).toBeCloseTo(quantileSorted(sorted, 0.9), 2);
});

test('slack as a distribution has its middle at the simple school’s answer', () => {
  const slack = slackOdds(
    {
      weightKg: 84,
      fatPercent: 15,
      fatSd: 2,
      stageFatPercent: 6,
      ratePercent: 0.7,
      pauseWeeks: 2,
      weeksLeft: 24,
    },
    seededRandom(2),
  );
  // Outside it: the constant-rate answer with the lean part of the loss that 7,700 kcal a kilogram imply, 22.8 %.
  const simple = startBy({
    weightKg: 84,
    fatPercent: 15,
    fatSpread: 2,
    stageFatPercent: 6,
    ratePercent: 0.7,
    leanShare: 0.228,
    pauseWeeks: 2,
    today: isoDate('2026-11-28'),
    show: isoDate('2027-05-15'),
  });
  expect(Math.abs(slack.mid - simple.slackWeeks.mid)).toBeLessThan(0.7);
  expect(slack.low).toBeLessThan(slack.mid);
  expect(slack.fits).toBeGreaterThan(0.3);
});
