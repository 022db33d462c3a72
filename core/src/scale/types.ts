/** One reading of a scale. Masses are in grams whatever unit the scale shows; `division` is the smallest step it shows. */
export interface Reading {
  /** Milliseconds on the source's own clock; only differences matter. */
  at: number;
  /** What stands on the pan, grams, a whole number of divisions. */
  gross: number;
  division: number;
  unit: 'g' | 'oz';
  overload?: boolean;
  /** True when the scale itself says that it is not standing still. */
  moving?: boolean;
}

/** Whether the food is poured onto the scale or scooped out of what stands on it. */
export type CaptureWay = 'add' | 'take';

/** Something put on the pan and accounted for. `before` and `gross` are the pan before and after it, grams. */
export interface Tare {
  kind: 'tare';
  before: number;
  gross: number;
  /** The container, when one is known. */
  name?: string;
  /** Its weight came from memory and not from this scale: one more reading lies behind it. */
  known?: true;
}
export interface Captured {
  kind: 'portion';
  portionId: string;
  before: number;
  gross: number;
  /** What was put on (gross - before), or what was taken off (before - gross); never negative. */
  net: number;
  way: CaptureWay;
  division: number;
  settled: 'stable' | 'forced';
  /** How far the last readings lay apart when it was taken, grams; 0 when they did not. */
  span: number;
  /** Readings behind the net: tare and gross are two, a container from memory makes it three. */
  readings: number;
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
    | 'nothing-off'
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
  armed: { act: 'tare'; name?: string } | { act: 'capture'; portionId: string; way: CaptureWay } | null;
  said: Said | null;
}

export type ScaleEvent =
  | { type: 'connect'; source: string }
  | { type: 'disconnect' }
  | { type: 'reading'; reading: Reading }
  | { type: 'tare'; name?: string }
  /** What stands on the scale includes a container of this weight, known from before. */
  | { type: 'tare-known'; name: string; grams: number }
  | { type: 'capture'; portionId: string; force?: boolean; way?: CaptureWay }
  | { type: 'undo' }
  | { type: 'clear' };
