import type { BodyPicture, PictureMarks } from '@maul/contract/body';
import type { IsoDate } from '@maul/core/units';
import type { AppTransaction } from '../../platform/db/connect.ts';

const MOST = 200;
type Key = { athleteId: string; id: string };

const columns = ['id', 'day', 'pose', 'name', 'width', 'height', 'marks', 'added_at as addedAt'] as const;

/** Pictures, the newest first, at most 200; those before a day where one is given. */
export const picturesOf = (
  trx: AppTransaction,
  athleteId: string,
  before?: IsoDate,
): Promise<BodyPicture[]> => {
  const all = trx.selectFrom('body_picture').select(columns).where('athlete_id', '=', athleteId);
  return (before === undefined ? all : all.where('day', '<', before))
    .orderBy('day', 'desc')
    .orderBy('added_at', 'desc')
    .limit(MOST)
    .execute();
};

export const pictureById = (trx: AppTransaction, { athleteId, id }: Key): Promise<BodyPicture | undefined> =>
  trx
    .selectFrom('body_picture')
    .select(columns)
    .where('athlete_id', '=', athleteId)
    .where('id', '=', id)
    .executeTakeFirst();

/** Counts the pictures of an athlete. */
export const pictureCount = async (trx: AppTransaction, athleteId: string): Promise<number> =>
  Number(
    (
      await trx
        .selectFrom('body_picture')
        .select((eb) => eb.fn.countAll<string>().as('n'))
        .where('athlete_id', '=', athleteId)
        .executeTakeFirst()
    )?.n ?? 0,
  );

/** Adds a picture; the same one twice is one. */
export const addPicture = (
  trx: AppTransaction,
  athleteId: string,
  picture: Omit<BodyPicture, 'addedAt' | 'marks'>,
): Promise<unknown> =>
  trx
    .insertInto('body_picture')
    .values({ athlete_id: athleteId, ...picture, marks: null })
    .onConflict((conflict) => conflict.columns(['athlete_id', 'id']).doNothing())
    .execute();

export const setMarks = (
  trx: AppTransaction,
  { athleteId, id }: Key,
  marks: PictureMarks | null,
): Promise<unknown> =>
  trx
    .updateTable('body_picture')
    .set({ marks: marks && JSON.stringify(marks) })
    .where('athlete_id', '=', athleteId)
    .where('id', '=', id)
    .execute();

/** Takes a picture away; false where there was none of one's own. */
export const removePicture = async (trx: AppTransaction, { athleteId, id }: Key): Promise<boolean> =>
  (
    await trx
      .deleteFrom('body_picture')
      .where('athlete_id', '=', athleteId)
      .where('id', '=', id)
      .executeTakeFirst()
  ).numDeletedRows > 0n;
