import type { DayDocument, Kitchen, PortionRow } from '@maul/contract';
import { liveNet, showMass, taredAt, type DaySheet, type LivePortion, type ScaleState } from '@maul/core';
import Button from '@mui/material/Button';
import { useEffect, useRef, type KeyboardEvent } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { useUnits } from '../shell/units.ts';
import { Boxes } from './Boxes.tsx';
import { Containers } from './Containers.tsx';
import { useAwake, useCues } from './cues.ts';
import { Free } from './Free.tsx';
import { MakeRight } from './MakeRight.tsx';
import { Pan } from './Pan.tsx';
import { Pieces } from './Pieces.tsx';
import { useBenchPrefs } from './prefs.ts';
import { Distance, Effect, Millilitres, PlanRule, Readout, type BenchSize } from './Readings.tsx';
import { TypedReading } from './Source.tsx';
import { Stack } from './Stack.tsx';
import { useBench, wayOf } from './store.ts';
import { Techniques, TECHNIQUES } from './Techniques.tsx';
import './bench.css';

export interface BenchPanelProps {
  day: DayDocument;
  sheet: DaySheet;
  kitchen: Kitchen | undefined;
  mealId: string;
  portions: PortionRow[];
  current: PortionRow | undefined;
  live: LivePortion | undefined;
  /** In the dock beside the day the panel is small; on its own page it reads from two metres. */
  size: BenchSize;
}

const statusOf = (scale: ScaleState): string => {
  if (scale.link === 'lost') return 'Scale gone';
  if (scale.link === 'absent') return 'No scale';
  if (!scale.reading) return 'Waiting for the scale';
  if (scale.reading.overload) return 'Overload';
  const tared = scale.layers.length > 0 ? `, tared at ${showMass(taredAt(scale), scale.reading)}` : '';
  return `${scale.armed !== null ? `Waits to ${scale.armed.act}` : scale.stable ? 'Scale steady' : 'Scale moving'}${tared}`;
};

/** Typing in a field is typing, not weighing. */
const types = (target: EventTarget): boolean =>
  target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement;

const firstWords = (technique: string, empty: boolean): string => {
  const hint = TECHNIQUES.find(([key]) => key === technique)?.[2] ?? '';
  return technique === 'bowl' && empty ? 'Set a bowl on the scale and tare it.' : hint;
};

/** The bench: what the scale says, how far it is, what it does to the day, and the hands' three buttons. */
export const BenchPanel = (props: BenchPanelProps) => {
  const { day, sheet, kitchen, mealId, portions, current, live, size } = props;
  const { scale, dispatch, technique } = useBench();
  const prefs = useBenchPrefs();
  const units = useUnits();
  const box = useRef<HTMLElement>(null);
  const hero = size === 'hero';
  useEffect(() => {
    if (hero) box.current?.focus();
  }, [hero]);
  useAwake();
  const way = wayOf(technique);
  const cue = useCues(scale, technique === 'bowl' ? (current?.plannedGrams ?? null) : null);
  const onPan = liveNet(scale) ?? 0;
  const net = way === 'take' ? -onPan : onPan;
  const meal = sheet.meals.find((m) => m.id === mealId);
  const onPortion = technique === 'bowl' || technique === 'jar';
  const capture = (force = false, id?: string): void => {
    if (technique === 'free') dispatch({ type: 'capture', portionId: id ?? uuidv7(), force });
    else if (technique === 'boxes') {
      const open = useBench
        .getState()
        .boxes.find((b) => !scale.layers.some((l) => l.kind === 'portion' && l.portionId === b.id));
      const target = id ?? open?.id;
      // A box on the pan is filled from above; a pot on the pan is emptied from it.
      if (target) dispatch({ type: 'capture', portionId: target, force, way: onPan < 0 ? 'take' : 'add' });
    } else if (current) dispatch({ type: 'capture', portionId: current.id, force, way });
  };
  const keys = (event: KeyboardEvent): void => {
    if (types(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
    const key = event.key.toLowerCase();
    const does: Record<string, () => void> = {
      c: () => capture(event.shiftKey),
      t: () => dispatch({ type: 'tare' }),
      u: () => dispatch({ type: 'undo' }),
    };
    if (!does[key]) return;
    event.preventDefault();
    does[key]();
  };
  const at = current ? portions.indexOf(current) + 1 : 0;
  const done = current?.grams !== null && current !== undefined;
  const shown = done ? (current.grams ?? 0) : net;
  const otherUnit = scale.reading && scale.reading.unit !== units.food && scale.link === 'live';
  const looks = [
    'bench',
    `bench-${size}`,
    prefs.large && hero ? 'bench-large' : '',
    prefs.hand === 'left' ? 'bench-left' : '',
  ];
  return (
    <section
      ref={box}
      className={looks.filter((c) => c !== '').join(' ')}
      aria-label="Bench"
      tabIndex={-1}
      onKeyDown={keys}
      data-cue={cue ?? undefined}
    >
      <div className="bench-strip">
        <b>{meal ? `Meal ${meal.number}, ${meal.time}` : 'Bench'}</b>
        <span className="second">{statusOf(scale)}</span>
      </div>
      <div className="bench-name">
        <b>
          {technique === 'free'
            ? 'To be named'
            : (current?.food.name.split(',')[0] ?? 'All portions are weighed')}
        </b>
        <span className="second">
          {current && technique !== 'free'
            ? `${current.food.state === 'as sold' ? '' : `${current.food.state}, `}portion ${at} of ${portions.length}`
            : ''}
        </span>
      </div>
      <Readout size={size} way={way} />
      {otherUnit && (
        <p className="second">
          The scale reads {scale.reading?.unit === 'oz' ? 'ounces' : 'grams'}; its unit is shown, grams are
          kept.
        </p>
      )}
      {current && onPortion && <Millilitres portion={current} net={shown} />}
      {current && onPortion && current.plannedGrams !== null && (
        <Distance net={shown} planned={current.plannedGrams} step={scale.reading?.division ?? 1} />
      )}
      {current && onPortion && <PlanRule portion={current} net={shown} size={size} />}
      {current && onPortion && (live || done) && (
        <Effect portion={current} sheet={sheet} grams={live?.grams ?? current.grams ?? 0} />
      )}
      <p className={`bench-said said-${scale.said?.kind ?? 'none'}`} role="status" aria-live="polite">
        {scale.said?.sentence ?? firstWords(technique, scale.layers.length === 0)}
      </p>
      <MakeRight day={day} sheet={sheet} />
      {prefs.source === 'keyboard' && <TypedReading />}
      <div className="bench-buttons">
        <Button onClick={() => dispatch({ type: 'undo' })} aria-keyshortcuts="U">
          Undo
        </Button>
        <Button onClick={() => dispatch({ type: 'tare' })} aria-keyshortcuts="T">
          Tare
        </Button>
        <Button
          variant="contained"
          onClick={() => capture()}
          disabled={!current && technique !== 'free'}
          aria-keyshortcuts="C"
        >
          {scale.armed?.act === 'capture' ? 'Waiting …' : 'Capture'}
        </Button>
      </div>
      {hero && <Techniques />}
      {hero && technique === 'boxes' && current && (
        <Boxes day={day} sheet={sheet} current={current} onFill={(id) => capture(false, id)} />
      )}
      {hero && technique === 'pieces' && current && <Pieces key={current.id} day={day} current={current} />}
      <Containers athleteId={day.athlete.id} kitchen={kitchen} />
      {hero && <Free day={day} mealId={mealId} />}
      <Stack portions={portions} current={technique === 'free' ? undefined : current} />
      {prefs.source === 'simulated' && <Pan current={current} wide={hero} />}
    </section>
  );
};
