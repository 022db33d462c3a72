import type { Session } from '@maul/contract/people';
import { endedGrants, liveGrants } from './store/grants.ts';
import { openProposals } from './store/proposals.ts';
import { isSetUp } from './store/athletes.ts';
import { acting } from '../platform/db/connect.ts';
import { sessionCookie, settingsOf, type Services } from '../platform/http/mount.ts';
import type { Request, Response } from 'express';
import { personById, SESSION_DAYS } from './store/accounts.ts';

export const setCookie = (req: Request, res: Response, token: string): void => {
  const { secure } = settingsOf(req);
  res.cookie(sessionCookie({ secure }), token, {
    httpOnly: true,
    sameSite: 'strict',
    secure: secure || req.secure,
    path: '/',
    maxAge: SESSION_DAYS * 86_400_000,
  });
};

export const clearCookie = (req: Request, res: Response): void => {
  const { secure } = settingsOf(req);
  res.clearCookie(sessionCookie({ secure }), { httpOnly: true, sameSite: 'strict', secure, path: '/' });
};

/** Who is signed in, and with whom they share. */
export const describeSession = async (house: Services, personId: string, token: string): Promise<Session> => {
  const person = await personById(house.accounts, personId);
  return acting(house.app, token, async (trx) => {
    const grants = await liveGrants(trx);
    const hasSeason = await isSetUp(trx, personId);
    return {
      person: {
        id: person.id,
        name: person.name,
        email: person.email,
        isAthlete: person.is_athlete,
        isCoach: person.is_coach,
        isDemo: person.is_demo,
        hasSeason,
        coachCode: person.coach_code,
        tableCode: person.table_code,
        leavingAt: person.leaving_at,
      },
      grants,
      ended: await endedGrants(trx),
      proposals: (await openProposals(trx)).map(({ toId: _, ...proposal }) => proposal),
    };
  });
};
