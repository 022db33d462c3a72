import { numberIn, isIsoDate, type IsoDate } from '@maul/core/units';
import { type Season, phaseOn, type ChangeOrder } from '@maul/core/plan';
import { type TargetKey } from '@maul/core/nutrition';

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

/** The order that a draft stands for; null while it is incomplete. Signed after everything else, so that it acts last. */
export const orderOf = (
  draft: OrderDraft,
  plan: { today: IsoDate; season: Season },
  id: string,
): ChangeOrder | null => {
  const amount = numberIn(draft.amount);
  if (!isIsoDate(draft.from) || draft.from < plan.today) return null;
  if (draft.until !== '' && !isIsoDate(draft.until)) return null;
  const phase = phaseOn(plan.season, draft.from);
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
