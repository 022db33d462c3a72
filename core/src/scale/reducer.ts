import { decimalsOf, fromGrams, type Grams } from '../units/index.ts';
import type { CaptureWay, Layer, Reading, Said, ScaleEvent, ScaleState } from './types.ts';

/*
 * What a scale may be, and what moves it from one to the other:
 *
 *                connect                    reading, 0.8 s within a division
 *   absent ────────────────▶ live, moving ◀────────────────────────────────▶ live, stable
 *                              ▲     │       reading that differs                │
 *                 connect      │     │ disconnect                                │ disconnect
 *                              │     ▼                                           │
 *                            lost (layers kept, zero unseen) ◀───────────────────┘
 *
 *   tare, capture   live and stable: a layer is added and the scale stands at zero
 *                   live and moving: armed, done at the next stable reading; overload or a lost link calls it off
 *                   zero unseen: refused until the pan shows what it showed before, or the lost zero becomes a layer (offset)
 *   undo            the last layer is taken off, its mass lies on the pan unclaimed again
 *   clear           no layers
 */

/** A scale stands still when its readings of this span, ms, differ by no more than one division. common practice, no source. */
export const STABLE_SPAN_MS = 800;

/** As many readings tell how much a moving scale moves. */
const SPAN_READINGS = 5;

/** No single portion is heavier than this, grams: more is a typing error or a pot left on the scale. */
export const HEAVIEST_PORTION = 5000;

const EPSILON = 1e-6;
const tidy = (mass: number): number => Number(mass.toFixed(6)) + 0;

/** A mass as the scale would show it, with its unit: "142 g", "5.0 oz". */
export const showMass = (mass: number, like: { unit: 'g' | 'oz'; division: number }): string => {
  const step = like.unit === 'oz' ? fromGrams(like.division as Grams, 'oz') : like.division;
  const value = like.unit === 'oz' ? fromGrams(mass as Grams, 'oz') : mass;
  const text = value.toFixed(decimalsOf(Number(step.toPrecision(6))));
  return `${Number(text) === 0 ? text.replace('-', '') : text} ${like.unit}`;
};

export const emptyScale: ScaleState = {
  source: '',
  link: 'absent',
  reading: null,
  recent: [],
  stable: false,
  lastStable: null,
  zero: 'trusted',
  layers: [],
  armed: null,
  said: null,
};

/** The gross at which the scale was last set to zero by a tare or a capture, grams. */
export const taredAt = (state: ScaleState): number => state.layers.at(-1)?.gross ?? 0;

/** What lies on the pan and is not yet claimed by a tare or a portion, grams; null when no reading can be trusted. */
export const liveNet = (state: ScaleState): number | null =>
  state.link === 'live' && state.reading && !state.reading.overload
    ? tidy(state.reading.gross - taredAt(state))
    : null;

const say = (state: ScaleState, kind: Said['kind'], sentence: string): ScaleState => ({
  ...state,
  said: { kind, sentence },
});

/** How far readings lie apart, grams. */
const spanOf = (recent: readonly Reading[]): number => {
  let low = Infinity;
  let high = -Infinity;
  for (const { gross } of recent) {
    low = Math.min(low, gross);
    high = Math.max(high, gross);
  }
  return recent.length === 0 ? 0 : tidy(high - low);
};

const isStable = (recent: readonly Reading[]): boolean => {
  const first = recent[0];
  const last = recent.at(-1);
  if (!first || !last || last.moving || last.at - first.at < STABLE_SPAN_MS - EPSILON) return false;
  return spanOf(recent) <= last.division + EPSILON;
};

/** The shortest tail of the readings that still spans the stability time, of one division only. */
const tail = (readings: readonly Reading[], next: Reading): Reading[] => {
  const same = readings.filter((r) => r.division === next.division && r.at < next.at);
  const all = [...same, next];
  const from = all.findLastIndex((r) => next.at - r.at >= STABLE_SPAN_MS - EPSILON);
  return from > 0 ? all.slice(from) : all;
};

const kept = (layers: readonly Layer[]): string => {
  const count = layers.filter((l) => l.kind === 'portion').length;
  if (count === 0) return 'Nothing was captured.';
  return count === 1
    ? 'The portion captured before is kept.'
    : `The ${count} portions captured before are kept.`;
};

const onReading = (state: ScaleState, reading: Reading): ScaleState => {
  if (state.link !== 'live') return state;
  if (reading.overload) {
    const next: ScaleState = { ...state, reading, recent: [], stable: false, armed: null };
    return state.reading?.overload
      ? next
      : say(next, 'overload', `The scale is overloaded: take something off. ${kept(state.layers)}`);
  }
  const recent = tail(state.recent, reading);
  const stable = isStable(recent);
  let next: ScaleState = { ...state, reading, recent, stable };
  if (state.reading?.overload) next = { ...next, said: null };
  if (!stable) return next;
  if (next.zero === 'unseen') next = seeZero(next, reading);
  next = { ...next, lastStable: reading.gross };
  if (next.armed === null) return next;
  return next.armed.act === 'tare'
    ? tare(next, next.armed.name)
    : capture(next, next.armed.portionId, false, next.armed.way);
};

const seeZero = (state: ScaleState, reading: Reading): ScaleState => {
  const before = state.lastStable ?? taredAt(state);
  const trusted: ScaleState = { ...state, zero: 'trusted' };
  if (Math.abs(reading.gross - before) <= 2 * reading.division + EPSILON || state.layers.length === 0)
    return say(trusted, 'back', `The scale is back and reads as before. ${kept(state.layers)}`);
  const unclaimed = tidy(before - taredAt(state));
  const layer: Layer = { kind: 'offset', before: taredAt(state), gross: reading.gross, unclaimed };
  const lost = Math.abs(unclaimed) > EPSILON ? ` ${showMass(unclaimed, reading)} lay on it uncaptured.` : '';
  return say(
    { ...trusted, layers: [...state.layers, layer] },
    'zero-moved',
    `The scale came back at ${showMass(reading.gross, reading)} where it stood at ${showMass(before, reading)}, so it counts from zero again.${lost} ${kept(state.layers)}`,
  );
};

const nothing = (onPan: number, reading: Reading, way: CaptureWay): readonly [Said['kind'], string] => {
  if (way === 'take')
    return onPan > EPSILON
      ? [
          'nothing-off',
          `There is ${showMass(onPan, reading)} more on the scale than before: put the full jar on and tare it, then scoop. Nothing was captured.`,
        ]
      : ['nothing-off', 'Nothing has been taken out yet. Nothing was captured.'];
  return onPan < -EPSILON
    ? [
        'nothing-on',
        `There is ${showMass(-onPan, reading)} less on the scale than before: tare first, then pour. Nothing was captured.`,
      ]
    : ['nothing-on', 'There is nothing new on the scale. Nothing was captured.'];
};

const capture = (state: ScaleState, portionId: string, force: boolean, way: CaptureWay): ScaleState => {
  const disarmed: ScaleState = { ...state, armed: null };
  const { reading } = state;
  const onPan = liveNet(state);
  if (state.layers.some((l) => l.kind === 'portion' && l.portionId === portionId))
    return say(disarmed, 'already-captured', 'This portion is captured already. Undo it to weigh it again.');
  if (reading?.overload)
    return say(disarmed, 'overload', `The scale is overloaded: take something off. ${kept(state.layers)}`);
  if (!reading || onPan === null)
    return say(disarmed, 'no-reading', `No scale is answering. ${kept(state.layers)}`);
  if (!state.stable && !force)
    return say(
      { ...state, armed: { act: 'capture', portionId, way } },
      'armed',
      'Captures as soon as the scale stands still.',
    );
  if (state.zero === 'unseen')
    return say(
      disarmed,
      'unstable',
      'The scale has just come back: wait until it stands still, then capture.',
    );
  const net = tidy(way === 'take' ? -onPan : onPan);
  if (net < reading.division - EPSILON) return say(disarmed, ...nothing(onPan, reading, way));
  if (net > HEAVIEST_PORTION)
    return say(
      disarmed,
      'absurd',
      `${showMass(net, reading)} is more than one portion can be (5 kg). Tare the vessel first. Nothing was captured.`,
    );
  const below = state.layers.at(-1);
  const layer: Layer = {
    kind: 'portion',
    portionId,
    before: taredAt(state),
    gross: reading.gross,
    net,
    way,
    division: reading.division,
    settled: state.stable ? 'stable' : 'forced',
    span: state.stable ? 0 : spanOf(state.recent.slice(-SPAN_READINGS)),
    readings: below?.kind === 'tare' && below.known ? 3 : 2,
    source: state.source,
  };
  return say(
    { ...disarmed, layers: [...state.layers, layer] },
    'captured',
    `Captured ${showMass(net, reading)}${way === 'take' ? ', taken out' : ''}.`,
  );
};

const tare = (state: ScaleState, name?: string): ScaleState => {
  const { reading } = state;
  if (!reading || reading.overload || state.link !== 'live')
    return say(state, 'no-reading', 'No scale is answering, so nothing was tared.');
  if (!state.stable)
    return say(
      { ...state, armed: { act: 'tare', name } },
      'armed',
      'Tares as soon as the scale stands still.',
    );
  const layer: Layer = {
    kind: 'tare',
    before: taredAt(state),
    gross: reading.gross,
    ...(name === undefined ? {} : { name }),
  };
  return say(
    { ...state, armed: null, layers: [...state.layers, layer] },
    'tared',
    `Tared at ${showMass(reading.gross, reading)}${name === undefined ? '' : `: ${name}`}.`,
  );
};

/** A container known from before stands under what is on the scale: its weight is set aside in whole divisions. */
const tareKnown = (state: ScaleState, name: string, grams: number): ScaleState => {
  const { reading } = state;
  if (!reading || reading.overload || state.link !== 'live')
    return say(state, 'no-reading', 'No scale is answering, so nothing was tared.');
  if (!(grams > 0)) return say(state, 'absurd', `${name} has no weight to set aside. Nothing was tared.`);
  const before = taredAt(state);
  const weight = tidy(Math.round(grams / reading.division) * reading.division);
  const layer: Layer = { kind: 'tare', before, gross: tidy(before + weight), name, known: true };
  return say(
    { ...state, armed: null, layers: [...state.layers, layer] },
    'tared',
    `${name} is set aside with ${showMass(weight, reading)}, as it was weighed before.`,
  );
};

const undo = (state: ScaleState): ScaleState => {
  if (state.armed !== null)
    return say({ ...state, armed: null }, 'disarmed', `The waiting ${state.armed.act} is called off.`);
  const last = state.layers.at(-1);
  if (!last) return say(state, 'nothing-to-undo', 'There is nothing to undo on the scale.');
  const like = state.reading ?? { unit: 'g' as const, division: 1 };
  const what =
    last.kind === 'portion'
      ? `The capture of ${showMass(last.net, like)} is undone; ${last.way === 'take' ? 'it is missing from the jar again' : 'it lies on the scale again'}.`
      : 'The tare is undone.';
  return say({ ...state, layers: state.layers.slice(0, -1) }, 'undone', what);
};

/**
 * The bench's whole understanding of a scale, as one pure step: readings and presses go in, stable, tare, capture and undo come out.
 *
 * - Stable: the readings of the last 0.8 s span no more than one division.
 * - Capture takes gross minus the last tare (or, `way: 'take'`, what has left since it) and sets the scale to zero at once. While the scale moves, tare and capture
 *   wait (`armed`), a capture unless `force` is given; overload and a lost link call it off and lose nothing kept.
 * - Law: tares, nets (those taken out count against the pan) and what is unclaimed always add up to the gross, in whole divisions.
 *
 * Masses are grams. Never throws; what cannot be done is said in `said` and leaves the layers as they were.
 */
export const scaleReducer = (state: ScaleState, event: ScaleEvent): ScaleState => {
  switch (event.type) {
    case 'connect':
      return {
        ...state,
        source: event.source,
        link: 'live',
        reading: null,
        recent: [],
        stable: false,
        zero: state.layers.length > 0 || state.lastStable !== null ? 'unseen' : 'trusted',
      };
    case 'disconnect':
      return say(
        { ...state, link: 'lost', recent: [], stable: false, armed: null },
        'lost',
        state.armed === null
          ? `The scale is gone. ${kept(state.layers)}`
          : `The scale went away before it stood still, so nothing new was captured. ${kept(state.layers)}`,
      );
    case 'reading':
      return onReading(state, event.reading);
    case 'tare':
      return tare(state, event.name);
    case 'tare-known':
      return tareKnown(state, event.name, event.grams);
    case 'capture':
      return capture(state, event.portionId, event.force ?? false, event.way ?? 'add');
    case 'undo':
      return undo(state);
    case 'clear':
      return { ...state, layers: [], armed: null, said: null };
  }
};
