import { windowState, type WindowState } from '@maul/core/diary';
import { type TargetWindow } from '@maul/core/plan';
import { useId, useLayoutEffect, useRef, useState } from 'react';
import { roundStep, scaleEnd, SIZES, ticksBetween, type SizeName } from './geometry.ts';
import './gauge.css';
import { tenth } from '../formats/show.ts';

export interface GaugeProps {
  /** What is measured here, for those who cannot see it. */
  label: string;
  unit: string;
  value: number;
  planned?: number;
  /** Half-width of the band of doubt. */
  spread?: number;
  window: Pick<TargetWindow, 'low' | 'high'> | null;
  /** The window before a change, drawn dashed. */
  oldWindow?: Pick<TargetWindow, 'low' | 'high'>;
  size?: SizeName;
  lo?: number;
  hi?: number;
  /** Fixed width in px; measured from the place it stands in when not given. */
  width?: number;
  labels?: boolean;
  /** Only the poise, no bar: for a scale whose left end means nothing. */
  pointer?: boolean;
  /** How its figures are read, where its unit is not the one they are kept in. */
  show?: (value: number) => string;
  /** How the figures below the rule are written; to a tenth unless given. */
  tick?: (value: number) => string;
  /** Small marks under the body: what was measured before. */
  marks?: readonly number[];
  /** Draws the poise hollow on the edge whatever the state: how it was before a change. */
  history?: boolean;
}

const POISE = 'M0 0 L4.7 -3.8 V-9 H1.7 V-10.8 H3.1 V-13.4 H-3.1 V-10.8 H-1.7 V-9 H-4.7 V-3.8 Z';

/** The rule in words: "89 g carbs, 45 short; lands 150, 4 over". */
export const ruleText = ({ value, planned = 0, window, unit, label, show = tenth }: GaugeProps): string => {
  const say = (v: number): string => {
    if (!window) return '';
    const state = windowState(v, window);
    if (state === 'short') return `, ${show(window.low - v)} short`;
    return state === 'over' ? `, ${show(v - window.high)} over` : ', inside';
  };
  const now = `${show(value)} ${unit} ${label.toLowerCase()}${say(value)}`;
  const lands = planned > 0 ? `; lands ${show(value + planned)}${say(value + planned)}` : '';
  if (!window) return now + lands;
  if (!Number.isFinite(window.high)) return `${now}${lands}; window at least ${show(window.low)}`;
  return `${now}${lands}; window ${show(window.low)} to ${show(window.high)}`;
};

const useWidth = (fixed: number | undefined) => {
  const ref = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(fixed ?? 0);
  useLayoutEffect(() => {
    const box = ref.current;
    if (fixed !== undefined || !box) return;
    const measure = () => setWidth(box.clientWidth);
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(box);
    return () => observer.disconnect();
  }, [fixed]);
  return [ref, fixed ?? width] as const;
};

const Poise = ({
  x,
  y,
  k,
  state,
  fill,
}: {
  x: number;
  y: number;
  k: number;
  state: WindowState | 'planned' | 'plain';
  fill?: string;
}) => (
  <path
    className={`poise poise-${state}`}
    d={POISE}
    fill={fill}
    strokeWidth={1.3 / Math.max(1, Math.sqrt(k))}
    transform={`translate(${x.toFixed(2)} ${y}) scale(${k})${state === 'over' ? ' rotate(16)' : ''}`}
  />
);

/** The measuring rule: a notch is the window, a bar what is eaten, a hatch what is planned, a whisker the doubt, a poise the value. */
export const Gauge = (props: GaugeProps) => {
  const {
    value,
    planned = 0,
    spread = 0,
    window,
    oldWindow,
    size = 'band',
    lo = 0,
    labels = false,
    history = false,
    pointer = false,
  } = props;
  const hi = props.hi ?? scaleEnd(value, planned, window);
  const [ref, w] = useWidth(props.width);
  const id = useId();
  const { top, depth, bar, k, label } = SIZES[size];
  const yNotch = top + depth;
  const yEnd = yNotch + bar + 2;
  const height = yEnd + (spread > 0 ? 7 : 2) + (labels ? label + 3 : 0);
  const x = (v: number): number => Math.max(0, Math.min(w, ((v - lo) / (hi - lo)) * w));
  const state: WindowState = window ? windowState(value, window) : 'short';
  // A floor is a notch that is open to the right, a ceiling one that is open to the left: one jaw each.
  const isFloor = window !== null && !Number.isFinite(window.high);
  const isCeiling = window !== null && !isFloor && window.low === 0 && lo === 0;
  const [a, b] = window
    ? [x(window.low), isFloor ? w : Math.max(x(window.high), x(window.low) + 1.5)]
    : [0, 0];
  const xv = x(value);
  const body = window
    ? `M0 ${top} H${a} V${yNotch} H${b} V${top} H${w} V${yEnd} H0 Z`
    : `M0 ${top} H${w} V${yEnd} H0 Z`;
  const lands = value + planned;
  const landsIn = window !== null && windowState(lands, window) === 'inside';
  const bySize = size === 'hero' || size === 'dock' ? 8 : 5;
  const major = roundStep(hi - lo, Math.min(bySize, Math.max(2, w / 45)));
  const minor = (major / 10 / (hi - lo)) * w >= 3.4 ? major / 10 : major / 5;
  // Two paths hold them all: a rule is drawn anew with every reading of a scale.
  const ticks = { minor: '', major: '' };
  for (const t of ticksBetween(lo, hi, minor)) {
    const at = x(t);
    if (at < 0.5 || at > w - 0.5 || (window && at > a - 0.6 && at < b + 0.6)) continue;
    const onMajor = Math.abs(t / major - Math.round(t / major)) < 1e-6;
    const onMid = Math.abs((2 * t) / major - Math.round((2 * t) / major)) < 1e-6;
    const length = depth * (onMajor ? 0.92 : onMid ? 0.6 : 0.36);
    ticks[onMajor ? 'major' : 'minor'] += `M${at.toFixed(1)} ${top}v${length.toFixed(1)}`;
  }
  const excess = state === 'over' && !pointer && !history;
  const solid = excess ? b : xv;
  const tone = state === 'inside' && !history ? 'verd' : 'ink';
  const xLow = x(value - spread);
  const xHigh = x(value + spread);
  return (
    <div
      ref={ref}
      className="rule"
      role="meter"
      aria-label={props.label}
      aria-valuemin={Math.round(Math.min(lo, value))}
      aria-valuemax={Math.round(Math.max(hi, value))}
      aria-valuenow={Math.round(value * 10) / 10}
      aria-valuetext={ruleText(props)}
    >
      {w > 0 && (
        <svg width={w} height={height} viewBox={`0 0 ${w} ${height}`} aria-hidden focusable="false">
          {planned > 0 && (
            <pattern
              id={`${id}h`}
              width="5"
              height="5"
              patternUnits="userSpaceOnUse"
              patternTransform="rotate(45)"
            >
              <rect width="5" height="5" fill="var(--sheet)" />
              <rect width="2" height="5" fill="var(--brass)" />
            </pattern>
          )}
          {excess && (
            <pattern id={`${id}c`} width="4" height="8" patternUnits="userSpaceOnUse">
              <rect width="2.6" height="8" fill="var(--madder)" />
            </pattern>
          )}
          <path d={body} fill="var(--well)" />
          <g className="ticks">
            <path d={ticks.minor} />
            <path d={ticks.major} className="major" />
          </g>
          {planned > 0 && x(lands) > xv && (
            <rect
              x={xv}
              y={yNotch + 1}
              width={x(lands) - xv}
              height={bar}
              fill={`url(#${id}h)`}
              stroke="var(--brass)"
              strokeWidth=".9"
            />
          )}
          {!pointer && (
            <rect x="0" y={yNotch + 1} width={Math.max(0, solid)} height={bar} fill={`var(--${tone})`} />
          )}
          {excess && (
            <rect x={b} y={yNotch - 1} width={Math.max(0, xv - b)} height={bar + 3} fill={`url(#${id}c)`} />
          )}
          <path d={body} fill="none" stroke="var(--ink)" strokeWidth=".8" />
          {oldWindow && (
            <path
              d={`M${x(oldWindow.low)} ${top - 2} V${yNotch} H${x(oldWindow.high)} V${top - 2}`}
              fill="none"
              stroke="var(--ink)"
              strokeWidth="1.2"
              strokeDasharray="2.5 2"
            />
          )}
          {window && (
            <path
              d={`M${a} ${isCeiling ? yNotch : top - 2} V${yNotch} H${b} ${isFloor ? '' : `V${top - 2}`}`}
              className={isFloor ? 'jaw-floor' : isCeiling ? 'jaw-ceiling' : 'jaws'}
              fill="none"
              stroke="var(--ink)"
              strokeWidth="1.7"
            />
          )}
          {props.marks && <Marks at={props.marks.map(x)} y={yEnd} />}
          {lo > 0 && <BrokenEdge top={top} end={yEnd} />}
          {spread > 0 && xHigh - xLow > 1.6 && (
            <path
              d={`M${xLow} ${yEnd + 4}H${xHigh}M${xLow} ${yEnd + 1.5}v5M${xHigh} ${yEnd + 1.5}v5`}
              stroke="var(--ink)"
              strokeWidth="1.1"
              fill="none"
            />
          )}
          {planned > 0 && (
            <Poise x={x(lands)} y={landsIn ? yNotch : top} k={k} state="planned" fill={`url(#${id}h)`} />
          )}
          {(value > 0 || planned === 0) && (
            <Poise
              x={xv}
              y={state === 'inside' && window && !history ? yNotch : top}
              k={k}
              state={history ? 'short' : window ? state : 'plain'}
            />
          )}
          {labels &&
            ticksBetween(lo, hi, major).map((t) => {
              const at = x(t);
              if (lo > 0 && (at < 16 || at > w - 16)) return null;
              const anchor = at < 8 ? 'start' : at > w - 12 ? 'end' : 'middle';
              return (
                <text key={t} x={at} y={height - 2} fontSize={label} textAnchor={anchor}>
                  {(props.tick ?? tenth)(t)}
                </text>
              );
            })}
        </svg>
      )}
    </div>
  );
};

/** What was measured before, under the body. */
const Marks = ({ at, y }: { at: readonly number[]; y: number }) => (
  <path d={at.map((x) => `M${x.toFixed(1)} ${y}v4`).join('')} stroke="var(--ink)" strokeWidth="1.4" />
);

/** Where the scale does not start at zero. */
const BrokenEdge = ({ top, end }: { top: number; end: number }) => {
  const h = (end - top) / 2 + 3;
  const edge = (from: number) => `M${from} ${top - 3} l6 ${h} l-5 0 l6 ${h}`;
  return (
    <>
      <path d={`${edge(5)} h4 l-6 ${-h} l5 0 l-6 ${-h} z`} fill="var(--paper)" stroke="var(--paper)" />
      <path d={`${edge(5)} ${edge(9)}`} fill="none" stroke="var(--ink)" strokeWidth=".9" />
    </>
  );
};
