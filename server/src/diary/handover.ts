import {
  addHandover,
  answerHandover,
  block,
  blockedBy,
  handoverOf,
  toHandover,
  unblock,
} from './store/handovers.ts';
import { eaterByCode, nameOf } from '../people/index.ts';
import type { Router } from 'express';
import { mount, type Services } from '../platform/http/mount.ts';
import { ProblemError } from '../platform/http/problems.ts';

export const mountHandovers = (router: Router, house: Services): void => {
  mount(router, house, 'eater', ({ query, acting }) =>
    acting(async (trx) => {
      const found = await eaterByCode(trx, query.code);
      if (!found)
        throw new ProblemError(
          'not-found',
          'Nobody has this code. You find the code on the other person’s Account page.',
        );
      return { personId: found.id, name: found.name };
    }),
  );

  mount(router, house, 'putHandover', ({ params, body, acting, signed }) =>
    acting(async (trx) => {
      const before = await handoverOf(trx, params.id);
      if (before && before.athlete_id === params.athleteId) return toHandover(before);
      if (body.toId === params.athleteId)
        throw new ProblemError('invalid', 'That is yourself: the portion is yours already.');
      const made = await addHandover(
        trx,
        params.athleteId,
        params.id,
        await nameOf(trx, signed().personId),
        body,
      );
      return toHandover(made);
    }),
  );

  mount(router, house, 'answerHandover', ({ params, body, acting, signed }) =>
    acting(async (trx) => {
      const me = signed().personId;
      await answerHandover(trx, params.id, me, body.answer);
      const row = await handoverOf(trx, params.id);
      if (!row || row.to_id !== me) throw new ProblemError('not-found', 'This was not given to you.');
      return toHandover(row);
    }),
  );

  // A coach reads what an athlete eats, not from whom they take nothing.
  const own = (athleteId: string, personId: string): void => {
    if (athleteId !== personId) throw new ProblemError('not-allowed', 'Only the athlete decides this.');
  };

  mount(router, house, 'blocked', ({ params, acting, signed }) =>
    acting(async (trx) => {
      own(params.athleteId, signed().personId);
      return { people: await blockedBy(trx) };
    }),
  );

  mount(router, house, 'block', ({ params, acting, signed }) =>
    acting(async (trx) => {
      own(params.athleteId, signed().personId);
      await block(trx, params.athleteId, params.id);
      return {};
    }),
  );

  mount(router, house, 'unblock', ({ params, acting, signed }) =>
    acting(async (trx) => {
      own(params.athleteId, signed().personId);
      await unblock(trx, params.athleteId, params.id);
      return {};
    }),
  );
};
