import type { Season } from '../season/season.ts';
import type { IsoDate } from '../../units/index.ts';
import type { BodyBasis } from '../../body/index.ts';
import { explain } from './explain.ts';
import type { WhyStep } from './explainer.ts';
import type { ChangeOrder } from '../orders/order.ts';
import { targetsOn, type DayTargets } from './targets.ts';

/** Why each of the day's numbers is what it is, step by step. Undefined when the day has no targets. */
export const whyTargets = (
  season: Season,
  bases: readonly BodyBasis[],
  orders: readonly ChangeOrder[],
  date: IsoDate,
): { targets: DayTargets; steps: WhyStep[] } | undefined => {
  const { explainer, steps } = explain();
  const targets = targetsOn(season, bases, orders, date, explainer);
  return targets && { targets, steps };
};
