import { type IsoDate, weekday } from '../../units/index.ts';
import { type LoggedWork, SESSION_MET, sessionKcal, workKcal } from '../../body/index.ts';
import type { Routine } from '../season/mealPattern.ts';

/** Work that was logged as done. */
export interface DoneWork extends LoggedWork {
  day: IsoDate;
}

/**
 * Net energy of a day's planned training, cardio and posing, kcal; steps do not count. `weightKg` body mass.
 * Source: Ainsworth 2011, from memory.
 */
export const plannedWork = (routine: Routine, date: IsoDate, weightKg: number): number =>
  routine.sessions
    .filter((session) => session.weekday === weekday(date))
    .reduce((sum, s) => sum + sessionKcal(SESSION_MET[s.kind], weightKg, s.minutes), 0);

/**
 * Net energy of a day's work, kcal: of each kind of session the larger of what the routine plans and what was logged as done, so
 * that an extra session counts and a planned one is not counted twice. `weightKg` body mass. Source: Ainsworth 2011, from memory.
 */
export const workOn = (
  routine: Routine,
  done: readonly DoneWork[],
  date: IsoDate,
  weightKg: number,
): number =>
  (['resistance', 'cardio', 'posing'] as const).reduce((sum, kind) => {
    const sessions = routine.sessions.filter((session) => session.kind === kind);
    const planned = plannedWork({ ...routine, sessions }, date, weightKg);
    const logged = done
      .filter((work) => work.day === date && work.kind === kind)
      .reduce((all, work) => all + (workKcal(work, weightKg) ?? 0), 0);
    return sum + Math.max(planned, logged);
  }, 0);
