import type { Reminder } from '@maul/core/reminders';
import { asNotification, REMINDERS } from '../data/leftReminders.ts';

export type Permission = NotificationPermission | 'none';

/** Whether this browser notifies; “none” where it cannot. */
export const permission = (): Permission =>
  'Notification' in window && 'serviceWorker' in navigator ? Notification.permission : 'none';

interface Periodic {
  periodicSync?: { register: (tag: string, options: { minInterval: number }) => Promise<void> };
}
const OFTEN_MS = 3_600_000;

/** Asks to be woken while no page is open. Few browsers do, and only an installed application; the others need the open page. */
const askToBeWoken = async (registration: ServiceWorkerRegistration): Promise<void> => {
  try {
    await (registration as Periodic).periodicSync?.register(REMINDERS, { minInterval: OFTEN_MS });
  } catch {
    // Not installed, or not allowed.
  }
};

/** Asks for the permission to notify. */
export const allow = async (): Promise<Permission> => {
  if (permission() === 'none') return 'none';
  const answer = await Notification.requestPermission();
  if (answer === 'granted') void navigator.serviceWorker.ready.then(askToBeWoken);
  return answer;
};

/** Shows a reminder outside the page. Answers false where that is not possible. */
export const notify = async (reminder: Reminder): Promise<boolean> => {
  if (permission() !== 'granted') return false;
  const registration = await navigator.serviceWorker.getRegistration();
  if (!registration?.active) return false;
  await registration.showNotification(...asNotification(reminder));
  return true;
};
