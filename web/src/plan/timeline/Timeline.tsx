import { addDays, daysBetween, type IsoDate } from '@maul/core/units';
import {
  edgeBounds,
  phaseName,
  phasesInOrder,
  type Phase,
  type Season,
  type SeasonEvent,
} from '@maul/core/plan';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import {
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type PointerEvent,
} from 'react';
import { v7 as uuidv7 } from 'uuid';
import { datesInWords, shortDate, weeksAndDays } from '../../ui/formats/show.ts';
import { applySeason, select, useEditor, type Selected } from '../editor.ts';
import { dragSeason, lengthText, monthStarts, timelineSpan, weeksOut, type Drag } from './timelineScale.ts';

const TOP = 44;
const BAR = 58;
/** Under the bar the grips of its ends, under them the months. */
const GRIP = 26;
const HEIGHT = TOP + BAR + GRIP + 20;
/** A week is never narrower than a finger needs. */
const LEAST_PX = 24.5 / 7;
const STEPS: Readonly<Record<string, number>> = { ArrowLeft: -1, ArrowRight: 1, PageUp: -7, PageDown: 7 };

type Hold = Drag extends infer D ? (D extends Drag ? Omit<D, 'days'> : never) : never;

/** The planned change of body mass, % a week, where the energy rule says one. */
const rateOf = (phase: Phase): number => (phase.energy.kind === 'rate' ? phase.energy.percentPerWeek : 0);

const rateText = (phase: Phase): string => {
  const rate = rateOf(phase);
  return rate === 0 ? '' : `${rate > 0 ? '+' : '−'}${Math.abs(rate)} % a week`;
};

interface Scale {
  from: IsoDate;
  px: number;
  x: (date: IsoDate) => number;
}

/** Weeks out above, months below, the stretches between them: what is over is solid, what is to come hatched. */
const Ruler = ({
  season,
  scale,
  days,
  today,
}: {
  season: Season;
  scale: Scale;
  days: number;
  today: IsoDate;
}) => {
  const { px, x, from } = scale;
  const width = days * px;
  const ticks = useMemo(() => weeksOut(season, from), [season, from]);
  const every = px * 7 >= 26 ? 1 : px * 7 >= 12 ? 2 : 4;
  const now = x(today);
  return (
    <svg className="timeline-drawing" width={width} height={HEIGHT} aria-hidden focusable="false">
      <defs>
        <pattern
          id="season-hatch"
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width="2" height="6" fill="var(--brass)" />
        </pattern>
      </defs>
      {ticks.map(({ date, out }) => {
        const major = out % 4 === 0;
        return (
          <g key={date}>
            <path
              d={`M${x(date)} ${TOP}v${major ? -10 : -5}`}
              stroke="var(--ink)"
              strokeWidth={major ? 1 : 0.7}
            />
            {out > 0 && out % (every * 2) === 0 && (
              <text x={x(date)} y={TOP - 13} textAnchor="middle">
                {out}
              </text>
            )}
          </g>
        );
      })}
      {season.phases.map((phase) => {
        const [a, b] = [x(phase.from), x(addDays(phase.to, 1))];
        const done = Math.max(a, Math.min(b, now));
        const middle = TOP + 31;
        const rise = Math.max(-12, Math.min(12, (rateOf(phase) * daysBetween(phase.from, phase.to)) / 8));
        return (
          <g key={phase.id}>
            <rect
              x={a}
              y={TOP}
              width={b - a}
              height={BAR}
              fill="var(--well)"
              stroke="var(--ink)"
              strokeWidth=".8"
            />
            {done > a && <rect x={a} y={TOP + BAR - 8} width={done - a} height="8" fill="var(--ink)" />}
            {b > done && (
              <rect x={done} y={TOP + BAR - 8} width={b - done} height="8" fill="url(#season-hatch)" />
            )}
            <path
              d={`M${a + 3} ${middle + rise / 2 + 9}L${b - 3} ${middle - rise / 2 + 9}`}
              stroke="var(--ink3)"
              strokeWidth="1.2"
            />
          </g>
        );
      })}
      {monthStarts(from, days).map((date) => (
        <g key={date}>
          <path d={`M${x(date)} ${TOP + BAR}v${GRIP + 6}`} stroke="var(--line)" strokeWidth=".8" />
          <text x={x(date) + 3} y={TOP + BAR + GRIP + 14}>
            {new Intl.DateTimeFormat('en-GB', {
              month: px > 1.4 ? 'short' : 'narrow',
              year: date.slice(5, 7) === '01' ? 'numeric' : undefined,
              timeZone: 'UTC',
            }).format(new Date(`${date}T00:00:00Z`))}
          </text>
        </g>
      ))}
      <path d={`M${now} ${TOP - 4}V${TOP + BAR + 8}`} stroke="var(--ink)" strokeWidth="2" />
      <path
        d="M0 0 L4.7 -3.8 V-9 H1.7 V-10.8 H3.1 V-13.4 H-3.1 V-10.8 H-1.7 V-9 H-4.7 V-3.8 Z"
        transform={`translate(${now} ${TOP - 1}) scale(1.2)`}
        fill="var(--ink)"
      />
    </svg>
  );
};

interface PieceProps {
  season: Season;
  scale: Scale;
  /** Width of the whole timeline, px. */
  width: number;
  today: IsoDate;
  selected: Selected;
  grab: (event: PointerEvent<HTMLElement>, hold: Hold) => void;
  step: (event: KeyboardEvent<HTMLElement>, hold: Hold) => void;
}

const PhasePiece = ({ phase, season, scale, today, selected, grab, step }: PieceProps & { phase: Phase }) => {
  const [a, b] = [scale.x(phase.from), scale.x(addDays(phase.to, 1))];
  const chosen = selected?.kind === 'phase' && selected.id === phase.id;
  const name = phaseName(phase);
  const movable = phase.from >= today;
  const hold: Hold = { what: 'phase', id: phase.id };
  const end = edgeBounds(season, phase.id, 'to', today);
  const edge: Hold = { what: 'edge', id: phase.id, edge: 'to' };
  return (
    <>
      <button
        type="button"
        className={`stretch ${chosen ? 'stretch-chosen' : ''} ${movable ? 'stretch-movable' : ''}`}
        style={{ left: a, width: b - a, top: TOP, height: BAR }}
        aria-pressed={chosen}
        aria-label={`${name}, ${shortDate(phase.from)} to ${shortDate(phase.to)}, ${lengthText(phase)}${movable ? '. Arrow keys move it' : ''}`}
        title={`${name}, ${lengthText(phase)}`}
        onClick={() => select({ kind: 'phase', id: phase.id })}
        onPointerDown={movable ? (event) => grab(event, hold) : undefined}
        onKeyDown={movable ? (event) => step(event, hold) : undefined}
      >
        {b - a > 30 && <b>{b - a > 62 ? name : name.split(/[ -]/)[0]}</b>}
        {b - a > 92 && (
          <span>
            {lengthText(phase)} <span className="quiet">{b - a > 190 ? rateText(phase) : ''}</span>
          </span>
        )}
      </button>
      {end && (
        <div
          role="slider"
          tabIndex={0}
          className="edge"
          style={{ left: b - 12, top: TOP + BAR + 1 }}
          aria-label={`End of ${name}`}
          aria-valuemin={daysBetween(phase.from, end.min)}
          aria-valuemax={daysBetween(phase.from, end.max)}
          aria-valuenow={daysBetween(phase.from, phase.to)}
          aria-valuetext={`${shortDate(phase.to)}, ${lengthText(phase)}`}
          onPointerDown={(event) => grab(event, edge)}
          onKeyDown={(event) => step(event, edge)}
        />
      )}
    </>
  );
};

const FLAGS: Readonly<Record<SeasonEvent['kind'], string>> = {
  show: 'M1 0V30M1 1H15L11 6L15 11H1Z',
  shoot: 'M1 0V30M1 1H13V10H1Z',
  trip: 'M1 0V30M1 1L12 6L1 11Z',
};

const EventPiece = ({
  event,
  season,
  scale,
  width,
  today,
  selected,
  grab,
  step,
}: PieceProps & { event: SeasonEvent }) => {
  const chosen = selected?.kind === 'event' && selected.id === event.id;
  const movable = event.date >= today;
  const hold: Hold = { what: 'event', id: event.id };
  const days = daysBetween(today, event.date);
  const at = scale.x(event.date) + scale.px / 2 - 1;
  // Near the right end the name stands before its flag.
  const left = at > width - 150;
  // Its name ends before the flag that stands next to it.
  const others = season.events
    .filter((e) => e.id !== event.id)
    .map((e) => scale.x(e.date) + scale.px / 2 - 1);
  const room = Math.min(...others.map((x) => (left ? at - x : x - at)).filter((gap) => gap >= 0), 400) - 24;
  return (
    <button
      type="button"
      className={`flag ${left ? 'flag-left' : ''} ${chosen ? 'flag-chosen' : ''} ${movable ? 'stretch-movable' : ''}`}
      style={left ? { right: width - at - 2, top: 2 } : { left: at, top: 2 }}
      aria-pressed={chosen}
      aria-label={`${event.name}, ${event.kind} on ${shortDate(event.date)}, ${weeksAndDays({ days: Math.abs(days), weeks: Math.floor(Math.abs(days) / 7), restDays: Math.abs(days) % 7 })} ${days < 0 ? 'ago' : 'to go'}${movable ? '. Arrow keys move it, and what hangs on it' : ''}`}
      title={`${event.name}, ${shortDate(event.date)}`}
      onClick={() => select({ kind: 'event', id: event.id })}
      onPointerDown={movable ? (e) => grab(e, hold) : undefined}
      onKeyDown={movable ? (e) => step(e, hold) : undefined}
    >
      <svg width="17" height="34" viewBox="0 0 17 34" aria-hidden focusable="false">
        <path
          d={FLAGS[event.kind]}
          stroke="var(--ink)"
          strokeWidth="1.5"
          fill={event.kind === 'show' ? 'var(--ink)' : 'var(--paper)'}
          strokeDasharray={event.kind === 'trip' ? '3 2' : undefined}
        />
      </svg>
      <span style={{ maxWidth: Math.max(0, room) }}>{event.name}</span>
    </button>
  );
};

/** What stands where after a drag, for the eye and for who listens. */
const saying = (season: Season, drag: Drag): string => {
  if (drag.what === 'event') {
    const event = season.events.find((e) => e.id === drag.id);
    return event ? `${event.name} on ${shortDate(event.date)}` : '';
  }
  const phase = season.phases.find((p) => p.id === drag.id);
  if (!phase) return '';
  const what =
    drag.what === 'edge'
      ? `ends ${shortDate(phase.to)}`
      : `${shortDate(phase.from)} to ${shortDate(phase.to)}`;
  return `${phaseName(phase)} ${what}, ${lengthText(phase)}`;
};

const ZOOMS = [
  ['fit', 'Season'],
  ['quarter', 'Quarter'],
  ['month', 'Month'],
] as const;

/** The season to scale: phases as stretches, events as flags, weeks out, today. By mouse, touch and keys. */
export const Timeline = ({ today }: { today: IsoDate }) => {
  const kept = useEditor((s) => s.season);
  const selected = useEditor((s) => s.selected);
  const [drag, setDrag] = useState<Drag | null>(null);
  const [said, setSaid] = useState('');
  const [zoom, setZoom] = useState<(typeof ZOOMS)[number][0]>('fit');
  const [width, setWidth] = useState(1000);
  const box = useRef<HTMLDivElement>(null);
  const start = useRef(0);
  useLayoutEffect(() => {
    const el = box.current;
    if (!el) return;
    const observer = new ResizeObserver(() => setWidth(el.clientWidth));
    observer.observe(el);
    setWidth(el.clientWidth);
    return () => observer.disconnect();
  }, []);
  const { from, days } = useMemo(() => timelineSpan(kept, today), [kept, today]);
  const px = zoom === 'fit' ? Math.max(LEAST_PX, width / days) : width / (zoom === 'quarter' ? 92 : 31);
  const scale: Scale = { from, px, x: (date) => daysBetween(from, date) * px };
  const moved = useMemo(
    () => (drag ? dragSeason(kept, drag, today, uuidv7) : undefined),
    [kept, drag, today],
  );
  const season = moved?.season ?? kept;
  const todayAt = daysBetween(from, today) * px;
  // Where it does not fit, today is brought into sight: at first, and whenever the scale changes.
  const overflows = days * px > width + 1;
  const sight = `${zoom} ${overflows}`;
  const shown = useRef('');
  useEffect(() => {
    const el = box.current;
    if (!el || shown.current === sight) return;
    shown.current = sight;
    if (overflows) el.scrollLeft = Math.max(0, todayAt - el.clientWidth / 3);
  }, [sight, overflows, todayAt]);

  const grab = (event: PointerEvent<HTMLElement>, hold: Hold): void => {
    if (event.button !== 0) return;
    const target = event.currentTarget;
    target.setPointerCapture(event.pointerId);
    start.current = event.clientX;
    let last: Drag | null = null;
    const move = (e: globalThis.PointerEvent): void => {
      const by = Math.round((e.clientX - start.current) / px);
      if (by === (last?.days ?? 0)) return;
      last = { ...hold, days: by };
      setDrag(last);
    };
    const end = (keep: boolean): void => {
      target.removeEventListener('pointermove', move);
      target.removeEventListener('pointerup', up);
      target.removeEventListener('pointercancel', cancel);
      window.removeEventListener('keydown', escape, true);
      if (keep && last) commit(last);
      setDrag(null);
    };
    const up = (): void => end(true);
    const cancel = (): void => end(false);
    const escape = (e: globalThis.KeyboardEvent): void => {
      if (e.key === 'Escape') end(false);
    };
    target.addEventListener('pointermove', move);
    target.addEventListener('pointerup', up);
    target.addEventListener('pointercancel', cancel);
    window.addEventListener('keydown', escape, true);
  };
  const commit = (what: Drag): void => {
    const found = dragSeason(useEditor.getState().season, what, today, uuidv7);
    applySeason(found.season, `move ${what.id}`);
    setSaid(found.problem ?? saying(found.season, what));
  };
  const step = (event: KeyboardEvent<HTMLElement>, hold: Hold): void => {
    const by = (STEPS[event.key] ?? 0) * (event.shiftKey ? 7 : 1);
    if (by === 0) return;
    event.preventDefault();
    commit({ ...hold, days: by });
  };
  const pieces: PieceProps = { season, scale, width: days * px, today, selected, grab, step };
  return (
    <section className="timeline" aria-label="The season to scale">
      <div className="timeline-head">
        <p className="timeline-said" role="status">
          {datesInWords(drag && moved ? (moved.problem ?? saying(moved.season, drag)) : said)}
        </p>
        <ToggleButtonGroup
          exclusive
          size="small"
          value={zoom}
          aria-label="How much of it"
          onChange={(_, next: typeof zoom | null) => next && setZoom(next)}
        >
          {ZOOMS.map(([value, text]) => (
            <ToggleButton key={value} value={value}>
              {text}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      </div>
      <div className="timeline-scroll" ref={box} tabIndex={-1}>
        <div
          className={drag ? 'timeline-body timeline-dragging' : 'timeline-body'}
          style={{ width: days * px, height: HEIGHT }}
        >
          <Ruler season={season} scale={scale} days={days} today={today} />
          {phasesInOrder(season).map((phase) => (
            <PhasePiece key={phase.id} phase={phase} {...pieces} />
          ))}
          {season.events.map((event) => (
            <EventPiece key={event.id} event={event} {...pieces} />
          ))}
        </div>
      </div>
    </section>
  );
};
