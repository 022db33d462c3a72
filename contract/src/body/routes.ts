import { PutWeighIn, WeighIn } from './weighIn.ts';
import { inAthlete, route } from '../route.ts';

/** The requests of this room. */
export const bodyRoutes = {
  putWeighIn: route('put', '/api/athletes/:athleteId/weigh-ins/:id', 'A morning on the scale.', {
    params: inAthlete,
    body: PutWeighIn,
    response: WeighIn,
  }),
} as const;
