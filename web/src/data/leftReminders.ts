import type { Reminder, ReminderWishes } from '@maul/core/reminders';

/** The name under which a page leaves its reminders to the service worker, and under which a browser that can wakes it. */
export const REMINDERS = 'reminders';

/** What the service worker finds when it is woken without a page. */
export interface LeftReminders {
  reminders: Reminder[];
  wishes: ReminderWishes;
  said: string[];
}

/** How a reminder looks as a notification; the same one replaces itself. */
export const asNotification = (r: Reminder): [title: string, options: NotificationOptions] => [
  r.title,
  { body: r.body, tag: r.id, icon: '/icon-192.png', data: { to: r.to } },
];
