import type { LedgerRow, MovementOrder } from '@maul/contract/body';
import type { OrderRow } from '@maul/contract/plan';
import { balanceOfRate, ledgerOf, weekMean, type WeighIn } from '@maul/core/body';
import { type Phase, phasesInOrder, type Season } from '@maul/core/plan';
import type { IsoDate } from '@maul/core/units';
import type { AppTransaction } from '../platform/db/connect.ts';

/** An order of food, with the mean change of the energy balance that it asks for. */
type FoodOrder = OrderRow & { expectedKcal: number | null };

/** What the plan tells this room: the season in force on a day, and every order. */
export interface PlanTold {
  seasonOn: (trx: AppTransaction, athleteId: string, day: IsoDate) => Promise<Season>;
  ordersFor: (trx: AppTransaction, athleteId: string, phases: 'all') => Promise<FoodOrder[]>;
}

const LEDGER_ROWS = 60;

export interface LedgerOf {
  season: Season;
  orders: readonly FoodOrder[];
  movement: readonly MovementOrder[];
  /** Mornings that count, from the first day of the ledger on. */
  mornings: readonly WeighIn[];
  /** Weight where no week of mornings tells one. */
  weightKg: number;
  from: IsoDate;
  /** The day on which it is read: nothing after it counts. */
  today: IsoDate;
}

/** Changes of food, movement and phase, with the energy that each asked for; the newest first. */
const changesOf = ({ season, orders, movement, mornings, weightKg, from, today }: LedgerOf) => {
  const kg = weekMean(mornings, today)?.kg ?? weightKg;
  const middle = (phase: Phase | undefined): number => (phase ? (phase.rate.low + phase.rate.high) / 2 : 0);
  const phases = phasesInOrder(season);
  const started = phases.map((phase, i) => ({
    id: phase.id,
    kind: 'phase' as const,
    from: phase.from,
    kcalPerDay: balanceOfRate(middle(phase) - middle(phases[i - 1]), kg),
  }));
  const signed = orders.flatMap((o) =>
    o.expectedKcal === null || o.heldUntil === null
      ? []
      : [{ id: o.id, kind: 'order' as const, from: o.from, kcalPerDay: o.expectedKcal }],
  );
  const moved = movement.map((o) => ({
    id: o.id,
    kind: 'movement' as const,
    from: o.from,
    kcalPerDay: o.expectedKcal,
  }));
  return [...started, ...signed, ...moved]
    .filter((c) => c.from > from && c.from <= today && Math.round(c.kcalPerDay) !== 0)
    .sort((a, b) => (a.from < b.from ? 1 : -1))
    .slice(0, LEDGER_ROWS);
};

/** What came of each change up to a day, the newest first: the same on Trend and in a week. */
export const ledgerIn = (read: LedgerOf): LedgerRow[] =>
  ledgerOf(changesOf(read), read.mornings, read.today).map(
    ({ change, before, after, brought, ...rest }): LedgerRow => ({
      id: change.id,
      kind: change.kind,
      from: change.from,
      before: before ?? null,
      after: after ?? null,
      brought: brought ?? null,
      ...rest,
    }),
  );
