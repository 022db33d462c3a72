import { randomBytes } from 'node:crypto';

/** Thirty-two letters and digits that cannot be mistaken for each other: five bits each. */
const LETTERS = '23456789ABCDEFGHJKLMNPQRSTUVWXYZ';

export const randomLetters = (count: number): string =>
  [...randomBytes(count)].map((byte) => LETTERS[byte % 32]).join('');
