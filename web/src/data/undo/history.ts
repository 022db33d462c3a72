/**
 * The one history of Maul: the day, the bench and the season keep what was done as steps, each with every row it touched before and
 * after it, and take steps back and do them again by the same functions.
 *
 *   done [a b c]  undone []        -- undo -->   done [a b]  undone [c]
 *   done [a b]    undone [c]       -- redo -->   done [a b c]  undone []
 *   done [a b]    undone [c]       -- a new step d -->   done [a b d]  undone []
 *   done [a b c]  undone []        -- b withdrawn -->   done [a c]  undone []
 */

/** One thing that was done, and every row it touched. `R` is a row as it is kept; null stands for a row that is not there. */
export interface Step<R> {
  label: string;
  /** By which a single step can be withdrawn later, wherever it stands in the history. */
  id?: string;
  /** Steps of one tag in a row are one step: typing into one field. */
  tag?: string;
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

/** The changes of two steps in a row as those of one: each row from before the first to after the last. */
const joined = <R>(first: Step<R>, second: Step<R>): Step<R> => {
  const changes = new Map(first.changes.map((change) => [change.key, change]));
  for (const change of second.changes)
    changes.set(change.key, { ...change, before: (changes.get(change.key) ?? change).before });
  return { ...second, changes: [...changes.values()] };
};

/** The history with a new step; after it nothing can be done again. A step that changes nothing is none. */
export const remembered = <R>(history: History<R>, step: Step<R>): History<R> => {
  if (step.changes.length === 0) return history;
  const last = history.done.at(-1);
  const goesOn = last !== undefined && step.tag !== undefined && step.tag !== '' && step.tag === last.tag;
  const done = goesOn ? [...history.done.slice(0, -1), joined(last, step)] : [...history.done, step];
  return { done: done.slice(-HISTORY_LENGTH), undone: [] };
};

/** What each row of a step must become, and how many were changed since and are left alone. */
const rowsOf = <R>(
  step: Step<R>,
  way: 'undo' | 'redo',
  now: (key: string) => R | null,
  same: (a: R | null, b: R | null) => boolean,
): { rows: { key: string; row: R | null }[]; left: number } => {
  const changes = way === 'undo' ? [...step.changes].reverse() : step.changes;
  const rows: { key: string; row: R | null }[] = [];
  let left = 0;
  for (const { key, before, after } of changes) {
    const [expected, wanted] = way === 'undo' ? [after, before] : [before, after];
    if (same(now(key), expected)) rows.push({ key, row: wanted });
    else left += 1;
  }
  return { rows, left };
};

export interface Stepped<R> {
  history: History<R>;
  label: string;
  rows: { key: string; row: R | null }[];
  /** Rows that somebody has changed since, and that are left alone. */
  left: number;
}

/**
 * The last step taken back (or done again): the history after it, and what each row must become. A row that somebody else has changed
 * since is left alone and counted: `now` tells how a row stands, `same` whether that is how the step left it.
 */
export const stepped = <R>(
  history: History<R>,
  way: 'undo' | 'redo',
  now: (key: string) => R | null,
  same: (a: R | null, b: R | null) => boolean,
): Stepped<R> | undefined => {
  const from = way === 'undo' ? history.done : history.undone;
  const step = from.at(-1);
  if (!step) return undefined;
  const rest = from.slice(0, -1);
  const next =
    way === 'undo'
      ? { done: rest, undone: [...history.undone, step] }
      : { done: [...history.done, step], undone: rest };
  return { history: next, label: step.label, ...rowsOf(step, way, now, same) };
};

/**
 * One step taken back by its id, wherever it stands: its rows become what they were before it, unless they were changed since. It
 * leaves the history and cannot be done again. Undefined when it is not remembered.
 */
export const withdrawn = <R>(
  history: History<R>,
  id: string,
  now: (key: string) => R | null,
  same: (a: R | null, b: R | null) => boolean,
): Stepped<R> | undefined => {
  const step = history.done.findLast((one) => one.id === id);
  if (!step) return undefined;
  const next = { ...history, done: history.done.filter((one) => one !== step) };
  return { history: next, label: step.label, ...rowsOf(step, 'undo', now, same) };
};
