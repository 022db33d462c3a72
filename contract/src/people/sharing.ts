import { z } from 'zod';
import { Id, Moment, Name, text } from '../common.ts';
import { ReadKind, SHARED_KINDS, SharedKind, TOKEN_SCOPES, TokenScope } from '../rights.ts';

export const Sees = z.array(SharedKind).max(SHARED_KINDS.length);

/** A coach signs; an assistant reads and writes notes. */
export const GrantRole = z.enum(['coach', 'assistant']);
export type GrantRole = z.infer<typeof GrantRole>;

/** How whoever asks stands to an athlete. */
export const Reader = z.strictObject({
  role: z.enum(['self', ...GrantRole.options]),
  sees: Sees,
});
export type Reader = z.infer<typeof Reader>;

export const Grant = z.strictObject({
  id: Id,
  athleteId: Id,
  athleteName: z.string(),
  coachId: Id,
  coachName: z.string(),
  role: GrantRole,
  sees: Sees,
  from: Moment,
});
/** A sharing that the athlete ended less than a day ago: it can be taken up again without the code. */
export const EndedGrant = z.strictObject({ ...Grant.shape, endedAt: Moment });

const Code = text({ min: 4, max: 20 });
export const ShareWithCoach = z.union([
  z.strictObject({
    code: Code,
    role: GrantRole.default('coach'),
    sees: Sees.default([...SHARED_KINDS]),
  }),
  /** A sharing that was ended within the last day. */
  z.strictObject({ endedGrantId: Id }),
]);
export const NarrowShare = z.strictObject({ sees: Sees });

/** A coach asks an athlete to let somebody in: instead of themselves, or beside them. */
export const Propose = z.strictObject({ code: Code, role: GrantRole, instead: z.boolean() });
export const Proposal = z.strictObject({
  id: Id,
  athleteId: Id,
  athleteName: z.string(),
  byName: z.string(),
  toName: z.string(),
  role: GrantRole,
  instead: z.boolean(),
  at: Moment,
  /** True where whoever asks is the athlete, who answers. */
  mine: z.boolean(),
});
export type Proposal = z.infer<typeof Proposal>;
export const AnswerProposal = z.strictObject({ yes: z.boolean() });

export const Readings = z.strictObject({
  /** Of the last ninety days, the latest first, one for each reader, kind and day. */
  readings: z
    .array(z.strictObject({ readerId: Id, name: z.string(), kind: ReadKind, first: Moment, last: Moment }))
    .max(500),
});
export type Readings = z.infer<typeof Readings>;

export const MakeToken = z.strictObject({
  name: Name,
  scopes: z.array(TokenScope).min(1, 'A token may do something.').max(TOKEN_SCOPES.length),
  /** Days until it ends by itself. */
  days: z.int().min(1).max(366, 'A token holds for a year at most.'),
});
export const AccessToken = z.strictObject({
  id: Id,
  name: z.string(),
  scopes: z.array(TokenScope),
  since: Moment,
  until: Moment,
  used: Moment.nullable(),
});
export type AccessToken = z.infer<typeof AccessToken>;
export const AccessTokens = z.strictObject({ tokens: z.array(AccessToken).max(20) });
/** The token itself, in this answer only. */
export const NewToken = z.strictObject({ ...AccessToken.shape, token: z.string() });
