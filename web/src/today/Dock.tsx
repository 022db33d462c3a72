import type { DayDocument } from '@maul/contract';
import type { DaySheet, LivePortion } from '@maul/core';
import { useEffect } from 'react';
import { BenchPanel, useBenchMeal, useSimulatedScale } from '../bench/index.ts';

interface DockProps {
  day: DayDocument;
  sheet: DaySheet;
  mealId: string;
  onLive: (live: LivePortion | undefined) => void;
}

/** The bench beside the day: what lies on the scale moves the day's rules. */
const Dock = ({ day, sheet, mealId, onLive }: DockProps) => {
  useSimulatedScale();
  const { portions, current, live } = useBenchMeal(day, mealId);
  useEffect(() => {
    onLive(live);
    return () => onLive(undefined);
  }, [live, onLive]);
  return (
    <BenchPanel sheet={sheet} mealId={mealId} portions={portions} current={current} live={live} size="dock" />
  );
};

export default Dock;
