import { cutLines, readScaleLine, scaleReducer, STABLE_SPAN_MS, type ScaleEvent } from '@maul/core/scale';
import { useEffect } from 'react';
import { useBenchPrefs, type SourceKind } from '../panel/prefs.ts';
import { READING_MS, SIMULATED, tick, useBench } from '../store.ts';

export const KEYBOARD = 'read off and typed';

/** As much of the browser's serial port as a scale needs. */
export interface SerialPortLike {
  open: (options: { baudRate: number }) => Promise<void>;
  close: () => Promise<void>;
  readable: ReadableStream<Uint8Array> | null;
}
interface SerialLike {
  requestPort: () => Promise<SerialPortLike>;
  getPorts: () => Promise<SerialPortLike[]>;
}

export const serialOf = (): SerialLike | undefined => (navigator as { serial?: SerialLike }).serial;

/** The speed of the plain line; docs/formats/scale-line.md. */
const BAUD = 9600;
/** More unreadable lines than this in a row, and this is no scale of ours. */
const MOST_FAULTS = 10;

const say = (sentence: string): void =>
  useBench.setState((s) => ({ scale: { ...s.scale, said: { kind: 'lost', sentence } } }));

let queue: ScaleEvent[] = [];

/** A scale may talk faster than a screen draws: what comes within a frame is told to the bench at once, each reading in its turn. */
const tell = (event: ScaleEvent): void => {
  queue.push(event);
  if (queue.length > 1) return;
  const flush = (): void => {
    const events = queue;
    queue = [];
    useBench.setState((s) => ({ scale: events.reduce(scaleReducer, s.scale) }));
  };
  if (typeof requestAnimationFrame === 'function' && document.visibilityState === 'visible')
    requestAnimationFrame(flush);
  else flush();
};

/** Reads lines off an open port until it ends. Answers why it ended. */
export const readPort = async (
  stream: ReadableStream<Uint8Array>,
  stop: AbortSignal,
): Promise<'ended' | 'stopped' | 'not a scale'> => {
  const reader = stream.getReader();
  const decoder = new TextDecoder();
  const quit = () => void reader.cancel().catch(() => undefined);
  stop.addEventListener('abort', quit);
  let rest = '';
  let faults = 0;
  let named = 'serial scale';
  try {
    for (;;) {
      const { value, done } = await reader.read();
      if (done) return stop.aborted ? 'stopped' : 'ended';
      const cut = cutLines(rest, decoder.decode(value, { stream: true }));
      rest = cut.rest;
      for (const line of cut.lines) {
        const read = readScaleLine(line);
        const { scale, dispatch } = useBench.getState();
        if (read.kind === 'fault') {
          faults += 1;
          if (faults > MOST_FAULTS) return 'not a scale';
          continue;
        }
        faults = 0;
        if (read.kind === 'hello') {
          named = read.name;
          if (scale.link !== 'live') dispatch({ type: 'connect', source: named });
          continue;
        }
        if (scale.link !== 'live') dispatch({ type: 'connect', source: named });
        tell({ type: 'reading', reading: { ...read.reading, at: performance.now() } });
      }
    }
  } catch {
    return stop.aborted ? 'stopped' : 'ended';
  } finally {
    stop.removeEventListener('abort', quit);
    reader.releaseLock();
  }
};

let running: { stop: AbortController; over: Promise<void> } | undefined;

const runPort = async (port: SerialPortLike, stop: AbortSignal): Promise<void> => {
  try {
    await port.open({ baudRate: BAUD });
  } catch {
    say('The serial port could not be opened. Is another program using the scale?');
    return;
  }
  const end = port.readable ? await readPort(port.readable, stop) : 'ended';
  useBench.getState().dispatch({ type: 'disconnect' });
  if (end === 'not a scale')
    say(
      'What comes down this port is not the line of a scale that Maul reads. Nothing was captured from it.',
    );
  await port.close().catch(() => undefined);
};

const startPort = (port: SerialPortLike): void => {
  const stop = new AbortController();
  running = { stop, over: runPort(port, stop.signal).finally(() => (running = undefined)) };
};

/** Asks which port the scale is on and reads it. Needs a click or a key; what goes wrong is said on the bench. */
export const connectSerial = async (): Promise<void> => {
  const serial = serialOf();
  if (!serial) {
    say('This browser cannot reach a serial scale. Chromium on a computer can; the keyboard always works.');
    return;
  }
  await stopSerial();
  try {
    startPort(await serial.requestPort());
  } catch {
    say('No port was chosen, so no scale is connected.');
  }
};

/** A port that was allowed before is taken again without asking. */
const resumeSerial = async (): Promise<void> => {
  const [port] =
    (await serialOf()
      ?.getPorts()
      .catch(() => [])) ?? [];
  if (port && !running) startPort(port);
};

export const stopSerial = async (): Promise<void> => {
  const was = running;
  was?.stop.abort();
  await was?.over;
};

/** A reading typed by hand: it stands still by its nature. Grams, in steps of its last digit. */
export const typeReading = (gross: number, division: number, at = performance.now()): void => {
  const { scale, dispatch } = useBench.getState();
  if (scale.link !== 'live') dispatch({ type: 'connect', source: KEYBOARD });
  for (const later of [0, STABLE_SPAN_MS + 1])
    useBench
      .getState()
      .dispatch({ type: 'reading', reading: { at: at + later, gross, division, unit: 'g' } });
};

/** Switches the chosen source on while a bench is shown. */
export const useScaleSource = (): SourceKind => {
  const source = useBenchPrefs((p) => p.source);
  useEffect(() => {
    const { scale, dispatch } = useBench.getState();
    const other = scale.link === 'live' && (scale.source === SIMULATED) !== (source === 'simulated');
    if (other) {
      dispatch({ type: 'disconnect' });
      // Another scale was chosen: the former one did not go away by accident.
      useBench.setState((s) => ({ scale: { ...s.scale, said: null } }));
    }
    if (source === 'serial') {
      void resumeSerial();
      return () => void stopSerial();
    }
    if (source === 'keyboard') {
      if (useBench.getState().scale.link !== 'live') dispatch({ type: 'connect', source: KEYBOARD });
      return undefined;
    }
    if (useBench.getState().scale.link !== 'live') dispatch({ type: 'connect', source: SIMULATED });
    const timer = setInterval(() => {
      if (useBench.getState().scale.link === 'live') tick();
    }, READING_MS);
    return () => clearInterval(timer);
  }, [source]);
  return source;
};
