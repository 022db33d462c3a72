import type { CarbBasis } from '../nutrition/index.ts';
import type { IsoDate } from '../units/index.ts';

/** Version of the computations; kept with every basis, so that a past figure says what made it. */
export const CORE_VERSION = '0.2.0';

/** How the expenditure of a basis came to be known. */
export const EXPENDITURE_SOURCES = ['equation', 'known', 'balance', 'filter', 'carried'] as const;
export type ExpenditureSource = (typeof EXPENDITURE_SOURCES)[number];

/** Those that the log itself tells: the balance of 28 days, as it was until the filter came, and the filter. */
export const MEASURED_SOURCES: readonly ExpenditureSource[] = ['balance', 'filter'];

/** The body figures that targets were made from, kept as they were. */
export interface BodyBasis {
  id: string;
  from: IsoDate;
  weightKg: number;
  /** Fat-free mass, kg; null when it is not known. */
  leanKg: number | null;
  /** kcal a day, as the log counts them. */
  expenditure: number;
  /** Standard uncertainty of the expenditure, kcal. */
  expenditureSd: number;
  carbBasis: CarbBasis;
  expenditureFrom: ExpenditureSource;
}

/**
 * The basis in force on a date: of the last starting date on or before it the last one written (later in the list), or the
 * earliest there is for days before. Undefined only when there is none at all.
 */
export const basisOn = (bases: readonly BodyBasis[], date: IsoDate): BodyBasis | undefined => {
  let found: BodyBasis | undefined;
  let first: BodyBasis | undefined;
  for (const basis of bases) {
    if (!first || basis.from < first.from) first = basis;
    if (basis.from <= date && (!found || basis.from >= found.from)) found = basis;
  }
  return found ?? first;
};

/** The carbohydrate that an athlete counts on a date: that of the basis in force, total where there is none yet. */
export const carbBasisOn = (bases: readonly BodyBasis[], date: IsoDate): CarbBasis =>
  basisOn(bases, date)?.carbBasis ?? 'total';
