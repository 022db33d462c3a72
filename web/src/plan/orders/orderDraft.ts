import type { DayDocument } from '@maul/contract/diary';
import {
  cautionPerson,
  phaseOn,
  planCautions,
  targetsFrom,
  withMeasured,
  type Caution,
  type ChangeOrder,
  type DayTargets,
} from '@maul/core/plan';
import { type TargetKey } from '@maul/core/nutrition';
import { isIsoDate, type IsoDate } from '@maul/core/units';

/** An order while it is written. */
export interface OrderDraft {
  macro: TargetKey;
  kind: 'relative' | 'absolute';
  amount: string;
  dayTypes: string[];
  from: string;
  until: string;
  lever: string;
  reason: string;
  confirmed: string[];
}

export const emptyDraft = (from: IsoDate): OrderDraft => ({
  macro: 'CARB',
  kind: 'relative',
  amount: '',
  dayTypes: [],
  from,
  until: '',
  lever: '',
  reason: '',
  confirmed: [],
});

/** A typed number, comma or point, minus sign or hyphen; NaN where it is none. */
export const typedNumber = (text: string): number =>
  text.trim() === '' ? NaN : Number(text.trim().replace('−', '-').replace(',', '.'));

/** The order that a draft stands for; null while it is incomplete. Signed after everything else, so that it acts last. */
export const orderOf = (draft: OrderDraft, day: DayDocument, id: string): ChangeOrder | null => {
  const amount = typedNumber(draft.amount);
  if (!isIsoDate(draft.from) || draft.from < day.today) return null;
  if (draft.until !== '' && !isIsoDate(draft.until)) return null;
  const phase = phaseOn(day.season, draft.from);
  if (!phase || Number.isNaN(amount) || draft.dayTypes.length === 0) return null;
  if (draft.kind === 'relative' && amount === 0) return null;
  return {
    id,
    phaseId: phase.id,
    from: draft.from,
    until: draft.until === '' ? null : draft.until,
    dayTypes: phase.dayTypes.every((t) => draft.dayTypes.includes(t.id)) ? null : draft.dayTypes,
    macro: draft.macro,
    change: { kind: draft.kind, amount },
    lever: draft.macro === 'CARB' && draft.lever.trim() !== '' ? draft.lever.trim() : null,
    signedAt: '9999-01-01T00:00:00.000Z',
  };
};

export interface OrderPreview {
  /** Bound days as they are and as they would be, in step. */
  before: DayTargets[];
  after: DayTargets[];
  cautions: Caution[];
}

/** Four weeks with an order: the days that it binds, before and after, and what may hurt. */
export const previewOrder = (
  day: DayDocument,
  order: ChangeOrder,
  measured: readonly Caution[] = [],
): OrderPreview => {
  const now = targetsFrom(day.season, day.bases, day.orders, order.from, 28);
  const then = targetsFrom(day.season, day.bases, [...day.orders, order], order.from, 28);
  const bound = then.flatMap((d, i) => (d?.orders.some((o) => o.id === order.id) ? [i] : []));
  const pick = (days: (DayTargets | undefined)[]) => bound.map((i) => days[i]).filter((d) => d !== undefined);
  const days = then.filter((d) => d !== undefined);
  const [first] = days;
  return {
    before: pick(now),
    after: pick(then),
    cautions: first
      ? withMeasured(
          planCautions(
            days,
            cautionPerson(day.athlete, first.basis, order.from),
            day.athlete.profile.routine,
            order.macro === 'CARB' || order.macro === 'ENERC',
          ),
          measured,
          days,
        )
      : [],
  };
};
