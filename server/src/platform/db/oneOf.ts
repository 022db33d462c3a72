import { type RawBuilder, sql } from 'kysely';

/** The right side of `=` for any of these ids: one statement, however many they are. */
export const oneOf = (ids: readonly string[]): RawBuilder<string> => sql<string>`any(${ids}::uuid[])`;
