import type { PortionRow } from '@maul/contract';
import {
  liveNet,
  portionWindow,
  showMass,
  taredAt,
  windowState,
  type DaySheet,
  type LivePortion,
  type TargetKey,
} from '@maul/core';
import Button from '@mui/material/Button';
import { useEffect, useRef, type KeyboardEvent } from 'react';
import { benchSpan, Rule, StateGlyph } from '../rule/index.ts';
import { gramsText, NUTRIENT_NAMES, standing, whole } from '../shell/show.ts';
import { Pan } from './Pan.tsx';
import { Stack } from './Stack.tsx';
import { useBench } from './store.ts';
import './bench.css';

export interface BenchPanelProps {
  sheet: DaySheet;
  mealId: string;
  portions: PortionRow[];
  current: PortionRow | undefined;
  live: LivePortion | undefined;
  /** In the dock beside the day the panel is small; on its own page it reads from two metres. */
  size: 'hero' | 'dock';
}

const statusOf = (scale: ReturnType<typeof useBench.getState>['scale']): string => {
  if (scale.link === 'lost') return 'Scale gone';
  if (scale.link === 'absent') return 'No scale';
  if (!scale.reading) return 'Waiting for the scale';
  if (scale.reading.overload) return 'Overload';
  const tared = scale.layers.length > 0 ? `, tared at ${showMass(taredAt(scale), scale.reading)}` : '';
  return `${scale.armed !== null ? `Waits to ${scale.armed.act}` : scale.stable ? 'Scale steady' : 'Scale moving'}${tared}`;
};

const Readout = ({ size }: { size: 'hero' | 'dock' }) => {
  const scale = useBench((s) => s.scale);
  const net = liveNet(scale);
  const [digits = '', unit = ''] =
    net === null || !scale.reading
      ? [scale.reading?.overload ? 'over' : '–', '']
      : showMass(net, scale.reading).split(' ');
  const length = Math.max(3, digits.replace('.', '').length + (digits.includes('.') ? 0.4 : 0));
  return (
    <div className={`readout readout-${size} ${scale.stable ? '' : 'moving'}`}>
      <span
        className="readout-digits"
        data-testid="readout"
        style={{ fontSize: `calc(var(--readout) * ${Math.min(1, 3 / length)})` }}
      >
        {digits}
      </span>
      <span className="readout-unit">{unit}</span>
    </div>
  );
};

/** How far the pan is from the portion's plan, in figures, shape and words. */
const Distance = ({ net, planned, step }: { net: number; planned: number; step: number }) => {
  const window = portionWindow(planned);
  const state = windowState(net, window);
  const off = net - planned;
  const text = `${off < 0 ? '' : '+'}${gramsText(Number(off.toFixed(step < 1 ? 1 : 0)))}`;
  return (
    <div className={`distance is-${state}`}>
      <StateGlyph state={state} k={2.6} />
      <span className="distance-figure">
        {state === 'short' ? gramsText(Number((-off).toFixed(step < 1 ? 1 : 0))) : text}
      </span>
      <span className="distance-words">
        {state === 'short' ? 'g to go' : state === 'over' ? `over ${gramsText(planned)}` : 'on the plan'}
        <br />
        <i>
          {state === 'short' ? `of ${gramsText(planned)}, ` : ''}window {whole(window.low)}–
          {whole(window.high)}
        </i>
      </span>
    </div>
  );
};

const mainKey = (portion: PortionRow, sheet: DaySheet): TargetKey => {
  const line = sheet.meals.flatMap((m) => m.lines).find((l) => l.id === portion.id);
  const share = (key: TargetKey): number => (line?.amounts[key] ?? 0) * (key === 'FAT' ? 9 : 4);
  return (['PROCNT', 'CARB', 'FAT'] as const).reduce(
    (best, key) => (share(key) > share(best) ? key : best),
    'CARB',
  );
};

/** What this amount does to the day, in one line. */
const Effect = ({ portion, sheet, grams }: { portion: PortionRow; sheet: DaySheet; grams: number }) => {
  const key = mainKey(portion, sheet);
  const { lands, landsState, window } = sheet.nutrients[key];
  const per100 = portion.food.per100g;
  const line = sheet.meals.flatMap((m) => m.lines).find((l) => l.id === portion.id);
  const perGram = line && line.grams > 0 ? (line.amounts[key] ?? 0) / line.grams : (per100.PROCNT ?? 0) / 100;
  const off = portion.plannedGrams === null ? grams : grams - portion.plannedGrams;
  const name = portion.food.name.split(',')[0]?.toLowerCase() ?? portion.food.name;
  const tile = NUTRIENT_NAMES[key].tile ?? '';
  const change = off * perGram;
  return (
    <p className={`effect is-${landsState ?? 'short'}`} role="status">
      {landsState && <StateGlyph state={landsState} k={1.35} />}
      <span>
        <b className="effect-what">
          {off < 0 ? '−' : '+'}
          {gramsText(Math.abs(Math.round(off * 10) / 10))} g {name}:
        </b>{' '}
        <span className="effect-change">
          {tile} {change < 0 ? '−' : '+'}
          {Math.abs(change).toFixed(1)}
        </span>
        {window && landsState ? (
          <b>
            , day lands {whole(lands)}, {standing(lands, window, landsState)}
          </b>
        ) : null}
      </span>
    </p>
  );
};

const Rules = ({ portion, net, size }: { portion: PortionRow; net: number; size: 'hero' | 'dock' }) => {
  const planned = portion.plannedGrams;
  const window = planned === null ? null : portionWindow(planned);
  const { lo, hi } = benchSpan(net, planned);
  return (
    <Rule
      label={portion.food.name}
      unit="g"
      value={Math.max(0, net)}
      window={window}
      size={size}
      lo={lo}
      hi={hi}
      labels
    />
  );
};

/** The bench: what the scale says, how far it is, what it does to the day, and the hands' three buttons. */
export const BenchPanel = ({ sheet, mealId, portions, current, live, size }: BenchPanelProps) => {
  const { scale, dispatch } = useBench();
  const box = useRef<HTMLElement>(null);
  useEffect(() => {
    if (size === 'hero') box.current?.focus();
  }, [size]);
  const net = liveNet(scale) ?? 0;
  const meal = sheet.meals.find((m) => m.id === mealId);
  const capture = (force = false): void => {
    if (current) dispatch({ type: 'capture', portionId: current.id, force });
  };
  const keys = (event: KeyboardEvent): void => {
    if (event.target instanceof HTMLInputElement || event.ctrlKey || event.metaKey || event.altKey) return;
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
  return (
    <section ref={box} className={`bench bench-${size}`} aria-label="Bench" tabIndex={-1} onKeyDown={keys}>
      <div className="bench-strip">
        <b>{meal ? `Meal ${meal.number}, ${meal.time}` : 'Bench'}</b>
        <span className="second">{statusOf(scale)}</span>
      </div>
      <div className="bench-name">
        <b>{current?.food.name.split(',')[0] ?? 'All portions are weighed'}</b>
        <span className="second">
          {current
            ? `${current.food.state === 'as sold' ? '' : `${current.food.state}, `}portion ${at} of ${portions.length}`
            : ''}
        </span>
      </div>
      <Readout size={size} />
      {current && current.plannedGrams !== null && (
        <Distance
          net={done ? (current.grams ?? 0) : net}
          planned={current.plannedGrams}
          step={scale.reading?.division ?? 1}
        />
      )}
      {current && <Rules portion={current} net={done ? (current.grams ?? 0) : net} size={size} />}
      {current && (live || done) && (
        <Effect portion={current} sheet={sheet} grams={live?.grams ?? current.grams ?? 0} />
      )}
      <p className={`bench-said said-${scale.said?.kind ?? 'none'}`} role="status" aria-live="polite">
        {scale.said?.sentence ?? (scale.layers.length === 0 ? 'Set a bowl on the scale and tare it.' : '')}
      </p>
      <div className="bench-buttons">
        <Button onClick={() => dispatch({ type: 'undo' })} aria-keyshortcuts="U">
          Undo
        </Button>
        <Button onClick={() => dispatch({ type: 'tare' })} aria-keyshortcuts="T">
          Tare
        </Button>
        <Button variant="contained" onClick={() => capture()} disabled={!current} aria-keyshortcuts="C">
          {scale.armed?.act === 'capture' ? 'Waiting …' : 'Capture'}
        </Button>
      </div>
      <Stack portions={portions} current={current} />
      <Pan current={current} wide={size === 'hero'} />
    </section>
  );
};
