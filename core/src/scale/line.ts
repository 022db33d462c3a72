import { GRAMS_PER_OUNCE, GRAMS_PER_POUND } from '../units/index.ts';
import type { Reading } from './types.ts';

/** What one line of a scale says. */
export type ScaleLine =
  | { kind: 'hello'; name: string }
  | { kind: 'reading'; reading: Omit<Reading, 'at'> }
  | { kind: 'fault'; sentence: string };

const UNITS = { g: 1, kg: 1000, oz: GRAMS_PER_OUNCE, lb: GRAMS_PER_POUND } as const;
const NUMBER = String.raw`[+-]?\d+(?:\.\d+)?`;
const WEIGHT = new RegExp(`^w (${NUMBER}) (g|kg|oz|lb) (${NUMBER}) (steady|moving)$`);
const tidy = (mass: number): number => Number(mass.toFixed(6)) + 0;

/**
 * Reads one line of the plain scale protocol (docs/formats/scale-line.md): `maul-scale 1 NAME`, `w 142 g 1 steady`, `over`.
 * Masses come out in grams in whole divisions. Never throws: what cannot be read is a fault with a sentence.
 */
export const readScaleLine = (line: string): ScaleLine => {
  const text = line.trim();
  if (text === 'over')
    return { kind: 'reading', reading: { gross: 0, division: 1, unit: 'g', overload: true } };
  const hello = /^maul-scale (\d+)(?: (.{1,40}))?$/.exec(text);
  if (hello)
    return hello[1] === '1'
      ? { kind: 'hello', name: hello[2] ?? 'serial scale' }
      : {
          kind: 'fault',
          sentence: `The scale speaks version ${hello[1] ?? '?'} of the line; Maul reads version 1.`,
        };
  const weight = WEIGHT.exec(text);
  if (!weight)
    return { kind: 'fault', sentence: `A line of the scale could not be read: “${text.slice(0, 40)}”.` };
  const [, value = '', unit = 'g', step = '', motion] = weight;
  const factor = UNITS[unit as keyof typeof UNITS];
  const division = Number(step) * factor;
  if (!(division > 0))
    return { kind: 'fault', sentence: 'The scale says a division of zero, so its reading is not used.' };
  const steps = Math.round((Number(value) * factor) / division);
  return {
    kind: 'reading',
    reading: {
      gross: tidy(steps * division),
      division: tidy(division),
      unit: unit === 'oz' || unit === 'lb' ? 'oz' : 'g',
      ...(motion === 'moving' ? { moving: true } : {}),
    },
  };
};

/** A line longer than this is no line of a scale. */
const LONGEST = 200;

/** Cuts a stream into lines: what is finished, and what waits for its end. A line that never ends is given up. */
export const cutLines = (rest: string, chunk: string): { lines: string[]; rest: string } => {
  const parts = (rest + chunk).split(/\r\n|\n|\r/);
  const last = parts.pop() ?? '';
  return {
    lines: parts.filter((line) => line.trim() !== ''),
    rest: last.length > LONGEST ? '' : last,
  };
};

/** A reading as a line of the protocol. */
export const writeScaleLine = (reading: Reading, steady: boolean): string => {
  if (reading.overload) return 'over';
  const per = UNITS[reading.unit];
  const digits = reading.unit === 'oz' ? 3 : 1;
  return `w ${(reading.gross / per).toFixed(digits)} ${reading.unit} ${Number((reading.division / per).toFixed(4))} ${steady ? 'steady' : 'moving'}`;
};
