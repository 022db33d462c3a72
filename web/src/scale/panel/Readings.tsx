import type { PortionRow } from '@maul/contract/diary';
import { liveNet, showMass, type CaptureWay } from '@maul/core/scale';
import { millilitresOf } from '@maul/core/foods';
import { portionWindow, windowState, type DaySheet } from '@maul/core/diary';
import { type TargetKey } from '@maul/core/nutrition';
import { benchSpan } from '../../ui/gauge/geometry.ts';
import { Gauge } from '../../ui/gauge/Gauge.tsx';
import { StateGlyph } from '../../ui/gauge/Glyph.tsx';
import { gramsText, NUTRIENT_NAMES, standing } from '../../ui/formats/show.ts';
import { whole } from '@maul/core/units';
import { servingText } from '../techniques/serving.ts';
import { useBench } from '../store.ts';

export type BenchSize = 'hero' | 'dock';

export const Readout = ({ size, way }: { size: BenchSize; way: CaptureWay }) => {
  const scale = useBench((s) => s.scale);
  const net = liveNet(scale);
  const [digits = '', unit = ''] =
    net === null || !scale.reading
      ? [scale.reading?.overload ? 'over' : '–', '']
      : showMass(way === 'take' ? -net : net, scale.reading).split(' ');
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

/** A liquid in millilitres too: by its density, or, while none is known, taken as 1 g per mL and said so. */
export const Millilitres = ({ portion, net }: { portion: PortionRow; net: number }) => {
  const { density = null, liquid = false } = portion.food;
  if ((density === null && !liquid) || net <= 0) return null;
  const { millilitres, assumed } = millilitresOf(net, density);
  return (
    <p className="second bench-ml">
      {whole(millilitres)} mL, {assumed ? 'taken as 1 g per mL' : `at ${density ?? 1} g per mL`}
    </p>
  );
};

/** Not every scoop weighs a scoop: what lies on the pan against the serving that is printed. */
export const Serving = ({ portion, net }: { portion: PortionRow; net: number }) => {
  const text = servingText(portion.food.measures ?? [], net);
  return text === null ? null : <p className="second">{text}</p>;
};

/** How far the pan is from the portion's plan, in figures, shape and words. */
export const Distance = ({ net, planned, step }: { net: number; planned: number; step: number }) => {
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

/** The macro a portion is chiefly eaten for, on the day's sheet. */
export const mainKey = (
  portionId: string,
  sheet: DaySheet,
): Extract<TargetKey, 'PROCNT' | 'CARB' | 'FAT'> => {
  const line = sheet.meals.flatMap((m) => m.lines).find((l) => l.id === portionId);
  const share = (key: TargetKey): number => (line?.amounts[key] ?? 0) * (key === 'FAT' ? 9 : 4);
  return (['PROCNT', 'CARB', 'FAT'] as const).reduce(
    (best, key) => (share(key) > share(best) ? key : best),
    'CARB',
  );
};

/** What this amount does to the day, in one line. */
export const Effect = ({
  portion,
  sheet,
  grams,
}: {
  portion: PortionRow;
  sheet: DaySheet;
  grams: number;
}) => {
  const key = mainKey(portion.id, sheet);
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

export const PlanRule = ({ portion, net, size }: { portion: PortionRow; net: number; size: BenchSize }) => {
  const planned = portion.plannedGrams;
  const window = planned === null ? null : portionWindow(planned);
  const { lo, hi } = benchSpan(net, planned);
  return (
    <Gauge
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
