import type { Athlete } from '@maul/contract/people';
import { sql } from 'kysely';
import { oneOf } from '../../platform/db/oneOf.ts';
import type { AppTransaction } from '../../platform/db/connect.ts';
import { ProblemError } from '../../platform/http/problems.ts';

/** The athletes of these ids whom the acting person may see, by id. */
export const athletesIn = async (
  trx: AppTransaction,
  athleteIds: readonly string[],
): Promise<Map<string, Athlete>> => {
  if (athleteIds.length === 0) return new Map();
  const rows = await trx
    .selectFrom('athlete')
    .selectAll()
    .where('athlete_id', '=', oneOf(athleteIds))
    .execute();
  const known = await sql<{ id: string; name: string; coached: boolean }>`
    select p.id, p.name, exists (select from coach_grant g where g.athlete_id = p.id and g.ended_at is null) as coached
    from known_people() p where p.id = any(${athleteIds}::uuid[])`.execute(trx);
  const byId = new Map(known.rows.map((one) => [one.id, one]));
  return new Map(
    rows.flatMap((row) => {
      const person = byId.get(row.athlete_id);
      if (person === undefined) return [];
      return [
        [
          row.athlete_id,
          {
            id: row.athlete_id,
            name: person.name,
            sex: row.sex,
            birthDate: row.birth_date,
            heightCm: row.height_cm,
            zone: row.zone,
            dayTurnsAt: row.day_turns_at,
            federationClass: row.federation_class,
            profile: row.profile,
            hasCoach: person.coached,
            version: row.version,
          },
        ] as const,
      ];
    }),
  );
};

/** The athlete of an address, or `not-found` for whoever may not see them: a stranger learns not even that they exist. */
export const athleteOf = async (trx: AppTransaction, athleteId: string): Promise<Athlete> => {
  const athlete = (await athletesIn(trx, [athleteId])).get(athleteId);
  if (!athlete)
    throw new ProblemError('not-found', 'There is no such athlete, or they do not share with you.');
  return athlete;
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
