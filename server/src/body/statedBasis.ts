import type { Athlete, Profile } from '@maul/contract/people';
import {
  type BodyBasis,
  EQUATION_SD,
  KNOWN_SD,
  leanMass,
  preferredEquation,
  restingBy,
  startExpenditure,
} from '@maul/core/body';
import { type IsoDate, ageOn } from '@maul/core/units';
/** The basis that follows from what an athlete says about the body: an equation times an activity level, or a known maintenance. */
export const statedBasis = (
  body: Pick<Athlete, 'sex' | 'birthDate' | 'heightCm'> & { profile: Profile },
  weightKg: number,
  carbBasis: BodyBasis['carbBasis'],
  today: IsoDate,
  id: string,
): BodyBasis => {
  const { profile, sex, heightCm } = body;
  const leanKg = profile.fat && Math.round(leanMass(weightKg, profile.fat.percent) * 10) / 10;
  const person = { sex, weightKg, heightCm, ageYears: ageOn(body.birthDate, today), leanKg };
  const resting =
    (profile.equation && restingBy(profile.equation, person)) ?? restingBy(preferredEquation(leanKg), person);
  const known = profile.knownKcal;
  return {
    id,
    from: today,
    weightKg,
    leanKg,
    expenditure: Math.round(known ?? (resting ? startExpenditure(resting, profile.activityLevel) : NaN)),
    expenditureSd: known === null ? EQUATION_SD : KNOWN_SD,
    carbBasis,
    expenditureFrom: known === null ? 'equation' : 'known',
  };
};
