import type { Router } from 'express';
import { mount, type Services } from '../platform/http/mount.ts';
import { weighInRows } from './store/weighIns.ts';
import { putRow } from '../platform/db/versioned.ts';

export const mountBody = (router: Router, house: Services): void => {
  mount(router, house, 'putWeighIn', ({ params, body, acting }) =>
    acting((trx) => putRow(trx, weighInRows, params, body)),
  );
};
