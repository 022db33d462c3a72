import { EMPTY_MORNING, type MarkName, type MorningThing } from '@maul/contract/body';
import type { DayDocument } from '@maul/contract/diary';
import { clockOf, localMoment } from '@maul/core/units';
import { saveEntry } from '../../data/edit.ts';

/** What each mark asks, with a word for each of its five steps. */
export const MARK_WORDS: Readonly<
  Record<MarkName | 'fullness' | 'tightness' | 'waist', { name: string; words: string[] }>
> = {
  sleep: { name: 'Sleep', words: ['broken', 'poor', 'fair', 'good', 'deep'] },
  energy: { name: 'Energy', words: ['empty', 'low', 'fair', 'good', 'full'] },
  hunger: { name: 'Hunger', words: ['none', 'little', 'some', 'strong', 'very strong'] },
  mood: { name: 'Mood', words: ['low', 'flat', 'even', 'good', 'bright'] },
  digestion: { name: 'Digestion', words: ['bad', 'uneasy', 'fair', 'good', 'easy'] },
  soreness: { name: 'Soreness', words: ['none', 'little', 'some', 'sore', 'very sore'] },
  fullness: { name: 'Fullness', words: ['flat', 'a little flat', 'even', 'full', 'very full'] },
  tightness: { name: 'Tightness', words: ['soft', 'a little soft', 'even', 'tight', 'very tight'] },
  waist: { name: 'Waist', words: ['very small', 'small', 'even', 'wide', 'very wide'] },
};

/** The one morning of a day, as it stands; null before anything was said. */
export const morningOf = (day: Pick<DayDocument, 'entries'>) => {
  const row = day.entries.findLast((e) => e.thing.kind === 'morning') ?? null;
  return { row, thing: row?.thing.kind === 'morning' ? row.thing : EMPTY_MORNING };
};

/** Writes what changed of the morning; a morning of which nothing is left is taken away. */
export const sayMorning = (
  day: Pick<DayDocument, 'athlete' | 'date' | 'entries'>,
  change: Partial<MorningThing>,
): void => {
  const { row, thing } = morningOf(day);
  const next = { ...thing, ...change };
  const empty = JSON.stringify(next) === JSON.stringify(EMPTY_MORNING);
  if (empty && !row) return;
  const time = row?.time ?? clockOf(localMoment(new Date(), day.athlete.zone).minutes);
  saveEntry(day, row, empty ? null : { time, thing: next }, 'The morning');
};
