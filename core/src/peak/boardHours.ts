import { minutesOf } from '../units/index.ts';
import { type Board, boardDay } from './board.ts';
import { bedOf, eveHours, showHours, type Slot } from './hours.ts';

/** The hours of the eve or of the day itself; none on other days, and none before the times of the show are known. */
export const hoursOn = (board: Board, offset: number): Slot[] => {
  if (!board.show || (offset !== -1 && offset !== 0)) return [];
  const { carbs, water } = boardDay(board, offset).cells;
  return (offset === -1 ? eveHours : showHours)(board.show, carbs.value, water.value);
};

/** So much is drunk and salted by a time of the day: minutes after midnight, mL and mg since waking. */
export interface Deadline {
  at: number;
  millilitres: number;
  sodium: number;
}

/** A day is divided into so many parts. */
const PARTS = 4;
/** A day without hours of its own: awake so long, and nothing to be drunk in the last of it, minutes. common practice, no source. */
const AWAKE = 16 * 60;
const BEFORE_BED = 120;
const AWAKE_UNTIL = AWAKE - BEFORE_BED;

/**
 * By when how much of a day's water and salt is taken, in four parts of the day: even where the day has no hours of its own, else by its glasses and
 * meals. The last one is the whole day. `waking` is HH:MM where the board has no times. common practice, no source.
 * So 3.6 L and 3,200 mg, awake from 06:00, are 0.9 L and 800 mg by 09:30 and the whole by 20:00.
 */
export const deadlinesOn = (board: Board, offset: number, waking: string): Deadline[] => {
  const { water, sodium } = boardDay(board, offset).cells;
  const slots = hoursOn(board, offset);
  const meals = slots.filter((s) => s.kind === 'meal');
  const own = slots.length > 0 && board.show !== null;
  const from = minutesOf(own && board.show ? board.show.wake : waking);
  const to = own && board.show ? bedOf(board.show) : from + AWAKE_UNTIL;
  return Array.from({ length: PARTS }, (_, i): Deadline => {
    const part = (i + 1) / PARTS;
    const at = Math.round((from + (to - from) * part) / 5) * 5;
    if (i === PARTS - 1) return { at, millilitres: water.value, sodium: sodium.value };
    if (!own)
      return {
        at,
        millilitres: Math.round((water.value * part) / 50) * 50,
        sodium: Math.round((sodium.value * part) / 10) * 10,
      };
    const until = slots.filter((s) => s.at <= at);
    return {
      at,
      millilitres: until.reduce((sum, s) => sum + s.millilitres, 0),
      sodium:
        Math.round(
          (sodium.value * until.filter((s) => s.kind === 'meal').length) / Math.max(1, meals.length) / 10,
        ) * 10,
    };
  });
};
