import { type ChangeOrder } from '@maul/core/plan';
import { type IsoDate } from '@maul/core/units';
import { ProblemError } from '../../platform/http/problems.ts';
import type { OrderRow } from '@maul/contract/plan';
import { sql } from 'kysely';
import { groupBy } from '../../platform/groupBy.ts';
import type { AppTransaction } from '../../platform/db/connect.ts';

const ordersWhere = async (
  trx: AppTransaction,
  athleteIds: readonly string[],
  phaseIds: readonly string[] | 'all',
): Promise<(OrderRow & { athleteId: string })[]> => {
  const phases =
    phaseIds === 'all' ? sql`true` : sql`(o.phase_id = any(${phaseIds}::uuid[]) or a.at is null)`;
  const { rows } = await sql<OrderRow & { athleteId: string; held: boolean; released: IsoDate | null }>`
    select o.athlete_id as "athleteId", o.id, o.phase_id as "phaseId", o.from_date as "from", o.until_date as "until",
      o.day_types as "dayTypes", o.macro, o.change, o.lever, o.reason, o.expected_kcal as "expectedKcal", o.signed_at as "signedAt",
      o.signed_by as "signedBy", coalesce(o.signed_as, p.name, 'A former coach') as "signedByName", o.confirmed, a.at as "acknowledgedAt", o.held,
      ((a.at at time zone t.zone) - make_interval(mins => t.day_turns_at))::date as released
    from change_order o
    join athlete t on t.athlete_id = o.athlete_id
    left join known_people() p on p.id = o.signed_by
    left join order_acknowledgement a on a.athlete_id = o.athlete_id and a.order_id = o.id
    where o.athlete_id = any(${athleteIds}::uuid[]) and ${phases}
    order by o.signed_at desc, o.id`.execute(trx);
  return rows.map(({ held, released, ...order }) => (held ? { ...order, heldUntil: released } : order));
};

/** Orders of the named phases and every order not yet acknowledged, or all of them; the newest first. */
export const ordersFor = async (
  trx: AppTransaction,
  athleteId: string,
  phaseIds: string[] | 'all',
): Promise<OrderRow[]> =>
  (await ordersWhere(trx, [athleteId], phaseIds)).map(({ athleteId: _, ...order }) => order);

/** Every order of many athletes, the newest first, by athlete. */
export const ordersIn = async (trx: AppTransaction, athleteIds: readonly string[]) =>
  groupBy(await ordersWhere(trx, athleteIds, 'all'), (order) => order.athleteId);

/** Writes down that the athlete has read an order; twice is once. */
export const acknowledged = (trx: AppTransaction, athleteId: string, id: string): Promise<unknown> =>
  trx
    .insertInto('order_acknowledgement')
    .values({ athlete_id: athleteId, order_id: id })
    .onConflict((conflict) => conflict.columns(['athlete_id', 'order_id']).doNothing())
    .execute();

/** One order as it is kept; `not-found` for whoever may not see it. */
export const orderById = async (trx: AppTransaction, athleteId: string, id: string): Promise<OrderRow> => {
  const order = (await ordersFor(trx, athleteId, 'all')).find((o) => o.id === id);
  if (!order) throw new ProblemError('not-found', 'There is no such order.');
  return order;
};

/** Adds an order; orders are never changed. */
export const addOrder = (
  trx: AppTransaction,
  athleteId: string,
  order: ChangeOrder,
  signed: {
    reason: string;
    expectedKcal: number;
    confirmed: string[];
    held: boolean;
    signedBy: string;
    protocol: { id: string; version: number } | null;
  },
) =>
  trx
    .insertInto('change_order')
    .values({
      athlete_id: athleteId,
      id: order.id,
      phase_id: order.phaseId,
      from_date: order.from,
      until_date: order.until,
      day_types: order.dayTypes,
      macro: order.macro,
      change: JSON.stringify(order.change),
      lever: order.lever,
      held: signed.held,
      reason: signed.reason,
      expected_kcal: signed.expectedKcal,
      confirmed: signed.confirmed,
      signed_by: signed.signedBy,
      protocol_id: signed.protocol?.id ?? null,
      protocol_version: signed.protocol?.version ?? null,
    })
    .execute();
