import { sql, type Kysely } from 'kysely';

/** Where somebody is signed in, and how they come back when a password is forgotten: by codes of their own, or one of the operator's. */
export const up = async (db: Kysely<unknown>): Promise<void> => {
  const run = (text: string) => sql.raw(text).execute(db);
  await run(`alter table session
    add column id uuid not null unique default gen_random_uuid(),
    add column device text not null default '',
    add column seen_at timestamptz not null default now()`);
  await run(`create table way_back (
    person_id uuid not null references person on delete cascade,
    code_hash bytea not null,
    kind text not null check (kind in ('own', 'operator')),
    created_at timestamptz not null default now(),
    expires_at timestamptz,
    used_at timestamptz,
    primary key (person_id, code_hash)
  )`);
  await run(`grant select, insert, update, delete on way_back to maul_accounts`);
};
