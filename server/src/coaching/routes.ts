import type { Router } from 'express';
import { mount, type Services } from '../platform/http/mount.ts';
import { roster } from './roster.ts';

export const mountCoaching = (router: Router, house: Services): void => {
  mount(router, house, 'roster', ({ acting, signed }) => acting((trx) => roster(trx, signed().personId)));
};
