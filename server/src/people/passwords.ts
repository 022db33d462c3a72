import { hash, verify } from '@node-rs/argon2';
import { ZxcvbnFactory } from '@zxcvbn-ts/core';
import * as common from '@zxcvbn-ts/language-common';
import { ProblemError } from '../platform/http/problems.ts';

// argon2id with 19 MiB and two passes. Source: OWASP Password Storage Cheat Sheet.
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

export const hashPassword = (password: string): Promise<string> => hash(password, COST);

let decoy: Promise<string> | undefined;

/** Checks a password; without a stored one it works just as long, so that the time tells nobody who has an account. */
export const checkPassword = async (stored: string | undefined, password: string): Promise<boolean> => {
  decoy ??= hashPassword('a password that nobody has');
  const matches = await verify(stored ?? (await decoy), password);
  return stored !== undefined && matches;
};

const judge = new ZxcvbnFactory({ dictionary: common.dictionary, graphs: common.adjacencyGraphs });
/** What falls to so few guesses is refused. Source: NIST SP 800-63B, 5.1.1.2: passwords that are common, expected or of the context. */
const GUESSES = 1e6;

/** Refuses a password that is among the first to be guessed, or made of the person's own email or name. */
export const refuseWeak = (password: string, own: readonly string[]): void => {
  const letters = (text: string): string => text.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '');
  const words = own
    .flatMap((text) => [text, ...text.split(/[^\p{L}\p{N}]+/u)])
    .filter((word) => word.length > 2);
  const itsOwn = own.some((text) => letters(text) === letters(password));
  if (!itsOwn && judge.check(password, [...words, 'maul']).guesses >= GUESSES) return;
  throw new ProblemError(
    'invalid',
    'This password is among the first that somebody would guess. Take a sentence of your own. Nothing was changed.',
  );
};
