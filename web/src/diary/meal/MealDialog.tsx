import { DateField } from '../../ui/fields/DateField.tsx';
import { CountField } from '../../ui/fields/TypedField.tsx';
import { TimeField } from '../../ui/fields/TimeField.tsx';
import { isClock, addDays, clockOf, countIn, isIsoDate, localMoment } from '@maul/core/units';
import type { DayDocument, MealRow } from '@maul/contract/diary';
import { copyMeal, mergeMeals, moveMeal, splitMeal, timeForNumber, type DaySheet } from '@maul/core/diary';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState, type ReactNode } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { gramsText, plural, shortDate } from '../../ui/formats/show.ts';
import { offerUndo } from '../../data/undo/undo.ts';
import { addMeal, asPlanned, saveMeal, saveStanding, writeChanges } from '../../data/edit.ts';
import { takeStep } from '../../data/undo/steps.ts';

interface MealDialogProps {
  day: DayDocument;
  sheet: DaySheet;
  /** Null for a new one. */
  meal: MealRow | null;
  onClose: () => void;
  onAdded: (meal: MealRow) => void;
  onFit: (mealId: string) => void;
}

/** The time of a meal, with what the turn of the day makes of it. */
const MealTime = ({
  label,
  value,
  onChange,
  turnsAt,
  helper,
}: {
  label: string;
  value: string;
  onChange: (time: string) => void;
  turnsAt: number;
  helper?: string;
}) => (
  <TimeField
    label={label}
    value={value}
    onChange={onChange}
    error={!isClock(value)}
    help={helper ?? `Before ${clockOf(turnsAt)} it is still the day before.`}
  />
);

/** A meal that is not there yet. */
const NewMeal = ({ day, onClose, onAdded }: Pick<MealDialogProps, 'day' | 'onClose' | 'onAdded'>) => {
  const [time, setTime] = useState(() => clockOf(localMoment(new Date(), day.athlete.zone).minutes));
  const keep = (): void => {
    const id = addMeal(day, time);
    const row = { id, day: day.date, time, zone: day.athlete.zone, eaten: false, ticks: [] };
    onAdded({ ...row, version: 0, deleted: false });
  };
  return (
    <FormDialog
      title="Add a meal"
      onClose={onClose}
      keep="Add and choose a food"
      canKeep={isClock(time)}
      onKeep={keep}
    >
      <MealTime
        label="Time"
        value={time}
        onChange={setTime}
        turnsAt={day.athlete.dayTurnsAt}
        helper={`Meals are numbered by their time. Before ${clockOf(day.athlete.dayTurnsAt)} it is still the day before.`}
      />
    </FormDialog>
  );
};

type Part = 'move' | 'split' | 'merge' | 'copy' | 'save';
const PARTS: readonly (readonly [Part, string])[] = [
  ['move', 'Move'],
  ['split', 'Split'],
  ['merge', 'Merge'],
  ['copy', 'Copy or repeat'],
  ['save', 'Save as a meal'],
];

type Shown = MealDialogProps & { meal: MealRow };

const MovePart = ({ day, sheet, meal, onClose, tabs }: Shown & { tabs: ReactNode }) => {
  const number = sheet.meals.find((m) => m.id === meal.id)?.number ?? 1;
  const [time, setTime] = useState<string>(meal.time);
  const [date, setDate] = useState<string>(day.date);
  const can = isClock(time) && isIsoDate(date);
  const keep = (): void => {
    writeChanges(day, moveMeal(day, meal.id, { time, day: date }), 'The meal moved');
    if (date !== day.date)
      offerUndo(`The meal is now on ${isIsoDate(date) ? shortDate(date) : date}.`, () =>
        takeStep(day, 'undo'),
      );
    onClose();
  };
  const away = (): void => {
    saveMeal(day, meal, { deleted: true }, 'Meal removed');
    offerUndo('The meal was removed.', () => saveMeal(day, { ...meal, deleted: true }, { deleted: false }));
    onClose();
  };
  return (
    <FormDialog
      title={`Meal ${number}`}
      onClose={onClose}
      keep="Keep"
      canKeep={can}
      onKeep={keep}
      away={
        <Button color="error" variant="text" onClick={away}>
          Remove the meal
        </Button>
      }
    >
      {tabs}
      <MealTime label="Time" value={time} onChange={setTime} turnsAt={day.athlete.dayTurnsAt} />
      <TextField
        select
        label="Number in the day"
        value={number}
        onChange={(e) => {
          const to = timeForNumber(day.meals, meal.id, Number(e.target.value), day.athlete.dayTurnsAt);
          if (to !== undefined) setTime(to);
        }}
        helperText="A new number moves it between those meals; the others keep their times."
      >
        {sheet.meals.map((m) => (
          <MenuItem key={m.id} value={m.number}>
            {m.number}
            {m.id === meal.id ? '' : `, where ${m.title.toLowerCase()} is`}
          </MenuItem>
        ))}
      </TextField>
      <DateField label="Day" value={date} onChange={setDate} />
    </FormDialog>
  );
};

const later = (time: string, minutes: number): string =>
  clockOf(Number(time.slice(0, 2)) * 60 + Number(time.slice(3)) + minutes);

const SplitPart = ({ day, meal, onClose, tabs }: Shown & { tabs: ReactNode }) => {
  const portions = day.portions.filter((p) => p.mealId === meal.id);
  const [going, setGoing] = useState<ReadonlySet<string>>(new Set());
  const [half, setHalf] = useState(false);
  const [time, setTime] = useState(() => later(meal.time, 120));
  const [fault, setFault] = useState<string | null>(null);
  const chosen = half && going.size === 0 ? portions.map((p) => p.id) : [...going];
  const keep = (): void => {
    try {
      const changes = splitMeal(day, meal.id, chosen, { time, ...(half ? { part: 0.5 } : {}) }, uuidv7);
      writeChanges(day, changes, 'The meal split');
      onClose();
    } catch (error) {
      setFault(error instanceof RangeError ? error.message : 'This cannot be split. Nothing was changed.');
    }
  };
  return (
    <FormDialog
      title="Split the meal"
      onClose={onClose}
      keep="Split it"
      canKeep={isClock(time)}
      onKeep={keep}
    >
      {tabs}
      <FormControlLabel
        control={<Checkbox checked={half} onChange={(e) => setHalf(e.target.checked)} />}
        label="Half now, half later"
      />
      <div className="column" role="group" aria-label="What goes into the new meal">
        {portions.map((p) => (
          <FormControlLabel
            key={p.id}
            control={
              <Checkbox
                checked={chosen.includes(p.id)}
                onChange={(e) =>
                  setGoing((now) => {
                    const next = new Set(now.size === 0 && half ? portions.map((x) => x.id) : now);
                    if (e.target.checked) next.add(p.id);
                    else next.delete(p.id);
                    return next;
                  })
                }
              />
            }
            label={`${p.food.name}, ${gramsText(p.grams ?? p.plannedGrams ?? 0)} g`}
          />
        ))}
      </div>
      <MealTime
        label="Time of the new meal"
        value={time}
        onChange={setTime}
        turnsAt={day.athlete.dayTurnsAt}
      />
      {fault !== null && (
        <p role="alert" className="is-over">
          {fault}
        </p>
      )}
    </FormDialog>
  );
};

const MergePart = ({ day, sheet, meal, onClose, tabs }: Shown & { tabs: ReactNode }) => {
  const others = sheet.meals.filter((m) => m.id !== meal.id);
  const [into, setInto] = useState(others[0]?.id ?? '');
  return (
    <FormDialog
      title="Merge into another meal"
      onClose={onClose}
      keep="Merge them"
      canKeep={into !== ''}
      onKeep={() => {
        writeChanges(day, mergeMeals(day, meal.id, into), 'Two meals merged');
        onClose();
      }}
    >
      {tabs}
      {others.length === 0 ? (
        <p>There is no other meal on this day.</p>
      ) : (
        <TextField select label="Into" value={into} onChange={(e) => setInto(e.target.value)}>
          {others.map((m) => (
            <MenuItem key={m.id} value={m.id}>
              {m.number}, {m.time}: {m.title}
            </MenuItem>
          ))}
        </TextField>
      )}
    </FormDialog>
  );
};

/** A meal is copied at most so many times a day, and to so many days on end. */
const [MOST_TIMES, MOST_DAYS] = [12, 31];

const CopyPart = ({ day, meal, onClose, tabs }: Shown & { tabs: ReactNode }) => {
  // A meal of a past day is copied to today, at its own time; one of this day a little later.
  const past = day.date < day.today;
  const [date, setDate] = useState<string>(past ? day.today : day.date);
  const [typedDays, setTypedDays] = useState('1');
  const [time, setTime] = useState(() => (past ? meal.time : later(meal.time, 180)));
  const toDay = (next: string): void => {
    if (date === day.date && next !== '' && next !== day.date) setTime(meal.time);
    setDate(next);
  };
  const [typedTimes, setTypedTimes] = useState('1');
  const [fault, setFault] = useState<string | null>(null);
  const [times, days] = [countIn(typedTimes, MOST_TIMES), countIn(typedDays, MOST_DAYS)];
  const can = isClock(time) && isIsoDate(date) && times > 0 && days > 0;
  const keep = (): void => {
    if (!isIsoDate(date)) return;
    try {
      const changes = Array.from({ length: days }, (_, i) =>
        copyMeal(day, meal.id, { day: addDays(date, i), time, times }, asPlanned, uuidv7),
      ).flat();
      writeChanges(day, changes, 'The meal copied');
      offerUndo(
        `${plural(times * days, 'copy is', 'copies are')} planned${date === day.date && days === 1 ? '' : `, from ${shortDate(date)}`}.`,
        () => takeStep(day, 'undo'),
      );
      onClose();
    } catch (error) {
      setFault(error instanceof RangeError ? error.message : 'This cannot be copied. Nothing was changed.');
    }
  };
  return (
    <FormDialog title="Copy or repeat" onClose={onClose} keep="Copy" canKeep={can} onKeep={keep}>
      {tabs}
      <div className="pair">
        <DateField label="To the day" value={date} onChange={toDay} />
        <MealTime label="At" value={time} onChange={setTime} turnsAt={day.athlete.dayTurnsAt} />
      </div>
      <div className="pair">
        <CountField
          label="Times a day"
          value={typedTimes}
          most={MOST_TIMES}
          onChange={setTypedTimes}
          help="An hour apart."
        />
        <CountField
          label="Days on end"
          value={typedDays}
          most={MOST_DAYS}
          onChange={setTypedDays}
          help="One after the other."
        />
      </div>
      <p className="second">A copy is planned: what was weighed becomes its plan, to be weighed anew.</p>
      {fault !== null && (
        <p role="alert" className="is-over">
          {fault}
        </p>
      )}
    </FormDialog>
  );
};

const SavePart = ({ day, sheet, meal, onClose, tabs }: Shown & { tabs: ReactNode }) => {
  const portions = day.portions.filter((p) => p.mealId === meal.id);
  const [name, setName] = useState(sheet.meals.find((m) => m.id === meal.id)?.title ?? '');
  const keep = (): void => {
    const slots = portions.map((p) => ({ food: p.food, grams: p.grams ?? p.plannedGrams ?? 1, swaps: [] }));
    saveStanding(day, null, { kind: 'meal', name: name.trim(), slots }, 'A meal saved');
    onClose();
  };
  return (
    <FormDialog
      title="Save as a meal"
      onClose={onClose}
      keep="Save"
      canKeep={name.trim() !== '' && portions.length > 0}
      onKeep={keep}
    >
      {tabs}
      <TextField label="Name" value={name} onChange={(e) => setName(e.target.value)} margin="dense" />
      <p className="second">
        {portions.length === 0
          ? 'There is nothing in this meal to save.'
          : `${plural(portions.length, 'food')} with ${portions.length === 1 ? 'its' : 'their'} grams. Swaps for each place are chosen among the saved meals.`}
      </p>
    </FormDialog>
  );
};

const BODIES = {
  move: MovePart,
  split: SplitPart,
  merge: MergePart,
  copy: CopyPart,
  save: SavePart,
} as const;

/** When a meal is eaten, and all that can be done with it as a whole. */
const MealDialog = (props: MealDialogProps) => {
  const [part, setPart] = useState<Part>('move');
  const { meal, onFit } = props;
  if (!meal) return <NewMeal {...props} />;
  const Body = BODIES[part];
  const tabs = (
    <div className="meal-parts" role="group" aria-label="What to do">
      {PARTS.map(([key, name]) => (
        <Button
          key={key}
          size="small"
          variant={key === part ? 'contained' : 'outlined'}
          aria-pressed={key === part}
          onClick={() => setPart(key)}
        >
          {name}
        </Button>
      ))}
      <Button size="small" onClick={() => onFit(meal.id)}>
        Fit
      </Button>
    </div>
  );
  return <Body key={part} {...props} meal={meal} tabs={tabs} />;
};

export default MealDialog;
