import { DateField } from '../../ui/fields/DateField.tsx';
import { addDays, isIsoDate, type IsoDate } from '@maul/core/units';
import {
  insertPhase,
  layEvent,
  moveEvent,
  phaseTemplate,
  putEvent,
  removeEvent,
  seasonChanges,
  type PhaseKind,
  type Season,
  type SeasonEvent,
} from '@maul/core/plan';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useMemo, useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { datesInWords } from '../../ui/formats/show.ts';
import { applySeason, select, useEditor } from '../editor.ts';
import { NumberField } from '../../ui/fields/NumberField.tsx';
import { WordField } from '../../ui/fields/WordField.tsx';
import { KINDS } from './PhasePanel.tsx';

const EVENT_KINDS = [
  ['show', 'Show'],
  ['shoot', 'Shoot'],
  ['trip', 'Trip'],
] as const satisfies readonly (readonly [SeasonEvent['kind'], string])[];

/** An event: renamed, moved with a look at what moves with it, taken out. */
export const EventPanel = ({ event, today }: { event: SeasonEvent; today: IsoDate }) => {
  const season = useEditor((s) => s.season);
  const [date, setDate] = useState<string>(event.date);
  const over = event.date < today;
  const moved = useMemo(
    () =>
      isIsoDate(date) && date !== event.date ? moveEvent(season, event.id, date, today, uuidv7) : undefined,
    [season, event, date, today],
  );
  const move = (next: Season | undefined): void => {
    if (next) applySeason(next, `move ${event.id}`);
  };
  return (
    <section className="rows" aria-label={event.name}>
      <h2 className="panel-title">{event.name}</h2>
      <div className="pair">
        <TextField
          label="Name"
          value={event.name}
          onChange={(e) =>
            e.target.value.trim() !== '' &&
            applySeason(putEvent(season, { ...event, name: e.target.value }), `${event.id} name`)
          }
        />
        <WordField
          label="Kind"
          value={event.kind}
          options={EVENT_KINDS}
          onChange={(kind) => applySeason(putEvent(season, { ...event, kind }), `${event.id} kind`)}
        />
      </div>
      <div className="pair">
        <DateField
          label="Date"
          value={date}
          disabled={over}
          onChange={setDate}
          onPick={(day) => day !== event.date && move(moveEvent(season, event.id, day, today, uuidv7).season)}
          min={today}
        />
        <Button variant="contained" disabled={!moved?.season} onClick={() => move(moved?.season)}>
          Move it
        </Button>
      </div>
      {moved?.problems.map((problem) => (
        <Alert key={problem} severity="error">
          {datesInWords(problem)}
        </Alert>
      ))}
      {moved?.season && (
        <div>
          <h3 className="panel-title">What would move</h3>
          <ul className="plain-list">
            {seasonChanges(season, moved.season).map((line) => (
              <li key={line}>{datesInWords(line)}</li>
            ))}
          </ul>
        </div>
      )}
      {over ? (
        <p className="second">It is over and does not change any more.</p>
      ) : (
        <Button
          color="error"
          onClick={() => {
            applySeason(removeEvent(season, event.id));
            select(null);
          }}
        >
          Take it out; its phases stay
        </Button>
      )}
    </section>
  );
};

/** A new phase from a template, or a new event with what belongs to it. */
export const AddPanel = ({ today }: { today: IsoDate }) => {
  const season = useEditor((s) => s.season);
  const [kind, setKind] = useState<PhaseKind>('cut');
  const [from, setFrom] = useState<string>(addDays(today, 7));
  const [weeks, setWeeks] = useState(8);
  const [eventKind, setEventKind] = useState<SeasonEvent['kind']>('show');
  const [name, setName] = useState('');
  const [date, setDate] = useState<string>(addDays(today, 16 * 7));
  const [fault, setFault] = useState<string | null>(null);
  const act = (work: () => void): void => {
    setFault(null);
    try {
      work();
    } catch (error) {
      setFault(error instanceof Error ? error.message : 'That cannot be done.');
    }
  };
  const addPhase = (): void =>
    act(() => {
      if (!isIsoDate(from)) throw new RangeError('Choose the day on which it starts.');
      const phase = phaseTemplate(kind, from, addDays(from, Math.round(weeks * 7) - 1), uuidv7());
      applySeason(insertPhase(season, phase, today, uuidv7));
      select({ kind: 'phase', id: phase.id });
    });
  const addEvent = (): void =>
    act(() => {
      if (!isIsoDate(date)) throw new RangeError('Choose its day.');
      if (name.trim() === '') throw new RangeError('Give it a name.');
      const event: SeasonEvent = { id: uuidv7(), kind: eventKind, name: name.trim(), date };
      applySeason(layEvent(season, event, today, uuidv7));
      select({ kind: 'event', id: event.id });
    });
  return (
    <section className="rows" aria-label="Add">
      <h2 className="panel-title">Add an event</h2>
      <div className="pair">
        <WordField label="Event" value={eventKind} options={EVENT_KINDS} onChange={setEventKind} />
        <TextField label="Name" value={name} onChange={(e) => setName(e.target.value)} />
      </div>
      <div className="pair">
        <DateField label="On" value={date} onChange={setDate} min={today} />
        <Button onClick={addEvent}>Add the event</Button>
      </div>
      <p className="second">
        A show brings its prep, its peak week and the weeks after it where nothing is planned yet. Two shows
        within six weeks become recover, push and peak.
      </p>
      <h2 className="panel-title">Add a phase</h2>
      <div className="part-line">
        <WordField label="Phase" value={kind} options={KINDS} onChange={setKind} />
        <DateField label="From" value={from} onChange={setFrom} min={today} />
        <NumberField label="Weeks" value={weeks} min={0.15} max={104} onChange={setWeeks} />
      </div>
      <Button onClick={addPhase}>Add the phase</Button>
      <p className="second">
        It replaces what is planned on those days. Its rules come from its kind; you can change all of them.
      </p>
      {fault !== null && <Alert severity="error">{datesInWords(fault)}</Alert>}
    </section>
  );
};
