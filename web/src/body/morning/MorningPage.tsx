import { MARKS, type MorningThing } from '@maul/contract/body';
import type { DayDocument } from '@maul/contract/diary';
import { morningSentence } from '@maul/core/body';
import { localMoment, minutesOf, readNumber } from '@maul/core/units';
import Chip from '@mui/material/Chip';
import TextField from '@mui/material/TextField';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { useOwnDay } from '../../data/session.ts';
import { Fault } from '../../ui/Fault.tsx';
import { longDate } from '../../ui/formats/show.ts';
import { bodyFigure, bodyNumber } from '../../ui/formats/units.ts';
import { useTrend } from '../trend/useTrend.ts';
import { MarkRow } from './MarkRow.tsx';
import { MARK_WORDS, morningOf, sayMorning } from './marks.ts';
import { MonthlySigns } from './MonthlySigns.tsx';
import { Weight } from './Weight.tsx';
import './morning.css';

/** A number of the morning, kept when its field is left. */
const Figure = ({
  label,
  value,
  least,
  most,
  whole = false,
  onKeep,
}: {
  label: string;
  value: number | null;
  least: number;
  most: number;
  whole?: boolean;
  onKeep: (next: number | null) => void;
}) => {
  const [text, setText] = useState(value === null ? '' : String(value));
  const [fault, setFault] = useState<string | null>(null);
  const leave = (): void => {
    if (text.trim() === '') {
      setFault(null);
      if (value !== null) onKeep(null);
      return;
    }
    const read = readNumber(text);
    if (!read.ok || read.value < least || read.value > most)
      return setFault(`From ${least} to ${most.toLocaleString('en-GB')}. Nothing was changed.`);
    setFault(null);
    const next = whole ? Math.round(read.value) : read.value;
    if (next !== value) onKeep(next);
  };
  return (
    <TextField
      label={label}
      value={text}
      onChange={(e) => setText(e.target.value)}
      onBlur={leave}
      onKeyDown={(e) => e.key === 'Enter' && leave()}
      error={fault !== null}
      helperText={fault}
      slotProps={{ htmlInput: { inputMode: 'decimal' } }}
    />
  );
};

const Words = ({ value, onKeep }: { value: string; onKeep: (next: string) => void }) => {
  const [text, setText] = useState(value);
  return (
    <TextField
      label="Note (optional)"
      value={text}
      onChange={(e) => setText(e.target.value.slice(0, 500))}
      onBlur={() => text.trim() !== value && onKeep(text.trim())}
      multiline
      minRows={2}
    />
  );
};

/** A morning is late this long after waking, minutes. */
const LATE = 180;

/** What came this morning against what was expected, once it is weighed. */
const Came = ({ day }: { day: DayDocument }) => {
  const { data } = useTrend(day.athlete.id);
  const { units, hide } = day.athlete.profile;
  const came = data?.thisMorning;
  if (!came || hide.weight || day.weighIn === null || Math.abs(came.came - day.weighIn.kg) > 0.001)
    return null;
  return (
    <p className="morning-came" role="status">
      {bodyFigure(came.low, units)} to {bodyFigure(came.high, units)} was expected.{' '}
      <b>{morningSentence(came, data.pace?.slope?.kgPerWeek, units.body, (kg) => bodyNumber(kg, units))}</b>{' '}
      One morning decides nothing. <Link to="/trend">The trend</Link>
    </p>
  );
};

const Morning = ({ day }: { day: DayDocument }) => {
  const { thing } = morningOf(day);
  const say = (change: Partial<MorningThing>): void => sayMorning(day, change);
  const { minutes } = localMoment(new Date(), day.athlete.zone);
  const late = minutes - minutesOf(day.athlete.profile.routine.waking) > LATE;
  const { data: trend } = useTrend(day.athlete.id);
  const lastKg =
    trend?.days.findLast((d) => d.kg !== null && d.day < day.date)?.kg ?? day.bases.at(-1)?.weightKg;
  return (
    <div className="morning rows">
      <div>
        <h1 className="page-title">This morning</h1>
        <p className="second">
          {longDate(day.date)}. Leave out what you like; each press is kept. <Link to="/today">Today</Link> ·{' '}
          <Link to="/measures">Measures</Link>
        </p>
      </div>
      <Weight day={day} lastKg={lastKg ?? undefined} />
      {late && day.weighIn === null && (
        <p className="second">
          It is late for a morning weight. If you have eaten or drunk, take “Fasted” off.
        </p>
      )}
      <Came day={day} />
      <section aria-label="How you are" className="morning-part">
        {MARKS.map((mark) => (
          <MarkRow key={mark} mark={mark} value={thing[mark]} onChange={(next) => say({ [mark]: next })} />
        ))}
        <div className="pair">
          <Figure
            label="Hours of sleep"
            value={thing.sleepHours}
            least={0}
            most={20}
            onKeep={(sleepHours) => say({ sleepHours })}
          />
          <Figure
            label="Steps yesterday"
            value={thing.steps}
            least={0}
            most={200_000}
            whole
            onKeep={(steps) => say({ steps })}
          />
        </div>
        {day.athlete.profile.cycle && (
          <Chip
            label="A day of my period"
            variant={thing.period === true ? 'filled' : 'outlined'}
            color={thing.period === true ? 'primary' : 'default'}
            aria-pressed={thing.period === true}
            onClick={() => say({ period: thing.period === true ? null : true })}
          />
        )}
      </section>
      <MonthlySigns day={day} />
      <section aria-label="How you look" className="morning-part">
        {(['fullness', 'tightness'] as const).map((mark) => (
          <MarkRow key={mark} mark={mark} value={thing[mark]} onChange={(next) => say({ [mark]: next })} />
        ))}
        <Figure
          label="Waist at the navel, cm"
          value={thing.waistCm}
          least={10}
          most={250}
          onKeep={(waistCm) => say({ waistCm })}
        />
        <Words value={thing.words} onKeep={(words) => say({ words })} />
      </section>
      <p className="quiet">
        Words for the five steps:{' '}
        {MARKS.map(
          (m) =>
            `${MARK_WORDS[m].name.toLowerCase()} ${MARK_WORDS[m].words[0] ?? ''} to ${MARK_WORDS[m].words[4] ?? ''}`,
        ).join('; ')}
        .
      </p>
    </div>
  );
};

/** All that is said on waking, in under twenty seconds; everything may be left out. */
export const MorningPage = () => {
  const { day, error, refetch } = useOwnDay();
  useEffect(() => {
    document.title = 'Maul, this morning';
  }, []);
  if (error && !day) return <Fault error={error} again={() => void refetch()} />;
  if (!day) return <p className="waiting">Opening the morning …</p>;
  return <Morning key={day.date} day={day} />;
};
