import { sql, type Kysely } from 'kysely';

const REACHABLE = `athlete_id = any ((select reachable_athletes())::uuid[])`;
const OWN = `athlete_id = (select acting_person())`;

/** What an athlete of before this step is taken to have said: nothing more than the first plan assumed. */
const DEFAULT_PROFILE = {
  units: { body: 'kg', food: 'g', energy: 'kcal' },
  diet: 'everything',
  allergens: [],
  activityLevel: 1.6,
  equation: null,
  knownKcal: null,
  fat: null,
  weekStartsOn: 1,
  routine: { waking: '06:30', sessions: [] },
  health: {
    pregnant: false,
    breastfeeding: false,
    diabetes: false,
    kidney: false,
    heart: false,
    lithium: false,
    eatingDisorder: false,
    periodLost: false,
    lostLibido: false,
    oftenIll: false,
    stressFracture: false,
    professional: null,
    doctor: null,
  },
  hide: { weight: false, energy: false },
};

interface OldPart {
  gPerKg: number;
  of: 'body' | 'lean';
  floor?: number;
}
interface OldPhase {
  macros: { kind: string; protein: OldPart; fat: OldPart; fibre: unknown };
  dayTypes: { id: string; name: string; energyOffset: number }[];
}

const part = ({ gPerKg, of, floor }: OldPart) => ({
  by: of === 'lean' ? 'lean-kg' : 'body-kg',
  amount: gPerKg,
  to: null,
  floor: floor ?? null,
  ceiling: null,
  as: 'point',
});

/** A phase as it was written before, in the words of now; it computes the same targets. */
const renewed = (phase: OldPhase) => ({
  ...phase,
  name: null,
  hangsOn: null,
  macros: {
    kind: 'per-mass',
    protein: part(phase.macros.protein),
    fat: part(phase.macros.fat),
    carbs: null,
    fibre: phase.macros.fibre,
  },
  dayTypes: phase.dayTypes.map(({ id, name, energyOffset }) => ({
    id,
    name,
    change: { kind: 'energy', kcal: energyOffset },
    widen: 1,
    patternId: null,
  })),
  levels: {},
  holdMean: false,
  patterns: [],
  patternId: null,
});

export const up = async (db: Kysely<unknown>): Promise<void> => {
  const run = (text: string) => sql.raw(text).execute(db);

  // The owner rewrites rows of athletes once, here: for that its tables bind it no more than everybody else's would.
  const rewritten = ['season_revision', 'change_order'];
  for (const table of rewritten) await run(`alter table ${table} no force row level security`);
  const seasons = await sql<{ athlete_id: string; id: string; document: { phases: OldPhase[] } }>`
    select athlete_id, id, document from season_revision`.execute(db);
  for (const row of seasons.rows) {
    const document = { ...row.document, phases: row.document.phases.map(renewed) };
    await sql`update season_revision set document = ${JSON.stringify(document)}::jsonb
      where athlete_id = ${row.athlete_id} and id = ${row.id}`.execute(db);
  }

  await run(`alter table athlete
    add column profile jsonb not null default '${JSON.stringify(DEFAULT_PROFILE)}'::jsonb,
    add column version integer not null default 1`);
  await run(`alter table athlete alter column profile drop default`);

  await run(`alter table season_revision
    add column reason text,
    add column held boolean not null default false,
    add column cautions jsonb not null default '[]'::jsonb`);
  // A season with a hard caution comes into force on the day of its last confirmation.
  await run(`create table season_release (
    athlete_id uuid not null,
    revision_id uuid not null,
    from_date date not null,
    at timestamptz not null default now(),
    primary key (athlete_id, revision_id),
    foreign key (athlete_id, revision_id) references season_revision on delete cascade
  )`);

  // Several bases may start on one day: what an athlete says about the body stands beside the week's own.
  await run(`alter table basis drop constraint basis_athlete_id_from_date_key`);
  await run(`alter table basis drop constraint basis_expenditure_from_check`);
  await run(`alter table basis add constraint basis_expenditure_from_check
    check (expenditure_from in ('equation', 'known', 'balance', 'carried'))`);
  await run(`create index basis_from on basis (athlete_id, from_date, written_at)`);
  await run(`alter table basis add column weekly boolean not null default false`);
  await run(`create unique index basis_of_week on basis (athlete_id, from_date) where weekly`);

  await run(`update change_order set change =
    jsonb_build_object('kind', change -> 'kind', 'amount', change -> 'grams')`);
  for (const table of rewritten) await run(`alter table ${table} force row level security`);
  await run(`alter table change_order drop constraint change_order_macro_check`);
  await run(`alter table change_order
    add constraint change_order_macro_check check (macro in ('ENERC', 'PROCNT', 'CARB', 'FAT', 'FIBTG')),
    add column lever text,
    add column held boolean not null default false`);

  await run(`create table caution_confirmation (
    athlete_id uuid not null references athlete on delete cascade,
    id uuid not null,
    caution_id text not null,
    figure double precision,
    person_id uuid not null references person on delete cascade,
    by_role text not null check (by_role in ('coach', 'athlete')),
    at timestamptz not null default now(),
    primary key (athlete_id, id)
  )`);
  await run(`create index caution_confirmation_at on caution_confirmation (athlete_id, at)`);

  await run(`create table calendar_feed (
    athlete_id uuid not null references athlete on delete cascade,
    id uuid not null,
    token_hash bytea not null unique,
    created_at timestamptz not null default now(),
    revoked_at timestamptz,
    primary key (athlete_id, id)
  )`);

  for (const table of ['season_release', 'caution_confirmation', 'calendar_feed']) {
    await run(`alter table ${table} enable row level security`);
    await run(`alter table ${table} force row level security`);
  }
  for (const table of ['season_release', 'caution_confirmation']) {
    await run(`grant select, insert on ${table} to maul_app`);
    await run(`create policy read on ${table} for select to maul_app using (${REACHABLE})`);
  }
  await run(`create policy add on season_release for insert to maul_app with check (${REACHABLE})`);
  await run(`create policy add on caution_confirmation for insert to maul_app with check (
    person_id = (select acting_person()) and (
      by_role = 'athlete' and ${OWN}
      or by_role = 'coach' and athlete_id = any ((select coached_athletes())::uuid[])))`);
  await run(`grant select, insert on calendar_feed to maul_app`);
  await run(`grant update (revoked_at) on calendar_feed to maul_app`);
  await run(`create policy read on calendar_feed for select to maul_app using (${OWN})`);
  await run(`create policy add on calendar_feed for insert to maul_app with check (${OWN})`);
  await run(`create policy finish on calendar_feed for update to maul_app
    using (${OWN} and revoked_at is null) with check (${OWN} and revoked_at is not null)`);

  // A calendar address names no person: its secret opens that athlete's row and season, and nothing of the log.
  await run(`create function feed_athlete() returns uuid language sql
    stable security definer set search_path = pg_catalog, pg_temp as $$
    select f.athlete_id from public.calendar_feed f
    where f.token_hash = sha256(convert_to(current_setting('maul.feed', true), 'UTF8')) and f.revoked_at is null
  $$`);
  await run(`revoke execute on function feed_athlete() from public`);
  await run(`grant execute on function feed_athlete() to maul_app`);
  for (const table of ['athlete', 'season_revision', 'season_release'])
    await run(`create policy read_feed on ${table} for select to maul_app
      using (athlete_id = (select feed_athlete()))`);
  // The function reads the feeds as their owner, so that policy binds everyone but the owner.
  await run(`alter table calendar_feed no force row level security`);

  await run(
    `create trigger tell after update on athlete for each row execute function tell_change('athlete')`,
  );
  for (const [table, what] of [
    ['season_release', 'season'],
    ['basis', 'season'],
    ['caution_confirmation', 'athlete'],
  ])
    await run(
      `create trigger tell after insert on ${table} for each row execute function tell_change('${what}')`,
    );
};
