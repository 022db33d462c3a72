import { EnergyField } from '../../ui/fields/TypedField.tsx';
import { readEnergy, isClock, readNumber, clockOf, localMoment } from '@maul/core/units';
import { TimeField } from '../../ui/fields/TimeField.tsx';
import { assembleDay, guessedDay, RESERVE_ID, type SheetPortion } from '@maul/core/diary';
import { carbBasisOf, dayInputs } from '../../data/day.ts';
import type { DayDocument } from '@maul/contract/diary';
import type { Food } from '@maul/contract/foods';
import { type DayTargets } from '@maul/core/plan';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import TextField from '@mui/material/TextField';
import Close from '@mui/icons-material/Close';
import { useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { FoodPick, portionFoodOf } from '../../foods/index.ts';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { useUnits } from '../../ui/formats/units.ts';
import { addMeal, addPortion, type NewPortion } from '../../data/edit.ts';
import { asStep } from '../../data/undo/steps.ts';
import { call } from '../../data/api.ts';
import { whyUnread } from '../../ui/fields/unread.ts';
import { BARE_GRAMS, bareFood, type BareFigures } from '../page/bare.ts';
import { Guessed } from './Guesses.tsx';

const figureOf = (text: string): number | undefined => {
  const read = readNumber(text, { least: 0 });
  return read.ok ? read.value : undefined;
};

/** Room kept for a meal that does not exist yet: energy and macros, planned. */
const Reserve = ({
  day,
  onClose,
  tabs,
}: {
  day: DayDocument;
  onClose: () => void;
  tabs: React.ReactNode;
}) => {
  const [time, setTime] = useState('19:30');
  const units = useUnits();
  const [name, setName] = useState('Dinner, kept free');
  const [texts, setTexts] = useState<Record<string, string>>({});
  const figures: BareFigures = {};
  const energy = readEnergy(texts.ENERC ?? '', units.energy, 100_000);
  const why = (key: string): string | undefined => whyUnread(texts[key] ?? '', { least: 0 });
  for (const key of ['ENERC', 'PROCNT', 'CARB', 'FAT'] as const) {
    const value = key !== 'ENERC' ? figureOf(texts[key] ?? '') : energy.ok ? energy.value : undefined;
    if (value !== undefined) figures[key] = value;
  }
  // What cannot be read is not kept as unknown.
  const wrong =
    (!energy.ok && (texts.ENERC ?? '').trim() !== '') ||
    ['PROCNT', 'CARB', 'FAT'].some((key) => why(key) !== undefined);
  const some = Object.values(figures).some((v) => v > 0);
  const tooMuch =
    (figures.ENERC ?? 0) > 15_000 || [figures.PROCNT, figures.CARB, figures.FAT].some((v) => (v ?? 0) > 2000);
  const keep = (): void => {
    const carbBasis = carbBasisOf(day);
    asStep(day, 'Room kept', () => {
      const mealId = addMeal(day, time);
      addPortion(day, mealId, {
        food: { ...bareFood(name.trim(), figures, carbBasis), id: RESERVE_ID },
        plannedGrams: BARE_GRAMS,
        grams: null,
        method: null,
      });
    });
    onClose();
  };
  const field = (key: 'PROCNT' | 'CARB' | 'FAT', label: string) => (
    <TextField
      label={label}
      value={texts[key] ?? ''}
      onChange={(e) => setTexts((t) => ({ ...t, [key]: e.target.value }))}
      error={why(key) !== undefined}
      helperText={why(key)}
      slotProps={{ htmlInput: { inputMode: 'decimal' } }}
    />
  );
  return (
    <FormDialog
      title="Keep room for later"
      onClose={onClose}
      keep="Keep it free"
      canKeep={some && !wrong && !tooMuch && isClock(time) && name.trim() !== ''}
      onKeep={keep}
    >
      {tabs}
      <div className="pair">
        <TimeField
          label="Time"
          value={time}
          onChange={setTime}

          error={!isClock(time)}
        />
        <TextField label="Name" value={name} onChange={(e) => setName(e.target.value)} />
      </div>
      <div className="pair">
        <EnergyField
          label="Energy"
          units={units}
          value={texts.ENERC ?? ''}
          onChange={(text) => setTexts((t) => ({ ...t, ENERC: text }))}
        />
        {field('PROCNT', 'Protein, g')}
      </div>
      <div className="pair">
        {field('CARB', 'Carbs, g')}
        {field('FAT', 'Fat, g')}
      </div>
      <p className={tooMuch ? 'is-over' : 'second'}>
        {tooMuch
          ? 'No meal holds so much: check the figures.'
          : 'It counts as planned until the meal is there. What is left empty stays unknown, not zero.'}
      </p>
    </FormDialog>
  );
};

interface Part {
  id: string;
  food: Food | string | null;
  low: string;
  high: string;
  why: string;
}
const newPart = (food: Part['food'] = null, low = '', high = '', why = ''): Part => ({
  id: uuidv7(),
  food,
  low,
  high,
  why,
});

/** What a kitchen adds and nobody weighs. Everyday foods, with the grams it may be. common practice, no source. */
const UNKNOWNS = [
  { label: '+ oil', q: 'rapeseed oil', low: '5', high: '30', why: 'oil of the kitchen' },
  { label: '+ rice', q: 'rice white cooked', low: '120', high: '280', why: 'a scoop of rice' },
  { label: '+ sauce', q: 'mayonnaise light', low: '10', high: '60', why: 'sauce' },
] as const;

const partPortion = (part: Part): NewPortion | string => {
  const [low, high] = [figureOf(part.low), figureOf(part.high)];
  if (part.food === null || typeof part.food === 'string') return 'Choose a food from the list.';
  const unread = whyUnread(part.low, { least: 0 }) ?? whyUnread(part.high, { least: 0 });
  if (unread !== undefined) return unread;
  if (low === undefined && high === undefined) return 'How much might it be?';
  const [from, to] = [low ?? high ?? 0, high ?? low ?? 0];
  if (from > to) return 'The lower end of a range comes first.';
  if (!(to > 0) || to > 5000) return 'More than 0 and at most 5,000 g.';
  return {
    food: portionFoodOf(part.food),
    plannedGrams: Math.round(((from + to) / 2) * 100) / 100,
    grams: null,
    method: null,
    guess: from < to ? { low: from, high: to } : null,
    reason: part.why.trim() === '' ? null : part.why.trim(),
  };
};

/** A meal out, built from its parts, each between two ends, and whether the day lands at both. */
const Restaurant = ({
  day,
  targets,
  onClose,
  tabs,
}: {
  day: DayDocument;
  targets: DayTargets | undefined;
  onClose: () => void;
  tabs: React.ReactNode;
}) => {
  const [time, setTime] = useState(() =>
    clockOf(Math.max(localMoment(new Date(), day.athlete.zone).minutes, 18 * 60)),
  );
  const [parts, setParts] = useState<Part[]>([newPart()]);
  const [fault, setFault] = useState<string | null>(null);
  const read = parts.map((part) => ({ part, portion: partPortion(part) }));
  const good = read.flatMap(({ part, portion }) =>
    typeof portion === 'string' ? [] : [{ id: part.id, portion }],
  );
  const asRow = ({ id, portion }: (typeof good)[number]): SheetPortion => ({
    id,
    division: null,
    ...portion,
  });
  const inputs = dayInputs(day, targets);
  const timed = isClock(time);
  const sheet = assembleDay({
    ...inputs,
    meals: timed ? [...inputs.meals, { id: 'out', time, eaten: false }] : inputs.meals,
    portions: timed
      ? [...inputs.portions, ...good.map((part) => ({ ...asRow(part), mealId: 'out' }))]
      : inputs.portions,
  });
  const guessed = guessedDay(sheet);
  const set = (id: string, change: Partial<Part>): void =>
    setParts((all) => all.map((p) => (p.id === id ? { ...p, ...change } : p)));
  const add = async (q: string, low: string, high: string, why: string): Promise<void> => {
    setFault(null);
    try {
      const { foods } = await call('foods', {
        params: { athleteId: day.athlete.id },
        query: { q, limit: 1 },
      });
      setParts((all) => [...all.filter((p) => p.food !== null), newPart(foods[0] ?? null, low, high, why)]);
    } catch {
      setFault('The server does not answer: choose the food by hand when it does.');
    }
  };
  const keep = (): void => {
    asStep(day, 'A meal out', () => {
      const mealId = addMeal(day, time);
      good.forEach(({ id, portion }, position) => addPortion(day, mealId, { ...portion, position }, id));
    });
    onClose();
  };
  return (
    <FormDialog
      title="Eating out"
      onClose={onClose}
      keep="Plan it"
      canKeep={good.length > 0 && isClock(time)}
      onKeep={keep}
      wide
    >
      {tabs}
      <TimeField label="Time" value={time} onChange={setTime} error={!isClock(time)} />
      <ul className="away-parts" aria-label="Parts of the meal">
        {read.map(({ part, portion }) => (
          <li key={part.id}>
            <FoodPick
              athleteId={day.athlete.id}
              label="What"
              value={part.food}
              onChange={(food) => set(part.id, { food })}
            />
            <TextField
              size="small"
              label="from, g"
              value={part.low}
              onChange={(e) => set(part.id, { low: e.target.value })}
              slotProps={{ htmlInput: { inputMode: 'decimal' } }}
            />
            <TextField
              size="small"
              label="to, g"
              value={part.high}
              onChange={(e) => set(part.id, { high: e.target.value })}
              slotProps={{ htmlInput: { inputMode: 'decimal' } }}
            />
            <TextField
              size="small"
              label="why"
              value={part.why}
              onChange={(e) => set(part.id, { why: e.target.value })}
            />
            <IconButton
              size="small"
              aria-label="Remove this part"
              onClick={() => setParts((all) => all.filter((p) => p.id !== part.id))}
            >
              <Close fontSize="small" />
            </IconButton>
            {typeof portion === 'string' && (part.food !== null || part.low !== '') && (
              <span className="is-planned away-fault">{portion}</span>
            )}
          </li>
        ))}
      </ul>
      <div className="meal-parts">
        <Button size="small" onClick={() => setParts((all) => [...all, newPart()])}>
          Another part
        </Button>
        {UNKNOWNS.map((u) => (
          <Button key={u.label} size="small" onClick={() => void add(u.q, u.low, u.high, u.why)}>
            {u.label}
          </Button>
        ))}
      </div>
      {fault !== null && <p role="alert">{fault}</p>}
      {guessed && <Guessed guessed={guessed} />}
      <p className="quiet">
        Easiest to estimate: plain meat or fish, potatoes or rice apart, dressing beside it, protein eaten
        before you go. Only what is chosen from the list counts.
      </p>
    </FormDialog>
  );
};

/** Tonight: room kept before the meal exists, or a meal out between two ends. */
const AwayDialog = ({
  day,
  targets,
  first,
  onClose,
}: {
  day: DayDocument;
  targets: DayTargets | undefined;
  first: 'reserve' | 'out';
  onClose: () => void;
}) => {
  const [part, setPart] = useState(first);
  const tabs = (
    <div className="meal-parts" role="group" aria-label="What to do">
      <Button
        size="small"
        variant={part === 'reserve' ? 'contained' : 'outlined'}
        aria-pressed={part === 'reserve'}
        onClick={() => setPart('reserve')}
      >
        Keep room
      </Button>
      <Button
        size="small"
        variant={part === 'out' ? 'contained' : 'outlined'}
        aria-pressed={part === 'out'}
        onClick={() => setPart('out')}
      >
        Eating out
      </Button>
    </div>
  );
  return part === 'reserve' ? (
    <Reserve day={day} onClose={onClose} tabs={tabs} />
  ) : (
    <Restaurant day={day} targets={targets} onClose={onClose} tabs={tabs} />
  );
};

export default AwayDialog;
