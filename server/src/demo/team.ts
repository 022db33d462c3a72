import { athleteDay, type IsoDate } from '@maul/core/units';
import { type Kysely, sql } from 'kysely';
import { randomUUID } from 'node:crypto';
import { DEMO_PASSWORD, hashPassword, newCoachCode } from '../people/index.ts';
import { DEMO_ZONE, WEEKS } from './simulate.ts';

const COACH = 'coach@team.maul';
/** What is copied over and over lasts so many days. */
const SPAN = WEEKS * 7;

export interface Team {
  /** How a coach of it signs in. */
  email: string;
  password: string;
  athletes: number;
}

const athleteAt = (n: number): string => `athlete-${String(n).padStart(4, '0')}@team.maul`;

/** The invented athletes whose log the team's is a copy of. */
const likes = async (owner: Kysely<unknown>): Promise<string[]> => {
  const { rows } = await sql<{ id: string }>`
    select p.id from person p where p.is_demo and p.is_athlete order by p.email`.execute(owner);
  if (rows.length === 0)
    throw new Error('There is no demo here to make a team of. Start Maul with its demo first.');
  return rows.map((r) => r.id);
};

const addCoach = async (owner: Kysely<unknown>, hash: string): Promise<string> => {
  const { rows } = await sql<{ id: string }>`
    insert into person (id, email, name, password_hash, is_athlete, is_coach, coach_code)
    values (${randomUUID()}, ${COACH}, 'Coach of a team', ${hash}, false, true, ${newCoachCode()})
    on conflict (email) do update set name = excluded.name returning id`.execute(owner);
  const [coach] = rows;
  if (!coach) throw new Error('The coach of the team could not be made.');
  return coach.id;
};

/** Everything that a day of a log is read from, copied back over the days in steps of what there is. */
const copyLog = async (
  trx: Kysely<unknown>,
  who: string,
  like: string,
  today: IsoDate,
  days: number,
): Promise<void> => {
  const copies = sql`generate_series(0, ${Math.ceil(days / SPAN) - 1}) as k`;
  const id = (of: string) => sql`md5(${who} || ${sql.ref(of)} || k)::uuid`;
  const from = sql`t.athlete_id = ${like} and t.deleted_at is null and t.day < ${today} and t.day >= ${today}::date - ${SPAN}::int
    and t.day - k * ${SPAN}::int >= ${today}::date - ${days}::int`;
  const back = sql`t.day - k * ${SPAN}::int`;
  await sql`insert into meal (athlete_id, id, day, time, zone, eaten)
    select ${who}, ${id('t.id')}, ${back}, t.time, t.zone, t.eaten from meal t, ${copies} where ${from}`.execute(
    trx,
  );
  await sql`insert into portion (athlete_id, id, meal_id, position, food, planned_grams, grams, method, division, spread)
    select ${who}, ${id('p.id')}, ${id('t.id')}, p.position, p.food, p.planned_grams, p.grams, p.method, p.division, p.spread
    from ${copies} cross join meal t join portion p on p.athlete_id = t.athlete_id and p.meal_id = t.id and p.deleted_at is null
    where ${from}`.execute(trx);
  await sql`insert into weigh_in (athlete_id, id, day, kg, conditions)
    select ${who}, ${id('t.id')}, ${back}, t.kg, t.conditions from weigh_in t, ${copies} where ${from}`.execute(
    trx,
  );
  await sql`insert into day_entry (athlete_id, id, day, time, zone, thing)
    select ${who}, ${id('t.id')}, ${back}, t.time, t.zone, t.thing from day_entry t, ${copies} where ${from}`.execute(
    trx,
  );
};

/** One athlete of the team: body, season, bases, weeks and log of the one that they are like. */
const addAthlete = async (
  owner: Kysely<unknown>,
  n: number,
  {
    coach,
    like,
    hash,
    today,
    days,
  }: { coach: string; like: string; hash: string; today: IsoDate; days: number },
): Promise<void> => {
  const who = randomUUID();
  await owner.transaction().execute(async (trx) => {
    // Nobody listens to rows of a log that is two years old: neither are they told nor checked again.
    await sql`select set_config('session_replication_role', 'replica', true)
      where (select rolsuper from pg_roles where rolname = current_user)`.execute(trx);
    await sql`insert into person (id, email, name, password_hash, is_athlete, is_coach)
      values (${who}, ${athleteAt(n)}, ${`Athlete ${String(n).padStart(4, '0')}`}, ${hash}, true, false)`.execute(
      trx,
    );
    for (const table of ['athlete', 'season_revision', 'basis', 'check_in'])
      await sql`insert into ${sql.table(table)}
        select (jsonb_populate_record(t, jsonb_build_object('athlete_id', ${who}::uuid))).* from ${sql.table(table)} t
        where t.athlete_id = ${like}`.execute(trx);
    await sql`update season_revision set written_by = ${who} where athlete_id = ${who}`.execute(trx);
    await sql`insert into coach_grant (athlete_id, id, coach_id) values (${who}, ${randomUUID()}, ${coach})`.execute(
      trx,
    );
    await copyLog(trx, who, like, today, days);
  });
};

/**
 * A coach with so many athletes who have logged so many days, for measuring and to be looked at: each a copy of one of the invented athletes. A team that is
 * there already grows.
 */
export const makeTeam = async (
  owner: Kysely<unknown>,
  { athletes, days }: { athletes: number; days: number },
): Promise<Team> => {
  const like = await likes(owner);
  const hash = await hashPassword(DEMO_PASSWORD);
  const coach = await addCoach(owner, hash);
  const today = athleteDay(new Date(), DEMO_ZONE);
  const { rows } = await sql<{ n: number }>`
    select count(*)::int as n from coach_grant where coach_id = ${coach} and ended_at is null`.execute(owner);
  for (let n = (rows[0]?.n ?? 0) + 1; n <= athletes; n += 1) {
    await addAthlete(owner, n, { coach, like: like[n % like.length] ?? '', hash, today, days });
  }
  await sql`analyze`.execute(owner);
  return { email: COACH, password: DEMO_PASSWORD, athletes: Math.max(athletes, rows[0]?.n ?? 0) };
};
