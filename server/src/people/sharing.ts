import type { Router } from 'express';
import { mount, type Services } from '../platform/http/mount.ts';
import { ProblemError } from '../platform/http/problems.ts';
import { did } from './door.ts';
import { athleteOf, mustSign } from './store/athletes.ts';
import { coachByCode, endedGrants, endShare, narrow, shareWith } from './store/grants.ts';
import { addProposal, closeProposal, grantOfAsker, openProposal } from './store/proposals.ts';
import { readingsOfMe } from './store/readings.ts';

const NOBODY = 'Nobody has this code. Check it with them; nothing was shared.';
const GONE = 'This question was answered, or is not asked any more. Nothing was changed.';

/** Who sees an athlete, how much, and what they read: the athlete alone decides. */
export const mountSharing = (router: Router, house: Services): void => {
  mount(router, house, 'share', ({ params, body, acting }) =>
    acting(async (trx) => {
      if ('endedGrantId' in body) {
        const ended = (await endedGrants(trx)).find((g) => g.id === body.endedGrantId);
        if (!ended)
          throw new ProblemError(
            'not-found',
            'This sharing ended more than a day ago, or goes on already. Share again with your coach’s code.',
          );
        return shareWith(
          trx,
          params.athleteId,
          params.id,
          { id: ended.coachId, name: ended.coachName },
          ended,
        );
      }
      const coach = await coachByCode(trx, body.code);
      if (!coach)
        throw new ProblemError(
          'not-found',
          'No coach has this code. Check it with your coach; nothing was shared.',
        );
      if (coach.id === params.athleteId)
        throw new ProblemError('invalid', 'You cannot coach yourself through a code. Nothing was shared.');
      return shareWith(trx, params.athleteId, params.id, coach, body);
    }),
  );

  mount(router, house, 'endShare', ({ params, acting }) =>
    acting(async (trx) => {
      await endShare(trx, params.athleteId, params.id);
      return {};
    }),
  );

  mount(router, house, 'narrowShare', async ({ params, body, acting, signed, req }) => {
    const there = await acting((trx) => narrow(trx, params.athleteId, params.id, [...new Set(body.sees)]));
    if (!there || signed().personId !== params.athleteId)
      throw new ProblemError('not-found', 'There is no such sharing of yours. Nothing was changed.');
    await did(house, req, params.athleteId, 'share-changed');
    return {};
  });

  mount(router, house, 'propose', ({ params, body, acting, signed }) =>
    acting(async (trx) => {
      const athlete = await athleteOf(trx, params.athleteId);
      mustSign(athlete, 'Nothing was asked.');
      if (athlete.reader.role === 'self')
        throw new ProblemError('not-allowed', 'This is asked by a coach. Share with a code under Account.');
      if (body.instead && body.role !== 'coach')
        throw new ProblemError('invalid', 'Only another coach takes over. Nothing was asked.');
      const to = await coachByCode(trx, body.code);
      if (!to) throw new ProblemError('not-found', NOBODY);
      if (to.id === signed().personId)
        throw new ProblemError('invalid', 'This is your own code. Nothing was asked.');
      if (to.id === params.athleteId)
        throw new ProblemError('invalid', 'This is the athlete’s own code. Nothing was asked.');
      await addProposal(trx, params, {
        byId: signed().personId,
        toId: to.id,
        role: body.role,
        instead: body.instead,
      });
      const asked = await openProposal(trx, params.athleteId, { toId: to.id });
      if (!asked) throw new ProblemError('id-taken', GONE);
      if (asked.role !== body.role || asked.instead !== body.instead)
        throw new ProblemError(
          'id-taken',
          `${asked.athleteName} is asked about ${asked.toName} already, otherwise. Take that back first; nothing was asked.`,
        );
      const { toId: _, ...proposal } = asked;
      return proposal;
    }),
  );

  mount(router, house, 'answerProposal', ({ params, body, acting, signed }) =>
    acting(async (trx) => {
      const asked = await openProposal(trx, params.athleteId, { id: params.id });
      if (!asked) throw new ProblemError('not-found', GONE);
      if (body.yes && !asked.mine)
        throw new ProblemError('not-allowed', 'Only the athlete lets somebody in. Nothing was changed.');
      if (body.yes) {
        const grant = await grantOfAsker(trx, params);
        if (!grant) throw new ProblemError('not-found', GONE);
        // Whoever comes in sees what the one who asked sees, and no more.
        await shareWith(
          trx,
          params.athleteId,
          asked.id,
          { id: asked.toId, name: asked.toName },
          { role: asked.role, sees: grant.sees },
        );
        if (asked.instead) await endShare(trx, signed().personId, grant.id);
      }
      await closeProposal(trx, params, body.yes);
      return {};
    }),
  );

  mount(router, house, 'readings', ({ params, acting, signed }) =>
    acting(async (trx) => {
      if (params.athleteId !== signed().personId)
        throw new ProblemError('not-found', 'There is no such athlete, or they do not share with you.');
      return { readings: await readingsOfMe(trx) };
    }),
  );
};
