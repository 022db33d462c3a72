import { Roster } from './roster.ts';
import { route } from '../route.ts';

/** The requests of this room. */
export const coachingRoutes = {
  roster: route('get', '/api/roster', 'The athletes of a coach, who needs them first on top.', {
    response: Roster,
  }),
} as const;
