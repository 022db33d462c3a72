import { type ComponentType, type ReactNode, useEffect, useState } from 'react';

/**
 * A part of the page that comes as a module of its own, with what stands in its place until it is there. Not `lazy` under `Suspense`: that holds back
 * for 300 ms what follows a placeholder, so each dialog would open that much later. A module that cannot be loaded throws where it is used.
 *
 * @example
 * const QuickLine = partOf(() => import('../quick/QuickLine.tsx'), <div className="quick" />);
 */
export const partOf = <P extends object>(
  load: () => Promise<{ default: ComponentType<P> }>,
  placeholder: ReactNode = null,
): ComponentType<P> => {
  let there: ComponentType<P> | undefined;
  let asked: Promise<ComponentType<P>> | undefined;
  const ask = (): Promise<ComponentType<P>> =>
    (asked ??= load().then(
      (module) => (there = module.default),
      (error: unknown) => {
        // Asked for again, it may be there.
        asked = undefined;
        throw error;
      },
    ));
  const Part = (props: P) => {
    const [found, setFound] = useState<{ Own: ComponentType<P> } | { error: unknown } | undefined>(
      there && { Own: there },
    );
    useEffect(() => {
      let gone = false;
      const say = (one: NonNullable<typeof found>): void => {
        if (!gone) setFound((now) => now ?? one);
      };
      ask().then(
        (Own) => say({ Own }),
        (error: unknown) => say({ error }),
      );
      return () => {
        gone = true;
      };
    }, []);
    if (!found) return placeholder;
    if ('error' in found) throw found.error;
    return <found.Own {...props} />;
  };
  return Part;
};
