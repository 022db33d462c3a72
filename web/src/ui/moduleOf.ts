import { useEffect, useState } from 'react';

/**
 * A hook for a part that comes as a module of its own: undefined until it is there, then at once. Suspense would hold it back: what follows a
 * placeholder within 300 ms waits for them. A module that cannot be loaded throws where it is used.
 */
export const moduleOf = <T extends object>(load: () => Promise<T>): (() => T | undefined) => {
  let there: T | undefined;
  let asked: Promise<T> | undefined;
  return () => {
    const [found, setFound] = useState<{ module: T } | { error: unknown } | undefined>(
      there && { module: there },
    );
    useEffect(() => {
      let gone = false;
      asked ??= load();
      asked.then(
        (module) => {
          there = module;
          if (!gone) setFound((now) => now ?? { module });
        },
        (error: unknown) => {
          // Asked for again, it may be there.
          asked = undefined;
          if (!gone) setFound({ error });
        },
      );
      return () => {
        gone = true;
      };
    }, []);
    if (found && 'error' in found) throw found.error;
    return found?.module;
  };
};
