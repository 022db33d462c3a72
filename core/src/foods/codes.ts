/** A trade item number as it stands on a package. */
export type GtinReading =
  | { ok: true; gtin: string; kind: 'GTIN-8' | 'GTIN-12' | 'GTIN-13' | 'GTIN-14' }
  | { ok: false; sentence: string };

const LENGTHS = [8, 12, 13, 14];

/**
 * The check digit of a number without it: from the right the digits weigh 3, 1, 3, 1 …, and the check digit brings the sum to a
 * whole ten. Throws RangeError for anything but digits. Source: GS1 General Specifications, 7.9.
 *
 * @example
 * gtinCheckDigit('629104150021'); // => 3
 */
export const gtinCheckDigit = (digits: string): number => {
  if (!/^\d+$/.test(digits)) throw new RangeError('A trade item number holds digits only.');
  const sum = [...digits]
    .reverse()
    .reduce((total, digit, i) => total + Number(digit) * (i % 2 === 0 ? 3 : 1), 0);
  return (10 - (sum % 10)) % 10;
};

/**
 * Reads a GTIN-8, -12, -13 or -14 with its check digit; spaces and hyphens are let pass. `gtin` is the number as fourteen digits,
 * so that the same package is found however it is written. Never throws. Source: GS1 General Specifications, 7.9.
 *
 * @example
 * readGtin('6291041500213'); // => { ok: true, gtin: '06291041500213', kind: 'GTIN-13' }
 */
export const readGtin = (text: string): GtinReading => {
  const digits = text.replace(/[\s-]/g, '');
  if (!/^\d+$/.test(digits)) return { ok: false, sentence: 'A code on a package holds digits only.' };
  if (!LENGTHS.includes(digits.length))
    return {
      ok: false,
      sentence: `A code has 8, 12, 13 or 14 digits; this one has ${digits.length}. Scan it again or type the missing ones.`,
    };
  const check = gtinCheckDigit(digits.slice(0, -1));
  if (check !== Number(digits.at(-1)))
    return {
      ok: false,
      sentence: `The last digit does not fit the others (it would be ${check}): one digit is mistyped or misread. Nothing was looked up.`,
    };
  return { ok: true, gtin: digits.padStart(14, '0'), kind: `GTIN-${digits.length as 8 | 12 | 13 | 14}` };
};
