import { partOf } from '../ui/partOf.tsx';

/** Loaded once the page that was opened is quiet: a reminder may be some seconds late, a page may not. */
export const ReminderBar = partOf(async () => {
  await new Promise((quiet) => setTimeout(quiet, 5000));
  return import('./ReminderBar.tsx');
});
