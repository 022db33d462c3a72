import { movementKcal } from '@maul/core/body';
import { orderBalance, reviewOrder } from '@maul/core/plan';
import { seededRandom } from '@maul/core/random';
import { addDays } from '@maul/core/units';
import { sql } from 'kysely';
import { athleteOf, todayOf } from '../people/index.ts';
import type { AppTransaction } from '../platform/db/connect.ts';
import type { ScenarioAthlete } from './scenario.ts';
import { type DemoAthlete, seededUuid } from './simulate.ts';

/** Rows as one JSON text: thousands of them go over in one statement. */
export const insertRows = (
  trx: AppTransaction,
  table: string,
  columns: Record<string, string>,
  rows: object[],
) => {
  const names = sql.join(Object.keys(columns).map((c) => sql.ref(c)));
  const types = sql.join(Object.entries(columns).map(([c, type]) => sql`${sql.ref(c)} ${sql.raw(type)}`));
  return sql`insert into ${sql.table(table)} (${names})
    select ${names} from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) as r(${types})`.execute(trx);
};

export const writeNotes = (
  trx: AppTransaction,
  made: DemoAthlete,
  by: 'athlete' | 'coach',
  authorId: string,
) =>
  insertRows(
    trx,
    'note',
    {
      athlete_id: 'uuid',
      id: 'uuid',
      day: 'date',
      meal_id: 'uuid',
      text: 'text',
      author_id: 'uuid',
      created_at: 'timestamptz',
      updated_at: 'timestamptz',
    },
    made.notes
      .filter((n) => n.by === by)
      .map((n) => ({
        athlete_id: made.athleteId,
        id: n.id,
        day: n.day,
        meal_id: n.mealId,
        text: n.text,
        author_id: authorId,
        created_at: n.createdAt,
        updated_at: n.createdAt,
      })),
  );

/** What the coach wrote and signed. */
export const writeCoach = async (
  trx: AppTransaction,
  scenario: ScenarioAthlete,
  made: DemoAthlete,
  coachId: string,
): Promise<void> => {
  await writeNotes(trx, made, 'coach', coachId);
  const athlete = await athleteOf(trx, made.athleteId);
  for (const [i, order] of scenario.movement.entries()) {
    const movement = { kind: 'cardio', minutes: order.minutes, daysPerWeek: order.daysPerWeek } as const;
    const today = todayOf(athlete);
    await trx
      .insertInto('movement_order')
      .values({
        athlete_id: made.athleteId,
        id: seededUuid(Date.parse(`${addDays(today, order.signed)}T18:00:00Z`), seededRandom(i + 1)),
        from_date: addDays(today, order.from),
        until_date: null,
        movement: JSON.stringify(movement),
        reason: order.reason,
        expected_kcal: -movementKcal(movement, scenario.startKg, scenario.heightCm),
        signed_by: coachId,
        signed_at: `${addDays(today, order.signed)}T18:00:00Z`,
      })
      .execute();
  }
  for (const order of made.orders)
    await trx
      .insertInto('change_order')
      .values({
        athlete_id: made.athleteId,
        id: order.id,
        phase_id: order.phaseId,
        from_date: order.from,
        until_date: order.until,
        day_types: order.dayTypes,
        macro: order.macro,
        change: JSON.stringify(order.change),
        lever: order.lever,
        expected_kcal: orderBalance(
          reviewOrder(
            { ...made, orders: made.orders.filter((o) => o.signedAt < order.signedAt) },
            order,
            athlete,
            order.from,
          ),
        ),
        reason: order.reason,
        confirmed: [],
        signed_by: coachId,
        signed_at: order.signedAt,
      })
      .execute();
};
