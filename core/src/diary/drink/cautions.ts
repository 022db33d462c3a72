import {
  type Drink,
  excessWater,
  mostWithin,
  STOP_DRINKING,
  WATER_LIMIT,
  WATER_SOURCE,
} from '../../peak/index.ts';
import type { CautionLevel } from '../../plan/index.ts';
import type { CaffeineDose } from './caffeine.ts';
import { substanceIn } from './substances.ts';

/** Something that may hurt in what is drunk or taken on a day. Kept apart from those of a plan: it never hinders a log. */
export interface DayCaution {
  id: 'water-fast' | 'water-plan' | 'caffeine' | 'alcohol' | 'substance' | 'coumarin';
  level: Exclude<CautionLevel, 'confirm'>;
  sentence: string;
  source: string;
  see: string;
}

const DOCTOR = 'A doctor.';

const litres = (millilitres: number): string => (millilitres / 1000).toFixed(1);
/** The drinks of the fullest stretch of so many minutes in which one of them lies. */
const fullestWith = <D extends Drink>(one: D, others: readonly D[], minutes: number): D[] => {
  const all = [...others, one];
  const ends = all.filter((d) => d.minutes >= one.minutes && d.minutes - one.minutes < minutes);
  const stretches = ends.map((end) =>
    all.filter((d) => d.minutes <= end.minutes && end.minutes - d.minutes < minutes),
  );
  const sum = (list: readonly D[]): number => list.reduce((total, d) => total + d.millilitres, 0);
  return stretches.reduce((best, list) => (sum(list) > sum(best) ? list : best));
};

/** More drunk within an hour is said, mL. */
const MUCH_DRUNK = 800;

/** A glass beside which another is planned: when it is, and whether it was drunk. */
export interface PlannedDrink extends Drink {
  /** As it is said: "750 mL at 17:30". */
  name: string;
}

/**
 * Why a glass cannot be planned beside those that are drunk or planned, in a sentence with the glasses it collides with; undefined when it
 * may be. Each stretch of 60 minutes, 3 hours and 24 hours in which the glass lies is looked at, over midnight and the turn of the day;
 * stretches without it are not its fault. Millilitres, kg, and mg of sodium planned (null where it is not known: then the limit that
 * rests on it is not looked at).
 */
export const waterPlanBarred = (
  planned: PlannedDrink,
  others: readonly PlannedDrink[],
  weightKg: number,
  sodiumMg: number | null,
): DayCaution | undefined => {
  const stretch = (minutes: number): PlannedDrink[] => fullestWith(planned, others, minutes);
  const sum = (minutes: number): number => stretch(minutes).reduce((total, d) => total + d.millilitres, 0);
  const found = excessWater(sum, WATER_LIMIT.hour, weightKg, sodiumMg);
  if (!found) return undefined;
  const whole = `${litres(found.millilitres)} L`;
  const why =
    found.minutes === 60
      ? `More than ${litres(WATER_LIMIT.hour)} L within an hour (${whole})`
      : found.minutes === 180
        ? `More than ${litres(WATER_LIMIT.threeHours)} L within three hours (${whole})`
        : found.limit === 'low sodium'
          ? `${whole} within 24 hours with only ${Math.round(sodiumMg ?? 0)} mg sodium`
          : `${whole} within 24 hours, more than ${found.limit === 'per kg' ? `${WATER_LIMIT.perKg} mL per kg` : `${WATER_LIMIT.day / 1000} L`},`;
  const beside = stretch(found.minutes)
    .filter((d) => d !== planned)
    .sort((a, b) => b.millilitres - a.millilitres);
  const named = beside.slice(0, 3).map((d) => d.name);
  const rest = beside.length - named.length;
  const with_ =
    named.length === 0 ? '' : ` It would join ${named.join(', ')}${rest > 0 ? ` and ${rest} more` : ''}.`;
  return {
    id: 'water-plan',
    level: 'refuse',
    sentence: `${why} cannot be planned: so much water in so little time dilutes the blood.${with_}`,
    source: WATER_SOURCE,
    see: DOCTOR,
  };
};

/** Minutes before this turn of the day were yesterday: they lie in a stretch, and start none that is said today. */
const TODAY = 0;

const water = (drunk: readonly Drink[], weightKg: number, sodiumMg: number | null): DayCaution[] => {
  const most = (minutes: number): number => mostWithin(drunk, minutes, TODAY).millilitres;
  const found = excessWater(most, MUCH_DRUNK, weightKg, sodiumMg);
  if (!found) return [];
  const stretch =
    found.minutes === 60
      ? 'within an hour'
      : found.minutes === 180
        ? 'within three hours'
        : 'within 24 hours';
  const salt = found.limit === 'low sodium' ? ` with only ${Math.round(sodiumMg ?? 0)} mg sodium eaten` : '';
  return [
    {
      id: 'water-fast',
      level: 'note',
      sentence: `${litres(found.millilitres)} L ${stretch}${salt} is a lot of water at once. ${STOP_DRINKING}`,
      source: WATER_SOURCE,
      see: DOCTOR,
    },
  ];
};

/** Doses within so many minutes are taken at once. common practice, no source. */
const AT_ONCE_MINUTES = 30;

const mostAtOnce = (doses: readonly CaffeineDose[]): number =>
  mostWithin(
    doses.map((d) => ({ millilitres: d.mg, minutes: d.minutes })),
    AT_ONCE_MINUTES + 1,
    TODAY,
  ).millilitres;

const caffeine = (doses: readonly CaffeineDose[], pregnant: boolean): DayCaution[] => {
  const day = doses.filter((d) => d.minutes >= TODAY).reduce((sum, d) => sum + d.mg, 0);
  const most = mostAtOnce(doses);
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

/** The caution for a free text that names what is never planned: diuretics, hormones, potassium salts, drying out; else undefined. */
export const substanceCaution = (text: string): DayCaution | undefined => {
  const found = substanceIn(text);
  if (!found) return undefined;
  const drying = found.kind === 'drying out';
  return {
    id: 'substance',
    level: 'note',
    sentence: drying
      ? `“${found.word}” to lose water can kill in hours. It is kept as written; Maul never plans it.`
      : `“${found.word}” can harm, and is banned by many federations. It is kept as written; Maul never plans it.`,
    source: drying ? 'Federation and combat-sport rules' : 'WADA prohibited list; federation rules',
    see: drying
      ? 'Dizzy, cramping or confused: drink, and call the emergency number.'
      : 'A doctor, and your federation’s rules. With diabetes, insulin is your doctor’s matter.',
  };
};

/** What is to be said of a day's water, caffeine, alcohol and what was taken. kg; doses and drinks in minutes from the turn of the day, those of yesterday below 0. */
export const drinkCautions = (day: {
  drunk: readonly Drink[];
  weightKg: number;
  /** Sodium eaten on the day, mg; null where some food does not state it. */
  sodiumMg: number | null;
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
    ...water(day.drunk, day.weightKg, day.sodiumMg),
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
