import type { Batch, InStock, StockContent } from '@maul/contract/kitchen';
import type { PortionFood } from '@maul/contract/foods';
import { batchFood, eatingOrder, keepsUntil, type Batch as Cooked } from '@maul/core/kitchen';

/** Rows of stock for what was filled and what was left, by the ids that the batch gave them. */
export const stockOfBatch = (
  id: string,
  batch: Batch,
  cooked: Cooked,
  putAway: string,
): { id: string; content: StockContent }[] => {
  const cookedAt = batch.cookedAt ?? putAway;
  const food = batchFood(id, batch.name, cooked) as PortionFood;
  const holds = [
    ...new Set(batch.parts.filter((p) => p.grams !== null).map((p) => p.food.name.slice(0, 120))),
  ];
  const row = (
    rowId: string,
    change: Pick<StockContent, 'kind' | 'name' | 'grams' | 'division' | 'place' | 'dinerId'>,
  ): { id: string; content: StockContent } => {
    const content = {
      ...change,
      batchId: id,
      food,
      since: putAway,
      thawed: false,
      cookedAt,
      openedAt: null,
      labelUntil: null,
      holds,
    };
    return { id: rowId, content: { ...content, useBy: keepsUntil(content).until } };
  };
  const boxes = batch.boxes.flatMap((box) =>
    box.grams === null
      ? []
      : [
          row(box.id, {
            kind: 'box',
            name: /^Box \d+$/.test(box.label) ? batch.name : `${batch.name}, ${box.label}`.slice(0, 120),
            grams: box.grams,
            division: box.division,
            place: box.place,
            dinerId: box.dinerId,
          }),
        ],
  );
  const left =
    batch.left > 0 && batch.leftStockId !== null
      ? [
          row(batch.leftStockId, {
            kind: 'left',
            name: batch.name,
            grams: batch.left,
            division: 1,
            place: 'fridge',
            dinerId: null,
          }),
        ]
      : [];
  return [...boxes, ...left];
};

/** What the raw foods of a batch take out of packs, the first to expire first. Grams; what no pack holds is taken from none. */
export const takenFromPacks = (
  batch: Batch,
  stock: readonly InStock[],
  now: string,
): { item: InStock; grams: number }[] => {
  const packs = eatingOrder(stock, now).filter(({ item }) => item.kind === 'raw' || item.kind === 'opened');
  const left = new Map(packs.map(({ item }) => [item.id, item.left]));
  return batch.parts.flatMap((part) => {
    let open = part.grams ?? 0;
    return packs.flatMap(({ item }) => {
      const there = left.get(item.id) ?? 0;
      if (item.food.id !== part.food.id || open <= 0 || there <= 0) return [];
      const grams = Math.min(open, there);
      open -= grams;
      left.set(item.id, there - grams);
      return [{ item, grams: Math.round(grams * 100) / 100 }];
    });
  });
};
