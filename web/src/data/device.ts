import { athleteDay, type IsoDate } from '@maul/core/units';

/** The time zone that this device is set to. */
export const deviceZone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone;

/** The day it is by this device, until the athlete's own zone is known. */
export const deviceToday = (): IsoDate => athleteDay(new Date(), deviceZone());
