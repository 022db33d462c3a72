import type { LedgerRow, MovementOrder, PaceDocument, Trend } from '@maul/contract/body';
import type { OrderRow, SeasonDocument } from '@maul/contract/plan';
import type { DecisionDraft } from '@maul/core/body';
import { phaseName } from '@maul/core/plan';
import { signedText } from '@maul/core/units';
import { movementText, orderText } from '../../plan/index.ts';
import type { Units } from '@maul/contract/people';
import { bodyNumber } from '../../ui/formats/units.ts';
import { plural } from '../../ui/formats/show.ts';

export const percentOf = (part: number): string => {
  if (part > 0.99) return 'over 99 %';
  return part < 0.01 ? 'under 1 %' : `${Math.round(part * 100)} %`;
};

const SKIP_WORDS = {
  start: 'the first ten days of the phase',
  refeed: 'a refeed and the three days after it',
  peak: 'peak week',
  paused: 'the log was paused',
} as const;

/** Which days do not count, and why: "10: the first ten days of the phase". */
export const skippedInWords = (pace: Pick<PaceDocument, 'skipped'>): string[] =>
  (Object.keys(SKIP_WORDS) as (keyof typeof SKIP_WORDS)[]).flatMap((why) => {
    const days = pace.skipped.filter((s) => s.why === why).length;
    return days === 0 ? [] : [`${plural(days, 'day')}: ${SKIP_WORDS[why]}`];
  });

/** The last week against the same days of the cycle before: "Cycle days 19 to 25: −1.4 ± 0.3 kg against the same days 28 days before". */
export const cycleInWords = (cycle: NonNullable<Trend['cycle']>, units: Units): string => {
  const mass = (kg: number): number => bodyNumber(kg, units);
  return (
    `Cycle days ${cycle.fromDay} to ${cycle.toDay}: ${signedText(mass(cycle.difference), 1)} ± ${mass(cycle.band).toFixed(1)} ${units.body} (90 %) ` +
    `against the same days ${cycle.apart} days before (${cycle.now.mornings} and ${plural(cycle.before.mornings, 'morning')}).`
  );
};

/** The likeliest side first: "63 % likely slower than wanted, 32 % inside, 5 % faster". */
export const oddsInWords = ({ odds, direction }: Pick<PaceDocument, 'odds' | 'direction'>): string | null => {
  if (!odds) return null;
  const [slower, faster] =
    direction === 'losing' ? ([odds.above, odds.below] as const) : ([odds.below, odds.above] as const);
  const names =
    direction === 'level'
      ? (['below', 'above'] as const)
      : (['slower than wanted', 'faster than wanted'] as const);
  const all = [
    { part: slower, name: names[0] },
    { part: odds.inside, name: 'inside the wanted pace' },
    { part: faster, name: names[1] },
  ].sort((a, b) => b.part - a.part);
  return all.map(({ part, name }, i) => `${percentOf(part)}${i === 0 ? ' likely' : ''} ${name}`).join(', ');
};

/** What a row of the ledger is about, who changed it and why. */
export const changeText = (
  row: Pick<LedgerRow, 'id' | 'kind' | 'from'>,
  document: SeasonDocument,
  orders: { food: readonly OrderRow[] | undefined; movement: readonly MovementOrder[] | undefined },
): { what: string; by: string | null; reason: string | null } => {
  if (row.kind === 'phase') {
    const phase = document.season.phases.find((p) => p.id === row.id);
    return { what: `${phase ? phaseName(phase) : 'A phase'} began`, by: null, reason: null };
  }
  const food = orders.food?.find((o) => o.id === row.id);
  if (food) return { what: orderText(food, document.season), by: food.signedByName, reason: food.reason };
  const movement = orders.movement?.find((o) => o.id === row.id);
  if (movement) return { what: movementText(movement), by: movement.signedByName, reason: movement.reason };
  return { what: 'A change', by: null, reason: null };
};

const SCHOOLS = {
  none: 'No change',
  expenditure: 'From expenditure',
  fixed: 'One fixed step',
  movement: 'Movement first',
} as const;

/** A draft in one line. */
export const draftText = ({ school, change }: DecisionDraft): { school: string; what: string } => ({
  school: SCHOOLS[school],
  what:
    change.kind === 'none'
      ? 'Food and movement stay as they are.'
      : change.kind === 'food'
        ? `${signedText(change.kcalPerDay, 0)} kcal a day, which is ${signedText(change.kcalPerDay / 4, 0)} g of carbs.`
        : `${change.minutes} min of cardio on ${plural(change.daysPerWeek, 'day')} a week, ${change.kcalEach} kcal each.`,
});
