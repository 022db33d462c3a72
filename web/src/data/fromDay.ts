import { memo, type FC } from 'react';

const sameIn = <T extends object>(a: T, b: T, keys: readonly (keyof T)[]): boolean =>
  keys.every((key) => a[key] === b[key]);

/**
 * A part of the day's page that is drawn anew only when something it reads of the day changes, or another of its properties. The
 * fields named are those of the part's own type of the day, all of them.
 */
export const fromDay = <P extends { day: object }>(
  fields: Record<keyof P['day'], true>,
  Part: FC<P>,
): FC<P> => {
  const same = (a: P, b: P): boolean =>
    sameIn<P['day']>(a.day, b.day, Object.keys(fields) as (keyof P['day'])[]) &&
    sameIn(
      a,
      b,
      (Object.keys({ ...a, ...b }) as (keyof P)[]).filter((key) => key !== 'day'),
    );
  const Drawn = memo(Part, same) as unknown as FC<P>;
  Drawn.displayName = Part.displayName ?? Part.name;
  return Drawn;
};
