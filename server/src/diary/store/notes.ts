import { type BodyOf } from '@maul/contract/routes';
import { type IsoDate } from '@maul/core/units';
import { nameOf } from '../../people/index.ts';
import { putVersioned } from '../../platform/db/versioned.ts';
import type { NoteRow } from '@maul/contract/diary';
import { sql, type Selectable } from 'kysely';
import type { NoteTable } from '../../platform/db/schema.ts';
import type { AppTransaction } from '../../platform/db/connect.ts';

/** The notes beside a day, the oldest first. One that was read back out of a file is nobody's here: its author has its own id. */
export const notesOn = (trx: AppTransaction, athleteId: string, day: IsoDate): Promise<NoteRow[]> =>
  sql<NoteRow>`
    select n.id, n.day, n.meal_id as "mealId", n.portion_id as "portionId", n.text, case when n.author_as is null then n.author_id else n.id end as "authorId",
      coalesce(n.author_as, p.name) as "authorName",
      n.created_at as "createdAt", n.version, false as deleted
    from note n join known_people() p on p.id = n.author_id
    where n.athlete_id = ${athleteId} and n.day = ${day} and n.deleted_at is null
    order by n.created_at, n.id`
    .execute(trx)
    .then((r) => r.rows);

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
    { day: body.day, meal_id: body.mealId, portion_id: body.portionId, text: body.text, author_id: authorId },
    (kept: Selectable<NoteTable>) => kept,
  );
  return {
    id: row.id,
    day: row.day,
    mealId: row.meal_id,
    portionId: row.portion_id,
    text: row.text,
    authorId: row.author_id,
    authorName: await nameOf(trx, row.author_id),
    createdAt: row.created_at,
    version: row.version,
    deleted: row.deleted_at !== null,
  };
};
