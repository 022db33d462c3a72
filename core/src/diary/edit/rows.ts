/** A meal as it is kept. Rows may carry more: what is not named here goes along untouched. */
export interface DiaryMeal {
  id: string;
  day: string;
  /** HH:MM. */
  time: string;
  eaten: boolean;
}

/** A portion as it is kept. */
export interface DiaryPortion {
  id: string;
  mealId: string;
  position: number;
  plannedGrams: number | null;
  grams: number | null;
}

/** The rows of a day, or of several. */
export interface DiaryRows<M extends DiaryMeal, P extends DiaryPortion> {
  meals: readonly M[];
  portions: readonly P[];
}

/** One row before and after a change; null before it was there, or when it is gone. */
export type DiaryChange<M extends DiaryMeal, P extends DiaryPortion> =
  | { table: 'meal'; id: string; before: M | null; after: M | null }
  | { table: 'portion'; id: string; before: P | null; after: P | null };

const put = <R extends { id: string }>(rows: readonly R[], id: string, after: R | null): R[] => {
  const at = rows.findIndex((r) => r.id === id);
  if (after === null) return rows.filter((r) => r.id !== id);
  return at < 0 ? [...rows, after] : rows.map((r, i) => (i === at ? after : r));
};

/** The rows with changes made, in their order. */
export const withChanges = <M extends DiaryMeal, P extends DiaryPortion>(
  rows: DiaryRows<M, P>,
  changes: readonly DiaryChange<M, P>[],
): DiaryRows<M, P> => {
  let { meals, portions } = rows;
  for (const change of changes)
    if (change.table === 'meal') meals = put(meals, change.id, change.after);
    else portions = put(portions, change.id, change.after);
  return { meals, portions };
};

/** The changes that take changes back. */
export const takenBack = <M extends DiaryMeal, P extends DiaryPortion>(
  changes: readonly DiaryChange<M, P>[],
): DiaryChange<M, P>[] =>
  [...changes].reverse().map((c) => ({ ...c, before: c.after, after: c.before }) as DiaryChange<M, P>);
