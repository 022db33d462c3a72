import { sql, type Kysely } from 'kysely';

const REACHABLE = `athlete_id = any ((select reachable_athletes())::uuid[])`;

/** Words that need no answer, by whom they wait for. */
export const up = async (db: Kysely<unknown>): Promise<void> => {
  const run = (text: string) => sql.raw(text).execute(db);
  await run(`create table note_settled (
    athlete_id uuid not null,
    note_id uuid not null,
    person_id uuid not null references person on delete cascade,
    at timestamptz not null default now(),
    primary key (athlete_id, note_id, person_id),
    foreign key (athlete_id, note_id) references note (athlete_id, id) on delete cascade
  )`);
  await run(`create index note_settled_person on note_settled (person_id)`);
  await run(`alter table note_settled enable row level security`);
  await run(`alter table note_settled force row level security`);
  await run(`grant select, insert, delete on note_settled to maul_app`);
  await run(`create policy read on note_settled for select to maul_app using (${REACHABLE})`);
  const own = `${REACHABLE} and person_id = (select acting_person())`;
  await run(`create policy add on note_settled for insert to maul_app with check (${own})`);
  await run(`create policy take_back on note_settled for delete to maul_app using (${own})`);
  await run(
    `create trigger tell after insert on note_settled for each row execute function tell_change('note')`,
  );
  await run(`create index note_open on note (athlete_id, created_at) where deleted_at is null`);
};
