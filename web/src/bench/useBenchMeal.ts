import type { DayDocument, PortionRow } from '@maul/contract';
import { useEffect, useMemo, useRef } from 'react';
import { captured, savePortion } from '../sync/index.ts';
import { captureChanges, livePortion, READING_MS, SIMULATED, tick, useBench } from './store.ts';

/** Switches the simulated scale on while a bench is shown. */
export const useSimulatedScale = (): void => {
  useEffect(() => {
    const { scale, dispatch } = useBench.getState();
    if (scale.link !== 'live') dispatch({ type: 'connect', source: SIMULATED });
    const timer = setInterval(() => {
      if (useBench.getState().scale.link === 'live') tick();
    }, READING_MS);
    return () => clearInterval(timer);
  }, []);
};

const nextOf = (portions: readonly PortionRow[]): PortionRow | undefined =>
  portions.find((p) => p.grams === null);

/**
 * Joins a meal of the day to the scale: which portion is on, and what is captured or undone goes to the day at once and
 * from there to the outbox.
 */
export const useBenchMeal = (day: DayDocument | undefined, mealId: string | undefined) => {
  const portions = useMemo(
    () => (day && mealId !== undefined ? day.portions.filter((p) => p.mealId === mealId) : []),
    [day, mealId],
  );
  const chosen = useBench((s) => (s.mealId === mealId ? s.portionId : null));
  const current = portions.find((p) => p.id === chosen) ?? nextOf(portions);
  const currentId = current?.id ?? null;
  useEffect(() => {
    if (mealId === undefined) return;
    const bench = useBench.getState();
    if (bench.mealId !== mealId || bench.portionId !== currentId) bench.choose(mealId, currentId);
  }, [mealId, currentId]);

  const latest = useRef({ day, portions });
  useEffect(() => {
    latest.current = { day, portions };
  }, [day, portions]);
  useEffect(
    () =>
      useBench.subscribe((now, before) => {
        if (now.scale.layers === before.scale.layers || now.mealId !== before.mealId) return;
        const { added, removed } = captureChanges(before.scale, now.scale);
        const find = (id: string) => latest.current.portions.find((p) => p.id === id);
        if (!latest.current.day) return;
        for (const layer of added) {
          const portion = find(layer.portionId);
          if (!portion) continue;
          captured(latest.current.day, portion, layer);
          now.name(portion.id, portion.food.name);
          const next = latest.current.portions.find((p) => p.grams === null && p.id !== portion.id);
          now.choose(portion.mealId, next?.id ?? portion.id);
        }
        for (const layer of removed) {
          const portion = find(layer.portionId);
          if (!portion) continue;
          if (portion.plannedGrams !== null)
            savePortion(latest.current.day, portion, {
              grams: null,
              method: null,
              division: null,
              trail: null,
            });
          now.choose(portion.mealId, portion.id);
        }
      }),
    [],
  );
  const scale = useBench((s) => s.scale);
  const live = useMemo(() => livePortion(scale, currentId), [scale, currentId]);
  return { portions, current, live };
};
