import { liveNet, type ScaleState } from '@maul/core/scale';
import { portionWindow, windowState } from '@maul/core/diary';
import { useEffect, useRef, useState } from 'react';
import { useBenchPrefs } from './prefs.ts';

export type Cue = 'stable' | 'notch' | 'over';

/** What the scale has just come to: it stands still, it has reached the notch, it has gone past it. */
export const cueOf = (before: ScaleState, now: ScaleState, plannedGrams: number | null): Cue | null => {
  const [was, is] = [liveNet(before), liveNet(now)];
  if (is === null || now.layers.length === 0) return null;
  if (plannedGrams !== null && was !== null && before.layers === now.layers) {
    const window = portionWindow(plannedGrams);
    const [from, to] = [windowState(was, window), windowState(is, window)];
    if (from === 'short' && to === 'inside') return 'notch';
    if (from !== 'over' && to === 'over') return 'over';
  }
  return !before.stable && now.stable && is >= (now.reading?.division ?? 1) ? 'stable' : null;
};

const TONES: Record<Cue, readonly [hertz: number, seconds: number]> = {
  stable: [660, 0.07],
  notch: [990, 0.16],
  over: [330, 0.22],
};
const BUZZES: Record<Cue, number[]> = { stable: [25], notch: [60, 40, 60], over: [180] };

let audio: AudioContext | undefined;
/** Opening sound takes a tenth of a second, and a browser wants a touch or a key first: so it waits for both, that and a weight. */
const openAudio = (): void => {
  try {
    audio ??= new AudioContext();
  } catch {
    // A device without sound is no reason to stop weighing.
  }
};
const beep = (cue: Cue): void => {
  const [hertz, seconds] = TONES[cue];
  if (!audio) return;
  try {
    const tone = audio.createOscillator();
    const loud = audio.createGain();
    tone.frequency.value = hertz;
    loud.gain.setValueAtTime(0.12, audio.currentTime);
    loud.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + seconds);
    tone.connect(loud).connect(audio.destination);
    tone.start();
    tone.stop(audio.currentTime + seconds);
  } catch {
    // Sound that fails is no reason to stop weighing.
  }
};

/** A call that is heard across a kitchen: three tones, where sound is on. */
export const callOut = (): void => {
  const { sound, vibration } = useBenchPrefs.getState();
  if (vibration && 'vibrate' in navigator) navigator.vibrate([200, 100, 200, 100, 200]);
  if (!sound) return;
  openAudio();
  for (const at of [0, 400, 800]) setTimeout(() => beep('notch'), at);
};

/** Sounds or shakes when the scale comes to something; answers the last cue, for those who only see. */
export const useCues = (scale: ScaleState, plannedGrams: number | null): Cue | null => {
  const before = useRef(scale);
  const [last, setLast] = useState<Cue | null>(null);
  const { sound, vibration } = useBenchPrefs();
  const weighing = (liveNet(scale) ?? 0) > 0;
  useEffect(() => {
    if (!sound || !weighing) return undefined;
    if ('userActivation' in navigator && navigator.userActivation.hasBeenActive) openAudio();
    const events = ['pointerdown', 'keydown'] as const;
    for (const name of events) window.addEventListener(name, openAudio, { once: true });
    return () => {
      for (const name of events) window.removeEventListener(name, openAudio);
    };
  }, [sound, weighing]);
  useEffect(() => {
    const cue = cueOf(before.current, scale, plannedGrams);
    before.current = scale;
    if (cue === null) return;
    setLast(cue);
    if (sound) beep(cue);
    if (vibration && 'vibrate' in navigator) navigator.vibrate(BUZZES[cue]);
  }, [scale, plannedGrams, sound, vibration]);
  return last;
};

/** Keeps the screen awake while a bench is shown, where the device can. */
export const useAwake = (): void => {
  useEffect(() => {
    let held: WakeLockSentinel | undefined;
    let gone = false;
    const hold = async (): Promise<void> => {
      if (!('wakeLock' in navigator) || document.visibilityState !== 'visible') return;
      try {
        held = await navigator.wakeLock.request('screen');
        if (gone) await held.release();
      } catch {
        // A low battery may refuse it.
      }
    };
    const again = () => void hold();
    void hold();
    document.addEventListener('visibilitychange', again);
    return () => {
      gone = true;
      document.removeEventListener('visibilitychange', again);
      void held?.release();
    };
  }, []);
};
