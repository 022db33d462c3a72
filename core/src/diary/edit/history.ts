/** One thing that was done, and every row it touched. `K` names a row, `R` is a row as it is kept. */
export interface Step<R> {
  label: string;
  changes: readonly { key: string; before: R | null; after: R | null }[];
}

/** What was done, and what was taken back and may be done again. */
export interface History<R> {
  done: readonly Step<R>[];
  undone: readonly Step<R>[];
}

/** Steps that are remembered. */
export const HISTORY_LENGTH = 200;

export const NO_HISTORY = { done: [], undone: [] } as const;

/** After a new step nothing can be done again. A step that changes nothing is none. */
export const remembered = <R>(history: History<R>, step: Step<R>): History<R> =>
  step.changes.length === 0 ? history : { done: [...history.done, step].slice(-HISTORY_LENGTH), undone: [] };

/**
 * The last step taken back (or done again): the history after it, and what each row must become. A row that somebody else has changed
 * since is left alone and counted: `now` tells how a row stands, `same` whether that is how the step left it.
 */
export const stepped = <R>(
  history: History<R>,
  way: 'undo' | 'redo',
  now: (key: string) => R | null,
  same: (a: R | null, b: R | null) => boolean,
):
  | { history: History<R>; label: string; rows: { key: string; row: R | null }[]; left: number }
  | undefined => {
  const from = way === 'undo' ? history.done : history.undone;
  const step = from.at(-1);
  if (!step) return undefined;
  const rest = from.slice(0, -1);
  const changes = way === 'undo' ? [...step.changes].reverse() : step.changes;
  const rows: { key: string; row: R | null }[] = [];
  let left = 0;
  for (const { key, before, after } of changes) {
    const [expected, wanted] = way === 'undo' ? [after, before] : [before, after];
    if (same(now(key), expected)) rows.push({ key, row: wanted });
    else left += 1;
  }
  const next =
    way === 'undo'
      ? { done: rest, undone: [...history.undone, step] }
      : { done: [...history.done, step], undone: rest };
  return { history: next, label: step.label, rows, left };
};
