import { orderBalance, type OrderReview, reviewOrder, type ChangeOrder } from '@maul/core/plan';
import { measuredFor, judgeAndConfirm, openOrRefuse } from './cautions.ts';
import { acknowledged, addOrder, orderById, ordersFor } from './store/orders.ts';
import type { Athlete } from '@maul/contract/people';
import type { OrderRow, SignOrder } from '@maul/contract/plan';
import type { z } from 'zod';
import type { AppTransaction } from '../platform/db/connect.ts';
import { ProblemError } from '../platform/http/problems.ts';
import { athleteOf, mustSign, todayOf } from '../people/index.ts';
import { basesAround } from '../body/index.ts';
import { seasonOn } from './store/seasons.ts';
import { roleOf } from './store/confirmations.ts';

const NOTHING = 'Nothing was signed.';
/** An order looked at with what is in force on the day from which it acts. */
const reviewed = async (trx: AppTransaction, athlete: Athlete, order: ChangeOrder): Promise<OrderReview> => {
  const today = todayOf(athlete);
  const plan = {
    season: await seasonOn(trx, athlete.id, order.from),
    bases: await basesAround(trx, athlete.id, order.from),
    orders: await ordersFor(trx, athlete.id, [order.phaseId]),
  };
  return reviewOrder(plan, order, athlete, today, await measuredFor(trx, athlete, today));
};

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
  const athlete = await athleteOf(trx, athleteId, 'to judge');
  mustSign(athlete, NOTHING);
  const { protocol, ...asked } = body;
  const order: ChangeOrder = { ...asked, id, signedAt: new Date().toISOString() };
  if (roleOf(athleteId, personId) === 'athlete' && athlete.hasCoach)
    throw new ProblemError(
      'not-allowed',
      'Orders are signed by your coach. Write a note, or end the sharing under Account. Nothing was signed.',
    );
  const review = await reviewed(trx, athlete, order);
  const { cautions, fault } = review;
  if (fault)
    throw new ProblemError(
      fault.kind === 'past-date' ? 'past-date' : 'invalid',
      `${fault.sentence} ${NOTHING}`,
    );
  openOrRefuse(athlete, cautions, NOTHING);
  const { held } = await judgeAndConfirm(trx, athlete, personId, cautions, body.confirmed, NOTHING);
  await addOrder(trx, athleteId, order, {
    reason: body.reason,
    expectedKcal: orderBalance(review),
    confirmed: body.confirmed,
    held,
    signedBy: personId,
    protocol,
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
    const athlete = await athleteOf(trx, athleteId, 'to judge');
    const today = todayOf(athlete);
    const from = order.from > today ? order.from : today;
    const review = await reviewed(trx, athlete, { ...order, from });
    const hard = review.cautions.filter((c) => c.level === 'confirm');
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
