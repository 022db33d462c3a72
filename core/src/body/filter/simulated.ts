import { addDays, isoDate } from '../../units/index.ts';
import { type Random, standardNormal } from '../../random/index.ts';
import type { LoggedDay } from './days.ts';
import { GLYCOGEN_START, GLYCOGEN_WITH_WATER, glycogenAfter, saltWaterAfter } from './brought.ts';
import { Usual } from './plain.ts';

/** Which invented athletes are made: with the filter's own physics, or with other ones; what differs between them. */
export interface SimulatedKind {
  kind: 'own' | 'other';
  /** rho drawn from 6,500 to 9,000 kcal/kg. */
  rho?: boolean;
  /** Wander drawn from 0.3 to 0.8 kg. */
  wander?: boolean;
  /** Half of them with a cycle. */
  cycle?: boolean;
}

export interface Simulated {
  days: LoggedDay[];
  /** Expenditure of each day in logged kcal. */
  truth: number[];
  /** What an equation would have said before. */
  startExpenditure: number;
}

const between = (random: Random, low: number, high: number): number => low + (high - low) * random();
const START = isoDate('2026-01-05');

/** Phases of an invented year: intake against maintenance, in blocks with a refeed a week in the deficits. */
const planOf = (random: Random, days: number): ((day: number) => number) => {
  const blocks: { until: number; factor: number; refeeds: boolean }[] = [];
  for (let at = 0; at < days;) {
    const length = Math.round(between(random, 21, 70));
    const kind = random();
    const factor = kind < 0.25 ? 1 : kind < 0.75 ? between(random, 0.7, 0.88) : between(random, 1.05, 1.18);
    at += length;
    blocks.push({ until: at, factor, refeeds: factor < 0.9 });
    // A diet break after a deficit, for some.
    if (factor < 0.9 && random() < 0.4) blocks.push({ until: (at += 10), factor: 1, refeeds: false });
  }
  return (day) => {
    const block = blocks.find((b) => day < b.until);
    if (!block) return 1;
    return block.refeeds && day % 7 === 5 ? block.factor + 0.3 : block.factor;
  };
};

/**
 * One invented athlete over 120 to 260 days. `own`: the filter's equations, with their noise. `other`: two compartments after Forbes, thermic
 * effect, adaptation that comes over two weeks, activity that drifts, glycogen and salt with other rates, gut, days missed and a habit of
 * logging too little.
 */
export const simulatedAthlete = (random: Random, kind: SimulatedKind): Simulated => {
  const normal = () => standardNormal(random);
  const other = kind.kind === 'other';
  const count = Math.round(between(random, 120, 260));
  const plan = planOf(random, count);
  const kg = between(random, 55, 105);
  let fat = kg * between(random, 0.08, 0.25);
  let lean = kg - fat;
  let tissue = kg;
  const rho = kind.rho ? between(random, 6500, 9000) : 7700;
  const bias = other ? between(random, 0, 0.15) : 0;
  let expenditure = kg * between(random, 28, 38);
  const maintenance = expenditure;
  const startExpenditure = maintenance * (1 - bias) + 250 * normal();
  const reading = other ? between(random, 0.0025, 0.005) * kg : 0.0035 * kg;
  const wanderSd = kind.wander
    ? between(random, 0.3, 0.8)
    : (other ? between(random, 0.0025, 0.005) : 0.0035) * kg;
  const stays = other ? between(random, 0.4, 0.75) : 0.6;
  // Who lifts and eats much protein loses less lean than Forbes found.
  const forbes = ((10.4 * 1816) / 9441) * between(random, 0.3, 1);
  const cycles = kind.cycle === true && random() < 0.5;
  const cycleKg = cycles ? between(random, 0.3, 0.8) : 0;
  const cycleAt = Math.floor(between(random, 0, 28));
  const missing = other ? between(random, 0, 0.15) : 0;
  const usualCarbs = new Usual();
  const usualSodium = new Usual();
  const carbsKg = between(random, 2, 5);
  const sodiumUsual = between(random, 2000, 5000);
  let [glycogen, salt, wander, gut] = [GLYCOGEN_START, 0, wanderSd * normal(), 0];
  let [mean, weight, adaptation] = [0, 0, 0];
  const days: LoggedDay[] = [];
  const truth: number[] = [];
  for (let i = 0; i < count; i += 1) {
    const factor = plan(i);
    const cycleDay = cycles ? ((i + cycleAt) % 28) + 1 : null;
    const cycle = cycles ? cycleKg * Math.cos((2 * Math.PI * ((cycleDay ?? 1) - 3)) / 28) : 0;
    const y =
      tissue +
      wander +
      GLYCOGEN_WITH_WATER * (glycogen - GLYCOGEN_START) +
      salt +
      gut +
      cycle +
      reading * normal();
    // What is eaten, and what of it is logged.
    const eaten = maintenance * factor * (1 + 0.04 * normal());
    const logged = eaten * (1 - bias) * (1 + 0.06 * normal());
    const carbs = Math.max(20, carbsKg * kg * (1 + 2.2 * (factor - 1)) * (1 + 0.1 * normal()));
    const sodium = Math.max(500, sodiumUsual * (1 + 0.2 * normal()));
    truth.push(expenditure * (1 - bias));
    days.push({
      day: addDays(START, i),
      kg: i > 0 && random() < missing ? null : y,
      kcal: random() < missing ? null : logged,
      carbs,
      sodium: other && random() < 0.3 ? null : sodium,
      cycleDay,
    });
    // On to the next morning.
    usualCarbs.add(carbs);
    usualSodium.add(sodium);
    wander = stays * wander + Math.sqrt(1 - stays ** 2) * wanderSd * normal();
    if (other) {
      const deficit = eaten - maintenance;
      adaptation += (0.14 * deficit - adaptation) / 14;
      const spent = expenditure + 0.1 * deficit + adaptation;
      truth[i] = spent * (1 - bias);
      const share = forbes / (forbes + fat);
      const leanChange = (share * (eaten - spent)) / 1816;
      const fatChange = ((1 - share) * (eaten - spent)) / 9441;
      lean += leanChange;
      fat = Math.max(1.5, fat + fatChange);
      tissue = lean + fat;
      expenditure += 12 * normal() + 22 * leanChange + 3.2 * fatChange;
      const level = Math.min(1.1, Math.max(0.15, 0.5 * Math.sqrt(carbs / (usualCarbs.mean ?? carbs))));
      glycogen += 0.45 * (level - glycogen);
      salt += 0.65 * (0.0003 * (sodium - (usualSodium.mean ?? sodium)) - salt);
      gut = 0.4 * gut + 0.12 * ((factor - 0.9) * 1.5 + 0.4 * normal());
    } else {
      tissue += (eaten * (1 - bias) - expenditure) / rho;
      weight += (1 - Math.exp(-0.1)) * (1 - weight);
      const before = mean;
      mean = i === 0 ? logged : mean + ((1 - Math.exp(-0.1)) / weight) * (logged - mean);
      expenditure +=
        (i === 0 ? 0 : 0.24 * (mean - before)) +
        (15 * (eaten * (1 - bias) - expenditure)) / rho +
        18 * normal();
      glycogen = glycogenAfter(glycogen, carbs, usualCarbs.mean);
      salt = saltWaterAfter(salt, sodium, usualSodium.mean);
    }
  }
  return { days, truth, startExpenditure };
};
