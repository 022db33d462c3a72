import { liveNet, type ScaleState } from '@maul/core/scale';
import { portionWindow, windowState } from '@maul/core/diary';
import { useEffect } from 'react';
import { useBench } from '../store.ts';
import { useBenchPrefs } from './prefs.ts';

/** So long the pan stands still inside the notch before it is taken, ms. common practice, no source. */
export const AUTO_MS = 1500;

/** True while what lies on the pan stands still inside the window of what is planned. */
export const inNotch = (scale: ScaleState, plannedGrams: number | null): boolean => {
  const net = liveNet(scale);
  return (
    plannedGrams !== null &&
    net !== null &&
    scale.link === 'live' &&
    scale.stable &&
    scale.layers.length > 0 &&
    windowState(net, portionWindow(plannedGrams)) === 'inside'
  );
};

/**
 * Takes a planned portion by itself once the pan has stood still inside its notch for a second and a half. Off until it is switched on.
 * `portionId` and `plannedGrams` are those of the portion that is on; null where nothing is to be taken.
 */
export const useAutoCapture = (
  portionId: string | null,
  plannedGrams: number | null,
  capture: () => void,
): void => {
  const on = useBenchPrefs((s) => s.auto);
  useEffect(() => {
    if (!on || portionId === null || plannedGrams === null) return undefined;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const look = (): void => {
      const still = inNotch(useBench.getState().scale, plannedGrams);
      if (!still) {
        clearTimeout(timer);
        timer = undefined;
      } else
        timer ??= setTimeout(() => {
          if (inNotch(useBench.getState().scale, plannedGrams)) capture();
        }, AUTO_MS);
    };
    look();
    const stop = useBench.subscribe(look);
    return () => {
      stop();
      clearTimeout(timer);
    };
  }, [on, portionId, plannedGrams, capture]);
};
