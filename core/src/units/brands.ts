/** A number that carries its unit in its type, so that grams cannot be passed where kilocalories are due. */
declare const unit: unique symbol;
type Branded<T, Name extends string> = T & { readonly [unit]: Name };

export type Grams = Branded<number, 'g'>;
export type Kg = Branded<number, 'kg'>;
export type Kcal = Branded<number, 'kcal'>;
export type Kilojoules = Branded<number, 'kJ'>;
export type Millilitres = Branded<number, 'mL'>;

const finite = (value: number, name: string): number => {
  if (!Number.isFinite(value)) throw new RangeError(`${name} must be a finite number, not ${value}.`);
  return value;
};

/** Marks a number as grams. Throws RangeError when it is not finite. */
export const grams = (value: number): Grams => finite(value, 'A mass in grams') as Grams;
/** Marks a number as kilograms. Throws RangeError when it is not finite. */
export const kg = (value: number): Kg => finite(value, 'A mass in kilograms') as Kg;
/** Marks a number as kilocalories. Throws RangeError when it is not finite. */
export const kcal = (value: number): Kcal => finite(value, 'An energy in kcal') as Kcal;
/** Marks a number as kilojoules. Throws RangeError when it is not finite. */
export const kilojoules = (value: number): Kilojoules => finite(value, 'An energy in kJ') as Kilojoules;
/** Marks a number as millilitres. Throws RangeError when it is not finite. */
export const millilitres = (value: number): Millilitres => finite(value, 'A volume in mL') as Millilitres;
