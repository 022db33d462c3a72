import { routes, type BodyOf, type ResponseOf } from '@maul/contract/routes';
import type { Router } from 'express';
import { openPart, withoutPart } from '../db/connect.ts';
import { handlerOf, mount, type Context, type Services } from './mount.ts';
import { asProblem, toProblem } from './problems.ts';

type Answer = ResponseOf<'sendChanges'>['answers'][number];
type Change = BodyOf<'sendChanges'>['changes'][number];
type Acting = Context<'sendChanges'>['acting'];

/** Handles one change as its own route does; what it is refused for is its answer. Throws what is nobody's fault. */
const handled = async (
  context: Context<'sendChanges'>,
  { route: name, id, body }: Change,
  acting: Acting,
): Promise<Answer> => {
  const params = { athleteId: context.params.athleteId, id };
  try {
    const row = await handlerOf(
      context.house,
      name,
    )({ ...context, params, query: {}, body, acting } as never);
    return { row: routes[name].response.parse(row) };
  } catch (error) {
    const problem = toProblem(asProblem(error));
    if (problem.status >= 500) throw error;
    return { problem };
  }
};

/** All of them in one transaction, each in a part of its own that can be taken back: one wait for the disk and the standby for a hundred rows. */
const together = (context: Context<'sendChanges'>): Promise<Answer[]> =>
  context.acting(async (trx) => {
    const answers: Answer[] = [];
    for (const change of context.body.changes) {
      await openPart(trx, answers.length === 0);
      const answer = await handled(context, change, (work) => work(trx));
      if ('problem' in answer) await withoutPart(trx);
      answers.push(answer);
    }
    return answers;
  });

/** One after the other, each in a transaction of its own. Where the database goes away, those until then are answered, and the rest is sent again. */
const apart = async (context: Context<'sendChanges'>): Promise<Answer[]> => {
  const answers: Answer[] = [];
  for (const change of context.body.changes) {
    try {
      answers.push(await handled(context, change, context.acting));
    } catch (error) {
      if (answers.length === 0) throw error;
      break;
    }
  }
  return answers;
};

/**
 * Many changes in one request, for a device that comes back after a week: each is handled as by its own route, in their order. They are kept together;
 * where that fails as a whole (two devices that wait for each other's rows, a row that nobody can handle) nothing of it was kept, and they are tried apart.
 */
export const mountChanges = (router: Router, house: Services): void => {
  mount(router, house, 'sendChanges', async (context) => ({
    answers: await together(context).catch(() => apart(context)),
  }));
};
