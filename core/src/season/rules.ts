export type PhaseKind =
  | 'off-season'
  | 'mini-cut'
  | 'cut'
  | 'contest-prep'
  | 'peak-week'
  | 'between-shows'
  | 'post-show'
  | 'maintenance'
  | 'diet-break';

/** How a phase's energy is found. */
export type EnergyRule =
  /** From expenditure and a wanted rate, % of body mass a week. */
  | { kind: 'rate'; percentPerWeek: number }
  /** Expenditure plus a fixed step, kcal; negative takes away. */
  | { kind: 'step'; kcal: number }
  /** Set by hand, kcal. */
  | { kind: 'hand'; kcal: number };

/** Per body mass, carbohydrate the remainder. */
export interface MacroRule {
  kind: 'per-body-mass';
  /** g per kg, of body mass or of fat-free mass. */
  protein: { gPerKg: number; of: 'body' | 'lean' };
  /** g per kg with a floor in grams. */
  fat: { gPerKg: number; of: 'body' | 'lean'; floor: number };
  /** Fibre per 1,000 kcal, or grams a day. */
  fibre: { per1000kcal: number } | { grams: number };
}

/** How far from the aim a window reaches, grams below and above; energy in kcal or as a part of the aim. */
export interface Tolerance {
  protein: { below: number; above: number };
  carbs: { below: number; above: number };
  fat: { below: number; above: number };
  energy: { kcal: number } | { part: number };
}

const even = (g: number) => ({ below: g, above: g });

/**
 * Default widths of the windows by kind of phase: loose in the off-season, 5 g in a cut, a gram or two in peak week.
 * common practice, no source.
 */
export const defaultTolerance = (kind: PhaseKind): Tolerance => {
  if (kind === 'off-season' || kind === 'maintenance' || kind === 'post-show')
    return { protein: { below: 10, above: 20 }, carbs: even(20), fat: even(8), energy: { part: 0.05 } };
  if (kind === 'peak-week') return { protein: even(2), carbs: even(2), fat: even(1), energy: { kcal: 25 } };
  return { protein: even(5), carbs: even(5), fat: even(3), energy: { kcal: 50 } };
};

/**
 * Wanted rate of change by kind of phase, % of body mass a week, low to high.
 * Sources: off-season Iraki 2019; cut and contest prep Helms 2014; mini-cut and post-show common practice, no source.
 */
export const defaultRate = (kind: PhaseKind): { low: number; high: number } => {
  switch (kind) {
    case 'off-season':
      return { low: 0.25, high: 0.5 };
    case 'mini-cut':
      return { low: -1.25, high: -0.7 };
    case 'cut':
    case 'contest-prep':
      return { low: -1, high: -0.5 };
    case 'post-show':
      return { low: 0.25, high: 1 };
    default:
      return { low: -0.25, high: 0.25 };
  }
};
