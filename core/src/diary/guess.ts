import { TARGET_KEYS, type TargetKey } from '../nutrition/index.ts';
import { windowState, type DaySheet, type WindowState } from './daySheet.ts';

/** Where a day lands when its guesses turn out low, and when they turn out high. */
export interface GuessedLanding {
  key: TargetKey;
  low: { value: number; state: WindowState };
  high: { value: number; state: WindowState };
}

export interface GuessedDay {
  /** Windows that hold at one end and not at the other, or at neither. */
  open: GuessedLanding[];
  /** True when every window holds at both ends. */
  lands: boolean;
  /** The guessed portions, those that widen the open windows most first, with their part of that width, 0 to 1. */
  widest: { id: string; name: string; part: number }[];
}

/**
 * What a day's guesses do to its landing: whether it lands for the low and for the high case, and which guess to ask about, weigh or leave
 * plain to narrow it. Undefined when nothing is guessed. A guess is a portion with two ends.
 */
export const guessedDay = (sheet: DaySheet): GuessedDay | undefined => {
  const guessed = sheet.meals.flatMap((m) => m.lines).filter((l) => l.portion.guess && l.state !== 'live');
  if (guessed.length === 0) return undefined;
  const open: GuessedLanding[] = [];
  for (const key of TARGET_KEYS) {
    const { window, landsBetween } = sheet.nutrients[key];
    if (!window) continue;
    const low = { value: landsBetween.low, state: windowState(landsBetween.low, window) };
    const high = { value: landsBetween.high, state: windowState(landsBetween.high, window) };
    if (low.state !== 'inside' || high.state !== 'inside') open.push({ key, low, high });
  }
  const widthOf = (key: TargetKey): number => {
    const { low, high } = sheet.nutrients[key].landsBetween;
    return Math.max(1e-9, high - low);
  };
  const wide = open.filter((o) => o.high.value - o.low.value > 1e-6).map((o) => o.key);
  const asked = wide.length > 0 ? wide : (['ENERC'] as const);
  const widest = guessed
    .map(({ id, portion, grams, amounts }) => {
      const width = grams > 0 && portion.guess ? (portion.guess.high - portion.guess.low) / grams : 0;
      const parts = asked.map((key) => (width * (amounts[key] ?? 0)) / widthOf(key));
      const part = parts.reduce((sum, p) => sum + p, 0) / parts.length;
      return { id, name: portion.food.name, part: Math.min(1, part) };
    })
    .sort((a, b) => b.part - a.part);
  return { open, lands: open.length === 0, widest };
};
