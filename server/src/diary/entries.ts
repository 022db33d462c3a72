import { entryRows, standingRows, entriesOn, standingOf } from './store/entries.ts';
import { putRow } from '../platform/db/versioned.ts';
import { waterEntries, type EntryBody } from '@maul/contract/diary';
import { type Elimination, eliminationDates } from '@maul/core/body';
import { plannedWaterBarred, substanceCaution } from '@maul/core/diary';
import type { Athlete } from '@maul/contract/people';
import { addDays, clockOf, daysBetween, localMoment, type IsoDate } from '@maul/core/units';
import type { Router } from 'express';
import type { AppTransaction } from '../platform/db/connect.ts';
import { mount, type Services } from '../platform/http/mount.ts';
import { ProblemError } from '../platform/http/problems.ts';
import { athleteOf, todayOf } from '../people/index.ts';
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
  thing: EntryBody,
): Promise<void> => {
  if (thing.kind === 'supplement' && !thing.done) refuseSubstance(thing.name);
  // Sauna and sweat suits to lose water are no plan either.
  if ('what' in thing && !thing.done) refuseSubstance(thing.what);
  if (thing.kind !== 'water' || thing.done) return;
  const weightKg = (await basesAround(trx, athlete.id, day)).at(-1)?.weightKg;
  if (weightKg === undefined) return;
  const entries = await entriesOn(trx, athlete.id, addDays(day, -1), addDays(day, 1));
  const meals = await mealsOn(trx, athlete.id, day, day);
  const portions = await portionsOf(
    trx,
    athlete.id,
    meals.map((m) => m.id),
  );
  const caution = plannedWaterBarred(
    {
      drinks: waterEntries(entries),
      portions,
      weightKg,
      turnsAt: athlete.dayTurnsAt,
      now: { day: todayOf(athlete), time: clockOf(localMoment(new Date(), athlete.zone).minutes) },
    },
    { id, day, time, millilitres: thing.millilitres },
  );
  if (caution) throw new ProblemError('caution-x', `${caution.sentence} ${nothing}`);
};

const refuseSubstance = (name: string): void => {
  const caution = substanceCaution(name);
  if (caution) throw new ProblemError('caution-x', `${caution.sentence} ${caution.see} ${nothing}`);
};

/** So far from today a pause may begin, and end: ten years. */
const FAR_DAYS = 3652;
const refuseFarPause = (pause: { from: IsoDate; until: IsoDate | null }, today: IsoDate): void => {
  const far = (day: IsoDate): boolean => Math.abs(daysBetween(today, day)) > FAR_DAYS;
  if (far(pause.from) || (pause.until !== null && far(pause.until)))
    throw new ProblemError(
      'invalid',
      'A pause lies within ten years of today. Leave its end open instead. Nothing was changed.',
    );
};

/** One food at a time: two at once could not be told apart. */
const refuseSecondElimination = async (
  trx: AppTransaction,
  { athleteId, id }: { athleteId: string; id: string },
  asked: Elimination,
): Promise<void> => {
  const { until } = eliminationDates(asked);
  for (const row of await standingOf(trx, athleteId, false)) {
    if (row.id === id || row.thing.kind !== 'elimination') continue;
    if (row.thing.from <= until && asked.from <= eliminationDates(row.thing).until)
      throw new ProblemError(
        'invalid',
        `${row.thing.food} is being left out or brought back in those days. One food at a time, or nothing can be told. ${nothing}`,
      );
  }
};

export const mountEntries = (router: Router, house: Services): void => {
  mount(router, house, 'putDayEntry', ({ params, body, acting }) =>
    acting(async (trx) => {
      const athlete = await athleteOf(trx, params.athleteId);
      if (!body.deleted) await barred(trx, athlete, params.id, body.day, body.time, body.thing);
      return putRow(trx, entryRows, params, body);
    }),
  );
  mount(router, house, 'standing', ({ params: { athleteId }, acting }) =>
    acting(async (trx) => ({ standing: await standingOf(trx, athleteId, true) })),
  );
  mount(router, house, 'putStanding', ({ params, body, acting }) =>
    acting(async (trx) => {
      if (!body.deleted && body.thing.kind === 'supplement') refuseSubstance(body.thing.name);
      if (!body.deleted && body.thing.kind === 'pause')
        refuseFarPause(body.thing, todayOf(await athleteOf(trx, params.athleteId)));
      if (!body.deleted && body.thing.kind === 'elimination')
        await refuseSecondElimination(trx, params, body.thing);
      return putRow(trx, standingRows, params, body);
    }),
  );
};
