import {
  FAT_SPREAD,
  preferredEquation,
  restingBy,
  type BodyBasis,
  type EquationId,
  type EquationSex,
  type FatMethod,
} from '../../body/index.ts';
import { ageOn, type IsoDate } from '../../units/index.ts';
import type { CautionPerson, HealthStatements } from './types.ts';

/** What is known of an athlete's body and health. */
export interface KnownAthlete {
  sex: EquationSex;
  birthDate: IsoDate;
  heightCm: number;
  profile: {
    /** The equation that the athlete or coach chose; null takes the preferred one. */
    equation: EquationId | null;
    /** How body fat was found; null where it is not known. */
    fat: { method: FatMethod } | null;
    health: HealthStatements;
  };
}

/** Resting expenditure by the chosen equation, or by the preferred one where it needs lean mass that is not known. kcal a day. */
export const restingOf = (
  athlete: KnownAthlete,
  basis: Pick<BodyBasis, 'weightKg' | 'leanKg'>,
  date: IsoDate,
): number => {
  const body = {
    sex: athlete.sex,
    weightKg: basis.weightKg,
    heightCm: athlete.heightCm,
    ageYears: ageOn(athlete.birthDate, date),
    leanKg: basis.leanKg,
  };
  const { equation } = athlete.profile;
  const chosen = equation === null ? undefined : restingBy(equation, body);
  return chosen ?? restingBy(preferredEquation(basis.leanKg), body) ?? NaN;
};

/** The person that cautions are about, on a date, with the figures of the basis in force. */
export const cautionPerson = (
  athlete: KnownAthlete,
  basis: Pick<BodyBasis, 'weightKg' | 'leanKg'>,
  date: IsoDate,
): CautionPerson => ({
  sex: athlete.sex,
  ageYears: ageOn(athlete.birthDate, date),
  weightKg: basis.weightKg,
  leanKg: basis.leanKg,
  fatSpread: FAT_SPREAD[athlete.profile.fat?.method ?? 'eye'],
  resting: restingOf(athlete, basis, date),
  health: athlete.profile.health,
});
