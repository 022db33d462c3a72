import type { ColumnType, Generated, JSONColumnType } from 'kysely';

/** When a row was written: the database says it. */
export type Written = Generated<string>;
export type Json<T extends object> = JSONColumnType<T, string, string>;
export type NullableJson<T extends object> = ColumnType<T | null, string | null, string | null>;
