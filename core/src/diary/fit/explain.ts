import { TARGET_WORDS, type TargetKey } from '../../nutrition/index.ts';
import type { Fit, FitAnswer, FitHelp, FitLanding } from './fit.ts';
import type { FitProblem } from './model.ts';

const unitOf = (key: TargetKey): string => (key === 'ENERC' ? 'kcal' : 'g');
const figure = (key: TargetKey, value: number): string =>
  key === 'ENERC' ? Math.round(value).toLocaleString('en-GB') : String(Math.round(value * 10) / 10);
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

const missSentence = (
  { window, miss, side, beyondReach }: FitLanding,
  mealNumber: number | undefined,
  proven: boolean,
): string => {
  const { key } = window;
  const short = side === 'short';
  const end = figure(key, short ? window.low : window.high);
  const what = `${capital(TARGET_WORDS[key])}${mealNumber === undefined ? '' : ` in meal ${mealNumber}`}`;
  const by = `${figure(key, miss)} ${unitOf(key)} ${side}`;
  if (beyondReach) return `${what} cannot ${short ? 'reach' : 'stay under'} ${end} with these: ${by}`;
  return `${what} lands ${by}${short ? ' of' : ','} ${end}${short ? '' : ' at most'}: ${
    proven ? 'not every window can be met with these' : 'nothing better was found in the time'
  }`;
};

const helpText = ({ food, grams, closes, moves }: FitHelp): string => {
  const all = moves.map((m) => `${m.name} ${Math.round(m.from)} → ${Math.round(m.to)} g`).join(', ');
  return `; ${Math.round(grams)} g ${food.name}${all === '' ? '' : `, with ${all},`} would ${closes ? 'close it' : 'help'}`;
};

/** Foods of an answer beyond what of them is about the most. */
const mountains = (problem: FitProblem, answer: FitAnswer): string[] =>
  problem.foods.flatMap(({ name, largest, moves, grams: plan }, i) => {
    const grams = answer.grams[i] ?? 0;
    if (!moves || largest === undefined || grams <= largest + 1e-6 || grams <= plan) return [];
    return [
      `${Math.round(grams)} g ${name} is more than a usual portion (about ${Math.round(largest)} g at most): two foods are easier to eat than one.`,
    ];
  });

/** A day of more food than this is hard to eat, grams. common practice, no source. */
export const LARGE_VOLUME = 3000;

/** What is said of a day that holds very much food in an off-season; undefined when it does not. Grams. */
export const volumeSentence = (grams: number): string | undefined =>
  grams <= LARGE_VOLUME
    ? undefined
    : `The day then holds ${(grams / 1000).toFixed(1)} kg of food. Liquid meals (milk, a shake, juice) or one more feeding are easier to eat.`;

/**
 * A fit in sentences: what it cannot reach and by how much, what would close it, what is more than anybody eats, what it cannot promise, and whether a better one may
 * exist. Empty when everything lands and everything is known. `numberOf` gives the number of a meal.
 */
export const fitSentences = (
  fit: Fit,
  problem: FitProblem,
  numberOf: (mealId: string) => number | undefined,
): string[] => {
  const sentences: string[] = [];
  if (fit.contradiction !== undefined) sentences.push(fit.contradiction);
  const missed = (fit.answers[0]?.landings ?? []).filter((l) => l.side !== 'inside');
  const { help } = fit;
  missed.forEach((one, i) => {
    const number = one.window.mealId === undefined ? undefined : numberOf(one.window.mealId);
    sentences.push(`${missSentence(one, number, fit.proven)}${help && i === 0 ? helpText(help) : ''}.`);
  });
  const [first] = fit.answers;
  if (first) sentences.push(...mountains(problem, first));
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
