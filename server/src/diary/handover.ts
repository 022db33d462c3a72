import type { Handover } from '@maul/contract/diary';
import type { Router } from 'express';
import { sql, type Selectable } from 'kysely';
import type { AppTransaction } from '../platform/db/connect.ts';
import type { HandoverTable } from '../platform/db/schema.ts';
import { mount, type House } from '../platform/http/mount.ts';
import { ProblemError } from '../platform/http/problems.ts';

const toHandover = (row: Selectable<HandoverTable>): Handover => ({
  id: row.id,
  day: row.day,
  food: row.food,
  grams: row.grams,
  method: row.method,
  fromId: row.athlete_id,
  fromName: row.from_name,
  toId: row.to_id,
  answer: row.answer,
  at: row.created_at,
});

/** What was given to an athlete and is not answered yet. */
export const offersTo = (trx: AppTransaction, athleteId: string): Promise<Handover[]> =>
  trx
    .selectFrom('handover')
    .selectAll()
    .where('to_id', '=', athleteId)
    .where('answer', 'is', null)
    .orderBy('created_at')
    .execute()
    .then((rows) => rows.map(toHandover));

const handoverOf = (trx: AppTransaction, id: string) =>
  trx.selectFrom('handover').selectAll().where('id', '=', id).executeTakeFirst();

export const mountHandovers = (router: Router, house: House): void => {
  mount(router, house, 'eater', ({ query, acting }) =>
    acting(async (trx) => {
      const { rows } = await sql<{ id: string; name: string }>`
        select id, name from eater_by_code(${query.code})`.execute(trx);
      const found = rows[0];
      if (!found)
        throw new ProblemError('not-found', 'Nobody has this code. It stands on the other’s account page.');
      return { personId: found.id, name: found.name };
    }),
  );

  mount(router, house, 'putHandover', ({ params, body, acting, signed }) =>
    acting(async (trx) => {
      const before = await handoverOf(trx, params.id);
      if (before && before.athlete_id === params.athleteId) return toHandover(before);
      if (body.toId === params.athleteId)
        throw new ProblemError('invalid', 'That is yourself: the portion is yours already.');
      const me = await sql<{
        name: string;
      }>`select name from known_people() where id = ${signed().personId}`.execute(trx);
      const made = await trx
        .insertInto('handover')
        .values({
          athlete_id: params.athleteId,
          id: params.id,
          to_id: body.toId,
          from_name: me.rows[0]?.name ?? '',
          day: body.day,
          food: JSON.stringify(body.food),
          grams: body.grams,
          method: body.method,
          answer: null,
          answered_at: null,
        })
        .returningAll()
        .executeTakeFirstOrThrow();
      return toHandover(made);
    }),
  );

  mount(router, house, 'answerHandover', ({ params, body, acting, signed }) =>
    acting(async (trx) => {
      const me = signed().personId;
      await trx
        .updateTable('handover')
        .set({ answer: body.answer, answered_at: sql<string>`now()` })
        .where('id', '=', params.id)
        .where('to_id', '=', me)
        .where('answer', 'is', null)
        .execute();
      const row = await handoverOf(trx, params.id);
      if (!row || row.to_id !== me) throw new ProblemError('not-found', 'This was not given to you.');
      return toHandover(row);
    }),
  );
};
