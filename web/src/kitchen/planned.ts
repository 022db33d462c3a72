import type { DayDocument } from '@maul/contract/diary';
import type { PortionFood } from '@maul/contract/foods';
import type { IsoDate } from '@maul/core/units';
import { dayQuery, queryClient } from '../data/session.ts';
import { addMeal, addPortion } from '../data/edit.ts';
import { asItStands, asStep } from '../data/undo/steps.ts';

export interface ToPlan {
  date: IsoDate;
  time: string;
  /** The meal it goes into; null for the one at that time, or a new one. */
  mealId: string | null;
  foods: readonly { food: PortionFood; grams: number }[];
}

const dayOf = async (personId: string, date: IsoDate): Promise<DayDocument> => {
  await queryClient.ensureQueryData(dayQuery(personId, date));
  const day = asItStands({ date, athlete: { id: personId } });
  if (!day) throw new Error('A day that was just read is there.');
  return day;
};

/** Plans foods into days of one’s own, each day one step that can be taken back there. */
export const planFoods = async (personId: string, plans: readonly ToPlan[], label: string): Promise<void> => {
  for (const date of [...new Set(plans.map((p) => p.date))]) {
    const day = await dayOf(personId, date);
    asStep(day, label, () => {
      for (const plan of plans.filter((p) => p.date === date)) {
        const now = asItStands(day) ?? day;
        const known =
          now.meals.find((m) => m.id === plan.mealId) ??
          now.meals.find((m) => m.time === plan.time && !m.eaten);
        const mealId = known?.id ?? addMeal(now, plan.time);
        for (const { food, grams } of plan.foods)
          addPortion(asItStands(day) ?? now, mealId, {
            food,
            plannedGrams: Math.round(grams * 10) / 10,
            grams: null,
            method: null,
          });
      }
    });
  }
};
