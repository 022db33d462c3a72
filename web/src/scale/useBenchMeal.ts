import type { DayDocument, PortionRow } from '@maul/contract/diary';
import type { Captured } from '@maul/core/scale';
import { toBeWeighed, type LivePortion } from '@maul/core/diary';
import { useEffect, useMemo, useRef } from 'react';
import { sayOnce } from '../data/undo/undo.ts';
import { type IsoDate } from '@maul/core/units';
import { asItStands, asStep, present, withdrawStep } from '../data/undo/steps.ts';
import { tellLive, useLivePortion } from '../data/live.ts';
import { addMeal, addPortion, captured, measuredBy } from '../data/edit.ts';
import { captureChanges, livePortion, useBench, wayOf } from './store.ts';
import { useUnnamed } from './techniques/unnamed.ts';

const nextOf = (portions: readonly PortionRow[]): PortionRow | undefined => portions.find(toBeWeighed);

/** The step of the day that a capture is. One portion lies on the scale once. */
const captureStep = (layer: Captured): string => `capture ${layer.portionId} ${layer.before} ${layer.gross}`;

interface Shown {
  day: DayDocument | undefined;
  mealId: string | undefined;
}
interface Latest {
  day: DayDocument | undefined;
  /** Those of the meal that is weighed. */
  portions: PortionRow[];
}
const portionsOf = (day: DayDocument | undefined, mealId: string | undefined): PortionRow[] =>
  day && mealId !== undefined ? day.portions.filter((p) => p.mealId === mealId) : [];

/** The same as it stands: what is shown may be a moment behind the hands. */
const standing = ({ day: shown, mealId }: Shown): Latest => {
  const day = shown && present(shown);
  return { day, portions: portionsOf(day, mealId) };
};

/** The box that a capture fills, while boxes are filled. */
const boxOf = (id: string) => {
  const { technique, boxes } = useBench.getState();
  return technique === 'boxes' ? boxes.find((b) => b.id === id) : undefined;
};

/** A box for another day: a weighed portion there, in the meal at the same hour or in a new one. */
const keepForDay = ({ day, portions }: Latest, layer: Captured, date: IsoDate): void => {
  const bench = useBench.getState();
  const filled =
    portions.find((p) => p.id === bench.portionId) ?? day?.portions.find((p) => p.id === bench.portionId);
  const meal = day?.meals.find((m) => m.id === bench.mealId);
  if (!day || !filled || !meal) return;
  const place = { date, athlete: day.athlete };
  const there = asItStands(place);
  asStep(
    day,
    filled.food.name,
    () => {
      const mealId = there?.meals.find((m) => m.time === meal.time)?.id ?? addMeal(place, meal.time);
      addPortion(
        { ...place, portions: there?.portions ?? [] },
        mealId,
        { food: filled.food, plannedGrams: null, ...measuredBy(layer) },
        layer.portionId,
      );
    },
    captureStep(layer),
  );
};

/** A capture goes to its portion, to the box it fills, or to what waits for a name. */
const keepCapture = ({ day, portions }: Latest, layer: Captured): void => {
  if (!day) return;
  const bench = useBench.getState();
  const portion = day.portions.find((p) => p.id === layer.portionId);
  const box = boxOf(layer.portionId);
  if (portion) {
    asStep(day, portion.food.name, () => captured(day, portion, layer), captureStep(layer));
    bench.name(portion.id, portion.food.name);
    if (portion.mealId !== bench.mealId || box) return;
    const next = portions.find((p) => toBeWeighed(p) && p.id !== portion.id);
    bench.choose(portion.mealId, next?.id ?? portion.id);
    return;
  }
  if (!box) {
    useUnnamed.getState().add(layer);
    bench.name(layer.portionId, 'Not named yet');
    return;
  }
  bench.name(box.id, box.label);
  if (box.day) return keepForDay({ day, portions }, layer, box.day);
  const filled = day.portions.find((p) => p.id === bench.portionId);
  if (box.mealId !== null && filled)
    asStep(
      day,
      filled.food.name,
      () =>
        addPortion(
          day,
          box.mealId ?? '',
          { food: filled.food, plannedGrams: null, ...measuredBy(layer) },
          layer.portionId,
        ),
      captureStep(layer),
    );
};

/**
 * What is taken back lies on the pan again, and the portion is the row that was there before: a plan, a guess with its ends, an amount by
 * eye. A box that was only filled here is gone.
 */
const undoCapture = ({ day }: Latest, layer: Captured): void => {
  useUnnamed.getState().forget(layer.portionId);
  const portion = day?.portions.find((p) => p.id === layer.portionId);
  if (day && !portion && boxOf(layer.portionId)?.day) withdrawStep(day, captureStep(layer));
  if (!day || !portion) return;
  const taken = withdrawStep(day, captureStep(layer));
  // Left alone, or no longer remembered: either way the day keeps what it says.
  if (taken ? taken.left > 0 : portion.grams !== null)
    sayOnce(`${portion.food.name} was changed since it was captured, and stays as it is.`);
  const bench = useBench.getState();
  if (!boxOf(portion.id)) bench.choose(portion.mealId, portion.id);
};

/** The day behind the bench follows each reading in the same commit as the readout. A scale that talks faster than this, ms a reading, */
const FAST_MS = 45;
/** over so many readings (two of them close together are a browser that was busy) */
const FAST_OF = 5;
/** is followed this often: the readout with every reading, the day a little behind while it is poured. */
const CALM_MS = 120;

const liveNow = (portionId: string | null): LivePortion | undefined => {
  const { scale, technique } = useBench.getState();
  const onPortion = technique === 'bowl' || technique === 'jar';
  return onPortion ? livePortion(scale, portionId, wayOf(technique)) : undefined;
};

/**
 * Tells the day what lies on the pan as one of its portions, by the technique that is in use: at once, so that the readout and the
 * day's rules follow a reading in the same commit; calmly behind a fast scale.
 */
const useTellLive = (portionId: string | null): void => {
  useEffect(() => {
    let last = 0;
    const heard: number[] = [];
    let timer: ReturnType<typeof setTimeout> | undefined;
    const show = (): void => {
      clearTimeout(timer);
      timer = undefined;
      last = performance.now();
      tellLive(liveNow(portionId));
    };
    show();
    const stop = useBench.subscribe((now, before) => {
      // What is captured, tared or undone shows at once.
      if (now.scale.layers !== before.scale.layers || now.technique !== before.technique) return show();
      if (now.scale.reading === before.scale.reading && now.scale.link === before.scale.link) return;
      const at = performance.now();
      const fast = at - (heard[0] ?? -Infinity) < FAST_OF * FAST_MS && heard.length === FAST_OF;
      heard.push(at);
      if (heard.length > FAST_OF) heard.shift();
      if (fast) timer ??= setTimeout(show, Math.max(0, last + CALM_MS - at));
      else show();
    });
    return () => {
      stop();
      clearTimeout(timer);
      tellLive(undefined);
    };
  }, [portionId]);
};

/**
 * Joins a meal of the day to the scale: which portion is on, and what is captured or undone goes to the day at once and
 * from there to the outbox.
 */
export const useBenchMeal = (day: DayDocument | undefined, mealId: string | undefined) => {
  const portions = useMemo(() => portionsOf(day, mealId), [day, mealId]);
  const chosen = useBench((s) => (s.mealId === mealId ? s.portionId : null));
  const current = portions.find((p) => p.id === chosen) ?? nextOf(portions);
  const currentId = current?.id ?? null;
  useEffect(() => {
    if (mealId === undefined) return;
    const bench = useBench.getState();
    if (bench.mealId !== mealId || bench.portionId !== currentId) bench.choose(mealId, currentId);
  }, [mealId, currentId]);

  const latest = useRef<Shown>({ day, mealId });
  useEffect(() => {
    latest.current = { day, mealId };
  }, [day, mealId]);
  useEffect(
    () =>
      useBench.subscribe((now, before) => {
        if (now.scale.layers === before.scale.layers || now.mealId !== before.mealId) return;
        const { added, removed } = captureChanges(before.scale, now.scale);
        for (const layer of added) keepCapture(standing(latest.current), layer);
        for (const layer of removed) undoCapture(standing(latest.current), layer);
      }),
    [],
  );
  useTellLive(currentId);
  const live = useLivePortion();
  return { portions, current, live };
};
