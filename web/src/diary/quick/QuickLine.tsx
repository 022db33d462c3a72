import { type CarbBasis } from '@maul/core/nutrition';
import { carbBasisOf } from '../../data/day.ts';
import type { DayDocument } from '@maul/contract/diary';
import type { Food } from '@maul/contract/foods';
import type { DaySheet, Span } from '@maul/core/diary';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import {
  memo,
  startTransition,
  useCallback,
  useEffect,
  useEffectEvent,
  useRef,
  useState,
  type KeyboardEvent,
  type RefObject,
} from 'react';
import { sentenceOf } from '../../data/api.ts';
import { dayQuery, queryClient } from '../../data/session.ts';
import { useUnits } from '../../ui/formats/units.ts';
import { FoodLine } from '../../foods/index.ts';
import { type Tool } from '../page/tools.ts';
import { LineField, ToolOffers } from './QuickParts.tsx';
import { keepLine } from './keep.ts';
import { NOTHING_FOUND, Search, useReading, type Found, type Reading, type Written } from './reading.ts';
import type { Understood } from './resolve.ts';
import '../../ui/styles/foods.css';
import './quick.css';

const NO_ANSWERS = { foods: new Map<string, Food>(), amounts: new Map<string, string>() };
const NOTHING: Written = { text: '', caret: 0 };

const Line = ({
  one,
  carbBasis,
  onFood,
  onAmount,
}: {
  one: Understood;
  carbBasis: 'total' | 'available';
  onFood: (fragment: string, food: Food) => void;
  onAmount: (key: string, amount: string) => void;
}) => {
  switch (one.kind) {
    case 'ask-food':
      return (
        <li className="quick-ask">
          <b>Which “{one.fragment}”?</b>
          <ul className="foods quick-foods" aria-label={`Foods like ${one.fragment}`}>
            {one.foods.map((food) => (
              <li key={food.id}>
                <button type="button" onClick={() => onFood(one.fragment, food)}>
                  <FoodLine food={food} carbBasis={carbBasis} among={one.foods} />
                </button>
              </li>
            ))}
          </ul>
        </li>
      );
    case 'ask-amount':
      return (
        <li className="quick-ask">
          <b>How much {one.food.name}?</b>{' '}
          {one.options.map(({ label, amount }) => (
            <Button key={label} size="small" onClick={() => onAmount(one.key, amount)}>
              {label}
            </Button>
          ))}
        </li>
      );
    case 'fault':
      return <li className="is-over">{one.says}</li>;
    case 'looking':
      return <li className="second">{one.says}</li>;
    default:
      return (
        <li>
          {one.says}
          {'assumed' in one && one.assumed !== null && <span className="quiet"> {one.assumed}</span>}
        </li>
      );
  }
};

type Unmarked = 'plan' | 'true' | 'eye';

/** What an amount without a mark is. */
const How = memo(({ how, onHow }: { how: Unmarked; onHow: (how: Unmarked) => void }) => (
  <TextField
    select
    fullWidth={false}
    size="small"
    label="No mark means"
    value={how}
    onChange={(e) => onHow(e.target.value as Unmarked)}
    className="quick-how"
  >
    <MenuItem value="plan">planned</MenuItem>
    <MenuItem value="true">weighed</MenuItem>
    <MenuItem value="eye">by eye</MenuItem>
  </TextField>
));
How.displayName = 'How';

const Add = memo(({ can, onAdd }: { can: boolean; onAdd: () => void }) => (
  <Button variant="contained" disabled={!can} onClick={onAdd}>
    Add
  </Button>
));
Add.displayName = 'Add';

export interface QuickLineProps {
  day: DayDocument;
  sheet: DaySheet;
  /** The meal that comes next. */
  nextId: string | undefined;
  onNewFood: (name: string) => void;
  /** Opens a tool that a word of the line asks for. */
  onTool: (tool: Tool) => void;
}

/** The slash key goes to the line, unless somebody is typing elsewhere. */
const useSlash = (input: RefObject<HTMLInputElement | null>): void => {
  useEffect(() => {
    const onKey = (event: globalThis.KeyboardEvent): void => {
      const { target } = event;
      const busy =
        target instanceof HTMLElement &&
        (/^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName) || target.closest('[role="dialog"]'));
      if (event.key !== '/' || busy) return;
      event.preventDefault();
      input.current?.focus();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [input]);
};

/** Foods that may be meant, under the words that are being typed. */
const Completions = ({
  foods,
  active,
  carbBasis,
  onChoose,
}: {
  foods: readonly Food[];
  active: number;
  carbBasis: CarbBasis;
  onChoose: (food: Food) => void;
}) => (
  <ul className="foods quick-foods" role="listbox" id="quick-completions" aria-label="Completions">
    {foods.map((food, i) => (
      <li
        key={food.id}
        id={`quick-${i}`}
        role="option"
        aria-selected={i === active}
        className={i === active ? 'quick-active' : ''}
        onMouseDown={(e) => {
          e.preventDefault();
          onChoose(food);
        }}
      >
        <FoodLine food={food} carbBasis={carbBasis} among={foods} />
      </li>
    ))}
  </ul>
);

/** What Maul makes of the line, and what it asks. */
const Panel = memo(
  ({
    reading,
    active,
    carbBasis,
    date,
    fault,
    error,
    onChoose,
    onAmount,
    onNewFood,
    onTool,
  }: {
    reading: Reading;
    active: number;
    carbBasis: CarbBasis;
    date: string;
    fault: string | null;
    error: Error | null;
    onChoose: (fragment: string, food: Food, span?: Span) => void;
    onAmount: (key: string, amount: string) => void;
    onNewFood: (name: string) => void;
    onTool: (tool: Tool) => void;
  }) => {
    const { text, understood, into, needsMeal, typed, completions } = reading;
    const unknown = understood.some((u) => u.kind === 'fault' && u.says.startsWith('No food is called'));
    return (
      <div className="quick-panel">
        {completions.length > 0 && typed && (
          <Completions
            foods={completions}
            active={active}
            carbBasis={carbBasis}
            onChoose={(food) => onChoose(typed.food, food, typed.foodAt)}
          />
        )}
        <ToolOffers text={text} date={date} onTool={onTool} />
        <p className="second">{needsMeal && 'says' in into ? `Understood, ${into.says}:` : 'Understood:'}</p>
        <ul className="quick-understood" aria-label="How Maul reads it">
          {understood.map((one, i) => (
            <Line
              key={`${one.kind} ${i}`}
              one={one}
              carbBasis={carbBasis}
              onFood={onChoose}
              onAmount={onAmount}
            />
          ))}
        </ul>
        {needsMeal && 'fault' in into && <p className="is-over">{into.fault}</p>}
        {fault !== null && (
          <p role="alert" className="is-over">
            {fault} What you typed is kept.
          </p>
        )}
        {error && <p role="alert">{sentenceOf(error)}</p>}
        {unknown && typed && (
          <Button size="small" onClick={() => onNewFood(typed.food)}>
            Add “{typed.food}” as a food
          </Button>
        )}
      </div>
    );
  },
);
Panel.displayName = 'Panel';

/** One line of text for everything: what it understood is shown before it is kept. */
const QuickLine = ({ day, sheet, nextId, onNewFood, onTool }: QuickLineProps) => {
  const units = useUnits();
  const [written, setWritten] = useState(NOTHING);
  const [answers, setAnswers] = useState(NO_ANSWERS);
  const [how, setHow] = useState<Unmarked>(day.date < day.today ? 'eye' : 'plan');
  const [active, setActive] = useState(-1);
  const [fault, setFault] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  /** Keeping was asked for while the line was still being read. */
  const wanted = useRef(false);
  const [known, setKnown] = useState(NOTHING_FOUND);
  const { reading, searched, at } = useReading({
    day,
    sheet,
    nextId,
    written,
    answers,
    how,
    inOunces: units.food === 'oz',
    known,
  });
  const { completions, typed, text } = reading;
  // Nothing is chosen or kept of a line that was typed on meanwhile.
  const isRead = (): boolean => input.current?.value === text;

  useSlash(input);

  /** What stands in the field is read when there is time. */
  const read = useCallback((next: Written): void => {
    wanted.current = false;
    startTransition(() => {
      setWritten(next);
      setActive(-1);
      setFault(null);
      if (next.text === '') setKnown(NOTHING_FOUND);
    });
  }, []);
  const onFound = useCallback((found: Found) => startTransition(() => setKnown(found)), []);
  const typing = useCallback((next: string, caret: number) => read({ text: next, caret }), [read]);
  const put = useCallback(
    (next: string, caret = next.length): void => {
      if (input.current) input.current.value = next;
      read({ text: next, caret });
    },
    [read],
  );
  const onCaret = useCallback(
    (caret: number) =>
      startTransition(() => setWritten((before) => (before.caret === caret ? before : { ...before, caret }))),
    [],
  );
  const choose = useCallback(
    (fragment: string, food: Food, span?: Span): void => {
      setAnswers(({ foods, amounts }) => ({
        foods: new Map(foods).set((span ? food.name : fragment).toLowerCase(), food),
        amounts,
      }));
      const now = input.current?.value ?? '';
      // Typed on since it was offered: then the line stays as it is.
      if (span && now.slice(...span) === fragment)
        put(now.slice(0, span[0]) + food.name + now.slice(span[1]), span[0] + food.name.length);
      input.current?.focus();
    },
    [put],
  );
  const onAmount = useCallback((key: string, amount: string) => {
    setAnswers(({ foods, amounts }) => ({ foods, amounts: new Map(amounts).set(key, amount) }));
    input.current?.focus();
  }, []);
  const onWord = useCallback(
    (tool: Tool) => {
      put('');
      onTool(tool);
    },
    [put, onTool],
  );
  const keep = async (): Promise<void> => {
    const { understood, into, now } = reading;
    // A hand that is quicker than the reading is not asked to press again.
    wanted.current = !isRead() || !reading.settled;
    if (wanted.current || !reading.can) return;
    try {
      const sources = new Map<string, DayDocument>([[day.date, day]]);
      for (const one of understood)
        if (one.kind === 'copy' && !sources.has(one.from))
          sources.set(one.from, await queryClient.fetchQuery(dayQuery(day.athlete.id, one.from)));
      keepLine(day, understood, into, sources, now, `“${text.trim().slice(0, 40)}”`);
      put('');
      setAnswers(NO_ANSWERS);
    } catch (thrown) {
      setFault(thrown instanceof RangeError ? thrown.message : sentenceOf(thrown));
    }
  };
  const keepWanted = useEffectEvent(() => {
    if (wanted.current && isRead()) void keep();
  });
  useEffect(() => keepWanted(), [reading]);
  const latest = useRef(keep);
  useEffect(() => void (latest.current = keep));
  const onAdd = useCallback(() => void latest.current(), []);
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      if (completions.length === 0) return;
      event.preventDefault();
      const step = event.key === 'ArrowDown' ? 1 : -1;
      setActive((a) => (a + step + completions.length + 1) % (completions.length + 1));
      return;
    }
    const chosen = completions[active];
    if ((event.key === 'Enter' || event.key === 'Tab') && chosen && typed && isRead()) {
      event.preventDefault();
      choose(typed.food, chosen, typed.foodAt);
      return;
    }
    if (event.key === 'Enter') {
      event.preventDefault();
      void keep();
    }
    if (event.key === 'Escape') put('');
  };
  return (
    <section className="quick" aria-label="Write it down">
      {searched.length > 0 && <Search athleteId={day.athlete.id} of={searched} at={at} onFound={onFound} />}
      {text.trim() !== '' && (
        <Panel
          reading={reading}
          active={active}
          carbBasis={carbBasisOf(day)}
          date={day.date}
          fault={fault}
          error={known.error}
          onChoose={choose}
          onAmount={onAmount}
          onNewFood={onNewFood}
          onTool={onWord}
        />
      )}
      <div className="quick-line">
        <div className="quick-field" onKeyDown={onKeyDown}>
          <LineField
            input={input}
            listed={completions.length > 0}
            chosen={completions[active] ? active : -1}
            onText={typing}
            onCaret={onCaret}
          />
        </div>
        <How how={how} onHow={setHow} />
        <Add can={reading.can} onAdd={onAdd} />
      </div>
    </section>
  );
};

export default QuickLine;
