import type { DayDocument } from '@maul/contract/diary';
import { type Deadline, deadlinesOn, offsetOn } from '@maul/core/peak';
import { phaseOn } from '@maul/core/plan';

/** By when how much of the day's water and salt is taken, on a day of a peak week that has a board; none on other days. */
export const deadlinesOf = (day: Pick<DayDocument, 'season' | 'date' | 'athlete'>): Deadline[] => {
  const phase = phaseOn(day.season, day.date);
  return phase?.board
    ? deadlinesOn(
        phase.board,
        offsetOn({ to: phase.to, board: phase.board }, day.date),
        day.athlete.profile.routine.waking,
      )
    : [];
};
