import { TimeField } from '../../ui/fields/TimeField.tsx';
import { isClock, numberIn, clockOf, localMoment, type NumberBounds } from '@maul/core/units';
import { type waterEntries, type DayDocument, type DayEntryRow, type EntryBody } from '@maul/contract/diary';
import type { Muscle } from '@maul/core/body';
import { thingName } from './entryText.ts';
import { useWaterAround } from './around.ts';
import { plannedWaterBarred, substanceCaution } from '@maul/core/diary';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { offerUndo } from '../../data/undo/undo.ts';
import { saveEntry, saveStanding } from '../../data/edit.ts';
import { takeStep } from '../../data/undo/steps.ts';
import { whyUnread } from '../../ui/fields/unread.ts';
import { vesselsOf } from './Drinks.tsx';
import { Muscles, Reckon } from './Work.tsx';

/** What this dialog does not write: each has a place of its own. */
type Elsewhere = 'supplement' | 'closing' | 'morning' | 'measure';
type Kind = Exclude<EntryBody['kind'], Elsewhere>;
const KINDS: Readonly<Record<Kind, string>> = {
  training: 'Training',
  cardio: 'Cardio',
  posing: 'Posing',
  water: 'Water',
  look: 'Look',
};

const MINUTES: NumberBounds = { least: 1, most: 600, whole: true };
const STEPS: NumberBounds = { least: 0, most: 200_000, whole: true };
const BURNT: NumberBounds = { least: 0, most: 5000 };

const figure = (text: string, bounds: NumberBounds = {}): number | null => {
  const read = numberIn(text, bounds);
  return Number.isNaN(read) ? null : read;
};
const shown = (value: number | null | undefined): string =>
  value === null || value === undefined ? '' : String(value);

/** Fields as they are typed. */
interface Typed {
  what: string;
  minutes: string;
  kcal: string;
  steps: string;
  millilitres: string;
  fullness: string;
  tightness: string;
  words: string;
  muscles: Muscle[];
}

type TypedText = Exclude<keyof Typed, 'muscles'>;

const typedOf = (thing: EntryBody | undefined): Typed => ({
  what: thing && 'what' in thing ? thing.what : '',
  minutes: thing && 'minutes' in thing ? shown(thing.minutes) : '',
  kcal: thing?.kind === 'cardio' ? shown(thing.kcal) : '',
  steps: thing?.kind === 'cardio' ? shown(thing.steps) : '',
  millilitres: thing?.kind === 'water' ? shown(thing.millilitres) : '',
  fullness: thing?.kind === 'look' ? shown(thing.fullness) : '',
  tightness: thing?.kind === 'look' ? shown(thing.tightness) : '',
  words: thing?.kind === 'look' ? thing.words : '',
  muscles: thing?.kind === 'training' ? (thing.muscles ?? []) : [],
});

/** The figures that are typed of each kind, their names and bounds. */
const FIGURES: Readonly<Record<Kind, readonly (readonly [TypedText, string, NumberBounds])[]>> = {
  training: [['minutes', 'Minutes', MINUTES]],
  posing: [['minutes', 'Minutes', MINUTES]],
  cardio: [
    ['minutes', 'Minutes', MINUTES],
    ['kcal', 'kcal', BURNT],
    ['steps', 'Steps', STEPS],
  ],
  water: [['millilitres', 'mL', {}]],
  look: [],
};

/** Why a figure that was typed cannot be read; what is left empty is not said. */
const unread = (kind: Kind, t: Typed): string | undefined => {
  for (const [key, name, bounds] of FIGURES[kind]) {
    const why = whyUnread(t[key], bounds);
    if (why !== undefined) return `${name}: ${why}`;
  }
  return undefined;
};

/** What was typed as a thing of the day, or why it is none yet. */
const thingOf = (kind: Kind, t: Typed, done: boolean, vessel: string | null): EntryBody | string => {
  const wrong = unread(kind, t);
  if (wrong !== undefined) return wrong;
  const minutes = figure(t.minutes, MINUTES);
  const what = t.what.trim();
  if (kind === 'training')
    return { kind, what, minutes, done, ...(t.muscles.length > 0 ? { muscles: t.muscles } : {}) };
  if (kind === 'posing') return { kind, what, minutes, done };
  if (kind === 'cardio') {
    const [kcal, steps] = [figure(t.kcal, BURNT), figure(t.steps, STEPS)];
    if (minutes === null && kcal === null && steps === null) return 'Minutes, kcal or steps: one of them.';
    return { kind, what, minutes, kcal, steps, done };
  }
  if (kind === 'water') {
    const millilitres = figure(t.millilitres);
    if (millilitres === null || !(millilitres > 0)) return 'How many mL?';
    if (millilitres > 5000) return 'More than 5 L is not one drink: check the amount.';
    return { kind, millilitres, vessel, done };
  }
  const [fullness, tightness] = [figure(t.fullness), figure(t.tightness)];
  if (fullness === null && tightness === null && t.words.trim() === '') return 'Give a rating or a note.';
  return { kind: 'look', fullness, tightness, words: t.words.trim().slice(0, 500) };
};

/** Why a thing cannot be planned, in a sentence; undefined when it can. What happened can always be kept. */
const neverPlanned = (
  day: DayDocument,
  drinks: ReturnType<typeof waterEntries>,
  entry: DayEntryRow | null,
  time: string,
  thing: EntryBody,
): string | undefined => {
  if ('what' in thing && !thing.done) {
    const named = substanceCaution(thing.what);
    if (named) return `${named.sentence} ${named.see}`;
  }
  const weightKg = day.bases.at(-1)?.weightKg;
  if (thing.kind !== 'water' || thing.done || weightKg === undefined) return undefined;
  const caution = plannedWaterBarred(
    {
      drinks,
      portions: day.portions,
      weightKg,
      turnsAt: day.athlete.dayTurnsAt,
      now: { day: day.today, time: clockOf(localMoment(new Date(), day.athlete.zone).minutes) },
    },
    { id: entry?.id ?? '', day: day.date, time, millilitres: thing.millilitres },
  );
  return caution && `${caution.sentence} ${caution.see}`;
};

/** Bottles and glasses that are remembered, each one press. */
const Vessels = ({
  day,
  chosen,
  onChoose,
}: {
  day: DayDocument;
  chosen: string | null;
  onChoose: (vessel: { name: string; millilitres: number }) => void;
}) => (
  <div className="meal-parts" role="group" aria-label="Vessels">
    {vesselsOf(day).map((v) => (
      <Button key={v.id} size="small" aria-pressed={chosen === v.name} onClick={() => onChoose(v)}>
        {v.name} ({v.millilitres} mL)
      </Button>
    ))}
  </div>
);

/** A bottle or glass to be remembered with what it holds. */
const NewVessel = ({
  day,
  millilitres,
  onSaved,
}: {
  day: DayDocument;
  millilitres: number | null;
  onSaved: (name: string) => void;
}) => {
  const [name, setName] = useState('');
  const can = name.trim() !== '' && millilitres !== null;
  const save = (): void => {
    if (!can) return;
    saveStanding(day, null, { kind: 'vessel', name: name.trim(), millilitres }, `The vessel ${name.trim()}`);
    onSaved(name.trim());
    setName('');
  };
  return (
    <div className="pair">
      <TextField
        label="Save it as a bottle or glass"
        placeholder="Blue bottle"
        value={name}
        onChange={(e) => setName(e.target.value)}
      />
      <Button disabled={!can} onClick={save}>
        Remember
      </Button>
    </div>
  );
};

/** Training, cardio, posing, water or a look: planned or done, at its time. */
const EntryDialog = ({
  day,
  entry,
  first,
  onClose,
}: {
  day: DayDocument;
  /** Null for something new. */
  entry: DayEntryRow | null;
  first: Kind;
  onClose: () => void;
}) => {
  const before = entry?.thing;
  const [kind, setKind] = useState<Kind>(before && before.kind in KINDS ? (before.kind as Kind) : first);
  const now = clockOf(localMoment(new Date(), day.athlete.zone).minutes);
  const [time, setTime] = useState(entry?.time ?? now);
  const [typed, setTyped] = useState(() => typedOf(before));
  const [done, setDone] = useState(before && 'done' in before ? before.done : day.date <= day.today);
  const [vessel, setVessel] = useState(before?.kind === 'water' ? before.vessel : null);
  const drinks = useWaterAround(day);
  const weightKg = day.bases.at(-1)?.weightKg;
  const thing = thingOf(kind, typed, done, vessel);
  const timeOk = isClock(time);
  const set = (key: TypedText, value: string): void => setTyped((t) => ({ ...t, [key]: value }));
  const field = (key: TypedText, label: string, decimal = true) => (
    <TextField
      label={label}
      value={typed[key]}
      onChange={(e) => set(key, e.target.value)}
      slotProps={{ htmlInput: decimal ? { inputMode: 'decimal' } : {} }}
    />
  );
  const never =
    timeOk && typeof thing !== 'string' ? neverPlanned(day, drinks, entry, time, thing) : undefined;
  const keep = (): void => {
    if (typeof thing === 'string') return;
    saveEntry(day, entry, { time, thing }, thingName(thing));
    onClose();
  };
  const away = (): void => {
    if (!entry) return;
    saveEntry(day, entry, null, `${thingName(entry.thing)} removed`);
    offerUndo(`${thingName(entry.thing)} was removed.`, () => takeStep(day, 'undo'));
    onClose();
  };
  const marks = (key: 'fullness' | 'tightness', label: string) => (
    <TextField select label={label} value={typed[key]} onChange={(e) => set(key, e.target.value)}>
      <MenuItem value="">not said</MenuItem>
      {[1, 2, 3, 4, 5].map((n) => (
        <MenuItem key={n} value={String(n)}>
          {n}
        </MenuItem>
      ))}
    </TextField>
  );
  return (
    <FormDialog
      title={entry ? KINDS[kind] : 'Add to the day'}
      onClose={onClose}
      keep={entry ? 'Keep' : 'Add'}
      canKeep={timeOk && typeof thing !== 'string' && never === undefined}
      onKeep={keep}
      away={
        entry ? (
          <Button color="error" variant="text" onClick={away}>
            Remove it
          </Button>
        ) : undefined
      }
    >
      {!entry && (
        <div className="meal-parts" role="group" aria-label="What to add">
          {Object.entries(KINDS).map(([key, name]) => (
            <Button
              key={key}
              size="small"
              variant={key === kind ? 'contained' : 'outlined'}
              aria-pressed={key === kind}
              onClick={() => setKind(key as Kind)}
            >
              {name}
            </Button>
          ))}
        </div>
      )}
      <TimeField
        label={kind === 'water' && !done ? 'Until' : 'Time'}
        value={time}
        onChange={setTime}
        error={!timeOk}
        help={timeOk ? undefined : 'Type a time, such as 17:30.'}
      />
      {(kind === 'training' || kind === 'cardio' || kind === 'posing') && (
        <div className="pair">
          {field('what', 'What', false)}
          {field('minutes', 'Minutes')}
        </div>
      )}
      {kind === 'training' && (
        <Muscles value={typed.muscles} onChange={(muscles) => setTyped((t) => ({ ...t, muscles }))} />
      )}
      {kind === 'cardio' && (
        <>
          <div className="pair">
            {field('kcal', 'kcal')}
            {field('steps', 'Steps')}
          </div>
          {weightKg !== undefined && (
            <Reckon
              minutes={figure(typed.minutes, MINUTES)}
              weightKg={weightKg}
              onKcal={(kcal) => set('kcal', String(kcal))}
            />
          )}
        </>
      )}
      {kind === 'water' && (
        <>
          <Vessels
            day={day}
            chosen={vessel}
            onChoose={(v) => {
              setVessel(v.name);
              set('millilitres', String(v.millilitres));
            }}
          />
          {field('millilitres', 'mL')}
          <NewVessel day={day} millilitres={figure(typed.millilitres)} onSaved={setVessel} />
        </>
      )}
      {kind === 'look' && (
        <>
          <div className="pair">
            {marks('fullness', 'Fullness')}
            {marks('tightness', 'Tightness')}
          </div>
          {field('words', 'In words', false)}
        </>
      )}
      {kind !== 'look' && (
        <FormControlLabel
          control={<Checkbox checked={done} onChange={(e) => setDone(e.target.checked)} />}
          label={kind === 'water' ? 'Drunk already' : 'Done already'}
        />
      )}
      {typeof thing === 'string' && (
        <p className="second" role="status">
          {thing}
        </p>
      )}
      {never !== undefined && (
        <p role="alert" className="is-over">
          {never}
        </p>
      )}
    </FormDialog>
  );
};

export default EntryDialog;
