import type { Locale } from 'date-fns';
import { enUS } from 'date-fns/locale/en-US';
import { enGB } from 'date-fns/locale/en-GB';
import { useSyncExternalStore } from 'react';

/** How dates are written where the reader lives. What is not listed is read day, month, year. */
const LOCALES: Readonly<Record<string, () => Promise<Locale>>> = {
  // The pickers bring this one along anyway.
  'en-US': () => Promise.resolve(enUS),
  'en-CA': () => import('date-fns/locale/en-CA').then((m) => m.enCA),
  'en-AU': () => import('date-fns/locale/en-AU').then((m) => m.enAU),
  'en-NZ': () => import('date-fns/locale/en-NZ').then((m) => m.enNZ),
  'en-IE': () => import('date-fns/locale/en-IE').then((m) => m.enIE),
  'en-IN': () => import('date-fns/locale/en-IN').then((m) => m.enIN),
  'en-ZA': () => import('date-fns/locale/en-ZA').then((m) => m.enZA),
  de: () => import('date-fns/locale/de').then((m) => m.de),
  'de-AT': () => import('date-fns/locale/de-AT').then((m) => m.deAT),
  fr: () => import('date-fns/locale/fr').then((m) => m.fr),
  'fr-CA': () => import('date-fns/locale/fr-CA').then((m) => m.frCA),
  'fr-CH': () => import('date-fns/locale/fr-CH').then((m) => m.frCH),
  it: () => import('date-fns/locale/it').then((m) => m.it),
  es: () => import('date-fns/locale/es').then((m) => m.es),
  pt: () => import('date-fns/locale/pt').then((m) => m.pt),
  'pt-BR': () => import('date-fns/locale/pt-BR').then((m) => m.ptBR),
  nl: () => import('date-fns/locale/nl').then((m) => m.nl),
  sv: () => import('date-fns/locale/sv').then((m) => m.sv),
  da: () => import('date-fns/locale/da').then((m) => m.da),
  nb: () => import('date-fns/locale/nb').then((m) => m.nb),
  fi: () => import('date-fns/locale/fi').then((m) => m.fi),
  pl: () => import('date-fns/locale/pl').then((m) => m.pl),
  cs: () => import('date-fns/locale/cs').then((m) => m.cs),
  hu: () => import('date-fns/locale/hu').then((m) => m.hu),
  ja: () => import('date-fns/locale/ja').then((m) => m.ja),
  ko: () => import('date-fns/locale/ko').then((m) => m.ko),
  zh: () => import('date-fns/locale/zh-CN').then((m) => m.zhCN),
};

let locale: Locale = enGB;
const listeners = new Set<() => void>();

const [language = ''] = typeof navigator === 'undefined' ? [] : navigator.languages;
const wanted = LOCALES[language] ?? LOCALES[language.split('-')[0] ?? ''];
if (wanted)
  void wanted().then((found) => {
    locale = found;
    for (const told of listeners) told();
  });

const subscribe = (told: () => void): (() => void) => {
  listeners.add(told);
  return () => listeners.delete(told);
};

/** The reader's way of writing dates and times, from the browser's first language. */
export const useDateLocale = (): Locale => useSyncExternalStore(subscribe, () => locale);
