import { basisOn } from '../../body/index.ts';
import type { Column } from '../../peak/index.ts';
import { addDays } from '../../units/index.ts';
import type { PlanInForce } from '../review.ts';
import { targetsFrom } from '../targets/targets.ts';
import type { Routine } from './mealPattern.ts';
import type { Phase, Season } from './season.ts';

/** Usual are the aims of so many days before the peak week. common practice, no source. */
const DAYS = 14;

/** What the log says is usual: mg of sodium, mL of water, hours of sleep; null is not known. */
export type LoggedUsual = Readonly<Record<'sodium' | 'water' | 'sleep', { mean: number } | null>>;

const meanOf = (values: readonly number[]): number | null =>
  values.length === 0 ? null : Math.round(values.reduce((a, b) => a + b, 0) / values.length);

/** What is usual before a peak week: aims of the plan, the routine, and the log; null is not known, and asked. */
export const usualBefore = (
  { bases, orders, routine }: Omit<PlanInForce, 'season'> & { routine: Routine },
  season: Season,
  phase: Phase,
  { sodium, water, sleep }: LoggedUsual,
): { start: Record<Column, number | null>; weightKg: number | null } => {
  const days = targetsFrom(season, bases, orders, addDays(phase.from, -DAYS), DAYS).filter(
    (d) => d !== undefined,
  );
  const aim = (key: 'CARB' | 'PROCNT' | 'FAT' | 'FIBTG'): number | null =>
    meanOf(days.flatMap((d) => d.windows[key]?.aim ?? []));
  const minutes = (kind: 'cardio' | 'posing'): number | null => {
    const sessions = routine.sessions.filter((s) => s.kind === kind);
    return sessions.length === 0 ? null : Math.round(sessions.reduce((sum, s) => sum + s.minutes, 0) / 7);
  };
  const kg = basisOn(bases, phase.from)?.weightKg;
  return {
    start: {
      carbs: aim('CARB'),
      protein: aim('PROCNT'),
      fat: aim('FAT'),
      fibre: aim('FIBTG'),
      sodium: sodium && Math.round(sodium.mean / 10) * 10,
      water: water && Math.round(water.mean / 50) * 50,
      sleep: sleep && Math.round(sleep.mean * 2) / 2,
      training: null,
      cardio: minutes('cardio'),
      posing: minutes('posing'),
    },
    weightKg: kg === undefined ? null : Math.round(kg * 10) / 10,
  };
};
