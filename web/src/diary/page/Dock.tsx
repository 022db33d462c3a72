import type { DayDocument } from '@maul/contract/diary';
import type { DaySheet } from '@maul/core/diary';
import { useEffect } from 'react';
import { BenchPanel, useBench, useBenchMeal, useScaleSource } from '../../scale/index.ts';
import { useKitchen } from '../../data/kitchen/kitchen.ts';

interface DockProps {
  day: DayDocument;
  sheet: DaySheet;
  mealId: string;
}

/** The bench beside the day: what lies on the scale moves the day's rules. */
const Dock = ({ day, sheet, mealId }: DockProps) => {
  useScaleSource();
  const kitchen = useKitchen(day.athlete.id);
  // Beside the day one weighs into a bowl; the other techniques have room on the bench’s own page.
  useEffect(() => useBench.getState().use('bowl'), []);
  const { portions, current, live } = useBenchMeal(day, mealId);
  return (
    <BenchPanel
      day={day}
      kitchen={kitchen.data}
      sheet={sheet}
      mealId={mealId}
      portions={portions}
      current={current}
      live={live}
      size="dock"
    />
  );
};

export default Dock;
