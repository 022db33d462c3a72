import { addDaysTo, addHours, hoursBetween, msOf, type Moment } from './moments.ts';

export type Place = 'fridge' | 'freezer' | 'cupboard' | 'bag';
/** A box of a batch, what was left of a cooking, a closed pack, an opened pack. */
export type StockKind = 'box' | 'left' | 'raw' | 'opened';

/** What a rule needs to know of something that is kept. */
export interface Kept {
  kind: StockKind;
  name: string;
  /** Names of what is in it, for rice and the like; its own name where nothing else is known. */
  holds?: readonly string[];
  place: Place;
  /** When it came to that place. */
  since: Moment;
  /** When it was there before, for what was frozen and thawed. */
  thawed?: boolean;
  /** The end of its cooking; null for what is raw. */
  cookedAt: Moment | null;
  /** When the pack was opened. */
  openedAt?: Moment | null;
  /** What the package says. */
  labelUntil?: Moment | null;
}

export interface KeepRule {
  /** Null where no rule says. */
  until: Moment | null;
  /** Said beside it: "4 days in the fridge from the end of cooking". */
  sentence: string;
  source: string;
  /** False for a date of quality alone: frozen food stays safe. */
  safety: boolean;
}

const FSIS = 'USDA FSIS, Leftovers and Food Safety';
const FSA = 'UK FSA';
const COLD_CHART = 'FoodSafety.gov cold storage chart, from memory';

/** Days and hours that food keeps, with where they are from. */
export const KEEPS = {
  cookedFridgeDays: 4,
  riceFridgeHours: 24,
  thawedHours: 24,
  frozenDays: 90,
  bagHours: 2,
} as const;

const RICE = /\brice\b(?!.*\b(cakes?|crackers?|noodles?|paper|vinegar|flour|milk|drink)\b)/i;
const holdsRice = (kept: Pick<Kept, 'name' | 'holds'>): boolean =>
  [kept.name, ...(kept.holds ?? [])].some((name) => RICE.test(name));

/**
 * On how many days after an evening of cooking food may be eaten whatever the hour: the fourth of 4 x 24 hours is not whole, and with rice the day
 * after counts for its 24 hours. Sources: USDA FSIS; UK FSA.
 *
 * @example
 * wholeDaysKept({ name: 'Stew', holds: ['Rice, white'] }); // => 1
 */
export const wholeDaysKept = (kept: Pick<Kept, 'name' | 'holds'>): number =>
  holdsRice(kept) ? KEEPS.riceFridgeHours / 24 : KEEPS.cookedFridgeDays - 1;

/** Raw food in the fridge, days from buying or opening. */
const RAW: readonly (readonly [test: RegExp, days: number])[] = [
  [/\b(minced?|ground|sausages?)\b/i, 2],
  [/\b(chicken|turkey|duck|poultry)\b/i, 2],
  [/\b(fish|salmon|cod|tuna|trout|haddock|hake|pollock|prawns?|shrimps?)\b/i, 2],
  [/\b(beef|pork|veal|lamb|steak|venison)\b/i, 5],
  [/\beggs?\b/i, 35],
];
/** Names of these foods that keep in a cupboard or are no raw meat. */
const DRY = /\b(canned|tinned|dried|dry|jerky|powder|stock|broth|isolate|noodles?)\b/i;

/**
 * Until when something may be eaten, counted from the end of cooking, with the rule and its source. Frozen food has a date of quality, not
 * of safety. What was thawed keeps 24 hours. Where no rule says, the label does; where neither says, `until` is null, which is not "for ever".
 * Sources: USDA FSIS (cooked 3 to 4 days at 4 °C or below; 2 hours out of the cold); UK FSA (rice 24 hours; thawed 24 hours).
 *
 * @example
 * keepsUntil({ kind: 'box', name: 'Stew', place: 'fridge', since: '2026-11-28T18:00:00Z', cookedAt: '2026-11-28T17:42:00Z' }).until; // => '2026-12-02T17:42:00.000Z'
 */
export const keepsUntil = (kept: Kept): KeepRule => {
  const rule = ruleOf(kept);
  const label = kept.labelUntil ?? null;
  // A pack that is still closed goes by its label; anything else by whichever ends first.
  if (label !== null && (rule.until === null || kept.kind === 'raw' || msOf(label) < msOf(rule.until)))
    return kept.place === 'freezer' && rule.until !== null
      ? rule
      : { until: label, sentence: 'the date on its label', source: 'label', safety: true };
  return rule;
};

const ruleOf = (kept: Kept): KeepRule => {
  const { place, since, cookedAt } = kept;
  if (place === 'freezer')
    return {
      until: addDaysTo(since, KEEPS.frozenDays),
      sentence: '3 months frozen, for its quality',
      source: FSIS,
      safety: false,
    };
  if (place === 'bag')
    return {
      until: addHours(since, KEEPS.bagHours),
      sentence: '2 hours out of the cold',
      source: 'USDA FSIS, the 2-hour rule',
      safety: true,
    };
  if (kept.thawed)
    return {
      until: addHours(since, KEEPS.thawedHours),
      sentence: '24 hours once thawed',
      source: FSA,
      safety: true,
    };
  if (cookedAt !== null) return cookedRule(kept, cookedAt);
  return rawRule(kept);
};

const cookedRule = (kept: Kept, cookedAt: Moment): KeepRule => {
  if (kept.place !== 'fridge')
    return {
      until: addHours(cookedAt, KEEPS.bagHours),
      sentence: '2 hours out of the cold',
      source: 'USDA FSIS, the 2-hour rule',
      safety: true,
    };
  return holdsRice(kept)
    ? {
        until: addHours(cookedAt, KEEPS.riceFridgeHours),
        sentence: '24 hours in the fridge, because it holds rice',
        source: FSA,
        safety: true,
      }
    : {
        until: addDaysTo(cookedAt, KEEPS.cookedFridgeDays),
        sentence: '4 days in the fridge from the end of cooking',
        source: FSIS,
        safety: true,
      };
};

const rawRule = (kept: Kept): KeepRule => {
  const from = kept.openedAt ?? kept.since;
  const days =
    kept.place === 'fridge' && !DRY.test(kept.name)
      ? RAW.find(([test]) => test.test(kept.name))?.[1]
      : undefined;
  if (days === undefined)
    return { until: null, sentence: 'no date is known: its label says', source: '', safety: true };
  return {
    until: addDaysTo(from, days),
    sentence: `${days} days in the fridge`,
    source: COLD_CHART,
    safety: true,
  };
};

/** Whether something may still be offered at a moment, and how long it has. */
export interface Keeping {
  state: 'good' | 'soon' | 'past' | 'unknown';
  hoursLeft: number | null;
  sentence: string;
}

/** Hours before its end from which something is said to be eaten soon. common practice, no source. */
const SOON_HOURS = 24;

/** What stands beside something in stock at `now`. A date of quality that has passed is said and forbids nothing. */
export const keepingAt = (rule: KeepRule, now: Moment): Keeping => {
  if (rule.until === null) return { state: 'unknown', hoursLeft: null, sentence: rule.sentence };
  const hoursLeft = hoursBetween(now, rule.until);
  if (hoursLeft >= 0)
    return { state: hoursLeft <= SOON_HOURS ? 'soon' : 'good', hoursLeft, sentence: rule.sentence };
  if (!rule.safety)
    return { state: 'soon', hoursLeft, sentence: 'Frozen for over 3 months: safe, but its quality falls.' };
  return {
    state: 'past',
    hoursLeft,
    sentence: `Past its day: ${rule.sentence}${rule.source === '' || rule.source === 'label' ? '' : ` (${rule.source})`}. It is not offered any more.`,
  };
};
