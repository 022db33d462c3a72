import { portionWindow } from '../diary/index.ts';
import { TARGET_WORDS, type TargetKey } from '../nutrition/index.ts';

/** How one box is to be filled. */
export type BoxWish =
  /** An equal share of what the others leave. */
  | { kind: 'equal' }
  /** So many shares of what the others leave: 2 beside 1 is twice as much. */
  | { kind: 'share'; share: number }
  | { kind: 'grams'; grams: number }
  /** As much as its owner's windows take; amounts in kcal and grams. */
  | { kind: 'windows'; windows: readonly BoxWindow[] };

export interface BoxWindow {
  key: TargetKey;
  low: number;
  high: number;
}

export interface BoxToFill {
  id: string;
  wish: BoxWish;
  /** Grams that are in it; null while it is empty. */
  filled: number | null;
}

/** What a box should hold, grams. */
export interface BoxAim {
  id: string;
  aim: number;
  low: number;
  high: number;
  filled: number | null;
  /** What cannot be had of its windows; null where they hold. */
  fault: string | null;
}

export interface Division {
  boxes: BoxAim[];
  /** What stays in the pot after every box has its aim, grams; below zero when the boxes ask for more than there is. */
  remains: number;
  sentence: string | null;
}

/** A box may stray as far from its aim as any portion from its plan. */
const windowOf = (aim: number): { low: number; high: number } => {
  const { low, high } = portionWindow(aim);
  return { low, high };
};

const figure = (key: TargetKey, value: number): string =>
  `${Math.round(value)} ${key === 'ENERC' ? 'kcal' : 'g'} of ${TARGET_WORDS[key]}`;

/**
 * The grams of one food that land in every window: `aim` is their middle. Where none do, the grams that miss least (each miss over its window's
 * width, protein double) and the sentence that says which two cannot both be. `perGram` in kcal and grams per gram; a key that is not stated is
 * not promised.
 *
 * @example
 * gramsForWindows({ PROCNT: 0.329 }, [{ key: 'PROCNT', low: 45, high: 50 }]).aim.toFixed(0); // => '144'
 */
export const gramsForWindows = (
  perGram: Readonly<Partial<Record<TargetKey, number>>>,
  windows: readonly BoxWindow[],
): { low: number; aim: number; high: number; fault: string | null } => {
  const told = windows.filter((w) => (perGram[w.key] ?? 0) > 0);
  const silent = windows.filter((w) => perGram[w.key] === undefined);
  const unstated =
    silent.length > 0 ? `It does not state ${silent.map((w) => TARGET_WORDS[w.key]).join(', ')}.` : null;
  if (told.length === 0)
    return { low: 0, aim: 0, high: 0, fault: unstated ?? 'It holds nothing of what is asked for.' };
  const ends = told.map((w) => {
    const per = perGram[w.key] ?? 1;
    return { w, low: w.low / per, high: w.high / per };
  });
  const floor = ends.reduce((a, b) => (b.low > a.low ? b : a));
  const roof = ends.reduce((a, b) => (b.high < a.high ? b : a));
  if (floor.low <= roof.high)
    return {
      low: floor.low,
      aim: (floor.low + Math.min(roof.high, 2 * floor.low + 50)) / 2,
      high: roof.high,
      fault: unstated,
    };
  const cost = (grams: number): number =>
    told.reduce((sum, w) => {
      const value = grams * (perGram[w.key] ?? 0);
      const miss = Math.max(0, w.low - value, value - w.high);
      return sum + ((w.key === 'PROCNT' ? 2 : 1) * miss) / Math.max(1, w.high - w.low);
    }, 0);
  // The cost is convex and bends only where a window begins or ends.
  const aim = ends.flatMap((e) => [e.low, e.high]).reduce((a, b) => (cost(b) < cost(a) ? b : a));
  return {
    low: aim,
    aim,
    high: aim,
    fault: `${figure(floor.w.key, floor.w.low)} and at most ${figure(roof.w.key, roof.w.high)} cannot both be had of this alone.`,
  };
};

/**
 * Divides what was cooked: boxes with given grams or windows get theirs, the others share what is left; a box that was filled too full is spread
 * over those still empty. Grams. `perGram` of the batch is needed for windows. Boxes that ask for more than the pot holds are said.
 * Throws RangeError for a total that is not positive.
 *
 * @example
 * divideBatch(876, [1, 2, 3, 4, 5, 6].map((n) => ({ id: String(n), wish: { kind: 'equal' }, filled: null })), {}).boxes[0].aim; // => 146
 */
export const divideBatch = (
  total: number,
  boxes: readonly BoxToFill[],
  perGram: Readonly<Partial<Record<TargetKey, number>>>,
): Division => {
  if (!(total > 0)) throw new RangeError('What is divided into boxes weighs more than 0 g.');
  const fixed = boxes.map((box) => {
    const { wish } = box;
    if (wish.kind === 'grams') return { aim: wish.grams, ...windowOf(wish.grams), fault: null };
    if (wish.kind === 'windows') return gramsForWindows(perGram, wish.windows);
    return null;
  });
  const taken = boxes.reduce((sum, box, i) => sum + (box.filled ?? fixed[i]?.aim ?? 0), 0);
  const shareOf = ({ wish }: BoxToFill): number =>
    wish.kind === 'share' ? wish.share : wish.kind === 'equal' ? 1 : 0;
  const shares = boxes.reduce((sum, box) => sum + (box.filled === null ? shareOf(box) : 0), 0);
  const left = total - taken;
  const allShares = boxes.reduce((sum, box) => sum + shareOf(box), 0);
  const fixedAims = fixed.reduce((sum, one) => sum + (one?.aim ?? 0), 0);
  const aims = boxes.map((box, i): BoxAim => {
    const given = fixed[i];
    if (given) return { id: box.id, filled: box.filled, ...given };
    const aim =
      box.filled === null
        ? shares > 0
          ? Math.max(0, (left * shareOf(box)) / shares)
          : 0
        : allShares > 0
          ? Math.max(0, ((total - fixedAims) * shareOf(box)) / allShares)
          : box.filled;
    return { id: box.id, filled: box.filled, aim, ...windowOf(aim), fault: null };
  });
  const remains = total - aims.reduce((sum, box) => sum + (box.filled ?? box.aim), 0);
  const over = aims.reduce((sum, box) => sum + (box.filled ?? box.aim), 0) - total;
  return {
    boxes: aims,
    remains,
    sentence:
      over > Math.max(1, 0.01 * total)
        ? `The boxes come to ${Math.round(total + over)} g, the pot holds ${Math.round(total)} g. Weigh one of them again, or give one less.`
        : null,
  };
};

/** Where everything that was cooked went, grams. */
export interface Accounted {
  boxes: number;
  /** Put away as leftovers. */
  left: number;
  /** Eaten at once, or thrown away. */
  waste: number;
  /** What clings to the pot and the spoon. */
  loss: number;
}

/** What is not accounted for: boxes + left + waste + loss = cooked. Grams; below zero when there is more than was cooked. */
export const unaccounted = (cooked: number, { boxes, left, waste, loss }: Accounted): number =>
  Math.round((cooked - boxes - left - waste - loss) * 100) / 100;
