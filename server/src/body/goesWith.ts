import { GOES_MARKS, type GoesWithDocument } from '@maul/contract/body';
import { compareElimination, eliminationDates, eliminationOn, goesWith, type Paired } from '@maul/core/body';
import { namesFood } from '@maul/core/foods';
import { seededRandom } from '@maul/core/random';
import { addDays, type IsoDate } from '@maul/core/units';
import type { AppTransaction } from '../platform/db/connect.ts';
import { eliminationsOf, foodsByDay, marksByDay, namesByDay } from './store/goesWith.ts';

/** So many days back, and so many foods at most: those eaten on days enough to be compared. */
const DAYS = 120;
const FOODS = 40;
const NOTHING_SAID = { digestion: null, fullness: null, hunger: null, sleep: null };

/** What came of the foods that were left out. Those of the last ten are compared over all their days, in one reading of the log. */
const eliminationsTold = async (
  trx: AppTransaction,
  athleteId: string,
  today: IsoDate,
): Promise<GoesWithDocument['eliminations']> => {
  const plans = await eliminationsOf(trx, athleteId);
  if (plans.length === 0) return [];
  const start = plans.map((p) => addDays(p.from, -p.outDays)).reduce((a, b) => (a < b ? a : b));
  const eaten = await namesByDay(trx, athleteId, start, addDays(today, -1));
  const marks = await marksByDay(trx, athleteId, start, today);
  return plans.map(({ id, food, ...plan }) => {
    const days = eaten.map(({ day, names }) => ({
      day,
      eaten: names.some((name) => namesFood(food, name)),
      marks: marks.get(addDays(day, 1)) ?? NOTHING_SAID,
    }));
    const told = compareElimination(plan, days, GOES_MARKS, seededRandom(1));
    return {
      id,
      food,
      from: plan.from,
      ...eliminationDates(plan),
      ...eliminationOn(plan, today),
      eatenWhileOut: told.eatenWhileOut,
      marks: told.marks.map(({ mark, out, back, verdict }) => ({
        mark,
        before: out?.without ?? null,
        out: out?.with ?? back?.without ?? null,
        back: back?.with ?? null,
        verdict,
      })),
    };
  });
};

/**
 * What a food goes with the morning after: each food that varies, against each mark, corrected for how many were tried. Two athletes with the
 * same log get the same answer.
 */
export const goesWithOf = async (
  trx: AppTransaction,
  athleteId: string,
  today: IsoDate,
): Promise<GoesWithDocument> => {
  const from = addDays(today, -DAYS);
  const marks = await marksByDay(trx, athleteId, from, today);
  const eaten = await foodsByDay(trx, athleteId, from, addDays(today, -1), FOODS);
  const days = [...new Set(eaten.flatMap((food) => food.days))].sort();
  const tried = eaten.flatMap((food) => {
    const on = new Set(food.days);
    return GOES_MARKS.map((mark) => ({
      name: { food: food.name, mark },
      days: days.map((day): Paired => ({
        with: on.has(day),
        value: marks.get(addDays(day, 1))?.[mark] ?? null,
      })),
    }));
  });
  const told = goesWith(tried, seededRandom(1));
  return {
    days: days.length,
    mornings: marks.size,
    tried: told.filter((one) => one.verdict !== 'few').length,
    rows: told
      .filter((one) => one.verdict !== 'few')
      .sort(
        (a, b) =>
          (a.corrected ?? 1) - (b.corrected ?? 1) || (a.compared?.chance ?? 1) - (b.compared?.chance ?? 1),
      )
      .slice(0, 20)
      .flatMap(({ name, compared, corrected, verdict }) =>
        compared && corrected !== undefined
          ? [{ ...name, ...compared, corrected, goes: verdict === 'goes' }]
          : [],
      ),
    eliminations: await eliminationsTold(trx, athleteId, today),
    few: eaten.length - new Set(told.filter((o) => o.verdict !== 'few').map((o) => o.name.food)).size,
  };
};
