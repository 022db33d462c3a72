import { sql, type Kysely } from 'kysely';

const OWN = `athlete_id = (select acting_person())`;
/** Asked as a set, which is hashed once: against a list every row of a thousand athletes' logs would go through a thousand ids. */
const COACHED = `athlete_id in (select unnest(coached_athletes()))`;
const REACHABLE = `athlete_id in (select unnest(reachable_athletes()))`;
const seen = (kind: string): string => `athlete_id in (select unnest(athletes_seen('${kind}')))`;

/** What belongs to which kind of sharing. Season, orders, bases and sent weeks are what coaching is about: every coach sees them. */
const KINDS: Readonly<Record<string, readonly string[]>> = {
  log: [
    'meal',
    'portion',
    'standing_entry',
    'food_own',
    'container',
    'yield_seen',
    'food_mark',
    'food_correction',
  ],
  body: ['weigh_in'],
  pictures: ['body_picture'],
  messages: ['note', 'note_settled'],
};
/** What every sharing shows. */
const WITH_EVERY = [
  'athlete',
  'basis',
  'change_order',
  'check_in',
  'check_in_answer',
  'check_in_read',
  'food_import',
  'food_import_reject',
  'movement_order',
  'order_acknowledgement',
  'season_release',
  'season_revision',
];
/** Entries of a day that tell of the body, not of what was eaten or done. */
const OF_BODY = `thing ->> 'kind' in ('morning', 'measure', 'look')`;

/** The athlete says of each sharing what it shows and whether it signs; sees who read what; is asked before anybody else comes in. Programs come in by tokens. */
export const up = async (db: Kysely<unknown>): Promise<void> => {
  const run = (text: string) => sql.raw(text).execute(db);
  const definer = `security definer set search_path = pg_catalog, pg_temp`;
  await tokens(run, definer);

  await run(`alter table coach_grant
    add column role text not null default 'coach' check (role in ('coach', 'assistant')),
    add column sees text[] not null default '{log,body,pictures,health,messages}'
      check (sees <@ '{log,body,pictures,health,messages}'::text[])`);
  await run(`grant update (sees) on coach_grant to maul_app`);
  await run(`create policy narrow on coach_grant for update to maul_app
    using (${OWN} and ended_at is null) with check (${OWN})`);
  await run(`create or replace function coached_athletes() returns uuid[] language sql stable ${definer} as $$
    select coalesce(array_agg(g.athlete_id), '{}') from public.coach_grant g
    where g.coach_id = public.acting_person() and g.ended_at is null and g.role = 'coach'
  $$`);
  await run(`create or replace function reachable_athletes() returns uuid[] language sql stable ${definer} as $$
    select array_remove(public.acting_person() || coalesce(array_agg(g.athlete_id), '{}'), null) from public.coach_grant g
    where g.coach_id = public.acting_person() and g.ended_at is null
  $$`);
  await run(`create function athletes_seen(kind text) returns uuid[] language sql stable ${definer} as $$
    select array_remove(public.acting_person() || coalesce(array_agg(g.athlete_id), '{}'), null) from public.coach_grant g
    where g.coach_id = public.acting_person() and g.ended_at is null and kind = any (g.sees)
  $$`);
  // How whoever asks stands to each athlete whom they reach.
  await run(`create function standing_to(ids uuid[]) returns table (athlete_id uuid, coached boolean, role text, sees text[])
    language sql stable ${definer} as $$
    with me as materialized (select public.acting_person() as id)
    select t.id,
      exists (select from public.coach_grant c where c.athlete_id = t.id and c.ended_at is null and c.role = 'coach'),
      case when t.id = me.id then 'self' else g.role end,
      case when t.id = me.id then '{log,body,pictures,health,messages}'::text[] else g.sees end
    from me, unnest(ids) as t(id)
      left join public.coach_grant g on g.athlete_id = t.id and g.coach_id = (select id from me) and g.ended_at is null
    where t.id = me.id or g.id is not null
  $$`);
  for (const name of ['athletes_seen(text)', 'standing_to(uuid[])']) {
    await run(`revoke execute on function ${name} from public`);
    await run(`grant execute on function ${name} to maul_app`);
  }
  await narrowed(run);
  await asked(run, definer);
  await readings(run, definer);
  await forgetting(run, definer);
};

type Run = (text: string) => Promise<unknown>;

/** Each table is read by who may see its kind; an assistant signs nothing. */
const narrowed = async (run: Run): Promise<void> => {
  for (const [kind, tables] of Object.entries(KINDS))
    for (const table of tables) await run(`alter policy read on ${table} using (${seen(kind)})`);
  for (const table of WITH_EVERY) await run(`alter policy read on ${table} using (${REACHABLE})`);
  await run(
    `alter policy read on day_entry using (case when ${OF_BODY} then ${seen('body')} else ${seen('log')} end)`,
  );
  await run(`alter policy read on handover using (${seen('log')} or to_id = (select acting_person()))`);
  await run(`alter policy read on caution_confirmation using (case
    when caution_id in ('pregnancy', 'eating-disorder', 'illness', 'signs-of-low-availability') then ${seen('health')}
    else ${REACHABLE} end)`);
  await run(`alter policy read on row_history using (case table_name
    when 'weigh_in' then ${seen('body')} when 'note' then ${seen('messages')}
    when 'day_entry' then ${seen('log')} and ${seen('body')} else ${seen('log')} end)`);
  const written = `${seen('messages')} and author_id = (select acting_person())`;
  await run(`alter policy add on note with check (${written})`);
  await run(
    `alter policy change on note using (${written} and author_as is null) with check (${written} and author_as is null)`,
  );
  await run(
    `alter policy add on note_settled with check (${seen('messages')} and person_id = (select acting_person()))`,
  );
  const signs = `(${OWN} or ${COACHED})`;
  await run(
    `alter policy add on season_revision with check (${signs} and written_by = (select acting_person()))`,
  );
  await run(`alter policy add on season_release with check (${signs})`);
  for (const table of ['change_order', 'movement_order'])
    await run(`alter policy add on ${table} with check (
      signed_by = (select acting_person())${table === 'movement_order' ? ' and (acknowledged_at is null or signed_by = athlete_id)' : ''} and (
        ${COACHED}
        or ${OWN} and not exists (select from coach_grant g where g.athlete_id = ${table}.athlete_id and g.ended_at is null and g.role = 'coach')
      ))`);
  await run(
    `alter policy add on check_in_read with check (reader_id = (select acting_person()) and ${REACHABLE})`,
  );
};

/** A coach asks; the athlete alone lets somebody in. */
const asked = async (run: Run, definer: string): Promise<void> => {
  await run(`create table grant_proposal (
    athlete_id uuid not null references athlete on delete cascade,
    id uuid not null,
    by_id uuid not null references person on delete cascade,
    to_id uuid not null references person on delete cascade,
    role text not null check (role in ('coach', 'assistant')),
    instead boolean not null,
    at timestamptz not null default now(),
    answer boolean,
    answered_at timestamptz,
    primary key (athlete_id, id),
    check (by_id <> to_id and athlete_id <> to_id)
  )`);
  await run(
    `create unique index grant_proposal_open on grant_proposal (athlete_id, by_id, to_id) where answered_at is null`,
  );
  await run(`create index grant_proposal_by on grant_proposal (by_id)`);
  await run(`create index grant_proposal_to on grant_proposal (to_id)`);
  await run(`alter table grant_proposal enable row level security`);
  await run(`grant select, insert on grant_proposal to maul_app`);
  await run(`grant update (answer, answered_at) on grant_proposal to maul_app`);
  await run(
    `create policy read on grant_proposal for select to maul_app using (${OWN} or by_id = (select acting_person()))`,
  );
  await run(`create policy ask on grant_proposal for insert to maul_app
    with check (by_id = (select acting_person()) and ${COACHED} and answered_at is null)`);
  await run(`create policy answer on grant_proposal for update to maul_app
    using ((${OWN} or by_id = (select acting_person())) and answered_at is null)
    with check (answered_at is not null and (${OWN} or by_id = (select acting_person()) and not answer))`);
  await run(
    `create trigger tell after insert or update on grant_proposal for each row execute function tell_change('grant')`,
  );
  // With names, which the two may not know otherwise; what was asked by a coach who has gone is no question any more.
  await run(`create function open_proposals() returns table
    (id uuid, athlete_id uuid, athlete_name text, by_name text, to_id uuid, to_name text, role text, instead boolean, at timestamptz, mine boolean)
    language sql stable ${definer} as $$
    with me as materialized (select public.acting_person() as id)
    select p.id, p.athlete_id, a.name, b.name, p.to_id, t.name, p.role, p.instead, p.at, p.athlete_id = me.id
    from me, public.grant_proposal p join public.person a on a.id = p.athlete_id
      join public.person b on b.id = p.by_id join public.person t on t.id = p.to_id
    where p.answered_at is null and t.is_coach and (p.athlete_id = me.id or p.by_id = me.id)
      and exists (select from public.coach_grant g where g.athlete_id = p.athlete_id and g.coach_id = p.by_id
        and g.ended_at is null and g.role = 'coach')
  $$`);
  await run(`revoke execute on function open_proposals() from public`);
  await run(`grant execute on function open_proposals() to maul_app`);
};

/** Who read what of an athlete, by the day; only the athlete sees it. */
const readings = async (run: Run, definer: string): Promise<void> => {
  await run(`create table reading (
    athlete_id uuid not null references athlete on delete cascade,
    reader_id uuid not null references person on delete cascade,
    kind text not null,
    day date not null default current_date,
    first_at timestamptz not null default now(),
    last_at timestamptz not null default now(),
    primary key (athlete_id, day, reader_id, kind)
  )`);
  await run(`create index reading_reader on reading (reader_id)`);
  await run(`alter table reading enable row level security`);
  await run(`grant select on reading to maul_app`);
  await run(`create policy read on reading for select to maul_app using (${OWN})`);
  // Once in ten minutes: whoever leafs through a week is one reader, not a hundred rows.
  await run(`create function note_reading(ids uuid[], what text) returns void language sql ${definer} as $$
    with me as materialized (select public.acting_person() as id),
      seen as materialized (select unnest(public.reachable_athletes()) as id)
    insert into public.reading as r (athlete_id, reader_id, kind)
    select t.id, me.id, what from me, unnest(ids) as t(id)
    where t.id in (select id from seen) and t.id <> me.id order by t.id
    on conflict (athlete_id, day, reader_id, kind) do update set last_at = now()
      where r.last_at < now() - interval '10 minutes'
  $$`);
  await run(`create function readings_of_me() returns table (reader_id uuid, name text, kind text, day date, first_at timestamptz, last_at timestamptz)
    language sql stable ${definer} as $$
    select r.reader_id, p.name, r.kind, r.day, r.first_at, r.last_at from public.reading r join public.person p on p.id = r.reader_id
    where r.athlete_id = public.acting_person() and r.day > current_date - 90 order by r.day desc, r.last_at desc, r.kind limit 500
  $$`);
  for (const name of ['note_reading(uuid[], text)', 'readings_of_me()']) {
    await run(`revoke execute on function ${name} from public`);
    await run(`grant execute on function ${name} to maul_app`);
  }
};

/** Programs of a person's own: a token opens what its scopes say, and only of that person. */
const tokens = async (run: Run, definer: string): Promise<void> => {
  await run(`create table access_token (
    id uuid primary key,
    person_id uuid not null references person on delete cascade,
    name text not null,
    token_hash bytea not null unique,
    scopes text[] not null,
    created_at timestamptz not null default now(),
    expires_at timestamptz not null,
    used_at timestamptz,
    revoked_at timestamptz
  )`);
  await run(`create index access_token_person on access_token (person_id)`);
  await run(`grant select, insert, update on access_token to maul_accounts`);
  await run(`create or replace function acting_person() returns uuid language sql stable ${definer} as $$
    with asked as (select sha256(convert_to(current_setting('maul.token', true), 'UTF8')) as hash)
    select s.person_id from public.session s, asked
    where s.token_hash = asked.hash and s.ended_at is null and s.expires_at > now()
    union all
    select t.person_id from public.access_token t, asked
    where t.token_hash = asked.hash and t.revoked_at is null and t.expires_at > now()
    limit 1
  $$`);
};

const forgetting = async (run: Run, definer: string): Promise<void> => {
  // A coach who leaves keeps a row without a name where something of theirs stays with the athletes.
  await run(`create or replace function forget_person(who uuid) returns void language plpgsql ${definer} as $$
    begin
      perform 1 from public.person p where p.id = who and p.leaving_at <= now() for update;
      if not found then
        return;
      end if;
      delete from public.athlete where athlete_id = who;
      delete from public.handover where to_id = who;
      delete from public.session where person_id = who;
      delete from public.access_token where person_id = who;
      delete from public.way_back where person_id = who;
      delete from public.protocol where coach_id = who;
      delete from public.grant_proposal where by_id = who or to_id = who;
      if exists (select from public.season_revision where written_by = who)
          or exists (select from public.change_order where signed_by = who)
          or exists (select from public.movement_order where signed_by = who)
          or exists (select from public.check_in_answer where author_id = who)
          or exists (select from public.note where author_id = who)
          or exists (select from public.reading where reader_id = who)
          or exists (select from public.caution_confirmation where person_id = who) then
        update public.coach_grant set ended_at = now() where coach_id = who and ended_at is null;
        delete from public.second_factor where person_id = who;
        delete from public.passkey where person_id = who;
        update public.person set email = 'left-' || who || '@left.invalid', name = 'Somebody who has left', password_hash = '-',
          is_athlete = false, is_coach = false, coach_code = null, demo_about = null, leaving_at = null where id = who;
      else
        delete from public.person where id = who;
      end if;
    end $$`);
};
