import { Movement } from '@maul/contract/body';
import { Packet } from '@maul/contract/coaching';
import { EntryBody, Portion, StandingBody } from '@maul/contract/diary';
import { KitchenBody, StockRow } from '@maul/contract/kitchen';
import { Profile } from '@maul/contract/people';
import { Season } from '@maul/contract/plan';
import { sql } from 'kysely';
import { z } from 'zod';
import type { AppTransaction } from '../../../platform/db/connect.ts';

export type Row = Record<string, unknown>;

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
  'kitchen_thing',
  'stock',
  'stock_move',
  'meal',
  'portion',
  'body_picture',
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
  'row_history',
] as const;
export type Table = (typeof TABLES)[number];

/** What stays, and why. */
export const LEFT_OUT: Readonly<Record<string, string>> = {
  check_in_form:
    'what is asked with a week is asked anew by whoever coaches; what was answered is in the weeks',
  coach_grant: 'who may read is decided anew',
  grant_proposal: 'who may read is decided anew',
  reading: 'who read here is no news elsewhere',
  blocked: 'whom one has shut out is decided anew',
  note_settled: 'which words need no answer is for who reads them',
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
  kitchen_thing: { thing: KitchenBody },
  stock: { food: StockRow.shape.food, holds: StockRow.shape.holds },
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

/** A moment as the database writes it, to the microsecond. */
const moment = z.iso.datetime({ offset: true });
const TYPES: Readonly<Record<string, z.ZodType>> = {
  uuid: z.guid(),
  date: z.iso.date(),
  'timestamp with time zone': moment,
  text: z.string(),
  boolean: z.boolean(),
  integer: z.int(),
  bigint: z.int(),
  'double precision': z.number(),
  'text[]': z.array(z.string()),
  'uuid[]': z.array(z.guid()),
  jsonb: z.unknown(),
};

/**
 * What a list of rows of a table must be, made from the database as it stands, so that it is never behind it. Throws for a type of column that nobody
 * has said how to write.
 */
export const rowsSchema = (table: Table, columns: readonly Column[]) =>
  z.array(
    z.strictObject(
      Object.fromEntries(
        columns.map(({ name, type, nullable, needed }) => {
          const said = SHAPES[table]?.[name] ?? TYPES[type];
          if (!said) throw new Error(`nobody has said how ${type} is written`);
          const value = nullable ? said.nullable() : said;
          return [name, needed ? value : value.optional()];
        }),
      ),
    ),
  );

/** The JSON Schema of the tables in a file of everything. */
export const schemaOf = (columns: Record<Table, Column[]>) =>
  z.toJSONSchema(
    z
      .strictObject(
        Object.fromEntries(TABLES.map((table) => [table, rowsSchema(table, columns[table])])) as Record<
          Table,
          ReturnType<typeof rowsSchema>
        >,
      )
      .meta({
        title: 'Everything of one athlete, as Maul writes it: each file of tables/ is a list of its rows.',
      }),
    { target: 'draft-7', io: 'input', unrepresentable: 'any' },
  ) as { title: string };
