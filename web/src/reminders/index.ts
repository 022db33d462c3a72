export { Reminders } from './Reminders.tsx';
export { ReminderBar } from './lazy.ts';
