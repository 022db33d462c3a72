/** Does work that only one window of this browser is to do at a time; a window that comes meanwhile leaves it. Where the browser knows no locks each does it. */
export const inOneWindow = async (what: string, work: () => Promise<void>): Promise<void> => {
  // The type says that it is always there; over plain http to another machine it is not.
  const { locks } = navigator as { locks?: LockManager };
  if (!locks) return work();
  await locks.request(`maul ${what}`, { ifAvailable: true }, async (lock) => {
    if (lock) await work();
  });
};
