/** One reading of a scale. Masses are in grams whatever unit the scale shows; `division` is the smallest step it shows. */
export interface Reading {
  /** Milliseconds on the source's own clock; only differences matter. */
  at: number;
  /** What stands on the pan, grams, a whole number of divisions. */
  gross: number;
  division: number;
  unit: 'g' | 'oz';
  overload?: boolean;
}

/** Something put on the pan and accounted for. `before` and `gross` are the pan before and after it, grams. */
export interface Tare {
  kind: 'tare';
  before: number;
  gross: number;
}
export interface Captured {
  kind: 'portion';
  portionId: string;
  before: number;
  gross: number;
  /** gross - before. */
  net: number;
  division: number;
  settled: 'stable' | 'forced';
  source: string;
}
/** The scale lost its zero: it came back reading something else with the same things on it. */
export interface Offset {
  kind: 'offset';
  before: number;
  gross: number;
  /** What lay on the pan unclaimed when the scale went away, grams. */
  unclaimed: number;
}
export type Layer = Tare | Captured | Offset;

/** What just happened, as a stable word and a sentence for people. */
export interface Said {
  kind:
    | 'tared'
    | 'captured'
    | 'undone'
    | 'armed'
    | 'disarmed'
    | 'overload'
    | 'lost'
    | 'back'
    | 'zero-moved'
    | 'no-reading'
    | 'unstable'
    | 'nothing-on'
    | 'absurd'
    | 'already-captured'
    | 'nothing-to-undo';
  sentence: string;
}

export interface ScaleState {
  source: string;
  link: 'absent' | 'live' | 'lost';
  reading: Reading | null;
  /** The readings of the last stability span. */
  recent: readonly Reading[];
  stable: boolean;
  /** The last gross that stood still, grams. */
  lastStable: number | null;
  /** After a lost link the zero must be seen again before anything is captured. */
  zero: 'trusted' | 'unseen';
  layers: readonly Layer[];
  /** A tare or a capture that waits for the scale to stand still. */
  armed: { act: 'tare' } | { act: 'capture'; portionId: string } | null;
  said: Said | null;
}

export type ScaleEvent =
  | { type: 'connect'; source: string }
  | { type: 'disconnect' }
  | { type: 'reading'; reading: Reading }
  | { type: 'tare' }
  | { type: 'capture'; portionId: string; force?: boolean }
  | { type: 'undo' }
  | { type: 'clear' };
