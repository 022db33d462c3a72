import type { Router } from 'express';
import { mount, type Services } from '../platform/http/mount.ts';
import { withoutValues } from '../platform/http/withoutValues.ts';
import { roster } from './roster.ts';

export const mountCoaching = (router: Router, house: Services): void => {
  mount(router, house, 'roster', ({ acting, signed, req }) =>
    acting((trx) =>
      roster(trx, signed().personId, (error) =>
        req.log.error({ error: withoutValues(error) }, 'A row of a roster could not be made'),
      ),
    ),
  );
};
