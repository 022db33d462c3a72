import { z } from 'zod';
import { Day } from '../common.ts';
import { GoesWithDocument } from './goesWith.ts';
import { MeasureThing } from './morning.ts';
import { MovementOrder, SignMovement } from './movement.ts';
import { BodyPicture, PictureMarks } from './picture.ts';
import { Trend, TrendQuery } from './trend.ts';
import { PutWeighIn, WeighIn } from './weighIn.ts';
import { inAthlete, ofAthlete, route } from '../route.ts';

/** The requests of this room. */
export const bodyRoutes = {
  putWeighIn: route('put', '/api/athletes/:athleteId/weigh-ins/:id', 'A morning on the scale.', {
    scope: 'write-weigh-ins',
    params: inAthlete,
    body: PutWeighIn,
    response: WeighIn,
  }),
  trend: route(
    'get',
    '/api/athletes/:athleteId/trend',
    'Mornings, intake and expenditure of a span of days, tomorrow’s scale, the pace, and what came of each change.',
    { reads: 'body', scope: 'read-log', params: ofAthlete, query: TrendQuery, response: Trend },
  ),
  measures: route(
    'get',
    '/api/athletes/:athleteId/measures',
    'Girths, folds and body fat of other days, the newest first, at most 100.',
    {
      reads: 'body',
      params: ofAthlete,
      response: z.strictObject({
        measures: z.array(z.strictObject({ day: Day, thing: MeasureThing })).max(100),
      }),
    },
  ),
  goesWith: route(
    'get',
    '/api/athletes/:athleteId/goes-with',
    'Foods that vary against the marks of the morning after, by a permutation test corrected for how many were tried.',
    { reads: 'body', params: ofAthlete, response: GoesWithDocument },
  ),
  pictures: route(
    'get',
    '/api/athletes/:athleteId/pictures',
    'Pictures of the body, the newest first, at most 200; older ones before a day.',
    {
      reads: 'pictures',
      params: ofAthlete,
      query: z.strictObject({ before: Day.optional() }),
      response: z.strictObject({ pictures: z.array(BodyPicture).max(200) }),
    },
  ),
  markPicture: route(
    'put',
    '/api/athletes/:athleteId/pictures/:id/marks',
    'Crown and floor on a picture, by which it is laid beside others.',
    { params: inAthlete, body: z.strictObject({ marks: PictureMarks.nullable() }), response: BodyPicture },
  ),
  deletePicture: route(
    'delete',
    '/api/athletes/:athleteId/pictures/:id',
    'Deletes a picture and its files for good.',
    { params: inAthlete },
  ),
  movementOrders: route(
    'get',
    '/api/athletes/:athleteId/movement',
    'Orders of cardio and steps, the newest first, at most 200.',
    {
      reads: 'season',
      params: ofAthlete,
      response: z.strictObject({ orders: z.array(MovementOrder).max(200) }),
    },
  ),
  signMovement: route(
    'put',
    '/api/athletes/:athleteId/movement/:id',
    'Signs an order of cardio or steps. Orders are never changed afterwards.',
    { params: inAthlete, body: SignMovement, response: MovementOrder },
  ),
  acknowledgeMovement: route(
    'put',
    '/api/athletes/:athleteId/movement/:id/acknowledgement',
    'The athlete has read the order of cardio or steps.',
    { params: inAthlete, response: MovementOrder },
  ),
} as const;
