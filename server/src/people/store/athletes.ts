import type { Athlete, Reader } from '@maul/contract/people';
import { NO_STATEMENTS } from '@maul/core/plan';
import { type Selectable, sql } from 'kysely';
import type { AppDatabase } from '../../platform/db/schema.ts';
import type { AppTransaction } from '../../platform/db/connect.ts';
import { ProblemError } from '../../platform/http/problems.ts';

/**
 * The athletes of these ids whom the acting person may see, by id. Whoever may not see what they say of their health gets none of it; only what
 * judges a plan asks for it `to judge`, and tells nobody.
 */
export const athletesIn = async (
  trx: AppTransaction,
  athleteIds: readonly string[],
  why: 'to show' | 'to judge' = 'to show',
): Promise<Map<string, Athlete>> => {
  if (athleteIds.length === 0) return new Map();
  const { rows } = await sql<
    Selectable<AppDatabase['athlete']> & { name: string; coached: boolean } & Reader
  >`
    select a.*, s.name, s.coached, s.role, s.sees
    from athlete a join standing_named(${athleteIds}::uuid[]) s on s.athlete_id = a.athlete_id
    where a.athlete_id = any(${athleteIds}::uuid[])`.execute(trx);
  return new Map(
    rows.map((row) => [
      row.athlete_id,
      {
        id: row.athlete_id,
        name: row.name,
        sex: row.sex,
        birthDate: row.birth_date,
        heightCm: row.height_cm,
        zone: row.zone,
        dayTurnsAt: row.day_turns_at,
        federationClass: row.federation_class,
        profile:
          why === 'to judge' || row.sees.includes('health')
            ? row.profile
            : { ...row.profile, health: NO_STATEMENTS },
        hasCoach: row.coached,
        reader: { role: row.role, sees: row.sees },
        version: row.version,
      },
    ]),
  );
};

/** The athlete of an address, or `not-found` for whoever may not see them: a stranger learns not even that they exist. */
export const athleteOf = async (
  trx: AppTransaction,
  athleteId: string,
  why?: 'to judge',
): Promise<Athlete> => {
  const athlete = (await athletesIn(trx, [athleteId], why)).get(athleteId);
  if (!athlete)
    throw new ProblemError('not-found', 'There is no such athlete, or they do not share with you.');
  return athlete;
};

/** Throws unless whoever asks may sign: the athlete, or a coach; an assistant reads and writes notes. `nothing` says what was kept. */
export const mustSign = ({ reader }: Pick<Athlete, 'reader'>, nothing: string): void => {
  if (reader.role === 'assistant')
    throw new ProblemError('not-allowed', `An assistant reads and writes notes; the coach signs. ${nothing}`);
};

/** True once an athlete has a season. */
export const isSetUp = async (trx: AppTransaction, athleteId: string): Promise<boolean> =>
  (await trx
    .selectFrom('season_revision')
    .select('id')
    .where('athlete_id', '=', athleteId)
    .limit(1)
    .executeTakeFirst()) !== undefined;

type Said = Pick<Athlete, 'sex' | 'birthDate' | 'heightCm' | 'zone' | 'profile'>;

/** A new athlete, with what they said of themselves. */
export const addAthlete = (trx: AppTransaction, athleteId: string, said: Said) =>
  trx
    .insertInto('athlete')
    .values({
      athlete_id: athleteId,
      sex: said.sex,
      birth_date: said.birthDate,
      height_cm: said.heightCm,
      zone: said.zone,
      federation_class: null,
      profile: JSON.stringify(said.profile),
    })
    .execute();

/** Writes what an athlete says now when they still have the version named; says whether they had. */
export const updateAthlete = async (
  trx: AppTransaction,
  athleteId: string,
  version: number,
  said: Said & { dayTurnsAt: number },
): Promise<boolean> => {
  const result = await trx
    .updateTable('athlete')
    .set((eb) => ({
      sex: said.sex,
      birth_date: said.birthDate,
      height_cm: said.heightCm,
      zone: said.zone,
      day_turns_at: said.dayTurnsAt,
      profile: JSON.stringify(said.profile),
      version: eb('version', '+', 1),
    }))
    .where('athlete_id', '=', athleteId)
    .where('version', '=', version)
    .executeTakeFirst();
  return result.numUpdatedRows > 0n;
};
