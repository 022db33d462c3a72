import type { Router } from 'express';
import { mount, tokenOf, type Services } from '../platform/http/mount.ts';
import { ProblemError } from '../platform/http/problems.ts';
import { checkPassword, hashPassword, refuseWeak } from './passwords.ts';
import { clearCookie, describeSession, setCookie } from './session.ts';
import {
  DEMO_PASSWORD,
  demoPeople,
  endAllSessions,
  endSession,
  extendSession,
  openSession,
  personByEmail,
  addPerson,
} from './store/accounts.ts';
import { shareWith, endedGrants, endShare, coachByCode } from './store/grants.ts';

const addressOf = (ip: string | undefined): string => ip ?? 'unknown';

export const mountAccounts = (router: Router, house: Services): void => {
  mount(router, house, 'demo', async () => ({
    people: (house.settings.demo ? await demoPeople(house.accounts) : []).map((person) => ({
      name: person.name,
      email: person.email,
      password: DEMO_PASSWORD,
      role: person.is_coach ? 'coach' : 'athlete',
      about: person.demo_about ?? '',
    })),
  }));

  mount(router, house, 'signUp', async ({ body, req }) => {
    refuseWeak(body.password, [body.email, body.name]);
    await house.limits.signUp(addressOf(req.ip), body.email);
    // Hashed in any case: neither the answer nor its time tells whether the email has an account. The same sign-up sent twice is one.
    await addPerson(house.accounts, body, await hashPassword(body.password));
    return {};
  });

  mount(router, house, 'signIn', async ({ body, req, res }) => {
    const passed = await house.limits.signIn(addressOf(req.ip), body.email);
    const person = await personByEmail(house.accounts, body.email);
    const right = await checkPassword(person?.password_hash, body.password);
    // Everybody knows the password of the invented people: on a house without a demo it opens nothing.
    if (!right || !person || (person.is_demo && !house.settings.demo))
      throw new ProblemError('wrong-sign-in', 'No account matches this email and password.');
    await passed();
    const token = await openSession(house.accounts, person.id);
    setCookie(req, res, token);
    return describeSession(house, person.id, token);
  });

  mount(router, house, 'session', ({ signed }) => describeSession(house, signed().personId, signed().token));

  mount(router, house, 'touchSession', async ({ signed }) => {
    await extendSession(house.accounts, signed().token);
    return {};
  });

  mount(router, house, 'signOut', async ({ req, res }) => {
    await endSession(house.accounts, tokenOf(req));
    clearCookie(req, res);
    return {};
  });

  mount(router, house, 'signOutEverywhere', async ({ signed, req, res }) => {
    await endAllSessions(house.accounts, signed().personId);
    clearCookie(req, res);
    return {};
  });

  mount(router, house, 'share', ({ params, body, acting }) =>
    acting(async (trx) => {
      if ('endedGrantId' in body) {
        const ended = (await endedGrants(trx)).find((g) => g.id === body.endedGrantId);
        if (!ended)
          throw new ProblemError(
            'not-found',
            'This sharing ended more than a day ago, or goes on already. Share again with your coach’s code.',
          );
        return shareWith(trx, params.athleteId, params.id, { id: ended.coachId, name: ended.coachName });
      }
      const coach = await coachByCode(trx, body.code);
      if (!coach)
        throw new ProblemError(
          'not-found',
          'No coach has this code. Check it with your coach; nothing was shared.',
        );
      if (coach.id === params.athleteId)
        throw new ProblemError('invalid', 'You cannot coach yourself through a code. Nothing was shared.');
      return shareWith(trx, params.athleteId, params.id, coach);
    }),
  );

  mount(router, house, 'endShare', ({ params, acting }) =>
    acting(async (trx) => {
      await endShare(trx, params.athleteId, params.id);
      return {};
    }),
  );
};
