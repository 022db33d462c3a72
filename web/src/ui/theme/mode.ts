import { onDevice } from '../../data/remembered.ts';

/** The colour scheme as chosen on this device: light, dark or as the system says. */
export type Mode = 'light' | 'dark' | 'system';
const KEY = 'maul-mode';

export const chosenMode = (): Mode => {
  const kept = onDevice.read(KEY);
  return kept === 'light' || kept === 'dark' ? kept : 'system';
};

const dark = (): MediaQueryList => matchMedia('(prefers-color-scheme: dark)');

const apply = (): void => {
  const mode = chosenMode();
  const scheme = mode === 'system' ? (dark().matches ? 'dark' : 'light') : mode;
  document.documentElement.dataset.theme = scheme;
  const paper = getComputedStyle(document.documentElement).getPropertyValue('--paper').trim();
  document.querySelector('meta[name=theme-color]')?.setAttribute('content', paper);
};

export const chooseMode = (mode: Mode): void => {
  onDevice.keep(KEY, mode);
  apply();
};

/** Sets the scheme before anything is drawn, and follows the system from then on. */
export const startMode = (): void => {
  apply();
  dark().addEventListener('change', apply);
};
