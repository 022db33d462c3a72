import type { Tokens } from './series.ts';

const ROLES = ['paper', 'well', 'line', 'ink', 'ink2', 'ink3', 'verd', 'brass'] as const;

/** The colours of the page as they stand now, for what is drawn on a canvas. */
export const tokensNow = (): Tokens => {
  const style = getComputedStyle(document.documentElement);
  return Object.fromEntries(
    ROLES.map((role) => [role, style.getPropertyValue(`--${role}`).trim()]),
  ) as Tokens;
};
