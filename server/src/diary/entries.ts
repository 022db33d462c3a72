import { waterEntries, type DayThing } from '@maul/contract/diary';
import { plannedWaterBarred, substanceCaution } from '@maul/core/diary';
import { entriesOn, standingOf, toEntry, toStanding } from './store/entries.ts';
import type { Athlete } from '@maul/contract/people';
import { type IsoDate } from '@maul/core/units';
import type { Router } from 'express';
import type { AppTransaction } from '../platform/db/connect.ts';
import { putVersioned } from '../platform/db/versioned.ts';
import { mount, type House } from '../platform/http/mount.ts';
import { ProblemError } from '../platform/http/problems.ts';
import { athleteOf } from '../people/index.ts';
import { basesAround } from '../body/index.ts';
import { mealsOn, portionsOf } from './store/meals.ts';

const nothing = 'Nothing was kept.';

/** A plan of water beyond what can be planned, or of what is never planned, is not kept. What happened always is. */
const barred = async (
  trx: AppTransaction,
  athlete: Athlete,
  id: string,
  day: IsoDate,
  time: string,
  thing: DayThing,
): Promise<void> => {
  if (thing.kind === 'supplement' && !thing.done) refuseSubstance(thing.name);
  if (thing.kind !== 'water' || thing.done) return;
  const weightKg = (await basesAround(trx, athlete.id, day)).at(-1)?.weightKg;
  if (weightKg === undefined) return;
  const entries = await entriesOn(trx, athlete.id, day);
  const meals = await mealsOn(trx, athlete.id, day, day);
  const portions = await portionsOf(
    trx,
    athlete.id,
    meals.map((m) => m.id),
  );
  const caution = plannedWaterBarred(
    { drinks: waterEntries(entries), portions, weightKg, turnsAt: athlete.dayTurnsAt },
    { id, time, millilitres: thing.millilitres },
  );
  if (caution) throw new ProblemError('caution-x', `${caution.sentence} ${nothing}`);
};

const refuseSubstance = (name: string): void => {
  const caution = substanceCaution(name);
  if (caution) throw new ProblemError('caution-x', `${caution.sentence} ${caution.see} ${nothing}`);
};

export const mountEntries = (router: Router, house: House): void => {
  mount(router, house, 'putDayEntry', ({ params, body: { base, deleted, ...values }, acting }) =>
    acting(async (trx) => {
      const athlete = await athleteOf(trx, params.athleteId);
      if (!deleted) await barred(trx, athlete, params.id, values.day, values.time, values.thing);
      return putVersioned(trx, 'day_entry', params, base, deleted, values, toEntry);
    }),
  );
  mount(router, house, 'standing', ({ params: { athleteId }, acting }) =>
    acting(async (trx) => ({ standing: await standingOf(trx, athleteId, true) })),
  );
  mount(router, house, 'putStanding', ({ params, body: { base, deleted, thing }, acting }) =>
    acting((trx) => {
      if (!deleted && thing.kind === 'supplement') refuseSubstance(thing.name);
      return putVersioned(trx, 'standing_entry', params, base, deleted, { thing }, toStanding);
    }),
  );
};
