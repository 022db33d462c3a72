export {
  REMINDER_KINDS,
  type Remindable,
  type Reminder,
  type ReminderKind,
  remindersDue,
  remindersOf,
  type ReminderWishes,
} from './reminders.ts';
