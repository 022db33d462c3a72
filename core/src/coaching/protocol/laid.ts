import type { Phase, Season } from '../../plan/index.ts';
import type { IsoDate } from '../../units/index.ts';

/**
 * What a protocol makes of a season, from its first day on, with what is worth knowing of it in sentences and all of it line by line; or why it
 * makes nothing.
 */
export type Laid = { season: Season; from: IsoDate; notes: string[]; lines: string[] } | { fault: string };

/** True for a peak week that is planned by a board and holds that day. */
export const holdsBoard = (phase: Phase, day: IsoDate): boolean =>
  phase.kind === 'peak-week' && phase.board !== undefined && phase.from <= day && day <= phase.to;
