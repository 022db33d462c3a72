import type { Router } from 'express';
import { mount, tokenOf, type Services } from '../platform/http/mount.ts';
import { ProblemError } from '../platform/http/problems.ts';
import { checkPassword, hashPassword, refuseWeak } from './passwords.ts';
import { makeCodes, spendCode } from './store/waysBack.ts';
import { addressOf, deviceOf, did, prover, spendSecondCode } from './door.ts';
import { type LettersTold, mountEverything } from './everything.ts';
import { mountLife } from './life.ts';
import { mountPasskeys } from './passkeys.ts';
import { mountSharing } from './sharing.ts';
import { mountTokens } from './tokens.ts';
import { dropFactor, hasFactor } from './store/factor.ts';
import { dropPasskeys } from './store/passkeys.ts';
import { clearCookie, describeSession, setCookie } from './session.ts';
import {
  DEMO_PASSWORD,
  demoPeople,
  endSessions,
  endSession,
  extendSession,
  openSession,
  personByEmail,
  addPerson,
  personById,
  setPassword,
  whereSignedIn,
} from './store/accounts.ts';

/** `told` is what this room is told of others: a week’s letter is made where weeks are read. */
export const mountAccounts = (router: Router, house: Services, told: LettersTold): void => {
  mountLife(router, house);
  mountPasskeys(router, house);
  mountEverything(router, house, told);
  mountSharing(router, house);
  mountTokens(router, house);
  mount(router, house, 'demo', async () => ({
    people: (house.settings.demo ? await demoPeople(house.accounts) : []).map((person) => ({
      name: person.name,
      email: person.email,
      password: DEMO_PASSWORD,
      role: person.is_coach ? ('coach' as const) : ('athlete' as const),
      about: person.demo_about ?? '',
    })),
  }));

  mount(router, house, 'signUp', async ({ body, req }) => {
    refuseWeak(body.password, [body.email, body.name]);
    await house.limits.signUp(addressOf(req), body.email);
    // Hashed in any case: neither the answer nor its time tells whether the email has an account. The same sign-up sent twice is one.
    await addPerson(house.accounts, body, await hashPassword(body.password));
    return {};
  });

  mount(router, house, 'signIn', async ({ body, req, res }) => {
    const passed = await house.limits.signIn(addressOf(req), body.email);
    const person = await personByEmail(house.accounts, body.email);
    const right = await checkPassword(person?.password_hash, body.password);
    // Everybody knows the password of the invented people: on a house without a demo it opens nothing.
    if (!right || !person || (person.is_demo && !house.settings.demo))
      throw new ProblemError('wrong-sign-in', 'No account matches this email and password.');
    if (await hasFactor(house.accounts, person.id)) {
      const { code } = body;
      if (code === undefined)
        throw new ProblemError('second-factor', 'This account asks for a code as well.');
      if (!(await spendSecondCode(house, person.id, code)))
        throw new ProblemError('wrong-sign-in', 'This code is wrong, or was used already.');
    }
    await passed();
    const token = await openSession(house.accounts, person.id, deviceOf(req));
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

  mount(router, house, 'sessions', ({ signed }) => whereSignedIn(house.accounts, signed()));

  mount(router, house, 'endOneSession', async ({ params, signed }) => {
    await endSessions(house.accounts, signed().personId, { only: params.id, wipes: true });
    return {};
  });

  const prove = prover(house);

  mount(router, house, 'changePassword', async ({ body, req, signed }) => {
    const { personId, token } = signed();
    const { email, name } = await personById(house.accounts, personId);
    refuseWeak(body.next, [email, name]);
    await prove(req, personId, body.present);
    await setPassword(house.accounts, personId, await hashPassword(body.next));
    await endSessions(house.accounts, personId, { but: token });
    await did(house, req, personId, 'password-changed');
    return {};
  });

  mount(router, house, 'makeCodes', async ({ body, req, signed }) => {
    await prove(req, signed().personId, body.present);
    return { codes: await makeCodes(house.accounts, signed().personId) };
  });

  mount(router, house, 'resetPassword', async ({ body, req }) => {
    const passed = await house.limits.signIn(addressOf(req), body.email);
    refuseWeak(body.next, [body.email]);
    const hash = await hashPassword(body.next);
    const person = await personByEmail(house.accounts, body.email);
    const spent = person && (await spendCode(house.accounts, person.id, body.code));
    if (!spent)
      throw new ProblemError(
        'wrong-sign-in',
        'No account has this email and this code, or the code was used. Nothing was changed.',
      );
    await setPassword(house.accounts, person.id, hash);
    await endSessions(house.accounts, person.id, {});
    // Who comes to the operator may have lost what made the codes as well, or lost the account to somebody.
    if (spent === 'operator') {
      await dropFactor(house.accounts, person.id);
      await dropPasskeys(house.accounts, person.id);
    }
    await did(house, req, person.id, 'password-reset');
    await passed();
    return {};
  });

  mount(router, house, 'signOutEverywhere', async ({ signed, req, res }) => {
    await endSessions(house.accounts, signed().personId, { wipes: true });
    clearCookie(req, res);
    return {};
  });
};
