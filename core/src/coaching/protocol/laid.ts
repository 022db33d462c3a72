import { type Phase, phaseOn, type Season } from '../../plan/index.ts';
import { addDays, type IsoDate } from '../../units/index.ts';

/**
 * What a protocol makes of a season, from its first day on, with what is worth knowing of it in sentences and all of it line by line; or why it
 * makes nothing.
 */
export type Laid = { season: Season; from: IsoDate; notes: string[]; lines: string[] } | { fault: string };

/** True for a peak week that is planned by a board and holds that day. */
export const holdsBoard = (phase: Phase, day: IsoDate): boolean =>
  phase.kind === 'peak-week' && phase.board !== undefined && phase.from <= day && day <= phase.to;

/** True while a peak week that began before a day goes on. */
export const peakRuns = (season: Season, from: IsoDate): boolean => {
  const present = phaseOn(season, addDays(from, -1));
  return present?.kind === 'peak-week' && present.to >= from;
};
