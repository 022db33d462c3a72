import { whole } from '../units/index.ts';
import { type Board, type BoardDay, boardDay, dayName } from './board.ts';
import { hoursOn } from './boardHours.ts';
import { drinksOf } from './hours.ts';
import { type Column, schoolOf } from './schools.ts';
import { SODIUM_LIMIT, SODIUM_SOURCE } from './sodium.ts';
import {
  type Drink,
  excessWater,
  leastWater,
  mostWater,
  mostWithin,
  WATER_LIMIT,
  WATER_SOURCE,
} from './water.ts';

const PRACTICE = 'common practice, no source';
const DOCTOR = 'A doctor.';

/** Something on a board that may hurt. refuse: cannot be saved by anyone. confirm: coach and athlete confirm. note: shown. */
export interface BoardFault {
  id:
    | 'peak-water'
    | 'peak-water-low'
    | 'peak-water-cut'
    | 'peak-sodium'
    | 'peak-carbs'
    | 'peak-protein'
    | 'peak-mixed';
  level: 'refuse' | 'confirm' | 'note';
  /** The day and column that it is about; null where it is the whole board. */
  offset: number | null;
  column: Column | null;
  sentence: string;
  source: string;
  see: string;
  figure: number | null;
  worse: 'lower' | 'higher';
}

/** Below so much water on two days in a row both confirm, mL per kg. common practice, no source. */
const LITTLE_PER_KG = 30;
/** The same for a body, mL. */
export const littleWater = (weightKg: number): number => LITTLE_PER_KG * weightKg;
/** More in a day than muscle takes up, g per kg. Source: Burke 2011; Escalante 2021, from memory. */
export const MOST_CARBS_PER_KG = 12;
/** What glycogen holds in all, g per kg. Source: Acheson 1988, from memory. */
export const GLYCOGEN_PER_KG = 15;
/** Protein of the week stays above, g per kg. common practice, no source. */
export const LEAST_PROTEIN_PER_KG = 1.6;

const litres = (mL: number): string => `${(mL / 1000).toFixed(1)} L`;

const fault = (part: Pick<BoardFault, 'id' | 'level' | 'sentence'> & Partial<BoardFault>): BoardFault => ({
  offset: null,
  column: null,
  source: PRACTICE,
  see: DOCTOR,
  figure: null,
  worse: 'lower',
  ...part,
});

const waterOfDay = (day: BoardDay, weightKg: number): BoardFault[] => {
  const { offset, cells } = day;
  const water = cells.water.value;
  const found = excessWater(
    (minutes) => (minutes === 1440 ? water : 0),
    Infinity,
    weightKg,
    cells.sodium.value,
  );
  const on = { offset, column: 'water' as const, figure: water };
  if (found)
    return [
      fault({
        ...on,
        id: 'peak-water',
        level: 'refuse',
        sentence:
          found.limit === 'low sodium'
            ? `${dayName(offset)}: ${litres(water)} with only ${whole(cells.sodium.value)} mg sodium cannot be planned (${WATER_LIMIT.lowSodium.perKg} mL per kg below ${whole(WATER_LIMIT.lowSodium.mg)} mg): so much water dilutes the blood.`
            : `${dayName(offset)}: ${litres(water)} cannot be planned; ${litres(mostWater(weightKg))} is the most in a day. So much water dilutes the blood.`,
        source: WATER_SOURCE,
        worse: 'higher',
      }),
    ];
  const least = leastWater(weightKg);
  if (water < least - 1e-9)
    return [
      fault({
        ...on,
        id: 'peak-water-low',
        level: 'refuse',
        sentence: `${dayName(offset)}: ${litres(water)} cannot be planned; ${(least / 1000).toFixed(2)} L is the least in any 24 hours.`,
      }),
    ];
  return [];
};

/** Without a drink for longer than this, sleep with it, is not planned, minutes. common practice, no source. */
const DRY = 12 * 60;

/** The eve and the day itself as they run, minutes from the eve's midnight. */
const drinksByHour = (board: Board): Drink[] => [
  ...drinksOf(hoursOn(board, -1)),
  ...drinksOf(hoursOn(board, 0)).map((d) => ({ ...d, minutes: d.minutes + 1440 })),
];

/** The hours of the eve and the day over every rolling stretch, across midnight: too much, too little, too long without. */
const waterByHour = (board: Board, weightKg: number): BoardFault[] => {
  const drinks = drinksByHour(board);
  const first = drinks[0];
  const last = drinks.at(-1);
  if (!first || !last) return [];
  const found: BoardFault[] = [];
  const hours = (minutes: number): number => mostWithin(drinks, minutes).millilitres;
  const much = [
    { minutes: 60, most: WATER_LIMIT.hour, within: 'an hour' },
    { minutes: 180, most: WATER_LIMIT.threeHours, within: 'three hours' },
    { minutes: 1440, most: mostWater(weightKg), within: '24 hours' },
  ].find(({ minutes, most }) => hours(minutes) > most + 1e-9);
  if (much)
    found.push(
      fault({
        id: 'peak-water',
        level: 'refuse',
        column: 'water',
        sentence: `The day before and show day would hold ${litres(hours(much.minutes))} within ${much.within}: more than ${litres(much.most)} cannot be planned.`,
        source: WATER_SOURCE,
        figure: hours(much.minutes),
        worse: 'higher',
      }),
    );
  const least = leastWater(weightKg);
  for (const { minutes } of drinks) {
    if (minutes + 1440 > last.minutes) break;
    const sum = drinks
      .filter((d) => d.minutes > minutes && d.minutes <= minutes + 1440)
      .reduce((total, d) => total + d.millilitres, 0);
    if (sum >= least - 1e-9) continue;
    found.push(
      fault({
        id: 'peak-water-low',
        level: 'refuse',
        column: 'water',
        sentence: `From the day before to show day, 24 hours would hold ${litres(sum)}; ${(least / 1000).toFixed(2)} L is the least.`,
        figure: sum,
      }),
    );
    break;
  }
  const dry = drinks.findIndex((d, i) => d.minutes - (drinks[i - 1]?.minutes ?? d.minutes) > DRY);
  if (dry >= 0)
    found.push(
      fault({
        id: 'peak-water-low',
        level: 'refuse',
        column: 'water',
        sentence: 'More than 12 hours without a drink, sleep with it, cannot be planned.',
      }),
    );
  return found;
};

/**
 * What is wrong or worth knowing on the days of a board, the gravest first: water over and under its limits, little of it two days running, the
 * school that is never without a coach, sodium, carbs and protein, and levers that cannot be told apart afterwards. `weightKg` is the body mass that
 * is known of the athlete, whatever the board was made from. mL, mg, g, kg. Thresholds
 * without a source are common practice, no source.
 */
export const boardFaults = (
  board: Board,
  offsets: { from: number; to: number },
  { hasCoach, weightKg }: { hasCoach: boolean; weightKg: number },
): BoardFault[] => {
  const days = Array.from({ length: offsets.to - offsets.from + 1 }, (_, i) =>
    boardDay(board, offsets.from + i),
  );
  const found: BoardFault[] = [
    ...days.flatMap((day) => waterOfDay(day, weightKg)),
    ...waterByHour(board, weightKg),
  ];
  const schools = { water: schoolOf(board.protocol, 'water'), sodium: schoolOf(board.protocol, 'sodium') };
  if (schools.water.coachOnly)
    found.push(
      fault({
        id: 'peak-water-cut',
        level: hasCoach ? 'confirm' : 'refuse',
        column: 'water',
        sentence: hasCoach
          ? 'Loading and cutting water needs the coach’s sign and the athlete’s own confirmation. Dizzy, cramping or confused: drink, and call the emergency number.'
          : 'Loading and cutting water is not planned without a coach.',
        source: schools.water.source,
      }),
    );
  days.forEach((day, i) => {
    const { offset, cells } = day;
    const before = days[i - 1];
    const little = (one: BoardDay | undefined): boolean =>
      one !== undefined && one.cells.water.value < littleWater(weightKg) - 1e-9;
    if (little(day) && little(before))
      found.push(
        fault({
          id: 'peak-water-low',
          level: 'confirm',
          offset,
          column: 'water',
          sentence: `${dayName(offset)}: ${litres(cells.water.value)}, under ${LITTLE_PER_KG} mL per kg two days running.`,
          figure: cells.water.value,
        }),
      );
    const sodium = cells.sodium.value;
    if (sodium < SODIUM_LIMIT.low)
      found.push(
        fault({
          id: 'peak-sodium',
          level: 'confirm',
          offset,
          column: 'sodium',
          sentence: `${dayName(offset)}: ${whole(sodium)} mg sodium, below ${SODIUM_LIMIT.low} mg.`,
          source: SODIUM_SOURCE,
          see: 'A doctor, with cramps, dizziness or a treated blood pressure.',
          figure: sodium,
        }),
      );
    const last = before?.cells.sodium.value;
    if (last !== undefined && (sodium > SODIUM_LIMIT.swing * last || last > SODIUM_LIMIT.swing * sodium))
      found.push(
        fault({
          id: 'peak-sodium',
          level: 'note',
          offset,
          column: 'sodium',
          sentence: `${dayName(offset)}: sodium goes from ${whole(last)} to ${whole(sodium)} mg in a day. It moves water for days.`,
          figure: sodium,
          worse: sodium > last ? 'higher' : 'lower',
        }),
      );
    const perKg = cells.carbs.value / weightKg;
    if (perKg > MOST_CARBS_PER_KG)
      found.push(
        fault({
          id: 'peak-carbs',
          level: 'note',
          offset,
          column: 'carbs',
          sentence: `${dayName(offset)}: ${whole(cells.carbs.value)} g carbs are ${perKg.toFixed(1)} g per kg. Muscle takes up about ${MOST_CARBS_PER_KG} in a day and holds about ${GLYCOGEN_PER_KG} in all; the rest goes elsewhere.`,
          source: 'Burke 2011; Acheson 1988, from memory',
          see: 'Your coach or a dietitian.',
          figure: cells.carbs.value,
          worse: 'higher',
        }),
      );
    if (cells.protein.value < LEAST_PROTEIN_PER_KG * weightKg - 0.5)
      found.push(
        fault({
          id: 'peak-protein',
          level: 'note',
          offset,
          column: 'protein',
          sentence: `${dayName(offset)}: ${whole(cells.protein.value)} g protein, under ${LEAST_PROTEIN_PER_KG} g per kg.`,
          see: 'A dietitian can say what it means for you.',
          figure: cells.protein.value,
        }),
      );
  });
  if (schools.sodium.id !== 'constant' && schools.water.id !== 'usual')
    found.push(
      fault({
        id: 'peak-mixed',
        level: 'note',
        sentence:
          'Sodium and water both move: what the scale and the mirror do then cannot be told apart afterwards.',
        see: 'Your coach.',
      }),
    );
  const gravity = { refuse: 0, confirm: 1, note: 2 };
  return found.sort((a, b) => gravity[a.level] - gravity[b.level]);
};
