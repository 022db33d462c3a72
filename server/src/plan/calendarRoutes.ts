import { addFeed, feedsOf, newSecret, revokeFeed } from './store/feeds.ts';
import { athleteOf } from '../people/index.ts';
import { calendarOf, calendarOfFeed } from './calendar.ts';
import { CALENDAR_FEED, CALENDAR_FILE } from '@maul/contract/routes';
import { Id } from '@maul/contract/common';
import type { Request, Response, Router } from 'express';
import { acting } from '../platform/db/connect.ts';
import { mount, signedIn, type Services } from '../platform/http/mount.ts';
import { ProblemError } from '../platform/http/problems.ts';

/** Answers with an iCalendar, shown or as a file. */
export const sendCalendar = (res: Response, text: string, asFile: boolean): void => {
  res.setHeader('Content-Type', 'text/calendar; charset=utf-8');
  if (asFile) res.setHeader('Content-Disposition', 'attachment; filename="maul.ics"');
  res.setHeader('Cache-Control', 'private, no-store');
  res.send(text);
};

/** The private calendar address: no sign-in, only its secret. */
export const calendarFeed =
  (house: Services) =>
  async (req: Request<{ secret: string }>, res: Response): Promise<void> => {
    const secret = req.params.secret;
    const text = /^[A-Za-z0-9_-]{43}$/.test(secret) ? await calendarOfFeed(house.app, secret) : undefined;
    if (text === undefined)
      throw new ProblemError('not-found', 'There is no such calendar, or its address was revoked.');
    sendCalendar(res, text, false);
  };
export const CALENDAR_FEED_PATH = CALENDAR_FEED;

/** The calendar: a file for who is signed in, and private addresses. */
export const mountCalendar = (router: Router, house: Services): void => {
  mount(router, house, 'calendarFeeds', ({ params, acting: act }) =>
    act(async (trx) => ({ feeds: await feedsOf(trx, params.athleteId) })),
  );

  mount(router, house, 'makeCalendarFeed', ({ params, acting: act }) =>
    act(async (trx) => {
      const secret = newSecret();
      const made = await addFeed(trx, params.athleteId, params.id, secret);
      if (!made)
        throw new ProblemError(
          'id-taken',
          'This address was made already, and its secret is shown only once. Revoke it and make a new one.',
        );
      return {
        id: params.id,
        createdAt: made,
        path: CALENDAR_FEED.replace(':secret', secret),
      };
    }),
  );

  mount(router, house, 'endCalendarFeed', ({ params, acting: act }) =>
    act(async (trx) => {
      await revokeFeed(trx, params.athleteId, params.id);
      return {};
    }),
  );

  // Not JSON, so not of the contract's table: the same calendar for who is signed in.
  router.get(CALENDAR_FILE, async (req, res) => {
    const { token, personId } = await signedIn(house, req);
    const athleteId = Id.safeParse(req.params.athleteId);
    if (!athleteId.success) throw new ProblemError('not-found', 'There is no such athlete.');
    const text = await acting(house.app, token, async (trx) => {
      const athlete = await athleteOf(trx, athleteId.data);
      if (athlete.id !== personId) await house.noteReading(trx, [athlete.id], 'season');
      return calendarOf(trx, athlete);
    });
    sendCalendar(res, text, true);
  });
};
