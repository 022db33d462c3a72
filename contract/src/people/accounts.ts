import { z } from 'zod';
import { Id, Moment, Name, text } from '../common.ts';
import { EndedGrant, Grant, Proposal } from './sharing.ts';

export const Email = z.email('This is not an email address.').max(254).toLowerCase();
/** Judged by length alone: long and remembered beats short and decorated. */
export const Password = text({
  min: 10,
  max: 200,
  trim: false,
  empty: 'A password has at least 10 characters.',
  long: 'A password has at most 200 characters.',
});
export const Role = z.enum(['athlete', 'coach']);

export const SignUp = z.strictObject({ id: Id, name: Name, email: Email, password: Password, role: Role });
export const SignIn = z.strictObject({
  email: Email,
  password: text({ max: 200, trim: false }),
  /** Where a second factor guards the account: six digits of it, or a code of one's own. */
  code: text({ max: 40 }).optional(),
});

/** Another password, by the present one. Every other session ends. */
export const ChangePassword = z.strictObject({ present: SignIn.shape.password, next: Password });
const CODE_LENGTH = 'A code has sixteen letters and digits.';
/** Another password, by a code: one of one's own or the operator's. Every session ends. */
export const ResetPassword = z.strictObject({
  email: Email,
  code: text({ min: 16, max: 40, empty: CODE_LENGTH, long: CODE_LENGTH }),
  next: Password,
});
/** Codes for a forgotten password, each of them for once; shown in this answer only. They replace earlier ones. */
export const Codes = z.strictObject({ codes: z.array(z.string()) });

/** Where somebody is signed in. */
export const OpenSession = z.strictObject({
  id: Id,
  /** Browser and system, as they said of themselves. */
  device: z.string(),
  since: Moment,
  /** The day it was last used, to the day. */
  seen: Moment,
  here: z.boolean(),
});
export const OpenSessions = z.strictObject({
  sessions: z.array(OpenSession),
  /** Codes of one's own that are left. */
  codesLeft: z.int(),
  /** Whether a second factor guards the account. */
  factor: z.boolean(),
  passkeys: z.array(
    z.strictObject({ id: z.string(), name: z.string(), since: Moment, used: Moment.nullable() }),
  ),
});
export type OpenSessions = z.infer<typeof OpenSessions>;

/** What is done only with the current password. */
export const WithPassword = z.strictObject({ present: SignIn.shape.password });
/** A new second factor, which guards from when a first code of it was typed. */
export const NewFactor = z.strictObject({ secret: z.string(), uri: z.string() });
export const FactorCode = z.strictObject({
  code: text({ min: 6, max: 40, empty: 'A code has six digits.' }),
});
export const EndFactor = z.strictObject({ ...WithPassword.shape, ...FactorCode.shape });

/** What an authenticator answers with, as base64url. Source: Web Authentication Level 3, 5.8. */
const Answered = text({ min: 1, max: 8000 });
/** What a new passkey is made with. */
export const PasskeyOffer = z.strictObject({
  challenge: z.string(),
  /** The name of the house that it holds for. */
  rpId: z.string(),
  userId: z.string(),
  /** Passkeys that are there already. */
  exclude: z.array(z.string()),
});
export const NewPasskey = z.strictObject({
  id: Answered,
  name: Name,
  clientDataJSON: Answered,
  attestationObject: text({ min: 1, max: 60_000 }),
});
export const PasskeyChallenge = z.strictObject({ challenge: z.string(), rpId: z.string() });
export const PasskeySignIn = z.strictObject({
  id: Answered,
  clientDataJSON: Answered,
  authenticatorData: Answered,
  signature: Answered,
});

/** When an account that is left goes for good. */
export const Leaving = z.strictObject({ at: Moment });

/** What can have been done with an account. */
export const ACCOUNT_DEEDS = [
  'signed-in',
  'signed-out',
  'password-changed',
  'password-reset',
  'codes-made',
  'operator-code',
  'factor-on',
  'factor-off',
  'passkey-made',
  'passkey-removed',
  'shared',
  'share-ended',
  'share-changed',
  'token-made',
  'token-revoked',
  'order-signed',
  'season-signed',
  'calendar-made',
  'paper-made',
  'deletion-asked',
  'deletion-taken-back',
] as const;
export type AccountDeed = (typeof ACCOUNT_DEEDS)[number];
export const AccountHistory = z.strictObject({
  /** The latest first. */
  deeds: z.array(
    z.strictObject({
      id: z.string(),
      at: Moment,
      what: z.enum(ACCOUNT_DEEDS),
      /** Who did it; null for the operator, and for who is not there any more. */
      by: z.strictObject({ name: z.string(), self: z.boolean() }).nullable(),
      with: z.string().nullable(),
      device: z.string(),
    }),
  ),
  /** Ask with this for earlier ones; null where there are none. */
  before: z.string().nullable(),
});
export type AccountHistory = z.infer<typeof AccountHistory>;

/** From whom an athlete takes no portions. */
export const Blocked = z.strictObject({ people: z.array(z.strictObject({ id: Id, name: z.string() })) });

export const Session = z.strictObject({
  person: z.strictObject({
    id: Id,
    name: z.string(),
    email: z.string(),
    isAthlete: z.boolean(),
    isCoach: z.boolean(),
    isDemo: z.boolean(),
    /** True once an athlete has given their body and a first phase. */
    hasSeason: z.boolean(),
    /** What an athlete types to share with this coach; null for who is none. */
    coachCode: z.string().nullable(),
    /** What somebody types who gives this athlete part of a dish. */
    tableCode: z.string(),
    /** When the account goes for good; null unless that was asked for. */
    leavingAt: Moment.nullable(),
  }),
  grants: z.array(Grant),
  ended: z.array(EndedGrant),
  /** What the coach of this athlete asks, or this coach has asked and nobody has answered. */
  proposals: z.array(Proposal).max(200),
});
export type Session = z.infer<typeof Session>;

export const DemoPeople = z.strictObject({
  people: z.array(
    z.strictObject({
      name: z.string(),
      email: z.string(),
      password: z.string(),
      role: Role,
      about: z.string(),
    }),
  ),
});
export type DemoPeople = z.infer<typeof DemoPeople>;
