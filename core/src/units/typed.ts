import { GRAMS_PER_POUND, KJ_PER_KCAL } from './convert.ts';
import { NUMBER_SOURCE, readNumber, type NumberReading } from './numbers.ts';

const POUNDS_PER_STONE = 14;
/** Kilograms in one pound. Source: NIST SP 811, exact. */
const KG_PER_POUND = GRAMS_PER_POUND / 1000;
/** What a body may weigh, kg. common practice, no source. */
const BODY = { least: 25, most: 350 } as const;

const MASS = new RegExp(String.raw`^(${NUMBER_SOURCE})\s*(kg|lbs?|pounds?)?$`, 'iu');
const STONE = new RegExp(
  String.raw`^(\d{1,2})\s*(?:st|stones?)\.?\s*(?:(${NUMBER_SOURCE})\s*(?:lbs?|pounds?)?)?$`,
  'iu',
);

/** A number in pounds, as kilograms and with a sentence about kilograms or pounds, whichever is read. */
const inPounds = (text: string): NumberReading => {
  const pounds = readNumber(text, {
    least: Math.ceil(BODY.least / KG_PER_POUND),
    most: Math.floor(BODY.most / KG_PER_POUND),
  });
  return pounds.ok ? { ok: true, value: pounds.value * KG_PER_POUND } : pounds;
};

/**
 * Reads a typed body mass into kilograms: "78.2", "78,25 kg", "172 lb", "12 st 4 lb", "12 st". A bare number is in `unit`. Bodies lie
 * between 25 and 350 kg, which tells "78.250" from a thousand. Never throws; a fault comes with a sentence.
 *
 * @example
 * readBodyMass('78,2', 'kg'); // => { ok: true, value: 78.2 }
 * readBodyMass('12 st 4 lb', 'kg').value.toFixed(2); // => '78.02'
 * readBodyMass('172', 'lb').value.toFixed(2); // => '78.02'
 */
export const readBodyMass = (text: string, unit: 'kg' | 'lb'): NumberReading => {
  const trimmed = text.trim();
  const stone = STONE.exec(trimmed);
  if (stone) {
    const rest = readNumber(stone[2] ?? '0', { least: 0, most: POUNDS_PER_STONE });
    return rest.ok ? inPounds(String(Number(stone[1]) * POUNDS_PER_STONE + rest.value)) : rest;
  }
  const found = MASS.exec(trimmed);
  const said = (found?.[2] ?? unit).toLowerCase();
  return said === 'kg' ? readNumber(found?.[1] ?? trimmed, BODY) : inPounds(found?.[1] ?? trimmed);
};

/** Reads how many there are to be: a whole number from 1 to `most`. Never throws; a fault comes with a sentence. */
export const readCount = (text: string, most: number): NumberReading =>
  readNumber(text, { least: 1, most, whole: true });

/**
 * How many were typed, 0 where `readCount` finds no such number: for callers that only ask whether there is any.
 *
 * @example
 * countIn('12', 31); // => 12
 * countIn('2.5', 31); // => 0
 */
export const countIn = (text: string, most: number): number => {
  const read = readCount(text, most);
  return read.ok ? read.value : 0;
};

const ENERGY = new RegExp(String.raw`^(${NUMBER_SOURCE})\s*(kcal|kj)?$`, 'iu');

/**
 * Reads a typed energy into kilocalories: "1,968", "8,234 kJ". A bare number is in `unit`; `most` in kcal. Never throws; a fault comes with a
 * sentence.
 *
 * @example
 * readEnergy('1,968', 'kcal'); // => { ok: true, value: 1968 }
 * Math.round(readEnergy('8,234 kJ', 'kcal').value); // => 1968
 */
export const readEnergy = (text: string, unit: 'kcal' | 'kJ', most = 20_000): NumberReading => {
  const found = ENERGY.exec(text.trim());
  const per = (found?.[2] ?? unit).toLowerCase() === 'kj' ? KJ_PER_KCAL : 1;
  const read = readNumber(found?.[1] ?? text, { least: 0, most: Math.floor(most * per) });
  return read.ok ? { ok: true, value: read.value / per } : read;
};
