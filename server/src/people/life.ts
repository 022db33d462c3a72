import type { Router } from 'express';
import { mount, type Services } from '../platform/http/mount.ts';
import { ProblemError } from '../platform/http/problems.ts';
import { did, prover, spendSecondCode } from './door.ts';
import { askDeletion, takeBackDeletion } from './store/leaving.ts';
import { endSessions, personById } from './store/accounts.ts';
import { dropFactor, hasFactor, newFactor, spendFactorCode } from './store/factor.ts';
import { historyOf } from './store/history.ts';

/** The second factor, what was done with an account, and leaving it. */
export const mountLife = (router: Router, house: Services): void => {
  const db = house.accounts;
  const prove = prover(house);

  mount(router, house, 'beginFactor', async ({ body, req, signed }) => {
    const { personId } = signed();
    await prove(req, personId, body.present);
    const made = await newFactor(db, await personById(db, personId));
    if (!made) throw new ProblemError('not-allowed', 'Two-step sign-in is on already. Turn it off first.');
    return made;
  });

  mount(router, house, 'confirmFactor', async ({ body, req, signed }) => {
    const { personId } = signed();
    if (await hasFactor(db, personId)) return {};
    if (!(await spendFactorCode(db, personId, body.code)))
      throw new ProblemError('invalid', 'This code is wrong, or was used already. Nothing was turned on.');
    await did(house, req, personId, 'factor-on');
    return {};
  });

  mount(router, house, 'endFactor', async ({ body, req, signed }) => {
    const { personId } = signed();
    await prove(req, personId, body.present);
    if (!(await hasFactor(db, personId))) return {};
    if (!(await spendSecondCode(house, personId, body.code)))
      throw new ProblemError(
        'not-allowed',
        'This code is wrong, or was used already. Two-step sign-in is still on.',
      );
    await dropFactor(db, personId);
    await did(house, req, personId, 'factor-off');
    return {};
  });

  mount(router, house, 'accountHistory', ({ query, signed }) =>
    historyOf(db, signed().personId, query.before),
  );

  mount(router, house, 'askDeletion', async ({ body, req, signed }) => {
    const { personId, token } = signed();
    await prove(req, personId, body.present);
    const { leaving_at: before } = await personById(db, personId);
    const at = await askDeletion(db, personId);
    await endSessions(db, personId, { but: token, wipes: true });
    if (before === null) await did(house, req, personId, 'deletion-asked');
    return { at };
  });

  mount(router, house, 'takeBackDeletion', async ({ req, signed }) => {
    const { personId } = signed();
    if (await takeBackDeletion(db, personId)) await did(house, req, personId, 'deletion-taken-back');
    return {};
  });
};
