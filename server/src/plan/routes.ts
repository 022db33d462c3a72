import { CALENDAR_FEED, CALENDAR_FILE } from '@maul/contract/routes';
import { Id } from '@maul/contract/common';
import { phaseOn } from '@maul/core/plan';
import type { Request, Response, Router } from 'express';
import { sql } from 'kysely';
import { describeSession } from '../people/index.ts';
import { acting } from '../platform/db/connect.ts';
import { mount, tokenOf, type House } from '../platform/http/mount.ts';
import { ProblemError } from '../platform/http/problems.ts';
import { calendarOf, calendarOfFeed, feedsOf, hashSecret, newSecret } from './calendar.ts';
import { confirm, confirmationsOf, measuredFor } from './cautions.ts';
import { confirmSeason, seasonDocument, writeSeason } from './revision.ts';
import { changeAthlete, startAthlete } from './start.ts';
import { athleteOf, basesAround, ordersFor, revisionOn, revisionsOf, todayOf, toRevision } from './store.ts';

const sendCalendar = (res: Response, text: string, asFile: boolean): void => {
  res.setHeader('Content-Type', 'text/calendar; charset=utf-8');
  if (asFile) res.setHeader('Content-Disposition', 'attachment; filename="maul.ics"');
  res.setHeader('Cache-Control', 'private, no-store');
  res.send(text);
};

/** The private calendar address: no sign-in, only its secret. */
export const calendarFeed =
  (house: House) =>
  async (req: Request<{ secret: string }>, res: Response): Promise<void> => {
    const secret = req.params.secret;
    const text = /^[A-Za-z0-9_-]{43}$/.test(secret) ? await calendarOfFeed(house.app, secret) : undefined;
    if (text === undefined)
      throw new ProblemError('not-found', 'There is no such calendar, or its address was revoked.');
    sendCalendar(res, text, false);
  };
export const CALENDAR_FEED_PATH = CALENDAR_FEED;

export const mountSeason = (router: Router, house: House): void => {
  mount(router, house, 'start', async ({ params, body, acting: act, signed }) => {
    if (params.athleteId !== signed().personId)
      throw new ProblemError('not-allowed', 'You can set up only yourself.');
    await act((trx) => startAthlete(trx, params.athleteId, body));
    return describeSession(house, params.athleteId, signed().token);
  });

  mount(router, house, 'putAthlete', ({ params, body, acting: act, signed }) => {
    if (params.athleteId !== signed().personId)
      throw new ProblemError('not-allowed', 'Only the athlete changes this. Nothing was changed.');
    return act((trx) => changeAthlete(trx, params.athleteId, body));
  });

  mount(router, house, 'season', ({ params, acting: act }) =>
    act((trx) => seasonDocument(trx, params.athleteId)),
  );

  mount(router, house, 'putSeason', ({ params, body, acting: act, signed }) =>
    act((trx) => writeSeason(trx, params.athleteId, params.id, body, signed().personId)),
  );

  mount(router, house, 'confirmSeason', ({ params, acting: act, signed }) =>
    act((trx) => confirmSeason(trx, params.athleteId, params.id, signed().personId)),
  );

  mount(router, house, 'inForce', ({ params: { athleteId, date }, acting: act }) =>
    act(async (trx) => {
      await athleteOf(trx, athleteId);
      const revision = revisionOn(await revisionsOf(trx, athleteId), date);
      const season = revision?.season ?? { phases: [], events: [] };
      const phaseId = phaseOn(season, date)?.id;
      return {
        date,
        season,
        revision: revision ? toRevision(revision) : null,
        bases: await basesAround(trx, athleteId, date),
        orders: phaseId === undefined ? [] : await ordersFor(trx, athleteId, [phaseId]),
      };
    }),
  );

  const measured = (athleteId: string, act: <T>(work: Parameters<typeof acting<T>>[2]) => Promise<T>) =>
    act(async (trx) => {
      const athlete = await athleteOf(trx, athleteId);
      return {
        cautions: await measuredFor(trx, athlete, todayOf(athlete)),
        confirmations: await confirmationsOf(trx, athleteId),
      };
    });

  mount(router, house, 'cautions', ({ params, acting: act }) => measured(params.athleteId, act));

  mount(router, house, 'confirmCaution', async ({ params, body, acting: act, signed }) => {
    await act(async (trx) => {
      await athleteOf(trx, params.athleteId);
      await confirm(
        trx,
        params.athleteId,
        signed().personId,
        [{ id: body.cautionId, figure: body.figure }],
        params.id,
      );
    });
    return measured(params.athleteId, act);
  });

  mount(router, house, 'calendarFeeds', ({ params, acting: act }) =>
    act(async (trx) => ({ feeds: await feedsOf(trx, params.athleteId) })),
  );

  mount(router, house, 'makeCalendarFeed', ({ params, acting: act }) =>
    act(async (trx) => {
      const secret = newSecret();
      const made = await trx
        .insertInto('calendar_feed')
        .values({
          athlete_id: params.athleteId,
          id: params.id,
          token_hash: hashSecret(secret),
          revoked_at: null,
        })
        .onConflict((conflict) => conflict.columns(['athlete_id', 'id']).doNothing())
        .returning('created_at')
        .executeTakeFirst();
      if (!made)
        throw new ProblemError(
          'id-taken',
          'This address was made already, and its secret is shown only once. Revoke it and make a new one.',
        );
      return {
        id: params.id,
        createdAt: made.created_at,
        path: CALENDAR_FEED.replace(':secret', secret),
      };
    }),
  );

  mount(router, house, 'endCalendarFeed', ({ params, acting: act }) =>
    act(async (trx) => {
      await trx
        .updateTable('calendar_feed')
        .set({ revoked_at: sql<string>`now()` })
        .where('athlete_id', '=', params.athleteId)
        .where('id', '=', params.id)
        .where('revoked_at', 'is', null)
        .execute();
      return {};
    }),
  );

  // Not JSON, so not of the contract's table: the same calendar for who is signed in.
  router.get(CALENDAR_FILE, async (req, res) => {
    const token = tokenOf(req);
    if (token === '' || !(await house.findSession(token)))
      throw new ProblemError('not-signed-in', 'You are not signed in, or your session has ended.');
    const athleteId = Id.safeParse(req.params.athleteId);
    if (!athleteId.success) throw new ProblemError('not-found', 'There is no such athlete.');
    const text = await acting(house.app, token, async (trx) =>
      calendarOf(trx, await athleteOf(trx, athleteId.data)),
    );
    sendCalendar(res, text, true);
  });
};
