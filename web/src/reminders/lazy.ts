import { lazy } from 'react';

/** Loaded once the page that was opened is quiet: a reminder may be some seconds late, a page may not. */
export const ReminderBar = lazy(async () => {
  await new Promise((quiet) => setTimeout(quiet, 5000));
  return import('./ReminderBar.tsx');
});
