import { sql, type Kysely } from 'kysely';

/**
 * Who asks and whose rows they see is asked by every policy of every statement. A function in SQL that cannot be inlined is planned anew for each statement;
 * in PL/pgSQL its plan is kept by the connection. What each of them answers stays the same.
 */
export const up = async (db: Kysely<unknown>): Promise<void> => {
  const answers = async (what: string, type: string, body: string): Promise<void> => {
    await sql
      .raw(
        `create or replace function public.${what} returns ${type} language plpgsql stable security definer
           set search_path = pg_catalog, pg_temp as $$ ${body} $$`,
      )
      .execute(db);
  };
  await answers(
    'acting_person()',
    'uuid',
    `declare
       asked bytea := sha256(convert_to(current_setting('maul.token', true), 'UTF8'));
       me uuid;
     begin
       select s.person_id into me from public.session s
       where s.token_hash = asked and s.ended_at is null and s.expires_at > now();
       if me is null then
         select t.person_id into me from public.access_token t
         where t.token_hash = asked and t.revoked_at is null and t.expires_at > now();
       end if;
       return me;
     end`,
  );
  /** The person who asks, and whoever a grant that is alive gives them. */
  const granted = (which: string, also: string): Promise<void> =>
    answers(
      which,
      'uuid[]',
      `declare me uuid := public.acting_person();
       begin
         return array_remove(me || array(select g.athlete_id from public.coach_grant g
           where g.coach_id = me and g.ended_at is null${also}), null);
       end`,
    );
  await granted('reachable_athletes()', '');
  await granted('athletes_seen(kind text)', ' and kind = any (g.sees)');
  await answers(
    'coached_athletes()',
    'uuid[]',
    `declare me uuid := public.acting_person();
     begin
       return array(select g.athlete_id from public.coach_grant g
         where g.coach_id = me and g.ended_at is null and g.role = 'coach');
     end`,
  );
  await answers(
    'kitchens_open()',
    'uuid[]',
    `begin
       return array_remove(public.acting_person() || array(select m.athlete_id from public.kitchen_mates() m), null);
     end`,
  );
  await answers(
    'kitchen_mates()',
    'table (athlete_id uuid, name text)',
    `declare me uuid := public.acting_person();
     begin
       return query select d.athlete_id, p.name from public.kitchen_thing d join public.person p on p.id = d.athlete_id
       where d.thing ->> 'kind' = 'diner' and d.deleted_at is null and d.thing ->> 'personId' = me::text
         and exists (select from public.kitchen_thing o where o.athlete_id = me and o.thing ->> 'kind' = 'diner'
           and o.deleted_at is null and o.thing ->> 'personId' = d.athlete_id::text)
       group by 1, 2 order by 2 limit 20;
     end`,
  );
};
