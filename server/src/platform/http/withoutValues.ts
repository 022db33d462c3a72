/** What a log may keep of an error: where it happened and of what kind, never a value. A database's message may quote a row. */
export const withoutValues = (error: unknown): object => {
  const from = error as Partial<
    Record<'name' | 'stack' | 'code' | 'table' | 'column' | 'constraint', unknown>
  >;
  const at = typeof from.stack === 'string' ? from.stack.split('\n').filter((l) => /^\s+at /.test(l)) : [];
  const { name, code, table, column, constraint } = from;
  return { name, code, table, column, constraint, at: at.slice(0, 12) };
};
