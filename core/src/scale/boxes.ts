/** One box of a row: what it should hold and what it holds. */
export interface Box {
  id: string;
  /** Grams wanted; null when the boxes share what there is. */
  aim: number | null;
  /** Grams captured; null while it is empty. */
  grams: number | null;
}

export interface BoxShare extends Box {
  /** What this box should hold, grams; null when neither an aim nor a total is known. */
  wanted: number | null;
  /** Part of all that is in the boxes, 0 to 1; null while it is empty. */
  share: number | null;
}

/**
 * What each box of a row should hold and its share of what is boxed. With a `total` (the whole batch, grams) equal boxes get
 * what is left of it divided by the boxes still empty, so that one filled too full is spread over the rest; without one they
 * follow the first box that was filled. Throws RangeError for a total that is not positive.
 */
export const boxShares = (boxes: readonly Box[], total: number | null = null): BoxShare[] => {
  if (total !== null && !(total > 0))
    throw new RangeError('What is divided into boxes weighs more than 0 g.');
  const filled = boxes.reduce((sum, box) => sum + (box.grams ?? 0), 0);
  const given = boxes.reduce((sum, box) => sum + (box.grams === null ? (box.aim ?? 0) : 0), 0);
  const open = boxes.filter((box) => box.grams === null && box.aim === null).length;
  const first = boxes.find((box) => box.grams !== null)?.grams ?? null;
  const each = total === null ? first : open > 0 ? Math.max(0, (total - filled - given) / open) : null;
  return boxes.map((box) => ({
    ...box,
    wanted: box.aim ?? (box.grams === null ? each : total === null ? first : total / boxes.length),
    share: box.grams === null || filled === 0 ? null : box.grams / filled,
  }));
};
