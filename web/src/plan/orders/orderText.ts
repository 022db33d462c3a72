import type { OrderRow } from '@maul/contract/plan';
import { changeText, orderDays, type Season } from '@maul/core/plan';
import type { MovementOrder } from '@maul/contract/body';
import { movementWords } from '@maul/core/body';
import { shortDate } from '../../ui/formats/show.ts';

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
  return `${movementWords(movement)} from ${shortDate(from)}${until === null ? '' : ` until ${shortDate(until)}`}`;
};
