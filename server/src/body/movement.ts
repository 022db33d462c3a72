import type { Movement, MovementOrder, SignMovement } from '@maul/contract/body';
import type { Athlete } from '@maul/contract/people';
import { movementKcal, movementOf, stepsKcal } from '@maul/core/body';
import { addDays, type IsoDate } from '@maul/core/units';
import type { z } from 'zod';
import { athleteOf, mustSign, todayOf } from '../people/index.ts';
import type { AppTransaction } from '../platform/db/connect.ts';
import { ProblemError } from '../platform/http/problems.ts';
import { basesAround } from './store/bases.ts';
import { addMovement, movementById, movementOrders } from './store/movement.ts';
import { saidOnWaking } from './store/weighIns.ts';

/** Steps of so many days before tell what is usual. */
const USUAL_DAYS = 14;

/** The ordered work of one kind in force on a day: the last signed one that has begun and not ended. */
const inForce = (
  orders: readonly MovementOrder[],
  kind: 'cardio' | 'steps',
  day: IsoDate,
): Movement | undefined =>
  orders.find((o) => movementOf(o.movement) === kind && o.from <= day && (o.until === null || o.until >= day))
    ?.movement;

/** What an order asks for beyond what is done now, as a change of the energy balance, kcal a day. */
const balanceOf = async (
  trx: AppTransaction,
  athlete: Athlete,
  movement: Movement,
  from: IsoDate,
): Promise<number> => {
  const kg = (await basesAround(trx, athlete.id, from)).at(-1)?.weightKg;
  if (kg === undefined) throw new ProblemError('invalid', 'There is no body mass yet. Nothing was signed.');
  const kind = movementOf(movement);
  const before = inForce(await movementOrders(trx, athlete.id), kind, from);
  if (before !== undefined)
    return movementKcal(before, kg, athlete.heightCm) - movementKcal(movement, kg, athlete.heightCm);
  if (kind === 'cardio') {
    const planned = athlete.profile.routine.sessions.filter((s) => s.kind === 'cardio');
    const minutes = planned.reduce((sum, s) => sum + s.minutes, 0);
    const now = minutes === 0 ? 0 : movementKcal({ kind: 'cardio', minutes, daysPerWeek: 1 }, kg, 0);
    return now - movementKcal(movement, kg, athlete.heightCm);
  }
  const { steps } = await saidOnWaking(trx, athlete.id, addDays(from, -USUAL_DAYS), from);
  // Without steps that were counted nothing is known of what they add.
  if (steps.size === 0 || movement.kind !== 'steps') return 0;
  const usual = [...steps.values()].reduce((a, b) => a + b, 0) / steps.size;
  return stepsKcal(usual, kg, athlete.heightCm) - stepsKcal(movement.steps, kg, athlete.heightCm);
};

/** Signs an order of cardio or steps; the same request twice is one. Never in the past, and by the coach where there is one. */
export const signMovement = async (
  trx: AppTransaction,
  athleteId: string,
  id: string,
  body: z.output<typeof SignMovement>,
  personId: string,
): Promise<MovementOrder> => {
  const athlete = await athleteOf(trx, athleteId);
  mustSign(athlete, 'Nothing was signed.');
  const there = await movementById(trx, athleteId, id);
  if (there) {
    if (there.reason === body.reason && there.from === body.from && there.signedBy === personId) return there;
    throw new ProblemError(
      'id-taken',
      'This order is signed already; a signed order is never changed. Sign a new one.',
    );
  }
  if (personId === athleteId && athlete.hasCoach)
    throw new ProblemError(
      'not-allowed',
      'Orders are signed by your coach. Write a note, or end the sharing under Account. Nothing was signed.',
    );
  const today = todayOf(athlete);
  if (body.from < today)
    throw new ProblemError(
      'past-date',
      `An order starts today (${today}) at the earliest: past days stay as they were. Nothing was signed.`,
    );
  const expectedKcal = await balanceOf(trx, athlete, body.movement, body.from);
  await addMovement(trx, athleteId, { ...body, id, expectedKcal, signedBy: personId });
  const signed = await movementById(trx, athleteId, id);
  if (!signed) throw new ProblemError('not-found', 'There is no such order.');
  return signed;
};
