import { TARGET_WORDS, type TargetKey } from '../../nutrition/index.ts';
import type { Fit, FitLanding } from './fit.ts';

const unitOf = (key: TargetKey): string => (key === 'ENERC' ? 'kcal' : 'g');
const figure = (key: TargetKey, value: number): string =>
  key === 'ENERC' ? Math.round(value).toLocaleString('en-GB') : String(Math.round(value * 10) / 10);
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

const missSentence = ({ window, miss, side }: FitLanding, mealNumber: number | undefined): string => {
  const { key } = window;
  const end = side === 'short' ? window.low : window.high;
  const where = mealNumber === undefined ? '' : ` in meal ${mealNumber}`;
  const verb = side === 'short' ? 'cannot reach' : 'cannot stay under';
  return `${capital(TARGET_WORDS[key])}${where} ${verb} ${figure(key, end)} with these: ${figure(key, miss)} ${unitOf(key)} ${side}`;
};

/**
 * A fit in sentences: what it cannot reach and by how much, what would close it, what it cannot promise, and whether a better one may
 * exist. Empty when everything lands and everything is known. `numberOf` gives the number of a meal.
 */
export const fitSentences = (fit: Fit, numberOf: (mealId: string) => number | undefined): string[] => {
  const sentences: string[] = [];
  if (fit.contradiction !== undefined) sentences.push(fit.contradiction);
  const missed = (fit.answers[0]?.landings ?? []).filter((l) => l.side !== 'inside');
  const { help } = fit;
  missed.forEach((one, i) => {
    const said = missSentence(one, one.window.mealId === undefined ? undefined : numberOf(one.window.mealId));
    const helped =
      help && i === 0
        ? `; ${Math.round(help.grams)} g ${help.food.name} would ${help.closes ? 'close it' : 'help'}`
        : '';
    sentences.push(`${said}${helped}.`);
  });
  for (const { key, foods } of fit.unstated)
    sentences.push(
      `${capital(TARGET_WORDS[key])} is not promised: ${foods.join(', ')} ${foods.length === 1 ? 'does' : 'do'} not state it, so it is at least this much.`,
    );
  if (fit.gap > 1e-6)
    sentences.push(
      Number.isFinite(fit.gap)
        ? `The time was up: a nearer answer may exist, by at most ${Math.ceil(fit.gap * 100)} %.`
        : 'The time was up: a nearer answer may exist.',
    );
  return sentences;
};
