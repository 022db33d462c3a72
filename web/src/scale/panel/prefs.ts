import { create } from 'zustand';
import { persist } from 'zustand/middleware';

export type SourceKind = 'simulated' | 'serial' | 'keyboard';

/** How this device's bench is set up. It stays on the device. */
export interface BenchPrefs {
  source: SourceKind;
  sound: boolean;
  vibration: boolean;
  /** All text of the bench in large type. */
  large: boolean;
  hand: 'right' | 'left';
  /** Takes a planned portion by itself once the pan stands still inside its notch. */
  auto: boolean;
}

export const useBenchPrefs = create<BenchPrefs & { set: (change: Partial<BenchPrefs>) => void }>()(
  persist(
    (set) => ({
      source: 'simulated',
      sound: true,
      vibration: true,
      large: false,
      hand: 'right',
      auto: false,
      set: (change) => set(change),
    }),
    { name: 'maul-bench', partialize: ({ set: _set, ...prefs }) => prefs },
  ),
);
