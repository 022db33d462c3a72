import { REMINDER_KINDS, type ReminderKind, type ReminderWishes } from '@maul/core/reminders';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';

export interface Wishes extends ReminderWishes {
  kinds: readonly ReminderKind[];
}

/** What this device reminds of, and when it does not. It stays on the device, as the permission to notify does. */
export const useWishes = create<Wishes & { set: (change: Partial<Wishes>) => void }>()(
  persist(
    (set) => ({
      kinds: REMINDER_KINDS,
      quietFrom: '21:30',
      quietTo: '05:00',
      set: (change) => set(change),
    }),
    { name: 'maul-reminders', partialize: ({ set: _set, ...wishes }) => wishes },
  ),
);
