import type { Athlete } from '@maul/contract/people';
import { athleteDay, type IsoDate } from '@maul/core/units';

/** The civil day it is for an athlete, by their zone and the turn of their day. */
export const todayOf = (athlete: Pick<Athlete, 'zone' | 'dayTurnsAt'>): IsoDate =>
  athleteDay(new Date(), athlete.zone, athlete.dayTurnsAt);
