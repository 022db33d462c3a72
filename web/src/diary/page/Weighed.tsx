import type { DayDocument } from '@maul/contract/diary';
import { amountsOf, perGrams } from '@maul/core/nutrition';
import { SOFT_BELOW, weighedShare } from '@maul/core/diary';
import { type Method } from '@maul/core/foods';
import { memo, useMemo } from 'react';
import { partsOf, useWeekLog } from '../../data/log.ts';

const percent = (share: number | undefined): string =>
  share === undefined ? '–' : `${Math.round(share * 100)} %`;

/** What was measured of a day, with its energy. */
const measuredOf = (day: Parameters<typeof partsOf>[0]): { kcal: number; method: Method }[] =>
  partsOf(day).flatMap(({ food, grams, method }) =>
    grams === null || method === null
      ? []
      : [{ kcal: amountsOf(perGrams(food.per100g, grams), 'total').ENERC ?? 0, method }],
  );

/** How much of the energy came off a scale: of this day, and of the week that ends on it. */
const Weighed = ({
  athleteId,
  date,
  portions,
  entries,
  share,
}: {
  athleteId: string;
  /** The part of this day. */
  share: number | undefined;
} & Pick<DayDocument, 'date' | 'portions' | 'entries'>) => {
  const { data } = useWeekLog(athleteId, date);
  const before = useMemo(() => data?.days.filter((d) => d.date !== date).flatMap(measuredOf), [data, date]);
  const week = before && weighedShare([...before, ...measuredOf({ portions, entries })]);
  return (
    <p className="second weighed" title="The share of the energy that was weighed">
      Weighed: {percent(share)} of this day, {percent(week)} of the week
      {week !== undefined && week < SOFT_BELOW ? ', so the week’s intake is soft' : ''}.
    </p>
  );
};

export default memo(Weighed);
