import { type BodyOf } from '@maul/contract/routes';
import { type IsoDate } from '@maul/core/units';
import { type WeighInRow } from '@maul/contract/body';
import { type WeighInTable } from '../../platform/db/schema.ts';
import { putVersioned } from '../../platform/db/versioned.ts';
import type { Selectable } from 'kysely';
import type { AppTransaction } from '../../platform/db/connect.ts';

/** The weigh-ins between two days, kg. */
export const mornings = (trx: AppTransaction, athleteId: string, from: IsoDate, to: IsoDate) =>
  trx
    .selectFrom('weigh_in')
    .select(['day', 'kg'])
    .where('athlete_id', '=', athleteId)
    .where('day', '>=', from)
    .where('day', '<=', to)
    .where('deleted_at', 'is', null)
    .execute();

export const toWeighIn = (row: Selectable<WeighInTable>): WeighInRow => ({
  id: row.id,
  day: row.day,
  kg: row.kg,
  version: row.version,
  deleted: row.deleted_at !== null,
});

export const weighInOn = (trx: AppTransaction, athleteId: string, day: IsoDate): Promise<WeighInRow | null> =>
  trx
    .selectFrom('weigh_in')
    .selectAll()
    .where('athlete_id', '=', athleteId)
    .where('day', '=', day)
    .where('deleted_at', 'is', null)
    .executeTakeFirst()
    .then((row) => (row ? toWeighIn(row) : null));

/** Keeps a weigh-in; the same one twice is one. */
export const putWeighIn = (
  trx: AppTransaction,
  key: { athleteId: string; id: string },
  body: BodyOf<'putWeighIn'> & { day: IsoDate },
) => putVersioned(trx, 'weigh_in', key, body.base, body.deleted, { day: body.day, kg: body.kg }, toWeighIn);

/** The first weigh-in of an athlete, written with their start. */
export const addWeighIn = (trx: AppTransaction, athleteId: string, id: string, day: IsoDate, kg: number) =>
  trx.insertInto('weigh_in').values({ athlete_id: athleteId, id, day, kg, deleted_at: null }).execute();
