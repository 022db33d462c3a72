import type { Units } from '@maul/contract/people';
import { fromGrams, GRAMS_PER_POUND, grams, kcal, kjFromKcal, KJ_PER_KCAL, whole } from '@maul/core/units';
import { createContext, useContext } from 'react';
import { gramsText } from './show.ts';

/** For whom no units are known. */
export const METRIC: Units = { body: 'kg', food: 'g', energy: 'kcal' };

/** The units in which the athlete whose page this is reads their figures. Inside, everything stays kg, g and kcal. */
export const UnitsContext = createContext<Units>(METRIC);
export const useUnits = (): Units => useContext(UnitsContext);

/** kcal in the athlete's unit. */
export const energyNumber = (value: number, { energy }: Units): number =>
  energy === 'kcal' ? value : kjFromKcal(kcal(value));
/** Energy in the athlete's unit, without it: 1,885 or 7,887. */
export const energyFigure = (value: number, units: Units): string => whole(energyNumber(value, units));
export const energyText = (value: number, units: Units): string =>
  `${energyFigure(value, units)} ${units.energy}`;

/** kg of body mass in the athlete's unit. */
export const bodyNumber = (kg: number, { body }: Units): number =>
  body === 'kg' ? kg : (kg * 1000) / GRAMS_PER_POUND;
/** kg of body mass in the athlete's unit, to a tenth. */
export const bodyFigure = (kg: number, units: Units): string => bodyNumber(kg, units).toFixed(1);
export const bodyText = (kg: number, units: Units): string => `${bodyFigure(kg, units)} ${units.body}`;

/** Typed in the athlete's unit, to kg. */
export const toKg = (value: number, { body }: Units): number =>
  body === 'kg' ? value : (value * GRAMS_PER_POUND) / 1000;
/** Typed in the athlete's unit, to kcal. */
export const toKcal = (value: number, { energy }: Units): number =>
  energy === 'kcal' ? value : value / KJ_PER_KCAL;

/** Grams of a portion as the athlete reads them: 142, or 5.01 for ounces. */
export const foodFigure = (value: number, { food }: Units): string =>
  food === 'g' ? gramsText(value) : fromGrams(grams(value), 'oz').toFixed(2);
