import { WeighIn, type WeighInRow } from '@maul/contract/body';
import { rowCodec } from '../../platform/db/rows.ts';
import { type IsoDate } from '@maul/core/units';
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

export const weighInRows = rowCodec('weigh_in', WeighIn);

export const weighInOn = (trx: AppTransaction, athleteId: string, day: IsoDate): Promise<WeighInRow | null> =>
  trx
    .selectFrom('weigh_in')
    .selectAll()
    .where('athlete_id', '=', athleteId)
    .where('day', '=', day)
    .where('deleted_at', 'is', null)
    .executeTakeFirst()
    .then((row) => (row ? weighInRows.read(row) : null));

/** The first weigh-in of an athlete, written with their start. */
export const addWeighIn = (trx: AppTransaction, athleteId: string, id: string, day: IsoDate, kg: number) =>
  trx.insertInto('weigh_in').values({ athlete_id: athleteId, id, day, kg, deleted_at: null }).execute();
