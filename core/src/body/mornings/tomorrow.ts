import { K90, signedText } from '../../units/index.ts';
import type { DayEstimate, LoggedDay, ScaleParts } from '../filter/days.ts';

/** A change from one morning to the next and what makes it, kg. */
export interface ScaleChange {
  /** Signed parts; those that come to less than the scale shows are left out. */
  parts: { name: ScalePart; kg: number }[];
  /** What cannot be told because the day before does not say it. */
  unknown: ('carbs' | 'salt' | 'gut')[];
}
export type ScalePart = 'carbs' | 'salt' | 'gut' | 'cycle' | 'tissue' | 'wander';

export interface ExpectedMorning extends ScaleChange {
  kg: number;
  low: number;
  high: number;
  /** Against the morning before it, where that was weighed. */
  change: number | null;
}

/** A part below half a division of a body scale does not show, kg. */
const SHOWS = 0.05;

const unknownOf = (
  before: Pick<LoggedDay, 'carbs' | 'sodium' | 'foodKg'> | undefined,
): ScaleChange['unknown'] => [
  ...(before?.carbs == null ? ['carbs' as const] : []),
  ...(before?.sodium == null ? ['salt' as const] : []),
  ...(before?.foodKg == null ? ['gut' as const] : []),
];

const partsOf = (before: DayEstimate, day: DayEstimate): ScaleChange['parts'] => {
  const step = (key: keyof ScaleParts): number => day.parts[key] - before.parts[key];
  const all: ScaleChange['parts'] = [
    { name: 'carbs', kg: step('glycogen') },
    { name: 'salt', kg: step('salt') },
    { name: 'gut', kg: step('gut') },
    { name: 'cycle', kg: step('cycle') },
  ];
  return all.filter((part) => Math.abs(part.kg) >= SHOWS);
};

const tissueOf = (estimate: DayEstimate): number => {
  const { glycogen, salt, gut, cycle, wander } = estimate.parts;
  return estimate.expectedKg - glycogen - salt - gut - cycle - wander;
};

/**
 * What the scale will show, said before it is read: its middle, the 90 % band, and the parts that make the change from the morning before.
 * `days` are the estimates up to and with the morning that is expected; `log` the day before it.
 */
export const expectedMorning = (
  before: DayEstimate,
  day: DayEstimate,
  log: Pick<LoggedDay, 'kg' | 'carbs' | 'sodium' | 'foodKg'>,
): ExpectedMorning => {
  // What the morning before showed beyond its parts is water that wanders: it fades, and that is a part of the change too.
  const change = log.kg === null ? null : day.expectedKg - log.kg;
  const parts = partsOf(before, day);
  const tissue = tissueOf(day) - before.weightKg;
  if (Math.abs(tissue) >= SHOWS / 2) parts.push({ name: 'tissue', kg: tissue });
  if (change !== null) {
    const rest = change - parts.reduce((sum, part) => sum + part.kg, 0);
    if (Math.abs(rest) >= SHOWS) parts.push({ name: 'wander', kg: rest });
  }
  return {
    kg: day.expectedKg,
    low: day.expectedKg - K90 * day.expectedSd,
    high: day.expectedKg + K90 * day.expectedSd,
    change,
    parts,
    unknown: unknownOf(log),
  };
};

export interface CameMorning extends ExpectedMorning {
  /** What the scale showed, kg. */
  came: number;
  /** Inside the band that was said. */
  inside: boolean;
  /** What came beyond what was expected: wander, not fat. */
  over: number;
}

/** What came on a morning against what was said the evening before. */
export const cameMorning = (
  before: DayEstimate,
  day: DayEstimate,
  log: Pick<LoggedDay, 'kg' | 'carbs' | 'sodium' | 'foodKg'>,
  came: number,
): CameMorning => {
  const said = expectedMorning(before, day, log);
  return { ...said, came, inside: came >= said.low && came <= said.high, over: came - said.kg };
};

const PART_WORDS: Readonly<Record<ScalePart, string>> = {
  carbs: 'carbs with their water',
  salt: 'salt',
  gut: 'food in the gut',
  cycle: 'cycle',
  tissue: 'tissue',
  wander: 'water that comes and goes',
};

/** The parts of a change in words, the largest first; empty where nothing shows. */
export const partsInWords = (
  { parts }: Pick<ScaleChange, 'parts'>,
  inUnits: (kg: number) => number = (kg) => kg,
): string =>
  [...parts]
    .sort((a, b) => Math.abs(b.kg) - Math.abs(a.kg))
    .filter((part) => Math.abs(inUnits(part.kg)) >= SHOWS)
    .map((part) => `${signedText(inUnits(part.kg), 1)} ${PART_WORDS[part.name]}`)
    .join(', ');

/**
 * One sentence for a morning that came: how far from the one before, the parts that explain it, and where tissue goes. Weights in the
 * units that `inUnits` makes of kg.
 */
export const morningSentence = (
  came: CameMorning,
  tissuePerWeek: number | undefined,
  unit: string,
  inUnits: (kg: number) => number = (kg) => kg,
): string => {
  const change = came.change === null ? null : came.change + came.over;
  const said = partsInWords(
    { parts: came.parts.filter((p) => p.name !== 'tissue' && p.name !== 'wander') },
    inUnits,
  );
  const rest =
    change === null
      ? came.over
      : change - came.parts.filter((p) => p.name !== 'wander').reduce((sum, p) => sum + p.kg, 0);
  const words: string[] = [];
  if (change !== null) {
    const moved = Math.abs(inUnits(change));
    words.push(
      moved < SHOWS
        ? 'Level with the morning before'
        : `${moved.toFixed(1)} ${unit} ${change > 0 ? 'up' : 'down'}`,
    );
  } else words.push(`${came.inside ? 'Inside' : 'Outside'} what was expected`);
  const why = [
    said,
    Math.abs(inUnits(rest)) >= 0.1 ? `${signedText(inUnits(rest), 1)} body water that comes and goes` : '',
  ].filter((part) => part !== '');
  const tissue =
    tissuePerWeek === undefined
      ? ''
      : `; tissue ${Math.abs(tissuePerWeek) < 0.05 ? 'is level' : tissuePerWeek < 0 ? 'goes on down' : 'goes on up'}`;
  return `${words.join('')}${why.length > 0 ? `: ${why.join(', ')}` : ''}${tissue}.`;
};
