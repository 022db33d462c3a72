import type { MovementOrder } from '@maul/contract/body';
import type { IsoDate } from '@maul/core/units';
import { sql } from 'kysely';
import type { AppTransaction } from '../../platform/db/connect.ts';
import { ProblemError } from '../../platform/http/problems.ts';

const MOST = 200;

const select = (where: ReturnType<typeof sql>) => sql<MovementOrder>`
  select o.id, o.from_date as "from", o.until_date as "until", o.movement, o.reason, o.expected_kcal as "expectedKcal",
    o.signed_at as "signedAt", o.signed_by as "signedBy", coalesce(o.signed_as, p.name, 'A former coach') as "signedByName",
    o.acknowledged_at as "acknowledgedAt"
  from movement_order o left join known_people() p on p.id = o.signed_by
  where ${where} order by o.signed_at desc, o.id limit ${MOST}`;

/** Orders of cardio and steps, the newest first, at most 200. */
export const movementOrders = async (trx: AppTransaction, athleteId: string): Promise<MovementOrder[]> =>
  (await select(sql`o.athlete_id = ${athleteId}`).execute(trx)).rows;

/** Those that a day's page shows: in force on it, or not yet read. */
export const movementOn = async (
  trx: AppTransaction,
  athleteId: string,
  day: IsoDate,
): Promise<MovementOrder[]> =>
  (
    await select(sql`o.athlete_id = ${athleteId} and (o.acknowledged_at is null
      or o.from_date <= ${day} and (o.until_date is null or o.until_date >= ${day}))`).execute(trx)
  ).rows;

export const movementById = async (
  trx: AppTransaction,
  athleteId: string,
  id: string,
): Promise<MovementOrder | undefined> =>
  (await select(sql`o.athlete_id = ${athleteId} and o.id = ${id}`).execute(trx)).rows[0];

export const addMovement = (
  trx: AppTransaction,
  athleteId: string,
  order: Pick<MovementOrder, 'id' | 'from' | 'until' | 'movement' | 'reason' | 'expectedKcal' | 'signedBy'>,
): Promise<unknown> =>
  trx
    .insertInto('movement_order')
    .values({
      athlete_id: athleteId,
      id: order.id,
      from_date: order.from,
      until_date: order.until,
      movement: JSON.stringify(order.movement),
      reason: order.reason,
      expected_kcal: order.expectedKcal,
      signed_by: order.signedBy,
      acknowledged_at: order.signedBy === athleteId ? new Date().toISOString() : null,
    })
    .execute();

/** The athlete has read it; twice is once. */
export const readMovement = async (
  trx: AppTransaction,
  athleteId: string,
  id: string,
): Promise<MovementOrder> => {
  await trx
    .updateTable('movement_order')
    .set({ acknowledged_at: new Date().toISOString() })
    .where('athlete_id', '=', athleteId)
    .where('id', '=', id)
    .where('acknowledged_at', 'is', null)
    .execute();
  const order = await movementById(trx, athleteId, id);
  if (!order) throw new ProblemError('not-found', 'There is no such order.');
  return order;
};
