import {
  type ImportReject,
  type KeptFood,
  FoodDetails,
  foodFaults,
  type Measure,
} from '@maul/contract/foods';
import { cleanText, FoodState } from '@maul/contract/common';
import { labelAudit, per100Grams, readGtin, type FoodBasis } from '@maul/core/foods';
import { NUTRIENT_LABELS, TAGNAME_LIST, type NutrientVector, type Tagname } from '@maul/core/nutrition';

/** A food as a file states it, before anything of it is believed. */
export interface Candidate {
  name: string;
  /** One of the states, or what the file says. */
  state: string;
  /** For what the basis says. */
  figures: NutrientVector;
  basis: FoodBasis;
  density?: number | null;
  measures?: Measure[];
  details?: Partial<FoodDetails>;
  code?: string;
  source: string;
  remark?: string | null;
}

/** A food that may be kept, or why it may not. */
export interface TakenFood extends KeptFood {
  key: string;
  code: string | null;
  search: string;
}
export type Taken = { food: TakenFood } | { reason: string };

/** States that a name itself says: "Beef, ground, raw". Nothing is guessed where it says none. */
const SAID: readonly (readonly [RegExp, FoodState])[] = [
  [/\b(raw|uncooked)\b/i, 'raw'],
  [/\b(drained)\b/i, 'drained'],
  [/\b(canned)\b/i, 'canned'],
  [/\b(frozen)\b/i, 'frozen'],
  [/\b(cooked|boiled|baked|roasted|grilled|fried|steamed|braised)\b/i, 'cooked'],
  [/\b(dry|dried|dehydrated)\b/i, 'dry'],
];
export const stateInName = (name: string): FoodState =>
  SAID.find(([words]) => words.test(name))?.[1] ?? 'as sold';

/** What the audit says of figures that stray; null when a rule explains them or not enough is known. */
const auditRemark = (per100g: NutrientVector): string | null => {
  const {
    ENERC: energy,
    PROCNT: protein,
    FAT: fat,
    CHOCDF,
    CHOAVLDF,
    FIBTG: fibre,
    SUGAR: sugars,
    ALC,
  } = per100g;
  const carbs = CHOCDF ?? CHOAVLDF;
  if (energy === undefined || protein === undefined || fat === undefined || carbs === undefined) return null;
  const audit = labelAudit({
    rules: CHOCDF === undefined ? 'eu' : 'us',
    grams: 100,
    energy,
    unit: 'kcal',
    protein,
    fat,
    carbs,
    carbBasis: CHOCDF === undefined ? 'available' : 'total',
    fibre,
    sugars,
    alcohol: ALC,
  });
  return audit.verdict === 'ask' || audit.verdict === 'strong' ? audit.sentence : null;
};

const negative = (figures: NutrientVector): Tagname | undefined =>
  TAGNAME_LIST.find((tag) => (figures[tag] ?? 0) < 0);

/** A text of a file on one line, at most so many characters. */
const short = (text: string, most: number): string =>
  // Cleaned again: the cut may have left half of a character.
  cleanText(cleanText(text).trim().replace(/\s+/g, ' ').slice(0, most));

/** A line that is not taken, as it is told. */
export const rejectOf = ({ line, what }: { line: number; what: string }, reason: string): ImportReject => ({
  line,
  what: short(what, 120),
  reason: short(reason, 300),
});

/** Looks at a candidate as a whole: what cannot be is refused with its reason, what strays is remarked on. */
export const take = (candidate: Candidate): Taken => {
  const name = short(candidate.name, 120);
  if (name === '') return { reason: 'It has no name.' };
  const state = FoodState.safeParse(candidate.state.trim().toLowerCase());
  if (!state.success)
    return { reason: `“${candidate.state}” is no state; there are: ${FoodState.options.join(', ')}.` };
  const below = negative(candidate.figures);
  if (below !== undefined) return { reason: `${NUTRIENT_LABELS[below]} is negative, which no food holds.` };
  if (Object.keys(candidate.figures).length === 0)
    return { reason: 'It states no nutrient that Maul keeps.' };
  let code: string | null = null;
  if (candidate.code !== undefined && candidate.code.trim() !== '') {
    const read = readGtin(candidate.code);
    if (!read.ok) return { reason: `Code ${candidate.code.trim()}: ${read.sentence}` };
    code = read.gtin;
  }
  let per100g: NutrientVector;
  try {
    per100g = per100Grams(candidate.figures, candidate.basis, candidate.density ?? null);
  } catch (error) {
    return { reason: error instanceof Error ? error.message : 'Its basis cannot be read.' };
  }
  const fault = foodFaults({ per100g })[0];
  if (fault !== undefined) return { reason: fault };
  const details = FoodDetails.safeParse({
    ...candidate.details,
    basis: candidate.basis,
    density: candidate.density ?? null,
    code,
  });
  if (!details.success) return { reason: details.error.issues[0]?.message ?? 'Its details cannot be read.' };
  const { packGrams } = details.data;
  if (packGrams !== null && candidate.basis.kind === 'serving' && candidate.basis.grams > packGrams)
    return { reason: 'One serving is more than the whole pack holds.' };
  const search = `${name} ${state.data} ${details.data.tags.join(' ')}`.toLowerCase();
  return {
    food: {
      key: code ?? `${name.toLowerCase()}|${state.data}`,
      name,
      state: state.data,
      per100g,
      measures: (candidate.measures ?? []).map((m) => ({ ...m, name: short(m.name, 60) })),
      details: details.data,
      source: short(candidate.source, 300),
      remark: candidate.remark ?? auditRemark(per100g),
      code,
      search,
    },
  };
};
