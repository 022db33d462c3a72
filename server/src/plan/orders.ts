import { acknowledged, addOrder, orderById, ordersFor } from './store/orders.ts';
import { byMoment, targetsFrom, type Caution, type ChangeOrder, type DayTargets } from '@maul/core/plan';
import { TARGET_WORDS } from '@maul/core/nutrition';
import type { Athlete } from '@maul/contract/people';
import type { OrderRow, SignOrder } from '@maul/contract/plan';
import type { z } from 'zod';
import type { AppTransaction } from '../platform/db/connect.ts';
import { ProblemError } from '../platform/http/problems.ts';
import { athleteOf, todayOf } from '../people/index.ts';
import { basesAround } from '../body/index.ts';
import { seasonOn } from './store/seasons.ts';
import { cautionsOfPlan, judgeAndConfirm } from './cautions.ts';
import { roleOf } from './store/confirmations.ts';

const NOTHING = 'Nothing was signed.';
/** Days from its start over which an order is looked at. */
const LOOK = 28;

/** The days of the four weeks from its start that an order would bind, and the whole weeks round them, as they would be with it. */
const daysWith = async (
  trx: AppTransaction,
  athlete: Athlete,
  order: ChangeOrder,
): Promise<{ bound: DayTargets[]; days: DayTargets[] }> => {
  const season = await seasonOn(trx, athlete.id, order.from);
  const bases = await basesAround(trx, athlete.id, order.from);
  const others = (await ordersFor(trx, athlete.id, [order.phaseId])).filter((o) => o.id !== order.id);
  const orders = [...others, { ...order, heldUntil: undefined }].sort(byMoment);
  const days = targetsFrom(season, bases, orders, order.from, LOOK).filter((d) => d !== undefined);
  return { days, bound: days.filter((d) => d.orders.some((o) => o.id === order.id)) };
};

const cautionsOf = (
  trx: AppTransaction,
  athlete: Athlete,
  order: ChangeOrder,
  days: readonly DayTargets[],
): Promise<Caution[]> =>
  cautionsOfPlan(trx, athlete, days, todayOf(athlete), order.macro === 'CARB' || order.macro === 'ENERC');

/**
 * Checks an order and signs it: never in the past, never against an X, and no hard caution unconfirmed. One whose caution
 * still needs another's word is kept and binds from the day on which that comes.
 */
export const signOrder = async (
  trx: AppTransaction,
  athleteId: string,
  id: string,
  body: z.output<typeof SignOrder>,
  personId: string,
): Promise<OrderRow> => {
  const athlete = await athleteOf(trx, athleteId);
  const today = todayOf(athlete);
  const order: ChangeOrder = { ...body, id, signedAt: new Date().toISOString() };
  if (order.from < today)
    throw new ProblemError(
      'past-date',
      `An order starts today (${today}) at the earliest: past days stay as they were. ${NOTHING}`,
    );
  if (order.until !== null && order.until < order.from)
    throw new ProblemError('invalid', `An order cannot end on ${order.until}, before it starts. ${NOTHING}`);
  if (roleOf(athleteId, personId) === 'athlete' && athlete.hasCoach)
    throw new ProblemError(
      'not-allowed',
      'Orders are signed by your coach. Write a note, or end the sharing under Account. Nothing was signed.',
    );
  const { days, bound } = await daysWith(trx, athlete, order);
  if (bound.length === 0)
    throw new ProblemError(
      'invalid',
      `In the four weeks from that date there is no day that this order would bind. ${NOTHING}`,
    );
  const impossible = bound.flatMap((d) => d.problems)[0];
  if (impossible !== undefined) throw new ProblemError('invalid', `${impossible} ${NOTHING}`);
  if (bound.every((d) => d.windows[order.macro] === null))
    throw new ProblemError(
      'invalid',
      `That phase sets no ${TARGET_WORDS[order.macro]} on those days, so there is nothing for the order to act on. ${NOTHING}`,
    );
  const cautions = await cautionsOf(trx, athlete, order, days);
  const { held } = await judgeAndConfirm(trx, athlete, personId, cautions, body.confirmed, NOTHING);
  await addOrder(trx, athleteId, order, {
    reason: body.reason,
    confirmed: body.confirmed,
    held,
    signedBy: personId,
  });
  // Who signs for themself has read it; only a second confirmation is still to come.
  if (personId === athleteId && !held) await acknowledged(trx, athleteId, id);
  return orderById(trx, athleteId, id);
};

/** The athlete has read an order. With a hard caution this is their confirmation, and the order binds from today on. */
export const acknowledgeOrder = async (
  trx: AppTransaction,
  athleteId: string,
  id: string,
  personId: string,
): Promise<OrderRow> => {
  const order = await orderById(trx, athleteId, id);
  if (personId !== athleteId)
    throw new ProblemError('not-allowed', 'Only the athlete acknowledges an order. Nothing was changed.');
  if (order.acknowledgedAt !== null) return order;
  if (order.heldUntil === null) {
    const athlete = await athleteOf(trx, athleteId);
    const today = todayOf(athlete);
    const from = order.from > today ? order.from : today;
    const { days } = await daysWith(trx, athlete, { ...order, from });
    const hard = (await cautionsOf(trx, athlete, order, days)).filter((c) => c.level === 'hard');
    const { held, waitsFor } = await judgeAndConfirm(
      trx,
      athlete,
      personId,
      hard,
      hard.map((c) => c.id),
      'Nothing was confirmed.',
    );
    if (held) {
      const own = order.signedBy === athleteId;
      const young = Date.now() - Date.parse(order.signedAt) < 24 * 3_600_000;
      throw own && young
        ? new ProblemError(
            'too-early',
            `Without a coach this is confirmed twice, a day apart: come back after ${new Date(Date.parse(order.signedAt) + 24 * 3_600_000).toISOString().slice(0, 16).replace('T', ' ')} UTC. The order is kept and not in force.`,
          )
        : new ProblemError(
            'lapsed',
            `It waits for ${waitsFor}: an earlier confirmation has lapsed or the number has worsened. The order is kept and not in force; it is signed anew.`,
          );
    }
  }
  await acknowledged(trx, athleteId, id);
  return orderById(trx, athleteId, id);
};
