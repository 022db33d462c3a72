import { kcal, type Kcal } from '../units/index.ts';

/** The sex that an equation was made for. */
export type EquationSex = 'male' | 'female';

/**
 * Resting expenditure, kcal a day: 9.99 W + 6.25 H - 4.92 A + 5 (men) or - 161 (women); W kg, H cm, A years.
 * Throws RangeError outside 25-350 kg, 100-250 cm, 10-110 years. Source: Mifflin & St Jeor 1990.
 */
export const restingExpenditure = (
  sex: EquationSex,
  weightKg: number,
  heightCm: number,
  ageYears: number,
): Kcal => {
  const check = (value: number, low: number, high: number, what: string) => {
    if (!(value >= low && value <= high))
      throw new RangeError(`${what} must lie between ${low} and ${high}, not ${value}.`);
  };
  check(weightKg, 25, 350, 'Body mass in kg');
  check(heightCm, 100, 250, 'Height in cm');
  check(ageYears, 10, 110, 'Age in years');
  return kcal(9.99 * weightKg + 6.25 * heightCm - 4.92 * ageYears + (sex === 'male' ? 5 : -161));
};

/** Standard uncertainty of an expenditure that comes from an equation and an activity level, kcal. From memory. */
export const EQUATION_SD = 300;

/** A start value of total expenditure: resting x physical activity level. Source of the levels: FAO/WHO/UNU 2004. */
export const startExpenditure = (resting: Kcal, activityLevel: number): Kcal => {
  if (!(activityLevel >= 1.2 && activityLevel <= 2.5))
    throw new RangeError(`A physical activity level lies between 1.2 and 2.5, not ${activityLevel}.`);
  return kcal(resting * activityLevel);
};
