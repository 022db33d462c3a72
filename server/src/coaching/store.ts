import type { IsoDate } from '@maul/core/units';
import { sql } from 'kysely';
import type { AppTransaction } from '../platform/db/connect.ts';

/** What the athlete wrote after the coach's last word, the first of it, and the last day on which anything was measured. */
export const words = async (trx: AppTransaction, athleteId: string, coachId: string) => {
  const { rows } = await sql<{
    waiting: number;
    first: { day: IsoDate; id: string } | null;
    last: IsoDate | null;
    open: number;
  }>`
    with waiting as (select n.id, n.day, n.created_at from note n where n.athlete_id = ${athleteId} and n.deleted_at is null
        and n.author_id = ${athleteId} and n.created_at > now() - interval '21 days'
        and n.created_at > coalesce((select max(c.created_at) from note c
          where c.athlete_id = ${athleteId} and c.author_id = ${coachId} and c.deleted_at is null), '-infinity'))
    select
      (select count(*)::int from waiting) as waiting,
      (select jsonb_build_object('day', w.day, 'id', w.id) from waiting w order by w.created_at limit 1) as first,
      (select m.day from meal m where m.athlete_id = ${athleteId} and m.deleted_at is null and exists (
        select from portion p where p.athlete_id = m.athlete_id and p.meal_id = m.id and p.grams is not null and p.deleted_at is null)
        order by m.day desc limit 1) as last,
      (select count(*)::int from change_order o where o.athlete_id = ${athleteId} and not exists (
        select from order_acknowledgement a where a.athlete_id = o.athlete_id and a.order_id = o.id)) as open`.execute(
    trx,
  );
  return rows[0] ?? { waiting: 0, first: null, last: null, open: 0 };
};
