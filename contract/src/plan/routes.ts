import { Athlete, PutAthlete, Session } from '../people/index.ts';
import {
  CalendarFeed,
  CalendarFeeds,
  InForce,
  MeasuredCautions,
  PutSeason,
  SeasonDocument,
} from './seasonDocument.ts';
import { CautionName } from './caution.ts';
import { Day, Id } from '../common.ts';
import { Order, SignOrder } from './order.ts';
import { Start } from './start.ts';
import { z } from 'zod';
import { inAthlete, ofAthlete, route } from '../route.ts';

/** The requests of this room. */
export const planRoutes = {
  start: route('put', '/api/athletes/:athleteId/start', 'Body and a first phase of a new athlete.', {
    params: ofAthlete,
    body: Start,
    response: Session,
  }),
  putAthlete: route(
    'put',
    '/api/athletes/:athleteId',
    'Changes what the athlete has said about themselves.',
    {
      params: ofAthlete,
      body: PutAthlete,
      response: Athlete,
    },
  ),
  season: route('get', '/api/athletes/:athleteId/season', 'Everything the season is computed from.', {
    reads: 'season',
    params: ofAthlete,
    response: SeasonDocument,
  }),
  putSeason: route(
    'put',
    '/api/athletes/:athleteId/season/:id',
    'Writes a new revision of the season. It acts from today; past days keep the revision they had.',
    { params: inAthlete, body: PutSeason, response: SeasonDocument },
  ),
  confirmSeason: route(
    'put',
    '/api/athletes/:athleteId/season/:id/confirmation',
    'Confirms the hard cautions of a season that waits; it comes into force when all are confirmed.',
    { params: inAthlete, response: SeasonDocument },
  ),
  inForce: route(
    'get',
    '/api/athletes/:athleteId/in-force/:date',
    'What was in force on a date, and by whom.',
    {
      reads: 'season',
      params: z.strictObject({ athleteId: Id, date: Day }),
      response: InForce,
    },
  ),
  cautions: route('get', '/api/athletes/:athleteId/cautions', 'Cautions on what was eaten and weighed.', {
    reads: 'health',
    params: ofAthlete,
    response: MeasuredCautions,
  }),
  confirmCaution: route(
    'put',
    '/api/athletes/:athleteId/confirmations/:id',
    'Somebody has read a hard caution and stands by the plan.',
    {
      params: inAthlete,
      body: z.strictObject({ cautionId: CautionName, figure: z.number().min(-1e6).max(1e6).nullable() }),
      response: MeasuredCautions,
    },
  ),
  calendarFeeds: route('get', '/api/athletes/:athleteId/calendar-feeds', 'The live calendar addresses.', {
    params: ofAthlete,
    response: CalendarFeeds,
  }),
  makeCalendarFeed: route(
    'put',
    '/api/athletes/:athleteId/calendar-feeds/:id',
    'Makes a private calendar address. Its secret is shown in this answer only.',
    { params: inAthlete, response: CalendarFeed },
  ),
  endCalendarFeed: route(
    'delete',
    '/api/athletes/:athleteId/calendar-feeds/:id',
    'Revokes a calendar address at once.',
    { params: inAthlete },
  ),
  orders: route('get', '/api/athletes/:athleteId/orders', 'Every order ever signed, the newest first.', {
    reads: 'season',
    params: ofAthlete,
    response: z.strictObject({ orders: z.array(Order) }),
  }),
  signOrder: route(
    'put',
    '/api/athletes/:athleteId/orders/:id',
    'Signs a change order. Orders are never changed afterwards.',
    {
      params: inAthlete,
      body: SignOrder,
      response: Order,
    },
  ),
  acknowledge: route(
    'put',
    '/api/athletes/:athleteId/orders/:id/acknowledgement',
    'The athlete has read the order.',
    {
      params: inAthlete,
      response: Order,
    },
  ),
} as const;
