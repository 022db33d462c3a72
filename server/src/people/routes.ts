import type { Router } from 'express';
import { sql } from 'kysely';
import { mount, tokenOf, type House } from '../platform/http/mount.ts';
import { ProblemError } from '../platform/http/problems.ts';
import { checkPassword, hashPassword } from './passwords.ts';
import { clearCookie, describeSession, setCookie } from './session.ts';
import * as store from './store.ts';

const addressOf = (ip: string | undefined): string => ip ?? 'unknown';

export const mountAccounts = (router: Router, house: House): void => {
  mount(router, house, 'demo', async () => ({
    people: (await store.demoPeople(house.accounts)).map((person) => ({
      name: person.name,
      email: person.email,
      password: store.DEMO_PASSWORD,
      role: person.is_coach ? 'coach' : 'athlete',
      about: person.demo_about ?? '',
    })),
  }));

  mount(router, house, 'signUp', async ({ body, req, res }) => {
    const taken = await store.personByEmail(house.accounts, body.email);
    // The same sign-up sent twice is one account; anybody else's email is refused.
    if (taken && !(taken.id === body.id && (await checkPassword(taken.password_hash, body.password))))
      throw new ProblemError('email-taken', 'There is an account with this email already. Sign in instead.');
    if (!taken)
      await house.accounts
        .insertInto('person')
        .values({
          id: body.id,
          email: body.email,
          name: body.name,
          password_hash: await hashPassword(body.password),
          is_athlete: body.role === 'athlete',
          is_coach: body.role === 'coach',
          coach_code: body.role === 'coach' ? store.newCoachCode() : null,
        })
        .execute();
    const token = await store.openSession(house.accounts, body.id);
    setCookie(req, res, token);
    return describeSession(house, body.id, token);
  });

  mount(router, house, 'signIn', async ({ body, req, res }) => {
    const address = addressOf(req.ip);
    await house.limits.check(address, body.email);
    const person = await store.personByEmail(house.accounts, body.email);
    if (!(await checkPassword(person?.password_hash, body.password)) || !person) {
      await house.limits.countWrong(address, body.email);
      throw new ProblemError('wrong-sign-in', 'No account matches this email and password.');
    }
    await house.limits.forget(address, body.email);
    const token = await store.openSession(house.accounts, person.id);
    setCookie(req, res, token);
    return describeSession(house, person.id, token);
  });

  mount(router, house, 'session', ({ signed }) => describeSession(house, signed().personId, signed().token));

  mount(router, house, 'touchSession', async ({ signed }) => {
    await store.extendSession(house.accounts, signed().token);
    return {};
  });

  mount(router, house, 'signOut', async ({ req, res }) => {
    await store.endSession(house.accounts, tokenOf(req));
    clearCookie(res);
    return {};
  });

  mount(router, house, 'signOutEverywhere', async ({ signed, res }) => {
    await store.endAllSessions(house.accounts, signed().personId);
    clearCookie(res);
    return {};
  });

  mount(router, house, 'share', ({ params, body, acting }) =>
    acting(async (trx) => {
      const coach = (
        await sql<{ id: string; name: string }>`select * from coach_by_code(${body.code})`.execute(trx)
      ).rows[0];
      if (!coach)
        throw new ProblemError(
          'not-found',
          'No coach has this code. Check it with your coach; nothing was shared.',
        );
      if (coach.id === params.athleteId)
        throw new ProblemError('invalid', 'You cannot coach yourself through a code. Nothing was shared.');
      const live = await trx
        .selectFrom('coach_grant')
        .select(['id', 'from_at'])
        .where('athlete_id', '=', params.athleteId)
        .where('coach_id', '=', coach.id)
        .where('ended_at', 'is', null)
        .executeTakeFirst();
      const grant =
        live ??
        (await trx
          .insertInto('coach_grant')
          .values({ athlete_id: params.athleteId, id: params.id, coach_id: coach.id, ended_at: null })
          .returning(['id', 'from_at'])
          .executeTakeFirstOrThrow());
      const names = await sql<{
        name: string;
      }>`select name from known_people() where id = ${params.athleteId}`.execute(trx);
      return {
        id: grant.id,
        athleteId: params.athleteId,
        athleteName: names.rows[0]?.name ?? '',
        coachId: coach.id,
        coachName: coach.name,
        from: grant.from_at,
      };
    }),
  );

  mount(router, house, 'endShare', ({ params, acting }) =>
    acting(async (trx) => {
      await trx
        .updateTable('coach_grant')
        .set({ ended_at: sql<string>`now()` })
        .where('athlete_id', '=', params.athleteId)
        .where('id', '=', params.id)
        .where('ended_at', 'is', null)
        .execute();
      return {};
    }),
  );
};
