import { readNumber, type NumberBounds } from '@maul/core/units';

/** Why a typed figure cannot be read, in a sentence; undefined where it can, and where nothing was typed. */
export const whyUnread = (text: string, bounds: NumberBounds = {}): string | undefined => {
  const read = readNumber(text, bounds);
  return read.ok || read.fault === 'empty' ? undefined : read.sentence;
};
