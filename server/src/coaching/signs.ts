import type { Athlete } from '@maul/contract/people';
import { workOf } from '@maul/contract/diary';
import { basisOn, type WeighIn } from '@maul/core/body';
import { closingOf, dayCompleteness } from '@maul/core/diary';
import { type Caution, cautionPerson, healthCautions, measuredCautions } from '@maul/core/plan';
import type { IsoDate } from '@maul/core/units';
import type { Timeline } from '../plan/index.ts';
import type { WeekDay } from './weekSheets.ts';

/**
 * Hard cautions and signs of harm of an athlete, out of the last seven days and the mornings: what was eaten and lost, and what they say of their
 * health where they share it. What may hurt in the plan alone was confirmed when it was signed.
 */
export const signsOf = (
  athlete: Athlete,
  week: readonly WeekDay[],
  { seasonOn, targetsOn, bases }: Timeline,
  weighIns: readonly WeighIn[],
  today: IsoDate,
): Caution[] => {
  const basis = basisOn(bases, today);
  if (!basis) return [];
  const person = cautionPerson(athlete, basis, today);
  const { routine } = athlete.profile;
  const measured = measuredCautions(
    {
      today,
      season: seasonOn(today),
      eaten: week.flatMap(({ day, sheet, targets, entries }) =>
        sheet.nutrients.ENERC.eaten > 0 && dayCompleteness(sheet, closingOf(entries)).complete
          ? [{ day, kcal: sheet.nutrients.ENERC.eaten, window: targets?.windows.ENERC ?? null }]
          : [],
      ),
      weighIns,
      routine,
      work: week.flatMap(({ day, entries }) =>
        entries.flatMap(({ thing }) => {
          const work = 'done' in thing && thing.done ? workOf(thing) : null;
          return work ? [{ day, ...work }] : [];
        }),
      ),
    },
    person,
  );
  const now = targetsOn(today);
  const said = now ? healthCautions(now, person, routine) : [];
  return [...measured, ...said].filter((c) => c.level !== 'note');
};
