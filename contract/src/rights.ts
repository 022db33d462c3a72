import { z } from 'zod';

/** What an athlete shows of themselves, one by one. Season, orders and weeks that were sent go with every sharing. */
export const SHARED_KINDS = ['log', 'body', 'pictures', 'health', 'messages'] as const;
export const SharedKind = z.enum(SHARED_KINDS);
export type SharedKind = z.infer<typeof SharedKind>;

/** What was read of an athlete: a kind, or what goes with every sharing. */
export const READ_KINDS = [...SHARED_KINDS, 'season', 'week', 'roster'] as const;
export const ReadKind = z.enum(READ_KINDS);
export type ReadKind = z.infer<typeof ReadKind>;

/** What a program may do with a token, one by one; of whoever made it alone. */
export const TOKEN_SCOPES = ['read-log', 'write-weigh-ins', 'write-portions'] as const;
export const TokenScope = z.enum(TOKEN_SCOPES);
export type TokenScope = z.infer<typeof TokenScope>;
