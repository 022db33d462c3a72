import { z } from 'zod';
import { Answer, CheckIn, CheckIns, Packet, SendAnswer, SendCheckIn } from './checkIn.ts';
import { TeamDates } from './dates.ts';
import { HoursOf, PutHours, PutRosterView, RosterView, RosterViews } from './desk.ts';
import { FormInForce, GiveForm } from './form.ts';
import { Protocol, ProtocolFor, Protocols, PutProtocol, TryProtocol } from './protocol.ts';
import { OpenWords } from './questions.ts';
import { Roster } from './roster.ts';
import { Day, Id } from '../common.ts';
import { inAthlete, ofAthlete, route } from '../route.ts';

/** The requests of this room. */
export const coachingRoutes = {
  roster: route('get', '/api/roster', 'The athletes of a coach, who needs them first on top.', {
    response: Roster,
  }),
  teamDates: route(
    'get',
    '/api/roster/dates',
    'Shows, shoots, trips, peak weeks and check-in days of a coach’s athletes over the next twelve weeks. Its dates.ics is the same for a calendar.',
    { response: TeamDates },
  ),
  protocols: route(
    'get',
    '/api/protocols',
    'Orders, seasons, menus, boards and forms with relative numbers that a coach keeps, the newest version of each, and who runs which.',
    { response: Protocols },
  ),
  putProtocol: route(
    'put',
    '/api/protocols/:id',
    'Writes a protocol, or its next version. Orders that were signed from an earlier one stay as they are.',
    { params: z.strictObject({ id: Id }), body: PutProtocol, response: Protocol },
  ),
  tryProtocol: route(
    'post',
    '/api/protocols/try',
    'What a protocol would be for each of a coach’s athletes from their tomorrow on: grams, energy, cautions; for those who are named, what would be signed. Nothing is signed.',
    {
      body: TryProtocol,
      response: z.strictObject({
        athletes: z.array(ProtocolFor).max(2000),
        /** Of whom it was not tried, because a whole season is looked at for at most 60. */
        left: z.int(),
      }),
    },
  ),
  rosterViews: route('get', '/api/roster/views', 'Views of the roster that this coach keeps, by name.', {
    response: RosterViews,
  }),
  putRosterView: route('put', '/api/roster/views/:id', 'Keeps a view of the roster, or a group.', {
    params: z.strictObject({ id: Id }),
    body: PutRosterView,
    response: RosterView,
  }),
  dropRosterView: route('delete', '/api/roster/views/:id', 'Keeps it no longer.', {
    params: z.strictObject({ id: Id }),
  }),
  hours: route('get', '/api/hours', 'Hours of silence of whoever asks as a coach, and of their coaches.', {
    response: HoursOf,
  }),
  putHours: route('put', '/api/hours', 'When this coach is asked nothing; null for never.', {
    body: PutHours,
  }),
  questions: route(
    'get',
    '/api/questions',
    'Words beside days and meals that wait for an answer, of others and of one’s own, the oldest first.',
    { response: OpenWords },
  ),
  settleNote: route(
    'put',
    '/api/athletes/:athleteId/notes/:id/settled',
    'Says that a word needs no answer of whoever asks, or takes that back.',
    { params: inAthlete, body: z.strictObject({ settled: z.boolean() }) },
  ),
  checkIns: route(
    'get',
    '/api/athletes/:athleteId/check-ins',
    'What is due, and the last 60 that were sent, the newest first.',
    { reads: 'week', params: ofAthlete, response: CheckIns },
  ),
  week: route(
    'get',
    '/api/athletes/:athleteId/week',
    'The seven days up to a day, as the log says them now.',
    {
      reads: 'week',
      params: ofAthlete,
      query: z.strictObject({ to: Day }),
      response: Packet,
    },
  ),
  checkIn: route(
    'get',
    '/api/athletes/:athleteId/check-ins/:id',
    'A week as it was sent, what the log says otherwise since, who read it and what was answered.',
    { reads: 'week', params: inAthlete, response: CheckIn },
  ),
  form: route('get', '/api/athletes/:athleteId/form', 'What a coach asks with every week now.', {
    reads: 'week',
    params: ofAthlete,
    response: FormInForce,
  }),
  giveForm: route(
    'put',
    '/api/athletes/:athleteId/forms/:id',
    'Gives an athlete what is asked with every week from now on; it takes the place of what was asked before.',
    { params: inAthlete, body: GiveForm, response: FormInForce },
  ),
  sendCheckIn: route(
    'put',
    '/api/athletes/:athleteId/check-ins/:id',
    'Sends the seven days up to a day to the coach, as the log says them now. It is never changed afterwards.',
    { params: inAthlete, body: SendCheckIn, response: CheckIn },
  ),
  readCheckIn: route(
    'put',
    '/api/athletes/:athleteId/check-ins/:id/read',
    'A coach has opened it; the athlete sees who and when.',
    { params: inAthlete },
  ),
  answerCheckIn: route(
    'put',
    '/api/athletes/:athleteId/check-ins/:id/answers/:answerId',
    'A coach answers a week: words, or that nothing changes. Answers are never changed afterwards.',
    { params: inAthlete.extend({ answerId: Id }), body: SendAnswer, response: Answer },
  ),
} as const;
