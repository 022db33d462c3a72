import type { CautionLevel } from '../../plan/index.ts';
import type { CaffeineDose } from './caffeine.ts';

/** Water drunk or planned at a time: millilitres, minutes from the turn of the day. */
export interface Drink {
  millilitres: number;
  minutes: number;
}

/** Something that may hurt in what is drunk or taken on a day. Kept apart from those of a plan: it never hinders a log. */
export interface DayCaution {
  id: 'water-fast' | 'water-plan' | 'caffeine' | 'alcohol' | 'substance' | 'coumarin';
  level: Exclude<CautionLevel, 'confirm'>;
  sentence: string;
  source: string;
  see: string;
}

const DOCTOR = 'A doctor.';
const WATER_SOURCE = 'Noakes 2001, from memory; Hew-Butler 2015; limits common practice, no source';
const STOP = 'Headache, vomiting, confusion or swelling mean: stop drinking, and call the emergency number.';

/** The most millilitres in any stretch of so many minutes, and when it ends. */
export const mostWithin = (
  drinks: readonly Drink[],
  minutes: number,
): { millilitres: number; until: number } => {
  const inOrder = [...drinks].sort((a, b) => a.minutes - b.minutes);
  let best = { millilitres: 0, until: 0 };
  inOrder.forEach((last, i) => {
    const sum = inOrder
      .slice(0, i + 1)
      .filter((d) => last.minutes - d.minutes < minutes)
      .reduce((total, d) => total + d.millilitres, 0);
    if (sum > best.millilitres) best = { millilitres: sum, until: last.minutes };
  });
  return best;
};

const litres = (millilitres: number): string => (millilitres / 1000).toFixed(1);

/**
 * Water that is planned beyond what can be saved as a plan, in a sentence; undefined when it may be. Millilitres, kg, and mg of sodium
 * planned (null where it is not known: then the limit that rests on it is not looked at).
 */
export const waterPlanBarred = (
  planned: readonly Drink[],
  weightKg: number,
  sodiumMg: number | null,
): DayCaution | undefined => {
  const day = planned.reduce((sum, d) => sum + d.millilitres, 0);
  const perKg = day / weightKg;
  const why =
    mostWithin(planned, 60).millilitres > 1000
      ? `More than 1.0 L within an hour (${litres(mostWithin(planned, 60).millilitres)} L)`
      : mostWithin(planned, 180).millilitres > 2500
        ? `More than 2.5 L within three hours (${litres(mostWithin(planned, 180).millilitres)} L)`
        : day > 8000 || perKg > 100
          ? `${litres(day)} L in a day, more than ${perKg > 100 ? '100 mL per kg' : '8 L'},`
          : perKg > 60 && sodiumMg !== null && sodiumMg < 1500
            ? `${litres(day)} L in a day with only ${Math.round(sodiumMg)} mg sodium`
            : undefined;
  return why === undefined
    ? undefined
    : {
        id: 'water-plan',
        level: 'refuse',
        sentence: `${why} cannot be planned: so much water in so little time dilutes the blood.`,
        source: WATER_SOURCE,
        see: DOCTOR,
      };
};

const water = (drunk: readonly Drink[], weightKg: number): DayCaution[] => {
  const hour = mostWithin(drunk, 60).millilitres;
  const day = drunk.reduce((sum, d) => sum + d.millilitres, 0);
  if (hour <= 800 && day / weightKg <= 100 && day <= 8000) return [];
  const what = hour > 800 ? `${litres(hour)} L within an hour` : `${litres(day)} L today`;
  return [
    {
      id: 'water-fast',
      level: 'note',
      sentence: `${what} is a lot of water at once. ${STOP}`,
      source: WATER_SOURCE,
      see: DOCTOR,
    },
  ];
};

const caffeine = (doses: readonly CaffeineDose[], pregnant: boolean): DayCaution[] => {
  const day = doses.reduce((sum, d) => sum + d.mg, 0);
  const most = Math.max(0, ...doses.map((d) => d.mg));
  const limit = pregnant ? 200 : 400;
  if (day <= limit && most <= 200) return [];
  const what =
    day > limit
      ? `${Math.round(day)} mg caffeine today; up to ${limit} mg a day ${pregnant ? 'in pregnancy and while breastfeeding ' : ''}raise no concern`
      : `${Math.round(most)} mg caffeine at once; up to 200 mg at once raise no concern`;
  return [
    {
      id: 'caffeine',
      level: 'note',
      sentence: `${what}. Less later in the day leaves more sleep.`,
      source: 'EFSA 2015',
      see: 'A doctor, with palpitations or poor sleep.',
    },
  ];
};

const alcohol = (grams: number, daysToEvent: number | null): DayCaution[] =>
  grams > 0.5 && daysToEvent !== null && daysToEvent >= 0 && daysToEvent <= 1
    ? [
        {
          id: 'alcohol',
          level: 'note',
          sentence: `${Math.round(grams)} g alcohol ${daysToEvent === 0 ? 'on the day itself' : 'the day before'}: it dries out, and is no way to a better look.`,
          source: 'Common practice, warned against, no source',
          see: 'Your coach.',
        },
      ]
    : [];

/** Words that name what is never offered and always answered with its caution. */
const SUBSTANCES =
  /\b(diuretic\w*|furosemide|lasix|spironolactone|hydrochlorothiazide|laxative\w*|senna|bisacodyl|insulin|potassium (?:chloride|load\w*)|kcl|clenbuterol|ephedr\w*|yohimb\w*|dnp|dinitrophenol|dmaa|sibutramine|amphetamin\w*|thyroxin\w*|cytomel|t3)\b/iu;

/** The caution for a free text that names diuretics, laxatives, insulin, potassium loading or stimulants beyond caffeine; else undefined. */
export const substanceCaution = (text: string): DayCaution | undefined => {
  const found = SUBSTANCES.exec(text);
  return found
    ? {
        id: 'substance',
        level: 'note',
        sentence: `“${found[0]}” can harm, and is banned by many federations. It is kept as written; Maul never plans it.`,
        source: 'WADA prohibited list; federation rules',
        see: 'A doctor, and your federation’s rules. With diabetes, insulin is your doctor’s matter.',
      }
    : undefined;
};

/** What is to be said of a day's water, caffeine, alcohol and what was taken. kg; doses and drinks in minutes from the turn of the day. */
export const drinkCautions = (day: {
  drunk: readonly Drink[];
  weightKg: number;
  caffeine: readonly CaffeineDose[];
  pregnant: boolean;
  alcoholGrams: number;
  /** Days until the next show or shoot; null without one. */
  daysToEvent: number | null;
  /** Names of what was taken. */
  taken: readonly string[];
}): DayCaution[] => {
  const named = day.taken.flatMap((text) => substanceCaution(text) ?? []);
  const cassia = day.taken.some((t) => /cinnamon|cassia/iu.test(t));
  return [
    ...water(day.drunk, day.weightKg),
    ...named.slice(0, 1),
    ...caffeine(day.caffeine, day.pregnant),
    ...alcohol(day.alcoholGrams, day.daysToEvent),
    ...(cassia
      ? [
          {
            id: 'coumarin' as const,
            level: 'note' as const,
            sentence:
              'Cassia cinnamon holds coumarin: at most 0.1 mg per kg body mass a day. Ceylon cinnamon holds next to none.',
            source: 'EFSA 2004',
            see: DOCTOR,
          },
        ]
      : []),
  ];
};
