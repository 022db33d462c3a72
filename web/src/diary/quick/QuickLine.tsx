import { type CarbBasis } from '@maul/core/nutrition';
import { carbBasisOf } from '../../data/day.ts';
import type { DayDocument } from '@maul/contract/diary';
import type { Food } from '@maul/contract/foods';
import { clockOf, localMoment } from '@maul/core/units';
import { parseQuickLine, type DaySheet, type QuickFood } from '@maul/core/diary';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { keepPreviousData, useQueries } from '@tanstack/react-query';
import {
  memo,
  useDeferredValue,
  useEffect,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type RefObject,
} from 'react';
import { call, sentenceOf } from '../../data/api.ts';
import { dayQuery, queryClient } from '../../data/session.ts';
import { useUnits } from '../../ui/formats/units.ts';
import { FoodLine, stockedNamed, useStockedFoods } from '../../foods/index.ts';
import { type Tool } from '../page/tools.ts';
import { LineField, ToolOffers } from './QuickParts.tsx';
import { keepLine } from './keep.ts';
import { intoMeal, ready, understand, type Understood } from './resolve.ts';
import '../../ui/styles/foods.css';
import './quick.css';

const NO_ANSWERS = { foods: new Map<string, Food>(), amounts: new Map<string, string>() };

const useFound = (athleteId: string, fragments: string[], at: string) => {
  const unique = [...new Set(fragments.map((f) => f.toLowerCase()))].slice(0, 12);
  const results = useQueries({
    queries: unique.map((q) => ({
      queryKey: ['foods', athleteId, q, at],
      queryFn: ({ signal }: { signal: AbortSignal }) =>
        call('foods', { params: { athleteId }, query: { q: q.slice(0, 80), limit: 8, at }, signal }),
      placeholderData: keepPreviousData,
      staleTime: 60_000,
    })),
  });
  const error = results.find((r) => r.error)?.error ?? null;
  const byFragment = new Map(unique.map((q, i) => [q, results[i]?.data?.foods]));
  // What is in stock comes first: it is eaten before anything is opened or cooked.
  const stocked = useStockedFoods(athleteId, unique.length > 0);
  const found = (fragment: string): Food[] | undefined => {
    const foods = byFragment.get(fragment.toLowerCase());
    return foods && [...stockedNamed(stocked, fragment), ...foods];
  };
  return { found, error };
};

/** The food whose name the caret is in. */
const entryAt = (text: string, caret: number): QuickFood | undefined =>
  parseQuickLine(text).entries.find(
    (e): e is QuickFood => e.kind === 'food' && caret >= e.foodAt[0] && caret <= e.foodAt[1] + 1,
  );

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
    label="Entries without a mark are"
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

/** One line of text for everything: what it understood is shown before it is kept. */
const QuickLine = ({ day, sheet, nextId, onNewFood, onTool }: QuickLineProps) => {
  const units = useUnits();
  const [text, setText] = useState('');
  const [caret, setCaret] = useState(0);
  const [answers, setAnswers] = useState(NO_ANSWERS);
  const [how, setHow] = useState<Unmarked>(day.date < day.today ? 'eye' : 'plan');
  const [active, setActive] = useState(-1);
  const [fault, setFault] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const now = clockOf(localMoment(new Date(), day.athlete.zone).minutes);
  const later = useDeferredValue(text);
  const line = useMemo(() => parseQuickLine(later), [later]);
  const fragments = line.entries.flatMap((e) => (e.kind === 'food' ? [e.food] : []));
  const at = line.place.time !== null && line.place.time !== 'now' ? line.place.time : now;
  const { found, error } = useFound(day.athlete.id, fragments, at.slice(0, 2) + ':00');
  const carbBasis = carbBasisOf(day);
  const understood = understand(line, {
    day,
    carbBasis,
    inOunces: units.food === 'oz',
    whenUnmarked: how,
    found,
    answers,
  });
  const into = intoMeal(line.place, sheet, nextId, now, day.athlete.dayTurnsAt);
  const needsMeal = line.entries.some((e) => e.kind === 'food' || e.kind === 'bare');
  const can = ready(understood) && !(needsMeal && 'fault' in into) && later === text;

  const typed = entryAt(text, caret);
  const answered = typed && answers.foods.has(typed.food.toLowerCase());
  const offered = typed && !answered && typed.food.length > 1 ? (found(typed.food) ?? []).slice(0, 6) : [];
  const asked = understood.some((u) => u.kind === 'ask-food' && u.fragment === typed?.food);
  const completions = asked ? [] : offered;

  useSlash(input);

  const change = (next: string): void => {
    setText(next);
    setActive(-1);
    setFault(null);
  };
  const choose = (fragment: string, food: Food, span?: readonly [number, number]): void => {
    const named = span ? text.slice(0, span[0]) + food.name + text.slice(span[1]) : text;
    const key = (span ? food.name : fragment).toLowerCase();
    setAnswers(({ foods, amounts }) => ({ foods: new Map(foods).set(key, food), amounts }));
    change(named);
    input.current?.focus();
  };
  const keep = async (): Promise<void> => {
    if (!can) return;
    try {
      const sources = new Map<string, DayDocument>([[day.date, day]]);
      for (const one of understood)
        if (one.kind === 'copy' && !sources.has(one.from))
          sources.set(one.from, await queryClient.fetchQuery(dayQuery(day.athlete.id, one.from)));
      keepLine(day, understood, into, sources, now, `“${text.trim().slice(0, 40)}”`);
      change('');
      setAnswers(NO_ANSWERS);
    } catch (thrown) {
      setFault(thrown instanceof RangeError ? thrown.message : sentenceOf(thrown));
    }
  };
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      if (completions.length === 0) return;
      event.preventDefault();
      const step = event.key === 'ArrowDown' ? 1 : -1;
      setActive((a) => (a + step + completions.length + 1) % (completions.length + 1));
      return;
    }
    const chosen = completions[active];
    if ((event.key === 'Enter' || event.key === 'Tab') && chosen && typed) {
      event.preventDefault();
      choose(typed.food, chosen, typed.foodAt);
      return;
    }
    if (event.key === 'Enter') {
      event.preventDefault();
      void keep();
    }
    if (event.key === 'Escape') change('');
  };
  const open = text.trim() !== '';
  const unknown = understood.find((u) => u.kind === 'fault' && u.says.startsWith('No food is called'));
  return (
    <section className="quick" aria-label="Write it down">
      {open && (
        <div className="quick-panel">
          {completions.length > 0 && typed && (
            <Completions
              foods={completions}
              active={active}
              carbBasis={carbBasis}
              onChoose={(food) => choose(typed.food, food, typed.foodAt)}
            />
          )}
          <ToolOffers
            text={text}
            date={day.date}
            onTool={(one) => {
              change('');
              onTool(one);
            }}
          />
          <p className="second">
            {needsMeal && 'says' in into ? `Understood, ${into.says}:` : 'Understood:'}
          </p>
          <ul className="quick-understood" aria-label="How Maul reads it">
            {understood.map((one, i) => (
              <Line
                key={`${one.kind} ${i}`}
                one={one}
                carbBasis={carbBasis}
                onFood={(fragment, food) => choose(fragment, food)}
                onAmount={(key, amount) => {
                  setAnswers(({ foods, amounts }) => ({ foods, amounts: new Map(amounts).set(key, amount) }));
                  input.current?.focus();
                }}
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
      )}
      <div className="quick-line">
        <LineField
          input={input}
          text={text}
          listed={completions.length > 0}
          chosen={completions[active] ? active : -1}
          onText={(next, at) => {
            change(next);
            setCaret(at);
          }}
          onCaret={setCaret}
          onKeyDown={onKeyDown}
        />
        <How how={how} onHow={setHow} />
        <Button variant="contained" disabled={!can} onClick={() => void keep()}>
          Add
        </Button>
      </div>
    </section>
  );
};

export default QuickLine;
