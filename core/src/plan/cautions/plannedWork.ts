import { type IsoDate, weekday } from '../../units/index.ts';
import { SESSION_MET, sessionKcal } from '../../body/index.ts';
import type { Routine } from '../season/mealPattern.ts';

/**
 * Net energy of a day's planned training, cardio and posing, kcal; steps do not count. `weightKg` body mass.
 * Source: Ainsworth 2011, from memory.
 */
export const plannedWork = (routine: Routine, date: IsoDate, weightKg: number): number =>
  routine.sessions
    .filter((session) => session.weekday === weekday(date))
    .reduce((sum, s) => sum + sessionKcal(SESSION_MET[s.kind], weightKg, s.minutes), 0);
