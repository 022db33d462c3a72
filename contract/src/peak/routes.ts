import { z } from 'zod';
import { Day } from '../common.ts';
import { ofAthlete, route } from '../route.ts';
import { PeakLog } from './log.ts';

/** The requests of this room. */
export const peakRoutes = {
  peakLog: route(
    'get',
    '/api/athletes/:athleteId/peak-log',
    'What the days of a peak week came to, at most 31 of them, what was usual before, and the looks.',
    { reads: 'log', params: ofAthlete, query: z.strictObject({ from: Day, to: Day }), response: PeakLog },
  ),
};
