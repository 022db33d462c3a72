import { TEAM_CALENDAR_FILE, WEEK_LETTER_FILE } from '@maul/contract/coaching';
import { Id } from '@maul/contract/common';
import type { Router } from 'express';
import { z } from 'zod';
import { athleteOf, mustSign } from '../people/index.ts';
import { sendCalendar } from '../plan/index.ts';
import { acting } from '../platform/db/connect.ts';
import { type ChangeWatch, KeptUntilChanged } from '../platform/events/watch.ts';
import { mount, type Services, signedIn } from '../platform/http/mount.ts';
import { ProblemError } from '../platform/http/problems.ts';
import { PAPERS } from '../platform/pdf.ts';
import { withoutValues } from '../platform/http/withoutValues.ts';
import { checkIn, checkIns, sendCheckIn, sentWeek, weekOf } from './checkIns.ts';
import { mountDesk } from './desk.ts';
import { calendarOfTeam, datesOfTeam } from './dates.ts';
import { letterOf } from './letter.ts';
import { type Figures, roster } from './roster.ts';
import { tryProtocol } from './protocols/try.ts';
import { putProtocol } from './protocols/write.ts';
import { addForm, formsOf, protocolsOf } from './store/protocols.ts';
import { addAnswer, addRead, openWords, settle } from './store/weeks.ts';

const Letter = z.strictObject({ athleteId: Id, id: Id, paper: z.enum(PAPERS) });

/** Figures of so many athletes are kept between two looks at a roster: about 1 kB each. */
const MOST_KEPT = 50_000;

export const mountCoaching = (router: Router, house: Services, watch: ChangeWatch): void => {
  const kept = new KeptUntilChanged<Figures>(watch, MOST_KEPT);
  mount(router, house, 'roster', ({ acting, signed, req }) =>
    acting((trx) =>
      roster(trx, signed().personId, kept, (error) =>
        req.log.error({ error: withoutValues(error) }, 'A row of a roster could not be made'),
      ),
    ),
  );
  mount(router, house, 'teamDates', ({ acting: as, signed }) =>
    as((trx) => datesOfTeam(trx, signed().personId)),
  );
  // Not JSON, so not of the contract's table.
  router.get(TEAM_CALENDAR_FILE, async (req, res) => {
    const { token, personId } = await signedIn(house, req);
    sendCalendar(res, await acting(house.app, token, (trx) => calendarOfTeam(trx, personId)), true);
  });
  mountDesk(router, house);
  mount(router, house, 'protocols', ({ acting: as, signed }) =>
    as(async (trx) => ({ protocols: await protocolsOf(trx, signed().personId) })),
  );
  mount(router, house, 'putProtocol', ({ params: { id }, body, acting: as, signed }) =>
    as((trx) => putProtocol(trx, signed().personId, id, body)),
  );
  mount(router, house, 'tryProtocol', ({ body, acting: as, signed }) =>
    as((trx) => tryProtocol(trx, signed().personId, body)),
  );
  mount(router, house, 'questions', ({ acting, signed }) =>
    acting(async (trx) => ({ words: await openWords(trx, signed().personId) })),
  );
  mount(router, house, 'settleNote', ({ params, body, acting, signed }) =>
    acting(async (trx) => {
      await athleteOf(trx, params.athleteId);
      await settle(trx, params, signed().personId, body.settled);
      return {};
    }),
  );
  mount(router, house, 'checkIns', ({ params, acting }) =>
    acting(async (trx) => checkIns(trx, await athleteOf(trx, params.athleteId))),
  );
  mount(router, house, 'week', ({ params, query, acting }) =>
    acting(async (trx) => weekOf(trx, await athleteOf(trx, params.athleteId), query.to)),
  );
  mount(router, house, 'checkIn', ({ params, acting }) =>
    acting(async (trx) => checkIn(trx, await athleteOf(trx, params.athleteId), params.id)),
  );
  router.get(WEEK_LETTER_FILE, async (req, res) => {
    const { token, personId } = await signedIn(house, req);
    const asked = Letter.safeParse({ ...req.params, paper: req.query.paper ?? 'A4' });
    if (!asked.success) throw new ProblemError('not-found', 'There is no such letter.');
    const { athleteId, id, paper } = asked.data;
    const { name, pdf } = await acting(house.app, token, async (trx) => {
      const athlete = await athleteOf(trx, athleteId);
      if (athleteId !== personId) await house.noteReading(trx, [athleteId], 'week');
      return letterOf(trx, athlete, id, paper);
    });
    res.setHeader('Content-Disposition', `inline; filename="${name}"`);
    res.type('application/pdf').send(pdf);
  });
  mount(router, house, 'form', ({ params, acting }) =>
    acting(async (trx) => {
      const { id } = await athleteOf(trx, params.athleteId);
      return { form: (await formsOf(trx, [id])).get(id) ?? null };
    }),
  );
  mount(router, house, 'giveForm', ({ params, body, acting, signed }) =>
    acting(async (trx) => {
      const athlete = await athleteOf(trx, params.athleteId);
      if (signed().personId === athlete.id)
        throw new ProblemError('not-allowed', 'What goes with a week is asked by the coach.');
      mustSign(athlete, 'Nothing was given.');
      await addForm(trx, { athleteId: athlete.id, id: params.id }, signed().personId, body);
      return { form: (await formsOf(trx, [athlete.id])).get(athlete.id) ?? null };
    }),
  );
  mount(router, house, 'sendCheckIn', ({ params, body, acting, signed }) =>
    acting(async (trx) => {
      const athlete = await athleteOf(trx, params.athleteId);
      if (signed().personId !== athlete.id)
        throw new ProblemError('not-allowed', 'A week is sent by the athlete.');
      return sendCheckIn(trx, athlete, params.id, body);
    }),
  );
  mount(router, house, 'readCheckIn', ({ params, acting, signed }) =>
    acting(async (trx) => {
      const athlete = await athleteOf(trx, params.athleteId);
      // What the athlete reads of their own is nobody's news.
      if (signed().personId === athlete.id) return {};
      await sentWeek(trx, athlete, params.id);
      await addRead(trx, { athleteId: athlete.id, id: params.id }, signed().personId);
      return {};
    }),
  );
  mount(router, house, 'answerCheckIn', ({ params, body, acting, signed }) =>
    acting(async (trx) => {
      const athlete = await athleteOf(trx, params.athleteId);
      if (signed().personId === athlete.id)
        throw new ProblemError('not-allowed', 'A week is answered by the coach.');
      mustSign(athlete, 'Nothing was answered; write a note on a day instead.');
      await sentWeek(trx, athlete, params.id);
      await addAnswer(
        trx,
        { athleteId: athlete.id, id: params.id, answerId: params.answerId },
        signed().personId,
        body,
      );
      const { answers } = await sentWeek(trx, athlete, params.id);
      const kept = answers.find((a) => a.id === params.answerId);
      if (!kept) throw new ProblemError('not-found', 'There is no such answer.');
      return kept;
    }),
  );
};
