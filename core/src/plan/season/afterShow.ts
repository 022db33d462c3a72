import { addDays, type IsoDate } from '../../units/index.ts';
import { changePhase, splitPhase } from './edit.ts';
import { phaseOn, type Season } from './season.ts';

/** Weeks of small steps, kcal above maintenance in each: no week of them is a deficit. common practice, no source. */
export const AFTER_SHOW_STEPS = [0, 75, 150, 225] as const;

/** Two ways after a show. steps: a little more each week, from maintenance on. at once: maintenance, and no more is asked. */
export type AfterShowWay = 'steps' | 'at once';

/**
 * The weeks after a show by one of two ways, from `today` on, in the phase that holds it; days before stay as they were. Small steps cut the phase by
 * weeks, the last one lasts to its end. The same season where no post-show phase holds today. `newId()` makes the ids of the parts.
 */
export const planAfterShow = (
  season: Season,
  today: IsoDate,
  way: AfterShowWay,
  newId: () => string,
): Season => {
  const phase = phaseOn(season, today);
  if (phase?.kind !== 'post-show') return season;
  let id = phase.id;
  let next = season;
  const cut = (from: IsoDate): void => {
    const part = newId();
    next = splitPhase(next, id, from, part);
    id = part;
  };
  if (phase.from < today) cut(today);
  const steps = way === 'steps' ? AFTER_SHOW_STEPS : AFTER_SHOW_STEPS.slice(0, 1);
  for (const [week, kcal] of steps.entries()) {
    const from = addDays(today, 7 * week);
    if (from > phase.to) break;
    if (week > 0) cut(from);
    next = changePhase(next, id, {
      energy: { kind: 'step', kcal },
      name: way === 'steps' ? `Step ${week + 1} after the show` : null,
    });
  }
  return next;
};
