import { Movement, type PictureMarks } from '@maul/contract/body';
import { Packet } from '@maul/contract/coaching';
import { EntryBody, Portion, StandingBody } from '@maul/contract/diary';
import { Profile } from '@maul/contract/people';
import { Season } from '@maul/contract/plan';
import { sql } from 'kysely';
import type { z } from 'zod';
import type { AppTransaction } from '../../../platform/db/connect.ts';

export type Row = Record<string, unknown> & { marks?: PictureMarks };

/** Every table of an athlete that goes along, in an order in which each finds what it refers to. */
export const TABLES = [
  'athlete',
  'basis',
  'season_revision',
  'season_release',
  'caution_confirmation',
  'change_order',
  'order_acknowledgement',
  'movement_order',
  'meal',
  'portion',
  'note',
  'weigh_in',
  'day_entry',
  'standing_entry',
  'food_own',
  'container',
  'yield_seen',
  'food_mark',
  'food_correction',
  'check_in',
  'check_in_answer',
  'check_in_read',
  'body_picture',
  'row_history',
] as const;
export type Table = (typeof TABLES)[number];

/** What stays, and why. */
export const LEFT_OUT: Readonly<Record<string, string>> = {
  coach_grant: 'who may read is decided anew',
  blocked: 'whom one has shut out is decided anew',
  calendar_feed: 'a private address ends with its account',
  handover: 'a given portion is in the log of who gave it and of who took it',
  food_import: 'imported tables of foods are the house’s; what was eaten of them is in the portions',
  food_imported: 'imported tables of foods are the house’s; what was eaten of them is in the portions',
  food_import_reject: 'imported tables of foods are the house’s',
};

/** Who is behind a row, and where the name stands that a file gives them. */
export const AUTHORS: Readonly<Partial<Record<Table, { by: string; as: string }>>> = {
  season_revision: { by: 'written_by', as: 'written_as' },
  change_order: { by: 'signed_by', as: 'signed_as' },
  movement_order: { by: 'signed_by', as: 'signed_as' },
  note: { by: 'author_id', as: 'author_as' },
  check_in_answer: { by: 'author_id', as: 'author_as' },
  check_in_read: { by: 'reader_id', as: 'reader_as' },
  caution_confirmation: { by: 'person_id', as: 'person_as' },
};

/** Columns whose content has a shape of its own: what is read back must have it, or no page could open. */
export const SHAPES: Readonly<Partial<Record<Table, Readonly<Record<string, z.ZodType>>>>> = {
  athlete: { profile: Profile },
  season_revision: { document: Season },
  movement_order: { movement: Movement },
  portion: { food: Portion.shape.food, trail: Portion.shape.trail, guess: Portion.shape.guess },
  day_entry: { thing: EntryBody },
  standing_entry: { thing: StandingBody },
  check_in: { packet: Packet },
};

/** A column as the database has it. */
export interface Column {
  name: string;
  type: string;
  nullable: boolean;
  /** False where a row without it is kept all the same. */
  needed: boolean;
}

/** The columns of each table that go along; the ids of people do not. */
export const columnsOf = async (trx: AppTransaction): Promise<Record<Table, Column[]>> => {
  const { rows } = await sql<Column & { table: Table }>`
    select c.relname as "table", a.attname as name, format_type(a.atttypid, a.atttypmod) as type, not a.attnotnull as nullable,
      a.attnotnull and not a.atthasdef as needed
    from pg_attribute a join pg_class c on c.oid = a.attrelid join pg_namespace n on n.oid = c.relnamespace
    where n.nspname = 'public' and c.relname = any(${[...TABLES]}) and a.attnum > 0 and not a.attisdropped and a.attgenerated = ''
    order by c.relname, a.attnum`.execute(trx);
  const hidden = (table: Table): string[] => ['athlete_id', AUTHORS[table]?.by ?? ''];
  return Object.fromEntries(
    TABLES.map((table) => [
      table,
      rows
        .filter((row) => row.table === table && !hidden(table).includes(row.name))
        .map(({ table: _, ...column }) => column),
    ]),
  ) as Record<Table, Column[]>;
};

const JSON_TYPES: Readonly<Record<string, object>> = {
  uuid: { type: 'string', format: 'uuid' },
  date: { type: 'string', format: 'date' },
  'timestamp with time zone': { type: 'string', format: 'date-time' },
  text: { type: 'string' },
  boolean: { type: 'boolean' },
  integer: { type: 'integer' },
  bigint: { type: 'integer' },
  'double precision': { type: 'number' },
  'text[]': { type: 'array', items: { type: 'string' } },
  'uuid[]': { type: 'array', items: { type: 'string', format: 'uuid' } },
  jsonb: {},
};

/**
 * The JSON Schema of a row of each table, made from the database as it stands, so that it is never behind it. Throws for a type of column that nobody
 * has said how to write.
 */
export const schemaOf = (columns: Record<Table, Column[]>) => ({
  $schema: 'http://json-schema.org/draft-07/schema#',
  title: 'Everything of one athlete, as Maul writes it: each file of tables/ is a list of its rows.',
  type: 'object',
  additionalProperties: false,
  properties: Object.fromEntries(
    TABLES.map((table) => [
      table,
      {
        type: 'array',
        items: {
          type: 'object',
          additionalProperties: false,
          required: columns[table].filter((c) => c.needed).map((c) => c.name),
          properties: Object.fromEntries(
            columns[table].map(({ name, type, nullable }) => {
              const said = JSON_TYPES[type];
              if (!said) throw new Error(`no JSON type for ${type}`);
              return [name, nullable && 'type' in said ? { anyOf: [said, { type: 'null' }] } : said];
            }),
          ),
        },
      },
    ]),
  ),
});
