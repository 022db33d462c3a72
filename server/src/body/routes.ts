import type { Router } from 'express';
import { mount, type House } from '../platform/http/mount.ts';
import { putWeighIn } from './store/weighIns.ts';

export const mountBody = (router: Router, house: House): void => {
  mount(router, house, 'putWeighIn', ({ params, body, acting }) =>
    acting((trx) => putWeighIn(trx, params, body)),
  );
};
