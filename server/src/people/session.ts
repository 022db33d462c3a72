import type { Session } from '@maul/contract/people';
import { sql } from 'kysely';
import { acting } from '../platform/db/connect.ts';
import { SESSION_COOKIE, type House } from '../platform/http/mount.ts';
import type { Request, Response } from 'express';
import { personById, SESSION_DAYS } from './store.ts';

export const setCookie = (req: Request, res: Response, token: string): void => {
  res.cookie(SESSION_COOKIE, token, {
    httpOnly: true,
    sameSite: 'strict',
    secure: req.secure,
    path: '/',
    maxAge: SESSION_DAYS * 86_400_000,
  });
};

export const clearCookie = (res: Response): void => {
  res.clearCookie(SESSION_COOKIE, { httpOnly: true, sameSite: 'strict', path: '/' });
};

/** Who is signed in, and with whom they share. */
export const describeSession = async (house: House, personId: string, token: string): Promise<Session> => {
  const person = await personById(house.accounts, personId);
  return acting(house.app, token, async (trx) => {
    const grants = await sql<{
      id: string;
      athlete_id: string;
      coach_id: string;
      from_at: string;
      athlete: string;
      coach: string;
    }>`
      select g.id, g.athlete_id, g.coach_id, g.from_at, a.name as athlete, c.name as coach
      from coach_grant g join known_people() a on a.id = g.athlete_id join known_people() c on c.id = g.coach_id
      where g.ended_at is null order by g.from_at`.execute(trx);
    const season = await trx
      .selectFrom('season_revision')
      .select('id')
      .where('athlete_id', '=', personId)
      .limit(1)
      .executeTakeFirst();
    return {
      person: {
        id: person.id,
        name: person.name,
        email: person.email,
        isAthlete: person.is_athlete,
        isCoach: person.is_coach,
        isDemo: person.is_demo,
        hasSeason: season !== undefined,
        coachCode: person.coach_code,
        tableCode: person.table_code,
      },
      grants: grants.rows.map((g) => ({
        id: g.id,
        athleteId: g.athlete_id,
        athleteName: g.athlete,
        coachId: g.coach_id,
        coachName: g.coach,
        from: g.from_at,
      })),
    };
  });
};
