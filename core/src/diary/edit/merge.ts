/** Two changes of one row brought together; or what they collide on, and the row as it is where mine holds there. */
export type Merged<R> = { row: R } | { collide: string[]; mine: R };

/** Alike in content: a database gives the keys of a document back in an order of its own. */
const same = (a: unknown, b: unknown): boolean => {
  const [x, y] = [a ?? null, b ?? null];
  if (x === null || y === null || typeof x !== 'object' || typeof y !== 'object') return Object.is(x, y);
  if (Array.isArray(x) !== Array.isArray(y)) return false;
  const keys = new Set([...Object.keys(x), ...Object.keys(y)]);
  return [...keys].every((key) =>
    same((x as Record<string, unknown>)[key], (y as Record<string, unknown>)[key]),
  );
};

/**
 * Brings together what two hands did to one row: `before` is what both began with, `mine` what I made of it, `theirs` what is kept now.
 * What only one of them changed is taken; what both changed, and not alike, collides. `linked` names fields that go together: a change of
 * one counts as a change of all of them.
 */
export const mergeRow = <R extends object>(
  before: R,
  mine: R,
  theirs: R,
  linked: readonly (readonly (keyof R & string)[])[] = [],
): Merged<R> => {
  const keys = Object.keys(mine) as (keyof R & string)[];
  const single = keys.filter((k) => !linked.some((group) => group.includes(k)));
  const groups = [...linked, ...single.map((k) => [k])];
  const row = { ...theirs };
  const collide: string[] = [];
  for (const group of groups) {
    const iDid = group.some((k) => !same(before[k], mine[k]));
    const theyDid = group.some((k) => !same(before[k], theirs[k]));
    if (!iDid) continue;
    if (theyDid && group.some((k) => !same(mine[k], theirs[k]))) collide.push(...group);
    for (const k of group) row[k] = mine[k];
  }
  return collide.length > 0 ? { collide, mine: row } : { row };
};
