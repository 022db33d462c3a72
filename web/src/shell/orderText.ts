import type { OrderRow } from '@maul/contract';
import type { Season } from '@maul/core';
import { shortDate } from './show.ts';

export const MACRO_WORDS = { PROCNT: 'protein', CARB: 'carbs', FAT: 'fat' } as const;

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
  order: Pick<OrderRow, 'phaseId' | 'dayTypes' | 'macro' | 'change' | 'from' | 'until'>,
  season: Season,
): string => {
  const { change } = order;
  const amount =
    change.kind === 'absolute'
      ? `to ${change.grams} g`
      : `${change.grams < 0 ? '−' : '+'}${Math.abs(change.grams)} g`;
  const until = order.until === null ? '' : ` until ${shortDate(order.until)}`;
  return `${MACRO_WORDS[order.macro]} ${amount} on ${orderDays(order, season)} from ${shortDate(order.from)}${until}`;
};
