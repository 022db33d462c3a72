import { keepingAt, keepsUntil, type Kept, type Keeping, type KeepRule } from './shelfLife.ts';
import { msOf, type Moment } from './moments.ts';

/** Something in stock, with what is left of it. Grams. */
export interface StockItem extends Kept {
  id: string;
  grams: number;
  /** Below zero when more was taken than was there. */
  left: number;
  /** Planned in meals and not eaten yet. */
  planned: number;
}

export interface StockLine<T extends StockItem> {
  item: T;
  rule: KeepRule;
  keeping: Keeping;
  /** What may be taken now: what is left and not planned; 0 for what is past its day. */
  free: number;
  /** What was taken twice or weighed wrong, grams; 0 when the count holds. */
  missing: number;
}

/** Less than this of something is nothing, grams: scales do not show it. */
const NOTHING = 0.5;

/** One thing in stock as it stands at `now`. */
export const stockLine = <T extends StockItem>(item: T, now: Moment): StockLine<T> => {
  const rule = keepsUntil(item);
  const keeping = keepingAt(rule, now);
  const free = Math.max(0, item.left - item.planned);
  return {
    item,
    rule,
    keeping,
    free: keeping.state === 'past' || free < NOTHING ? 0 : free,
    missing: item.left < -NOTHING ? -item.left : 0,
  };
};

/**
 * Everything in stock in the order in which it should be eaten: first to expire first, what has no date last, the older first where two
 * end together. What is gone is left out; what was taken twice stays, to be put right.
 */
export const eatingOrder = <T extends StockItem>(items: readonly T[], now: Moment): StockLine<T>[] =>
  items
    .map((item) => stockLine(item, now))
    .filter(({ item, missing }) => item.left >= NOTHING || missing > 0)
    .sort((a, b) => {
      const end = ({ rule }: StockLine<T>): number => (rule.until === null ? Infinity : msOf(rule.until));
      const [x, y] = [end(a), end(b)];
      if (x !== y) return x < y ? -1 : 1;
      return (
        msOf(a.item.cookedAt ?? a.item.since) - msOf(b.item.cookedAt ?? b.item.since) ||
        a.item.id.localeCompare(b.item.id)
      );
    });

/** What may be offered for eating: not past its day, and something of it free. Frozen things last: they must be thawed first. */
export const offered = <T extends StockItem>(items: readonly T[], now: Moment): StockLine<T>[] => {
  const lines = eatingOrder(items, now).filter((line) => line.free > 0);
  return [
    ...lines.filter((l) => l.item.place !== 'freezer'),
    ...lines.filter((l) => l.item.place === 'freezer'),
  ];
};

/** What a weighing of what is there says: how many grams the count was wrong by, to be taken off it (negative: added). */
export const correction = (left: number, weighed: number): number => {
  if (!(weighed >= 0)) throw new RangeError('What is there weighs 0 g or more.');
  return Math.round((left - weighed) * 100) / 100;
};

/** What is said of a pack that is opened again; undefined for one that is closed. */
export const openedTwice = (item: Pick<Kept, 'kind' | 'openedAt'>): string | undefined =>
  item.kind === 'opened' && item.openedAt
    ? 'This pack is open already; the day of its first opening is kept.'
    : undefined;
