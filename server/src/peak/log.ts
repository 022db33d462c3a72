import type { PeakLog } from '@maul/contract/peak';
import type { Athlete } from '@maul/contract/people';
import { addDays, datesFrom, daysBetween, type IsoDate } from '@maul/core/units';
import { basesSince, completeIntake, eatenOn, mornings } from '../body/index.ts';
import type { AppTransaction } from '../platform/db/connect.ts';
import { todayOf } from '../people/index.ts';
import { seasonOn } from '../plan/index.ts';
import { morningsAhead } from './ahead.ts';
import { drunkByDay, looksIn, sleepIn, workByDay } from './store.ts';

/** Usual is the mean of so many days before. common practice, no source. */
const USUAL_DAYS = 28;

const meanOf = (values: readonly number[]): { mean: number; days: number } | null =>
  values.length === 0
    ? null
    : { mean: values.reduce((a, b) => a + b, 0) / values.length, days: values.length };

/** What the days of a board came to, what was usual before them, and how the body looked on them. */
export const peakLog = async (
  trx: AppTransaction,
  athlete: Athlete,
  from: IsoDate,
  to: IsoDate,
): Promise<PeakLog> => {
  const athleteId = athlete.id;
  const today = todayOf(athlete);
  const days = datesFrom(from, daysBetween(from, to) + 1);
  const [start, end] = [addDays(from, -USUAL_DAYS), addDays(from, -1)];
  const eaten = new Map(
    (await eatenOn(trx, athleteId, days, await basesSince(trx, athleteId, from))).map((one) => [
      one.day,
      one,
    ]),
  );
  const kg = new Map((await mornings(trx, athleteId, from, to)).map((one) => [one.day, one.kg]));
  const drunk = new Map((await drunkByDay(trx, athleteId, start, to)).map((one) => [one.day, one.water]));
  const slept = await sleepIn(trx, athleteId, start, to);
  const nights = new Map(slept.map((one) => [one.day, one.hours]));
  const worked = new Map<string, number>(
    (await workByDay(trx, athleteId, from, to)).map((one) => [`${one.day} ${one.kind}`, one.minutes]),
  );
  const done = (day: IsoDate, kind: string): number => worked.get(`${day} ${kind}`) ?? 0;
  const before = await completeIntake(trx, athleteId, start, end);
  return {
    days: days.map((day) => ({
      carbs: 0,
      protein: 0,
      fat: 0,
      fibre: 0,
      sodium: 0,
      sodiumAtLeast: false,
      ...eaten.get(day),
      day,
      kg: kg.get(day) ?? null,
      water: drunk.get(day) ?? 0,
      training: done(day, 'training'),
      cardio: done(day, 'cardio'),
      posing: done(day, 'posing'),
      sleep: nights.get(day) ?? null,
    })),
    usual: {
      sodium: meanOf(before.flatMap((one) => one.sodium ?? [])),
      water: meanOf([...drunk].flatMap(([day, water]) => (day <= end ? [water] : []))),
      sleep: meanOf(slept.flatMap(({ day, hours }) => (day <= end ? [hours] : []))),
    },
    expected: await morningsAhead(trx, athlete, await seasonOn(trx, athleteId, today), to, today),
    looks: await looksIn(trx, athleteId, from, to),
  };
};
