import { mealRows, portionRows, mealsOn, portionsOf } from './store/meals.ts';
import { putRow } from '../platform/db/versioned.ts';
import { addDays, daysBetween } from '@maul/core/units';
import { phaseOn } from '@maul/core/plan';
import type { Router } from 'express';
import { putNote, notesOn, wordsOnThings } from './store/notes.ts';
import { mount, type Services } from '../platform/http/mount.ts';
import { ProblemError } from '../platform/http/problems.ts';
import { athleteOf, todayOf } from '../people/index.ts';
import { basesAround, movementOn, weighInOn } from '../body/index.ts';
import { ordersFor, seasonOn, ensureBasis } from '../plan/index.ts';
import { entriesOn, standingOf } from './store/entries.ts';
import { mountEntries } from './entries.ts';
import { mountFind } from './search.ts';
import { mountHandovers } from './handover.ts';
import { offersTo } from './store/handovers.ts';
import { mountPaper } from './paper.ts';

export const mountDiary = (router: Router, house: Services): void => {
  mount(router, house, 'day', ({ params: { athleteId, date }, acting, signed }) =>
    acting(async (trx) => {
      const athlete = await athleteOf(trx, athleteId);
      const today = todayOf(athlete);
      await ensureBasis(trx, athlete, today);
      const season = await seasonOn(trx, athleteId, date);
      const phaseIds = [date, addDays(date, 1)].flatMap((d) => phaseOn(season, d)?.id ?? []);
      const bases = await basesAround(trx, athleteId, date);
      const orders = await ordersFor(trx, athleteId, phaseIds);
      const movement = await movementOn(trx, athleteId, date);
      const meals = await mealsOn(trx, athleteId, date, date);
      const portions = await portionsOf(
        trx,
        athleteId,
        meals.map((m) => m.id),
      );
      const notes = await notesOn(trx, athleteId, date);
      const weighIn = await weighInOn(trx, athleteId, date);
      const entries = await entriesOn(trx, athleteId, date);
      const standing = await standingOf(trx, athleteId, false);
      const offers = signed().personId === athleteId ? await offersTo(trx, athleteId) : [];
      return {
        athlete,
        date,
        today,
        season,
        bases,
        orders,
        movement,
        meals,
        portions,
        notes,
        weighIn,
        entries,
        standing,
        offers,
      };
    }),
  );

  mount(router, house, 'log', ({ params: { athleteId }, query: { from, to }, acting }) => {
    const days = daysBetween(from, to);
    if (days < 0 || days > 34)
      throw new ProblemError('invalid', 'A log runs from a day to a later one, at most five weeks.');
    return acting(async (trx) => {
      const meals = await mealsOn(trx, athleteId, from, to);
      const dayOf = new Map(meals.map((m) => [m.id, m.day]));
      const portions = await portionsOf(trx, athleteId, [...dayOf.keys()]);
      const entries = await entriesOn(trx, athleteId, from, to);
      const dates = new Set([...dayOf.values(), ...entries.map((e) => e.day)]);
      return {
        days: [...dates].sort().map((date) => ({
          date,
          entries: entries.filter((e) => e.day === date),
          portions: portions
            .filter((p) => dayOf.get(p.mealId) === date)
            .map(({ mealId, food, grams, plannedGrams, method }) => ({
              mealId,
              food,
              grams,
              plannedGrams,
              method,
            })),
        })),
      };
    });
  });

  mount(router, house, 'putMeal', ({ params, body, acting }) =>
    acting((trx) => putRow(trx, mealRows, params, body)),
  );

  mount(router, house, 'putPortion', ({ params, body, acting }) =>
    acting((trx) => putRow(trx, portionRows, params, body)),
  );

  mount(router, house, 'putNote', ({ params, body, acting, signed }) =>
    acting((trx) => putNote(trx, params, body, signed().personId)),
  );
  mount(router, house, 'words', ({ params, acting }) =>
    acting(async (trx) => {
      await athleteOf(trx, params.athleteId);
      return { notes: await wordsOnThings(trx, params.athleteId) };
    }),
  );
  mountEntries(router, house);
  mountHandovers(router, house);
  mountFind(router, house);
  mountPaper(router, house);
};
