import type { DayDocument, PortionRow } from '@maul/contract/diary';
import type { Kitchen } from '@maul/contract/foods';
import { liveNet, type CaptureWay } from '@maul/core/scale';
import { toBeWeighed, type DaySheet, type LivePortion } from '@maul/core/diary';
import { useCallback, useEffect, useLayoutEffect, useRef, useState, type KeyboardEvent } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { useUnits } from '../../ui/formats/units.ts';
import { isTyping } from '../../ui/typing.ts';
import { Boxes } from '../techniques/Boxes.tsx';
import { Containers } from '../techniques/Containers.tsx';
import { useAutoCapture } from './autoCapture.ts';
import { useAwake, useCues, type Cue } from './cues.ts';
import { Free } from '../techniques/Free.tsx';
import { MakeRight } from './MakeRight.tsx';
import { Pan } from './Pan.tsx';
import { Pieces } from '../techniques/Pieces.tsx';
import { useBenchPrefs } from './prefs.ts';
import { Distance, Effect, Millilitres, PlanRule, Readout, Serving, type BenchSize } from './Readings.tsx';
import { TypedReading } from '../sources/Source.tsx';
import { Stack } from './Stack.tsx';
import { Buttons, Status } from './Hands.tsx';
import { useBench, wayOf, type Technique } from '../store.ts';
import { Techniques, TECHNIQUES } from '../techniques/Techniques.tsx';
import '../bench.css';

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

const firstWords = (technique: string, empty: boolean): string => {
  const hint = TECHNIQUES.find(([key]) => key === technique)?.[2] ?? '';
  return technique === 'bowl' && empty ? 'Set a bowl on the scale and tare it.' : hint;
};

const Said = ({ technique }: { technique: Technique }) => {
  const said = useBench((s) => s.scale.said);
  const empty = useBench((s) => s.scale.layers.length === 0);
  return (
    <p className={`bench-said said-${said?.kind ?? 'none'}`} role="status" aria-live="polite">
      {said?.sentence ?? firstWords(technique, empty)}
    </p>
  );
};

const OtherUnit = () => {
  const units = useUnits();
  const unit = useBench((s) => (s.scale.link === 'live' ? s.scale.reading?.unit : undefined));
  if (unit === undefined || unit === units.food) return null;
  return (
    <p className="second">
      The scale reads {unit === 'oz' ? 'ounces' : 'grams'}; its unit is shown, grams are kept.
    </p>
  );
};

/** What moves with every reading for the portion that is on. */
const OnPortion = ({
  current,
  sheet,
  live,
  size,
  way,
}: Pick<BenchPanelProps, 'sheet' | 'live' | 'size'> & { current: PortionRow; way: CaptureWay }) => {
  const onPan = useBench((s) => liveNet(s.scale) ?? 0);
  const step = useBench((s) => s.scale.reading?.division ?? 1);
  const done = !toBeWeighed(current);
  const shown = (done ? current.grams : null) ?? (way === 'take' ? -onPan : onPan);
  return (
    <>
      <Millilitres portion={current} net={shown} />
      <Serving portion={current} net={shown} />
      {current.plannedGrams !== null && <Distance net={shown} planned={current.plannedGrams} step={step} />}
      <PlanRule portion={current} net={shown} size={size} />
      {(live ?? done) && <Effect portion={current} sheet={sheet} grams={live?.grams ?? current.grams ?? 0} />}
    </>
  );
};

const Cues = ({ plannedGrams, onCue }: { plannedGrams: number | null; onCue: (cue: Cue | null) => void }) => {
  const cue = useCues(
    useBench((s) => s.scale),
    plannedGrams,
  );
  useEffect(() => onCue(cue), [cue, onCue]);
  return null;
};

/** Takes what lies on the pan as the technique says: the portion, the next box, or something without a name yet. */
const captureNow = (
  technique: Technique,
  current: PortionRow | undefined,
  force = false,
  id?: string,
): void => {
  const { scale, boxes, dispatch } = useBench.getState();
  if (technique === 'free') return dispatch({ type: 'capture', portionId: id ?? uuidv7(), force });
  if (technique === 'boxes') {
    const filled = (box: string) => scale.layers.some((l) => l.kind === 'portion' && l.portionId === box);
    const target = id ?? boxes.find((b) => !filled(b.id))?.id;
    // A box on the pan is filled from above; a pot on the pan is emptied from it.
    const way = (liveNet(scale) ?? 0) < 0 ? 'take' : 'add';
    if (target !== undefined) dispatch({ type: 'capture', portionId: target, force, way });
    return;
  }
  if (current) dispatch({ type: 'capture', portionId: current.id, force, way: wayOf(technique) });
};

/** The bench: what the scale says, how far it is, what it does to the day, and the hands' three buttons. */
export const BenchPanel = (props: BenchPanelProps) => {
  const { day, sheet, kitchen, mealId, portions, current, live, size } = props;
  const technique = useBench((s) => s.technique);
  const prefs = useBenchPrefs();
  const box = useRef<HTMLElement>(null);
  const [cue, setCue] = useState<Cue | null>(null);
  const hero = size === 'hero';
  // Before anything can be pressed: a focus that comes late would take the key from a button.
  useLayoutEffect(() => {
    if (hero) box.current?.focus();
  }, [hero]);
  useAwake();
  const onPortion = technique === 'bowl' || technique === 'jar';
  const capture = useCallback(() => captureNow(technique, current), [technique, current]);
  const takes = technique === 'bowl' && current !== undefined && toBeWeighed(current);
  useAutoCapture(takes ? current.id : null, takes ? current.plannedGrams : null, capture);
  const keys = (event: KeyboardEvent): void => {
    if (isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
    const { dispatch } = useBench.getState();
    const key = event.key.toLowerCase();
    const does: Record<string, () => void> = {
      c: () => captureNow(technique, current, event.shiftKey),
      t: () => dispatch({ type: 'tare' }),
      u: () => dispatch({ type: 'undo' }),
    };
    if (!does[key]) return;
    event.preventDefault();
    does[key]();
  };
  const meal = sheet.meals.find((m) => m.id === mealId);
  const at = current ? portions.indexOf(current) + 1 : 0;
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
      <Cues plannedGrams={technique === 'bowl' ? (current?.plannedGrams ?? null) : null} onCue={setCue} />
      <div className="bench-strip">
        <b>{meal ? `Meal ${meal.number}, ${meal.time}` : 'Bench'}</b>
        <Status />
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
      <Readout size={size} way={wayOf(technique)} />
      <OtherUnit />
      {current && onPortion && (
        <OnPortion current={current} sheet={sheet} live={live} size={size} way={wayOf(technique)} />
      )}
      <Said technique={technique} />
      <MakeRight day={day} sheet={sheet} />
      {prefs.source === 'keyboard' && <TypedReading />}
      <Buttons onCapture={capture} able={current !== undefined || technique === 'free'} />
      {hero && <Techniques />}
      {hero && technique === 'boxes' && current && (
        <Boxes
          day={day}
          sheet={sheet}
          current={current}
          onFill={(id) => captureNow(technique, current, false, id)}
        />
      )}
      {hero && technique === 'pieces' && current && <Pieces key={current.id} day={day} current={current} />}
      <Containers athleteId={day.athlete.id} kitchen={kitchen} />
      {hero && <Free day={day} mealId={mealId} />}
      <Stack portions={portions} current={technique === 'free' ? undefined : current} />
      {prefs.source === 'simulated' && <Pan planned={current?.plannedGrams ?? null} wide={hero} />}
    </section>
  );
};
