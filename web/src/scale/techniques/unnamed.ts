import type { Captured } from '@maul/core/scale';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';

/** Something weighed before it has a name. It stays on this device, over a reload, until it is named or given up. */
export interface Unnamed {
  id: string;
  at: string;
  layer: Captured;
}

interface UnnamedState {
  list: Unnamed[];
  add: (layer: Captured) => void;
  forget: (id: string) => void;
}

export const useUnnamed = create<UnnamedState>()(
  persist(
    (set) => ({
      list: [],
      add: (layer) =>
        set((s) => ({
          list: [
            ...s.list.filter((u) => u.id !== layer.portionId),
            { id: layer.portionId, at: new Date().toISOString(), layer },
          ],
        })),
      forget: (id) => set((s) => ({ list: s.list.filter((u) => u.id !== id) })),
    }),
    { name: 'maul-unnamed', partialize: ({ list }) => ({ list }) },
  ),
);
