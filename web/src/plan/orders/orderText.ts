import type { OrderRow } from '@maul/contract/plan';
import { changeText, type Season } from '@maul/core/plan';
import type { MovementOrder } from '@maul/contract/body';
import { plural, shortDate } from '../../ui/formats/show.ts';

/** The day types an order binds, by name. */
export const orderDays = (order: Pick<OrderRow, 'phaseId' | 'dayTypes'>, season: Season): string => {
  if (order.dayTypes === null) return 'all days';
  const phase = season.phases.find((p) => p.id === order.phaseId);
  const names = order.dayTypes.map((id) =>
    (phase?.dayTypes.find((t) => t.id === id)?.name ?? id).toLowerCase(),
  );
  return `${names.join(' and ')} days`;
};

/** "carbs −20 g on low days from Mon 16 Mar". */
export const orderText = (
  order: Pick<OrderRow, 'phaseId' | 'dayTypes' | 'macro' | 'change' | 'from' | 'until' | 'lever'>,
  season: Season,
): string => {
  const { lever } = order;
  const until = order.until === null ? '' : ` until ${shortDate(order.until)}`;
  const through = lever === null ? '' : `, through ${lever}`;
  return `${changeText(order)} on ${orderDays(order, season)} from ${shortDate(order.from)}${until}${through}`;
};

/** "20 min of cardio on 3 days a week from Mon 16 Mar". */
export const movementText = ({
  movement,
  from,
  until,
}: Pick<MovementOrder, 'movement' | 'from' | 'until'>): string => {
  const what =
    movement.kind === 'cardio'
      ? `${movement.minutes} min of cardio on ${plural(movement.daysPerWeek, 'day')} a week`
      : movement.kind === 'steps'
        ? `${movement.steps.toLocaleString('en-GB')} steps a day`
        : `no ordered ${movement.of} any more`;
  return `${what} from ${shortDate(from)}${until === null ? '' : ` until ${shortDate(until)}`}`;
};
