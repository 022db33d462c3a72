import {
  addDays,
  ageOn,
  dayTargets,
  targetCautions,
  type Basis,
  type Caution,
  type ChangeOrder,
  type DayTargets,
  type IsoDate,
} from '@maul/core';
import type { Athlete, OrderRow } from '@maul/contract';
import type { AppTransaction } from '../db/connect.ts';
import { ProblemError } from '../http/problems.ts';
import { athleteOf, basesAround, ordersFor, restingOf, seasonOn, todayOf } from '../season/index.ts';

/** The days of the two weeks from a date that an order would bind, as they would be with it. */
const boundDays = async (
  trx: AppTransaction,
  athlete: Athlete,
  order: ChangeOrder,
): Promise<{ days: DayTargets[]; basis: Basis | undefined }> => {
  const season = await seasonOn(trx, athlete.id, order.from);
  const bases = await basesAround(trx, athlete.id, order.from);
  const orders: ChangeOrder[] = [...(await ordersFor(trx, athlete.id, [order.phaseId])), order];
  const days: DayTargets[] = [];
  for (let i = 0; i < 14; i += 1) {
    const day = dayTargets(season, bases, orders, addDays(order.from, i));
    if (day?.orders.some((o) => o.id === order.id)) days.push(day);
  }
  return { days, basis: bases.at(-1) };
};

/** Checks an order before it is signed: never in the past, never against an X, and no hard caution unconfirmed. */
export const checkOrder = async (
  trx: AppTransaction,
  athleteId: string,
  order: ChangeOrder,
  confirmed: readonly string[],
): Promise<void> => {
  const athlete = await athleteOf(trx, athleteId);
  const today = todayOf(athlete);
  if (order.from < today)
    throw new ProblemError(
      'past-date',
      `An order starts today (${today}) at the earliest: past days stay as they were. Nothing was signed.`,
    );
  if (order.until !== null && order.until < order.from)
    throw new ProblemError(
      'invalid',
      `An order cannot end on ${order.until}, before it starts. Nothing was signed.`,
    );
  const { days, basis } = await boundDays(trx, athlete, order);
  if (days.length === 0 || !basis)
    throw new ProblemError(
      'invalid',
      'In the two weeks from that date there is no day that this order would bind. Nothing was signed.',
    );
  const impossible = days.flatMap((d) => d.problems)[0];
  if (impossible !== undefined) throw new ProblemError('invalid', `${impossible} Nothing was signed.`);
  const cautions = cautionsOf(athlete, basis, days, order.from);
  const forbidden = cautions.find((c) => c.level === 'X');
  if (forbidden)
    throw new ProblemError('caution-x', `${forbidden.sentence} ${forbidden.see} Nothing was signed.`);
  const open = cautions.find((c) => c.level === 'hard' && !confirmed.includes(c.id));
  if (open)
    throw new ProblemError(
      'caution-unconfirmed',
      `${open.sentence} ${open.see} Confirm that you have read this; nothing was signed yet.`,
    );
};

const cautionsOf = (athlete: Athlete, basis: Basis, days: DayTargets[], date: IsoDate): Caution[] =>
  targetCautions(days, {
    sex: athlete.sex,
    ageYears: ageOn(athlete.birthDate, date),
    weightKg: basis.weightKg,
    resting: restingOf(athlete, basis, date),
  });

/** One order as it is kept; `not-found` for whoever may not see it. */
export const orderById = async (trx: AppTransaction, athleteId: string, id: string): Promise<OrderRow> => {
  const order = (await ordersFor(trx, athleteId, 'all')).find((o) => o.id === id);
  if (!order) throw new ProblemError('not-found', 'There is no such order.');
  return order;
};
