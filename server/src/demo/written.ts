import { sql, type Kysely } from 'kysely';

/** Whether somebody has written in the demo since it was loaded. */
export const writtenSince = async (owner: Kysely<unknown>, at: string): Promise<boolean> => {
  const { rows } = await sql<{ written: boolean }>`
    with demo as (select id from person where is_demo)
    select exists (select from portion where athlete_id in (select id from demo) and updated_at > ${at})
      or exists (select from meal where athlete_id in (select id from demo) and updated_at > ${at})
      or exists (select from weigh_in where athlete_id in (select id from demo) and updated_at > ${at})
      or exists (select from food_own where athlete_id in (select id from demo) and updated_at > ${at})
      or exists (select from container where athlete_id in (select id from demo) and updated_at > ${at})
      or exists (select from yield_seen where athlete_id in (select id from demo) and updated_at > ${at})
      or exists (select from kitchen_thing where athlete_id in (select id from demo) and updated_at > ${at})
      or exists (select from stock where athlete_id in (select id from demo) and updated_at > ${at})
      or exists (select from stock_move where athlete_id in (select id from demo) and updated_at > ${at})
      or exists (select from food_mark where athlete_id in (select id from demo) and updated_at > ${at})
      or exists (select from food_import where athlete_id in (select id from demo) and updated_at > ${at})
      or exists (select from day_entry where athlete_id in (select id from demo) and updated_at > ${at})
      or exists (select from standing_entry where athlete_id in (select id from demo) and updated_at > ${at})
      or exists (select from handover where athlete_id in (select id from demo) and created_at > ${at})
      or exists (select from note where author_id in (select id from demo) and updated_at > ${at})
      or exists (select from body_picture where athlete_id in (select id from demo) and added_at > ${at})
      or exists (select from movement_order where signed_by in (select id from demo) and signed_at > ${at})
      or exists (select from movement_order where athlete_id in (select id from demo) and acknowledged_at > ${at})
      or exists (select from check_in where athlete_id in (select id from demo) and sent_at > ${at})
      or exists (select from check_in_answer where athlete_id in (select id from demo) and at > ${at})
      or exists (select from change_order where signed_by in (select id from demo) and signed_at > ${at})
      or exists (select from order_acknowledgement where athlete_id in (select id from demo) and at > ${at})
      or exists (select from coach_grant where coach_id in (select id from demo) and athlete_id not in (select id from demo))
      as written`.execute(owner);
  return rows[0]?.written ?? false;
};
