import { whole } from '../units/index.ts';
import { TARGET_KEYS, TARGET_WORDS, type Amounts, type TargetKey } from '../nutrition/index.ts';

/** A stated total that is not the sum of its parts. */
export interface SumConflict {
  key: TargetKey;
  stated: number;
  /** The sum of the parts; at least that where some part does not state it. */
  parts: number;
}

export interface SumAudit {
  conflicts: SumConflict[];
  /** What could not be compared, because a part does not state it. */
  unknown: TargetKey[];
  /** What was found, in a sentence; undefined where nothing was stated. */
  sentence: string | undefined;
}

/** A total may differ from its parts by their rounding: half a gram or half a kcal a part, and half for the total itself. */
const slack = (parts: number): number => 0.5 * (parts + 1);

const unit = (key: TargetKey): string => (key === 'ENERC' ? 'kcal' : 'g');

/**
 * A stated total (a recipe, a menu, a day read from elsewhere) against the sum of its parts, per macro and energy. A total whose energy
 * adds up can still hold the wrong macros: each is compared on its own, beyond what rounding explains. Nothing is overwritten. kcal, g.
 *
 * @example
 * const part = { ENERC: 250, PROCNT: 25, CARB: 30, FAT: 4, FIBTG: undefined };
 * sumAudit({ PROCNT: 60 }, [part, part]).sentence; // => 'Stated protein 60 g, the parts hold 50 g: 10 g too much.'
 */
export const sumAudit = (stated: Partial<Amounts>, parts: readonly Amounts[]): SumAudit => {
  const conflicts: SumConflict[] = [];
  const unknown: TargetKey[] = [];
  const compared: TargetKey[] = [];
  for (const key of TARGET_KEYS) {
    const total = stated[key];
    if (total === undefined) continue;
    const known = parts.flatMap((p) => p[key] ?? []);
    const sum = known.reduce((a, b) => a + b, 0);
    // Parts that are not known can only add to it.
    const over = sum > total + slack(parts.length);
    if (known.length < parts.length && !over) unknown.push(key);
    else if (Math.abs(total - sum) > slack(parts.length)) conflicts.push({ key, stated: total, parts: sum });
    else compared.push(key);
  }
  const said = conflicts.map(({ key, stated: total, parts: sum }) => {
    const off = Math.round(total) - Math.round(sum);
    return `${TARGET_WORDS[key]} ${whole(total)} ${unit(key)}, the parts hold ${whole(sum)} ${unit(key)}: ${whole(Math.abs(off))} ${unit(key)} too ${off > 0 ? 'much' : 'little'}`;
  });
  const open =
    unknown.length === 0
      ? ''
      : ` Not every part states ${unknown.map((k) => TARGET_WORDS[k]).join(' and ')}.`;
  const sentence =
    said.length > 0
      ? `Stated ${said.join('; ')}.${open}`
      : compared.length > 0
        ? `The stated ${compared.map((k) => TARGET_WORDS[k]).join(', ')} are the sum of the parts.${open}`
        : open === ''
          ? undefined
          : open.trim();
  return { conflicts, unknown, sentence };
};
