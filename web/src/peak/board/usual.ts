import type { PeakLog } from '@maul/contract/peak';
import type { SeasonDocument } from '@maul/contract/plan';
import { basisOn } from '@maul/core/body';
import type { Column } from '@maul/core/peak';
import { type Phase, type Season, targetsFrom } from '@maul/core/plan';
import { addDays } from '@maul/core/units';

/** Usual are the aims of so many days before the peak week. common practice, no source. */
const DAYS = 14;

const meanOf = (values: readonly number[]): number | null =>
  values.length === 0 ? null : Math.round(values.reduce((a, b) => a + b, 0) / values.length);

/** What is usual before a peak week: aims of the plan, the routine, and the log; null is not known, and asked. */
export const usualBefore = (
  { bases, orders, athlete }: Pick<SeasonDocument, 'bases' | 'orders' | 'athlete'>,
  season: Season,
  phase: Phase,
  log: Pick<PeakLog, 'usual'>,
): { start: Record<Column, number | null>; weightKg: number | null } => {
  const days = targetsFrom(season, bases, orders, addDays(phase.from, -DAYS), DAYS).filter(
    (d) => d !== undefined,
  );
  const aim = (key: 'CARB' | 'PROCNT' | 'FAT' | 'FIBTG'): number | null =>
    meanOf(days.flatMap((d) => d.windows[key]?.aim ?? []));
  const minutes = (kind: 'cardio' | 'posing'): number | null => {
    const sessions = athlete.profile.routine.sessions.filter((s) => s.kind === kind);
    return sessions.length === 0 ? null : Math.round(sessions.reduce((sum, s) => sum + s.minutes, 0) / 7);
  };
  const { sodium, water, sleep } = log.usual;
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
