/** Rows by a key, each list in the order of the rows. */
export const groupBy = <T, K extends string>(rows: readonly T[], keyOf: (row: T) => K): Map<K, T[]> => {
  const map = new Map<K, T[]>();
  for (const row of rows) {
    const list = map.get(keyOf(row));
    if (list) list.push(row);
    else map.set(keyOf(row), [row]);
  }
  return map;
};
