import { GRAMS_PER_POUND } from '../../units/index.ts';

/**
 * What a body scale says over Bluetooth: the Weight Scale service (0x181D) and its measurement characteristic (0x2A9D).
 * Source: Bluetooth SIG, Weight Scale Service 1.0 and the GATT specification supplement, tables of fields.
 *
 *   byte 0   flags: bit 0 pounds, bit 1 time stamp, bit 2 user, bit 3 body mass index and height
 *   bytes    weight, uint16 little endian: 0.005 kg or 0.01 lb a step; 0xFFFF says that the measurement failed
 *   + 7      time stamp: year uint16, month, day, hour, minute, second (uint8 each); 0 is not known
 *   + 1      user, 255 unknown
 *   + 4      body mass index uint16 of 0.1, height uint16 of 0.001 m or 0.1 in
 */
export const WEIGHT_SCALE_SERVICE = 0x181d;
export const WEIGHT_MEASUREMENT = 0x2a9d;

const KG_PER_POUND = GRAMS_PER_POUND / 1000;
const FAILED = 0xffff;
const USER_UNKNOWN = 255;

export interface BodyReading {
  kg: number;
  /** The unit it was sent in, and its least step in kg. */
  unit: 'kg' | 'lb';
  stepKg: number;
  /** The scale's own clock, YYYY-MM-DDTHH:MM:SS without a zone; null when it says none. */
  at: string | null;
  /** Number of the person on the scale; null where it is not known. */
  user: number | null;
  /** null where it is not sent. */
  bmi: number | null;
  heightM: number | null;
}

export type BodyReadingResult =
  | { ok: true; reading: BodyReading }
  | { ok: false; fault: 'cut-off' | 'failed' | 'impossible'; sentence: string };

const two = (n: number): string => String(n).padStart(2, '0');

/**
 * One measurement as it came over the air. A packet that ends too early, that says the measurement failed, or that no body weighs is
 * refused with a sentence.
 *
 * @example
 * // Flags 0, 15,840 steps of 5 g.
 * const read = readBodyScale(Uint8Array.of(0x00, 0xe0, 0x3d));
 * read.ok && read.reading.kg; // => 79.2
 */
export const readBodyScale = (bytes: Uint8Array): BodyReadingResult => {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const flags = bytes[0] ?? 0;
  const [pounds, stamped, named, sized] = [1, 2, 4, 8].map((bit) => (flags & bit) !== 0) as [
    boolean,
    boolean,
    boolean,
    boolean,
  ];
  const needs = 3 + (stamped ? 7 : 0) + (named ? 1 : 0) + (sized ? 4 : 0);
  if (bytes.length < needs)
    return {
      ok: false,
      fault: 'cut-off',
      sentence: 'The scale broke off in the middle of a reading. Step on it once more, or type the weight.',
    };
  const steps = view.getUint16(1, true);
  if (steps === FAILED)
    return {
      ok: false,
      fault: 'failed',
      sentence: 'The scale says that it could not weigh. Stand still on it once more, or type the weight.',
    };
  const stepKg = pounds ? 0.01 * KG_PER_POUND : 0.005;
  // Rounded to a tenth of a gram: 0.005 has no exact form.
  const kg = Math.round(steps * stepKg * 10_000) / 10_000;
  if (kg < 25 || kg > 350)
    return {
      ok: false,
      fault: 'impossible',
      sentence: `The scale says ${kg.toFixed(1)} kg. Body mass lies between 25 and 350 kg: nothing was kept.`,
    };
  let at = 3;
  let time: string | null = null;
  if (stamped) {
    const year = view.getUint16(at, true);
    const [month, day, hour, minute, second] = [2, 3, 4, 5, 6].map((i) => view.getUint8(at + i)) as [
      number,
      number,
      number,
      number,
      number,
    ];
    if (year !== 0 && month !== 0 && day !== 0)
      time = `${year}-${two(month)}-${two(day)}T${two(hour)}:${two(minute)}:${two(second)}`;
    at += 7;
  }
  const user = named ? view.getUint8(at) : USER_UNKNOWN;
  if (named) at += 1;
  return {
    ok: true,
    reading: {
      kg,
      unit: pounds ? 'lb' : 'kg',
      stepKg,
      at: time,
      user: user === USER_UNKNOWN ? null : user,
      bmi: sized ? Math.round(view.getUint16(at, true)) / 10 : null,
      heightM: sized
        ? Math.round(view.getUint16(at + 2, true) * (pounds ? 0.1 * 0.0254 : 0.001) * 10_000) / 10_000
        : null,
    },
  };
};

/** The bytes that a scale would send of a weight in kg: for the stand-in and for checks. */
export const bodyScaleBytes = (kg: number): Uint8Array => {
  const bytes = new Uint8Array(3);
  new DataView(bytes.buffer).setUint16(1, Math.round(kg / 0.005), true);
  return bytes;
};
