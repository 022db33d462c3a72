import type { GoesWithDocument } from '@maul/contract/body';
import { goesWith, type Paired } from '@maul/core/body';
import { seededRandom } from '@maul/core/random';
import { addDays, type IsoDate } from '@maul/core/units';
import type { AppTransaction } from '../platform/db/connect.ts';
import { foodsByDay, marksByDay } from './store/goesWith.ts';

/** So many days back, and so many foods at most: those eaten on days enough to be compared. */
const DAYS = 120;
const FOODS = 40;
const MARKS = ['digestion', 'fullness', 'hunger', 'sleep'] as const;

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
    return MARKS.map((mark) => ({
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
    few: eaten.length - new Set(told.filter((o) => o.verdict !== 'few').map((o) => o.name.food)).size,
  };
};
