import { liveNet, type CaptureWay } from '@maul/core/scale';
import { windowState } from '@maul/core/diary';
import { useLayoutEffect, useRef, type KeyboardEvent, type ReactNode } from 'react';
import { benchSpan } from '../../ui/gauge/geometry.ts';
import { Gauge } from '../../ui/gauge/Gauge.tsx';
import { StateGlyph } from '../../ui/gauge/Glyph.tsx';
import { gramsText } from '../../ui/formats/show.ts';
import { whole } from '@maul/core/units';
import { isTyping } from '../../ui/typing.ts';
import { TypedReading } from '../sources/Source.tsx';
import { useBench } from '../store.ts';
import { useAwake, useCues } from './cues.ts';
import { Buttons, Status } from './Hands.tsx';
import { Pan } from './Pan.tsx';
import { useBenchPrefs } from './prefs.ts';
import { Readout } from './Readings.tsx';
import '../bench.css';

export interface WeighAim {
  aim: number;
  low: number;
  high: number;
}

/** How far the pan is from what is wanted, and the rule below it. */
const Toward = ({ aim, way }: { aim: WeighAim; way: CaptureWay }) => {
  const onPan = useBench((s) => liveNet(s.scale) ?? 0);
  const step = useBench((s) => s.scale.reading?.division ?? 1);
  const net = Math.max(0, way === 'take' ? -onPan : onPan);
  const state = windowState(net, aim);
  const off = net - aim.aim;
  const text = gramsText(Number(Math.abs(off).toFixed(step < 1 ? 1 : 0)));
  const { lo, hi } = benchSpan(net, aim.aim);
  return (
    <>
      <div className={`distance is-${state}`}>
        <StateGlyph state={state} k={2.6} />
        <span className="distance-figure">{state === 'short' ? text : `${off < 0 ? '−' : '+'}${text}`}</span>
        <span className="distance-words">
          {state === 'short' ? 'g to go' : state === 'over' ? 'g over' : 'inside'}
          <br />
          <i>
            to {whole(aim.aim)}, {whole(aim.low)}–{whole(aim.high)}
          </i>
        </span>
      </div>
      <Gauge label="On the scale" unit="g" value={net} window={aim} size="hero" lo={lo} hi={hi} labels />
    </>
  );
};

export interface WeighPanelProps {
  /** What is weighed, and where one is in it. */
  name: string;
  beside: string;
  aim: WeighAim | null;
  /** What comes onto the scale, or what leaves it. */
  way?: CaptureWay;
  able: boolean;
  /** What the sentence says while the scale says nothing. */
  hint: string;
  onCapture: (force: boolean) => void;
  /** What stands under the buttons. */
  children?: ReactNode;
}

/** The scale for a batch: the same readout, rule and three buttons as on the bench, for one thing after the other. */
export const WeighPanel = ({
  name,
  beside,
  aim,
  way = 'add',
  able,
  hint,
  onCapture,
  children,
}: WeighPanelProps) => {
  const prefs = useBenchPrefs();
  const said = useBench((s) => s.scale.said);
  const box = useRef<HTMLElement>(null);
  useLayoutEffect(() => box.current?.focus(), []);
  useAwake();
  useCues(
    useBench((s) => s.scale),
    aim?.aim ?? null,
  );
  const keys = (event: KeyboardEvent): void => {
    if (isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
    const { dispatch } = useBench.getState();
    const does: Record<string, () => void> = {
      c: () => able && onCapture(event.shiftKey),
      t: () => dispatch({ type: 'tare' }),
      u: () => dispatch({ type: 'undo' }),
    };
    const act = does[event.key.toLowerCase()];
    if (!act) return;
    event.preventDefault();
    act();
  };
  return (
    <section
      ref={box}
      className={`bench bench-hero weigh-panel${prefs.hand === 'left' ? ' bench-left' : ''}`}
      aria-label="Scale"
      tabIndex={-1}
      onKeyDown={keys}
    >
      <div className="bench-name">
        <b>{name}</b>
        <span className="second">
          {beside !== '' && (
            <>
              {beside}
              <br />
            </>
          )}
          <Status />
        </span>
      </div>
      <Readout size="hero" way={way} />
      {aim && <Toward aim={aim} way={way} />}
      <p className={`bench-said said-${said?.kind ?? 'none'}`} role="status" aria-live="polite">
        {said?.sentence ?? hint}
      </p>
      {prefs.source === 'keyboard' && <TypedReading />}
      <Buttons onCapture={() => onCapture(false)} able={able} />
      {children}
    </section>
  );
};

/** The pan of the simulated scale, where that is the source: it stands below what is looked at. */
export const PanBelow = ({ aim }: { aim: WeighAim | null }) => {
  const simulated = useBenchPrefs((p) => p.source === 'simulated');
  return simulated ? <Pan planned={aim ? Math.round(aim.aim) : null} wide /> : null;
};
