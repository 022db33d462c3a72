import type { DayDocument } from '@maul/contract';
import { addDays, amountsOf, perGrams, SOFT_BELOW, weighedShare, type DaySheet } from '@maul/core';
import { useQuery } from '@tanstack/react-query';
import { call } from '../sync/index.ts';

const percent = (share: number | undefined): string =>
  share === undefined ? '–' : `${Math.round(share * 100)} %`;

/** How much of the energy came off a scale: of this day, and of the week that ends on it. */
const Weighed = ({ day, sheet }: { day: DayDocument; sheet: DaySheet }) => {
  const from = addDays(day.date, -6);
  const { data } = useQuery({
    queryKey: ['week-log', day.athlete.id, day.date],
    queryFn: ({ signal }) =>
      call('log', { params: { athleteId: day.athlete.id }, query: { from, to: day.date }, signal }),
    staleTime: 60_000,
  });
  const week =
    data &&
    weighedShare(
      data.days
        .filter((d) => d.date !== day.date)
        .flatMap((d) => d.portions)
        .concat(
          day.portions.map(({ mealId, food, grams, plannedGrams, method }) => ({
            mealId,
            food,
            grams,
            plannedGrams,
            method,
          })),
        )
        .flatMap((p) =>
          p.grams === null || p.method === null
            ? []
            : [
                {
                  kcal: amountsOf(perGrams(p.food.per100g, p.grams), 'total').ENERC ?? 0,
                  method: p.method,
                },
              ],
        ),
    );
  return (
    <p className="second weighed" title="The part of the energy that came off a scale">
      Weighed: {percent(sheet.weighedShare)} of this day, {percent(week)} of the week
      {week !== undefined && week < SOFT_BELOW ? ', so the week’s intake is soft' : ''}.
    </p>
  );
};

export default Weighed;
