import { basisOn } from '../../body/index.ts';
import type { TargetKey } from '../../nutrition/index.ts';
import { type ChangeOrder, phaseOn, type PlanInForce, targetsFrom } from '../../plan/index.ts';
import type { IsoDate } from '../../units/index.ts';

/** An order with relative numbers, the same for many athletes: each has other grams. */
export interface OrderProtocol {
  macro: TargetKey;
  /** A part of what the athlete has now, per cent; or so much per kg of body mass a day (g, kcal for energy). */
  amount: { kind: 'percent'; percent: number } | { kind: 'per-kg'; perKg: number };
  /** Day types by their names, whatever their ids; empty for every day. */
  dayTypes: readonly string[];
}

/** The aim that it starts from is that of the first day it binds within so many days. */
const LOOK_DAYS = 28;
/** Energy is ordered in tens, everything else in grams. */
const roundTo = (macro: TargetKey, amount: number): number =>
  macro === 'ENERC' ? 10 * Math.round(amount / 10) : Math.round(amount);

const same = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();

/**
 * The order that a protocol is for one athlete, from a day on: its change in grams, or kcal for energy, on the day types of those names. Or a sentence why there is
 * none: 8 % less of 250 g of carbs is an order of -20 g. `plan` is what is in force on that day.
 */
export const orderOfProtocol = (
  protocol: OrderProtocol,
  plan: PlanInForce,
  from: IsoDate,
  id: string,
): { order: ChangeOrder } | { fault: string } => {
  const phase = phaseOn(plan.season, from);
  if (!phase) return { fault: `No phase is planned on ${from}.` };
  if (phase.board) return { fault: 'It is a peak week, and goes by its board.' };
  const { macro, amount, dayTypes } = protocol;
  const bound = phase.dayTypes.filter(
    (type) => dayTypes.length === 0 || dayTypes.some((name) => same(name, type.name)),
  );
  if (bound.length === 0) return { fault: `No day of this phase is called ${dayTypes.join(' or ')}.` };
  const first = targetsFrom(plan.season, plan.bases, plan.orders, from, LOOK_DAYS).find(
    (day) => day?.phase.id === phase.id && bound.some((type) => type.id === day.dayType.id),
  );
  const aim = first?.windows[macro]?.aim;
  if (aim === undefined) return { fault: 'The phase sets no such target on those days.' };
  const weightKg = basisOn(plan.bases, from)?.weightKg;
  if (weightKg === undefined) return { fault: 'No body mass is known.' };
  const change: ChangeOrder['change'] =
    amount.kind === 'percent'
      ? { kind: 'relative', amount: roundTo(macro, (aim * amount.percent) / 100) }
      : { kind: 'absolute', amount: roundTo(macro, amount.perKg * weightKg) };
  if (change.kind === 'relative' ? change.amount === 0 : change.amount === roundTo(macro, aim))
    return { fault: 'It would change nothing.' };
  return {
    order: {
      id,
      phaseId: phase.id,
      from,
      until: null,
      dayTypes: bound.length === phase.dayTypes.length ? null : bound.map((type) => type.id),
      macro,
      change,
      lever: null,
      signedAt: '9999-01-01T00:00:00.000Z',
    },
  };
};
