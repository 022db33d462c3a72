import { type BodyOf } from '@maul/contract/routes';
import { type IsoDate } from '@maul/core/units';
import { nameOf } from '../../people/index.ts';
import { putVersioned } from '../../platform/db/versioned.ts';
import type { NoteRow } from '@maul/contract/diary';
import { type RawBuilder, sql, type Selectable } from 'kysely';
import type { NoteTable } from '../../platform/db/schema.ts';
import type { AppTransaction } from '../../platform/db/connect.ts';

/** One that was read back out of a file is nobody's here: its author has its own id. */
const notesWhere = (trx: AppTransaction, athleteId: string, which: RawBuilder<unknown>): Promise<NoteRow[]> =>
  sql<NoteRow>`
    select n.id, n.day, n.meal_id as "mealId", n.portion_id as "portionId", n.order_id as "orderId", n.picture_id as "pictureId", n.mark, n.text, case when n.author_as is null then n.author_id else n.id end as "authorId",
      coalesce(n.author_as, p.name) as "authorName",
      n.created_at as "createdAt", n.version, false as deleted
    from note n join known_people() p on p.id = n.author_id
    where n.athlete_id = ${athleteId} and n.deleted_at is null and ${which}`
    .execute(trx)
    .then((r) => r.rows);

/** The notes beside a day, the oldest first. */
export const notesOn = (trx: AppTransaction, athleteId: string, day: IsoDate): Promise<NoteRow[]> =>
  notesWhere(trx, athleteId, sql`n.day = ${day} order by n.created_at, n.id`);

/** Words beside orders and pictures, the latest first, at most 400. */
export const wordsOnThings = (trx: AppTransaction, athleteId: string): Promise<NoteRow[]> =>
  notesWhere(
    trx,
    athleteId,
    sql`(n.order_id is not null or n.picture_id is not null) order by n.created_at desc, n.id limit 400`,
  );

/** Keeps a note in the writer's own name; the same one twice is one. */
export const putNote = async (
  trx: AppTransaction,
  key: { athleteId: string; id: string },
  body: BodyOf<'putNote'> & { day: IsoDate },
  authorId: string,
): Promise<NoteRow> => {
  const row = await putVersioned(
    trx,
    'note',
    key,
    body.base,
    body.deleted,
    {
      day: body.day,
      meal_id: body.mealId,
      portion_id: body.portionId,
      order_id: body.orderId,
      picture_id: body.pictureId,
      mark: body.mark === null ? null : JSON.stringify(body.mark),
      text: body.text,
      author_id: authorId,
    },
    (kept: Selectable<NoteTable>) => kept,
  );
  return {
    id: row.id,
    day: row.day,
    mealId: row.meal_id,
    portionId: row.portion_id,
    orderId: row.order_id,
    pictureId: row.picture_id,
    mark: row.mark,
    text: row.text,
    authorId: row.author_id,
    authorName: await nameOf(trx, row.author_id),
    createdAt: row.created_at,
    version: row.version,
    deleted: row.deleted_at !== null,
  };
};
