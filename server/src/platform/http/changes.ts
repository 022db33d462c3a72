import { routes, type ResponseOf } from '@maul/contract/routes';
import type { Router } from 'express';
import { handlerOf, mount, type Services } from './mount.ts';
import { asProblem, toProblem } from './problems.ts';

type Answers = ResponseOf<'sendChanges'>['answers'];

/**
 * Many changes in one request, for a device that comes back after a week: each is handled as by its own route, in a transaction of its own and in their
 * order. What one of them is refused for is its own answer. Where the database goes away, those until then are answered, and the rest is sent again.
 */
export const mountChanges = (router: Router, house: Services): void => {
  mount(router, house, 'sendChanges', async (context) => {
    const answers: Answers = [];
    for (const { route: name, id, body } of context.body.changes) {
      const one = { ...context, params: { athleteId: context.params.athleteId, id }, query: {}, body };
      try {
        const row = await handlerOf(house, name)(one as never);
        answers.push({ row: routes[name].response.parse(row) });
      } catch (error) {
        const problem = toProblem(asProblem(error));
        if (problem.status < 500) answers.push({ problem });
        else if (answers.length === 0) throw error;
        else break;
      }
    }
    return { answers };
  });
};
