import { hoursBetween, type Moment } from './moments.ts';

/** The core temperature at which a food is safe to eat. */
export interface SafeCore {
  kind: 'poultry' | 'minced' | 'whole cut' | 'fish' | 'eggs' | 'leftovers';
  celsius: number;
  /** What else it asks for; empty when nothing. */
  rest: string;
  source: string;
}

const CHART = 'USDA FSIS, Safe Minimum Internal Temperature Chart';
const CORES: readonly (readonly [test: RegExp, core: SafeCore])[] = [
  [/\b(chicken|turkey|duck|goose|poultry)\b/i, { kind: 'poultry', celsius: 74, rest: '', source: CHART }],
  [
    /\b(minced?|ground|burgers?|sausages?|meatballs?)\b(?!.*\b(pepper|spice|coffee|cinnamon|ginger|nutmeg|cumin|paprika)\b)/i,
    { kind: 'minced', celsius: 71, rest: '', source: CHART },
  ],
  [
    /\b(beef|pork|veal|lamb|venison|steak|loin|roast|bison)\b/i,
    { kind: 'whole cut', celsius: 63, rest: 'then 3 minutes of rest', source: CHART },
  ],
  [
    /\b(fish|salmon|cod|tuna|trout|haddock|hake|pollock|prawns?|shrimps?)\b/i,
    { kind: 'fish', celsius: 63, rest: '', source: CHART },
  ],
  [/\beggs?\b(?!.*(noodle|plant))/i, { kind: 'eggs', celsius: 71, rest: '', source: CHART }],
];
/** Names that hold one of these words and are none of these foods. */
const NOT = /\b(stock|broth|seasoning|powder|spices?|substitute|vegan|oil|dripping)\b/i;

/**
 * The highest core temperature that any of these foods asks for, °C; undefined where none is named. Degrees are those of the chart, in
 * Celsius. Source: USDA FSIS, Safe Minimum Internal Temperature Chart (poultry 74, minced 71, whole cuts 63 with a rest, fish 63, egg dishes 71).
 *
 * @example
 * safeCore(['Turkey breast', 'Beef, minced'])?.celsius; // => 74
 */
export const safeCore = (names: readonly string[]): SafeCore | undefined =>
  names
    .flatMap((name) =>
      NOT.test(name) ? [] : CORES.flatMap(([test, core]) => (test.test(name) ? [core] : [])).slice(0, 1),
    )
    .sort((a, b) => b.celsius - a.celsius)[0];

/** Ovens and pans end about here, °C. common practice, no source. */
export const HOTTEST = 300;
/** No food is cooked below this, °C. */
export const COOLEST = 30;
/** Boiling water and fat; a core above it is a reading in Fahrenheit. */
const HOTTEST_CORE = 110;

export type TemperatureReading = { celsius: number } | { fault: string; celsius?: number };

/**
 * What was typed as a temperature, °C or °F. A value that only makes sense in the other unit is asked, never changed unseen: the fault then
 * carries what it would be in Celsius. `core` is the inside of the food; else it is an oven, a pan or a bath.
 *
 * @example
 * readTemperature(165, 'C', 'core').celsius.toFixed(0); // => '74'
 */
export const readTemperature = (
  value: number,
  unit: 'C' | 'F',
  what: 'core' | 'oven',
): TemperatureReading => {
  const celsius = unit === 'F' ? ((value - 32) * 5) / 9 : value;
  const most = what === 'core' ? HOTTEST_CORE : HOTTEST;
  if (!Number.isFinite(celsius)) return { fault: 'A temperature is a number of degrees.' };
  if (celsius >= COOLEST && celsius <= most) return { celsius };
  const other = unit === 'C' ? ((value - 32) * 5) / 9 : value;
  const fits = unit === 'C' && other >= COOLEST && other <= most;
  const where = what === 'core' ? 'The inside of a food' : 'An oven';
  if (celsius > most)
    return {
      fault: `${where} does not reach ${Math.round(value)} °${unit}.${fits ? ` Did you mean ${Math.round(value)} °F, which is ${Math.round(other)} °C?` : ` ${what === 'core' ? 'Measure again' : `Check it: most ovens end at ${HOTTEST} °C`}.`}`,
      ...(fits ? { celsius: other } : {}),
    };
  return { fault: `${Math.round(value)} °${unit} does not cook. Check the number and its unit.` };
};

/** The chart is in whole °F: 165 °F is 73.9 °C, and safe. */
const CHART_ROUNDING = 0.2;

/** What is said of a core temperature against the safe one; undefined where no rule names the food. */
export const coreSaid = (
  celsius: number,
  safe: SafeCore | undefined,
): { safe: boolean; sentence: string } | undefined => {
  if (!safe) return undefined;
  const rest = safe.rest === '' ? '' : `, ${safe.rest}`;
  return celsius >= safe.celsius - CHART_ROUNDING
    ? {
        safe: true,
        sentence: `${Math.round(celsius)} °C inside; ${safe.celsius} °C is safe for ${safe.kind}${rest}.`,
      }
    : {
        safe: false,
        sentence: `${Math.round(celsius)} °C inside: ${safe.kind} is safe from ${safe.celsius} °C${rest}. Cook it on and measure the thickest part again.`,
      };
};

/** Hours until cooked food should be cold. Sources: UK FSA, 1 to 2 hours; USDA FSIS, within 2 hours. */
export const COOL_WITHIN = { aim: 1, most: 2 } as const;

export interface Cooling {
  minutesGone: number;
  minutesLeft: number;
  /** `late`: past the hour of the FSA; `over`: past the two hours of the FSIS. */
  state: 'cooling' | 'late' | 'over' | 'cold';
  sentence: string;
}

/**
 * How long food that ended cooking at `cookedAt` has been cooling at `now`, until it was put away at `coldAt` (null while it stands).
 * Sources: UK FSA (cool within 1 to 2 hours); USDA FSIS (never more than 2 hours between 4 and 60 °C).
 */
export const cooling = (cookedAt: Moment, now: Moment, coldAt: Moment | null): Cooling => {
  const hours = hoursBetween(cookedAt, coldAt ?? now);
  const minutesGone = Math.max(0, Math.floor(hours * 60 + 1e-6));
  const minutesLeft = COOL_WITHIN.aim * 60 - minutesGone;
  if (hours > COOL_WITHIN.most)
    return {
      minutesGone,
      minutesLeft,
      state: 'over',
      sentence: `It ${coldAt === null ? 'has stood' : 'stood'} ${minutesGone} minutes: cooked food is not kept after 2 hours out of the cold (USDA FSIS).`,
    };
  if (coldAt !== null)
    return { minutesGone, minutesLeft, state: 'cold', sentence: `Put away after ${minutesGone} minutes.` };
  if (hours > COOL_WITHIN.aim)
    return {
      minutesGone,
      minutesLeft,
      state: 'late',
      sentence: `It has stood ${minutesGone} minutes. Put it into the fridge now: 2 hours are the most.`,
    };
  return {
    minutesGone,
    minutesLeft,
    state: 'cooling',
    sentence: `${minutesGone} min gone, ${minutesLeft} left`,
  };
};
