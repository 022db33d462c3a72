import type { MeasureThing, MorningThing } from '@maul/contract/body';
import { addDays, daysBetween, type IsoDate } from '@maul/core/units';
import { type Random, seededRandom } from '@maul/core/random';

export interface SaidMorning {
  day: IsoDate;
  time: string;
  thing: MorningThing | MeasureThing;
}

/** Days between two measures with the tape, and of a cycle, in the scenario. */
const MEASURE_DAYS = 28;
const CYCLE_DAYS = 28;
const PERIOD_DAYS = 4;

const mark = (random: Random, usual: number): number =>
  Math.min(5, Math.max(1, Math.round(usual + 2 * random() - 1)));

/**
 * What an athlete of the scenario said on waking, day by day: in a deficit the last weeks bring more hunger and less energy. Made from a seed,
 * so that the same demo says the same.
 */
export const mornings = (
  who: { first: IsoDate; today: IsoDate; waking: string; cycle: boolean; male: boolean; falling: boolean },
  seed: number,
): SaidMorning[] => {
  const random = seededRandom(seed);
  const { first, today, waking, cycle, male, falling } = who;
  const days = daysBetween(first, today);
  return Array.from({ length: days + 1 }, (_, i): SaidMorning[] => {
    const day = addDays(first, i);
    const spent = falling ? i / days : 0;
    const ofCycle = i % CYCLE_DAYS;
    if (random() < 0.06) return [];
    const morning: MorningThing = {
      kind: 'morning',
      sleepHours: Math.round((7.4 - spent * 0.5 + random() - 0.5) * 4) / 4,
      sleep: mark(random, 3.8 - 0.6 * spent),
      energy: mark(random, 3.7 - 0.9 * spent),
      hunger: mark(random, 2.2 + 1.6 * spent),
      mood: mark(random, 3.6 - 0.4 * spent),
      digestion: mark(random, 3.8),
      soreness: mark(random, 2.6),
      period: cycle && ofCycle < PERIOD_DAYS ? true : null,
      steps: Math.round((8200 + 2600 * (random() - 0.5)) / 10) * 10,
      fullness: mark(random, 3.1),
      tightness: mark(random, 2.6 + 1.2 * spent),
      waistCm: i % 7 === 0 ? Math.round((male ? 84 - 5 * spent : 70 - 2 * spent) * 2) / 2 : null,
      words: '',
    };
    const said: SaidMorning[] = [{ day, time: waking, thing: morning }];
    if (i % MEASURE_DAYS === 0) said.push({ day, time: waking, thing: measure(male, spent, random) });
    return said;
  }).flat();
};

const measure = (male: boolean, spent: number, random: Random): MeasureThing => {
  const twice = (value: number): number[] => [value, value + (random() < 0.5 ? 0.5 : 0)];
  const fold = (value: number): number[] => twice(Math.round(value * (1 - 0.25 * spent) * 2) / 2);
  return {
    kind: 'measure',
    girths: male
      ? {
          neck: twice(39),
          waist: twice(Math.round((84 - 5 * spent) * 2) / 2),
          arm: twice(39),
          thigh: twice(60),
        }
      : {
          neck: twice(32),
          waist: twice(Math.round((70 - 2 * spent) * 2) / 2),
          hip: twice(96),
          thigh: twice(57),
        },
    folds: male
      ? { chest: fold(7), abdomen: fold(14), thigh: fold(12) }
      : { triceps: fold(15), suprailiac: fold(11), thigh: fold(20) },
    fat: null,
    words: '',
  };
};
