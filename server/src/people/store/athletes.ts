import type { Athlete } from '@maul/contract/people';
import { sql } from 'kysely';
import type { AppTransaction } from '../../platform/db/connect.ts';
import { ProblemError } from '../../platform/http/problems.ts';

/** The athlete of an address, or `not-found` for whoever may not see them: a stranger learns not even that they exist. */
export const athleteOf = async (trx: AppTransaction, athleteId: string): Promise<Athlete> => {
  const row = await trx
    .selectFrom('athlete')
    .selectAll()
    .where('athlete_id', '=', athleteId)
    .executeTakeFirst();
  const { rows } = await sql<{ name: string; coached: boolean }>`
    select name, exists (select from coach_grant g where g.athlete_id = ${athleteId} and g.ended_at is null) as coached
    from known_people() where id = ${athleteId}`.execute(trx);
  const known = rows[0];
  if (!row || known === undefined)
    throw new ProblemError('not-found', 'There is no such athlete, or they do not share with you.');
  return {
    id: row.athlete_id,
    name: known.name,
    sex: row.sex,
    birthDate: row.birth_date,
    heightCm: row.height_cm,
    zone: row.zone,
    dayTurnsAt: row.day_turns_at,
    federationClass: row.federation_class,
    profile: row.profile,
    hasCoach: known.coached,
    version: row.version,
  };
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
