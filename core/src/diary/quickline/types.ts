/** How an amount is meant: planned, the true amount off a scale, judged by eye, or eaten out. Null where nothing was said. */
export type QuickMark = 'plan' | 'true' | 'eye' | 'out';

/** Where on the line something stands, from and to (exclusive), in characters. */
export type Span = readonly [from: number, to: number];

/** An amount as it was typed: one text, or two ends of a range. Its unit is read once the food is known. */
export interface QuickAmount {
  /** "180 g", "2", "1/2 pack": for one amount, or the lower end. */
  text: string;
  /** The upper end of a range; null for one amount. */
  to: string | null;
}

export interface QuickFood {
  kind: 'food';
  at: Span;
  /** The words that name the food, as typed. */
  food: string;
  /** Where those words stand. */
  foodAt: Span;
  amount: QuickAmount | null;
  mark: QuickMark | null;
  reason: string | null;
}

/** Only energy, only macros, or nothing in numbers at all. kcal and grams, low and high alike unless a range was typed. */
export interface QuickBare {
  kind: 'bare';
  at: Span;
  label: string;
  figures: Partial<Record<'ENERC' | 'PROCNT' | 'CARB' | 'FAT' | 'FIBTG', { low: number; high: number }>>;
  mark: QuickMark | null;
  reason: string | null;
}

/** A copy of a meal or of a whole day. */
export interface QuickCopy {
  kind: 'copy';
  at: Span;
  /** The meal's number; null for the whole day. */
  number: number | null;
  /** Days before the one that is written on (0 the same, 1 the day before), or a date. */
  day: number | string;
  times: number;
}

export interface QuickWater {
  kind: 'water';
  at: Span;
  millilitres: number;
}

export type QuickEntry = QuickFood | QuickBare | QuickCopy | QuickWater;

export interface QuickFault {
  at: Span;
  sentence: string;
}

/** What a line says. Whatever could be read is in `entries`, whatever could not is in `faults`, with its place. */
export interface QuickLine {
  /** A time as HH:MM, or `now`. */
  place: { number: number | null; time: string | null };
  entries: QuickEntry[];
  faults: QuickFault[];
}
