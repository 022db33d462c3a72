import { whole, KJ_PER_KCAL } from '../units/index.ts';
import { type CarbBasis, meets, weightedSum, type Interval } from '../nutrition/index.ts';
import { labelInterval, type LabelRules } from './labelRounding.ts';

/** Sugar alcohols by kind and their energy, kcal per g. Source: 21 CFR 101.9(c)(1)(i)(F); EU all 2.4, erythritol 0. */
export const POLYOL_KCAL = {
  isomalt: 2,
  lactitol: 2,
  xylitol: 2.4,
  maltitol: 2.1,
  sorbitol: 2.6,
  'hydrogenated starch hydrolysates': 3,
  mannitol: 1.6,
  erythritol: 0,
} as const;
export type Polyol = keyof typeof POLYOL_KCAL;

/** What a label states, for one serving or for 100 g: grams, and energy in the unit that stands on it. */
export interface Label {
  rules: LabelRules;
  /** Grams that the figures are for; the serving, or 100. */
  grams: number;
  energy: number;
  unit: 'kcal' | 'kJ';
  protein: number;
  fat: number;
  carbs: number;
  /** Whether fibre stands inside the carbohydrate (US, Canada) or outside (EU, UK, Australia). */
  carbBasis: CarbBasis;
  /** Unknown where the label does not state it. */
  fibre?: number;
  sugars?: number;
  alcohol?: number;
  polyols?: { kind: Polyol; grams: number };
}

export type Verdict = 'fits' | 'error' | 'ask' | 'mild' | 'strong';

export interface LabelAudit {
  verdict: Verdict;
  /** The rule that explains the stated energy; undefined when none does. */
  rule: string | undefined;
  /** In a sentence. */
  sentence: string;
  /** Energy by plain 4/9/4 on the stated carbohydrate, kcal. */
  plain: number;
  /** Stated energy in kcal. */
  stated: number;
}

interface Hypothesis {
  name: string;
  kcal: Interval;
}

const figures = (label: Label) => {
  const gram = (value: number): Interval => labelInterval(value, 'gram', label.rules);
  return {
    protein: gram(label.protein),
    fat: labelInterval(label.fat, 'fat', label.rules),
    carbs: gram(label.carbs),
    fibre: label.fibre === undefined ? undefined : gram(label.fibre),
    polyols: label.polyols && gram(label.polyols.grams),
    alcohol: label.alcohol === undefined ? undefined : gram(label.alcohol),
  };
};

/** Every rule by which a label's energy may have been made, in the order in which they are believed. */
const hypotheses = (label: Label): Hypothesis[] => {
  const { protein, fat, carbs, fibre, polyols, alcohol } = figures(label);
  const base: (readonly [number, Interval])[] = [
    [4, protein],
    [9, fat],
    [4, carbs],
  ];
  const inside = label.carbBasis === 'total';
  const found: Hypothesis[] = [{ name: '4/9/4', kcal: weightedSum(base) }];
  const add = (name: string, ...more: (readonly [number, Interval])[]): void =>
    void found.push({ name, kcal: weightedSum([...base, ...more]) });
  if (fibre) {
    // Inside the carbohydrate fibre has been counted at 4 already; outside it has not been counted at all.
    if (inside) add('4/9/4 less the fibre', [-4, fibre]);
    add('4/9/4 with fibre at 2', [inside ? -2 : 2, fibre]);
  }
  if (polyols && label.polyols) {
    const factor =
      (label.rules === 'eu' && label.polyols.kind !== 'erythritol' ? 2.4 : POLYOL_KCAL[label.polyols.kind]) -
      4;
    add(`4/9/4 with ${label.polyols.kind} at ${factor + 4}`, [factor, polyols]);
    if (fibre)
      add(
        `4/9/4 with ${label.polyols.kind} at ${factor + 4} and fibre at 2`,
        [factor, polyols],
        [inside ? -2 : 2, fibre],
      );
  }
  const kj = weightedSum([
    [17, protein],
    [37, fat],
    [17, carbs],
    ...(fibre ? [[inside ? -9 : 8, fibre] as const] : []),
  ]);
  found.push({
    name: 'the kilojoule factors',
    kcal: { low: kj.low / KJ_PER_KCAL, high: kj.high / KJ_PER_KCAL },
  });
  if (alcohol) add('4/9/4 with alcohol at 7', [7, alcohol]);
  return found;
};

/** Energy by the specific factors of Handbook 74, which lie within 10 % of the general ones. United States labels alone may use them. */
const bySpecificFactors = (label: Label): Hypothesis | undefined => {
  if (label.rules !== 'us') return undefined;
  const { protein, fat, carbs } = figures(label);
  const plain = weightedSum([
    [4, protein],
    [9, fat],
    [4, carbs],
  ]);
  return {
    name: 'specific factors (within 10 %)',
    kcal: { low: plain.low * 0.9, high: plain.high * 1.1 },
  };
};

/** How much an energy in kJ is of the same in kcal, with the rounding of both. */
const KJ_RATIO: Interval = { low: 3.9, high: 4.5 };
/** True when an energy typed as kcal may be the kJ of what a rule gives. */
const mayBeKilojoules = (statedKcal: number, { kcal }: Hypothesis): boolean => {
  const middle = (kcal.low + kcal.high) / 2;
  return middle > 0 && statedKcal >= KJ_RATIO.low * middle && statedKcal <= KJ_RATIO.high * middle;
};

/** What cannot be on any label, in a sentence; undefined when all can be. */
const impossible = (label: Label): string | undefined => {
  const { grams, protein, fat, carbs, fibre = 0, sugars = 0, carbBasis, alcohol = 0 } = label;
  const slack = 0.5;
  if (carbBasis === 'total' && fibre > carbs + slack)
    return `There is more fibre (${fibre} g) than total carbohydrate (${carbs} g). Are the carbs stated without fibre?`;
  if (sugars > carbs + slack)
    return `There are more sugars (${sugars} g) than carbohydrate (${carbs} g): one of the two is mistyped.`;
  const sum = protein + fat + carbs + (carbBasis === 'available' ? fibre : 0) + alcohol;
  if (sum > grams + 2)
    return `Protein, fat and carbohydrate together are ${Math.round(sum * 10) / 10} g in ${grams} g: one of them, or the serving, is mistyped.`;
  return undefined;
};

/**
 * Compares a label's stated energy with what its macros give, under every legal way of counting and the rounding of every figure. The
 * first rule whose energy may be the stated one explains it. When none does: kilojoules typed as kcal, fat swapped with another macro, and
 * a label that only the old specific factors explain are asked about, the rest is said with its size, mild within 20 %. Energy cannot tell protein from carbohydrate, so a swap of those
 * two is never claimed. Nothing is overwritten. Throws RangeError for a negative figure or no grams.
 * Sources: 21 CFR 101.9(c)(1)(i); Regulation (EU) 1169/2011 Annex XIV; USDA Handbook 74 (1973) for specific factors.
 */
export const labelAudit = (label: Label): LabelAudit => {
  if (!(label.grams > 0)) throw new RangeError('A label says for how many grams its figures are.');
  const raw = labelInterval(label.energy, 'energy', label.rules);
  const scale = label.unit === 'kJ' ? KJ_PER_KCAL : 1;
  const stated: Interval = { low: raw.low / scale, high: raw.high / scale };
  const plain = 4 * label.protein + 9 * label.fat + 4 * label.carbs + 7 * (label.alcohol ?? 0);
  const statedKcal = label.energy / scale;
  const answer = (verdict: Verdict, sentence: string, rule?: string): LabelAudit => ({
    verdict,
    rule,
    sentence,
    plain,
    stated: statedKcal,
  });
  const wrong = impossible(label);
  if (wrong !== undefined) return answer('error', wrong);
  const all = hypotheses(label);
  const fit = all.find((h) => meets(h.kcal, stated));
  if (fit)
    return answer(
      'fits',
      `The stated ${whole(statedKcal)} kcal fit${fit.name === '4/9/4' ? ' the macros' : `, by ${fit.name}`}; plain 4/9/4 gives ${whole(plain)}.`,
      fit.name,
    );
  if (label.unit === 'kcal' && all.some((h) => mayBeKilojoules(statedKcal, h)))
    return answer(
      'ask',
      `${whole(statedKcal)} kcal is about four times what the macros give. Is it kilojoules? Then it is ${whole(statedKcal / KJ_PER_KCAL)} kcal.`,
    );
  for (const [other, word] of [
    ['protein', 'protein'],
    ['carbs', 'carbs'],
  ] as const) {
    if (label.fat === label[other]) continue;
    const swapped: Label = { ...label, fat: label[other], [other]: label.fat };
    if (impossible(swapped) === undefined && hypotheses(swapped).some((h) => meets(h.kcal, stated)))
      return answer('ask', `It would fit if fat and ${word} were the other way round. Are they?`);
  }
  const specific = bySpecificFactors(label);
  if (specific && meets(specific.kcal, stated))
    return answer(
      'ask',
      `Only the old specific factors explain the stated ${whole(statedKcal)} kcal; plain 4/9/4 gives ${whole(plain)}. Look at the label again.`,
      specific.name,
    );
  const nearest = all.reduce<{ off: number }>(
    (best, { kcal }) => {
      const off =
        stated.low > kcal.high ? stated.low - kcal.high : stated.high < kcal.low ? stated.high - kcal.low : 0;
      return Math.abs(off) < Math.abs(best.off) ? { off } : best;
    },
    { off: Infinity },
  );
  const size = plain > 0 ? Math.abs(statedKcal - plain) / plain : 1;
  return answer(
    size <= 0.2 ? 'mild' : 'strong',
    `The label states ${whole(Math.abs(nearest.off))} kcal ${nearest.off > 0 ? 'more' : 'less'} than any rule explains; plain 4/9/4 gives ${whole(plain)}. Both are kept.`,
  );
};
