import { hash, verify } from '@node-rs/argon2';

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
