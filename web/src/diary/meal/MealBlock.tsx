import type { DayDocument, MealRow, PortionRow } from '@maul/contract/diary';
import {
  isBare,
  toBeWeighed,
  type MealLine,
  type PortionLine,
  portionWindow,
  wholeEaten,
  windowState,
} from '@maul/core/diary';
import { type MealWindow, sodiumOfDay } from '@maul/core/plan';
import { whole as wholeNumber } from '@maul/core/units';
import Button from '@mui/material/Button';
import { memo, useContext } from 'react';
import { Link } from 'react-router';
import { MethodMark, StateGlyph } from '../../ui/gauge/Glyph.tsx';
import { Gauge } from '../../ui/gauge/Gauge.tsx';
import { oneDecimal, windowText } from '../../ui/formats/show.ts';
import { energyFigure, foodFigure, useUnits } from '../../ui/formats/units.ts';
import { saveMeal } from '../../data/edit.ts';
import { looksAlike } from '../../data/sending/rows.ts';
import { eat } from './eat.ts';
import { Notes } from '../page/Notes.tsx';
import { PresentDay } from '../page/present.ts';

const figure = (value: number | undefined, show: (v: number) => string): string =>
  value === undefined ? '?' : show(value);

const Columns = ({
  amounts,
  least,
}: {
  amounts: PortionLine['amounts'] | MealLine['totals'];
  least?: MealLine['atLeast'];
}) => {
  const units = useUnits();
  return (
    <>
      {(['ENERC', 'PROCNT', 'CARB', 'FAT'] as const).map((key) => (
        <span
          key={key}
          className="col n"
          title={least?.[key] ? 'At least: a portion does not state it' : undefined}
        >
          {least?.[key] ? '≥' : ''}
          {figure(amounts[key], key === 'ENERC' ? (v) => energyFigure(v, units) : oneDecimal)}
        </span>
      ))}
    </>
  );
};

/** The meal's own window, from the day's pattern, and where the meal lands in it. */
const Wanted = ({ wanted, line }: { wanted: MealWindow; line: MealLine }) => (
  <p className="meal-wanted second">
    {(['PROCNT', 'CARB', 'FAT'] as const).map((key) => {
      const window = wanted.windows[key];
      if (!window) return null;
      const state = windowState(line.totals[key], window);
      return (
        <span key={key} className="meal-wanted-one">
          {key === 'PROCNT' ? 'P' : key === 'CARB' ? 'C' : 'F'} {windowText(window)}{' '}
          <span className={`is-${state}`} title={state}>
            <StateGlyph state={state} />
            <span className="hidden">{state}</span>
          </span>
        </span>
      );
    })}
  </p>
);

const Amount = ({ line }: { line: PortionLine }) => {
  const units = useUnits();
  const gramsText = (grams: number): string => foodFigure(grams, units);
  const { portion, state } = line;
  // It holds what was typed of it and was never so many grams.
  if (isBare(portion.food)) return <span className="quiet">{state === 'planned' ? 'planned' : ''}</span>;
  const ends = portion.guess && (
    <span className="guess-ends">
      {' '}
      ({gramsText(portion.guess.low)}–{gramsText(portion.guess.high)})
    </span>
  );
  if (state === 'planned')
    return (
      <span className="n is-planned">
        {gramsText(line.grams)}
        {ends}
      </span>
    );
  const planned = portion.plannedGrams;
  const off = planned !== null && Math.abs(planned - line.grams) > 1e-9;
  const tone =
    planned === null || state !== 'live' ? '' : `is-${windowState(line.grams, portionWindow(planned))}`;
  return (
    <span className="amount">
      <b className={`n ${tone}`}>{gramsText(line.grams)}</b>
      {off &&
        (state === 'live' ? (
          <span className="quiet"> of {gramsText(planned)}</span>
        ) : (
          <s className="quiet n">{gramsText(planned)}</s>
        ))}
      {ends}
    </span>
  );
};

const PortionLineRow = ({
  line,
  reason,
  open,
  onEdit,
}: {
  line: PortionLine;
  reason: string | null;
  open: boolean;
  onEdit?: () => void;
}) => {
  const { portion, state } = line;
  const name = portion.food.name;
  const window = portion.plannedGrams === null ? null : portionWindow(portion.plannedGrams);
  const planned = state === 'planned' ? line.grams : 0;
  return (
    <li className={`portion portion-${state}`}>
      <span className="portion-name">
        {onEdit ? (
          <button type="button" onClick={onEdit}>
            {name}
          </button>
        ) : (
          name
        )}
        <span className="quiet"> {portion.food.state === 'as sold' ? '' : portion.food.state}</span>
        {portion.food.counted === false && <span className="quiet"> not counted</span>}
        {reason !== null && <span className="quiet portion-reason"> {reason}</span>}
      </span>
      <span className="portion-rule">
        {open && window && (
          <Gauge
            label={name}
            unit="g"
            size="row"
            width={130}
            value={planned > 0 ? 0 : line.grams}
            planned={planned}
            window={window}
            hi={window.high * 1.25}
          />
        )}
      </span>
      <span className="portion-amount">
        <Amount line={line} />
      </span>
      <span className="portion-method">
        {state === 'live' ? (
          <MethodMark method="live" />
        ) : (
          portion.method !== null && state !== 'planned' && <MethodMark method={portion.method} />
        )}
      </span>
      <Columns amounts={line.amounts} />
    </li>
  );
};

/** The groups of the plate, ticked off without a number. */
const Plate = ({
  day,
  meal,
  groups,
  editable,
}: {
  day: DayDocument;
  meal: MealRow;
  groups: readonly string[];
  editable: boolean;
}) => {
  // Ticked by hand: it shows what stands, also where the meal is drawn a moment later.
  const present = useContext(PresentDay)?.meals.find((m) => m.id === meal.id) ?? meal;
  return (
    <div className="plate" role="group" aria-label="The plate">
      {groups.map((group) => {
        const ticked = present.ticks.includes(group);
        return (
          <label key={group} className={ticked ? 'plate-one is-inside' : 'plate-one'}>
            <input
              type="checkbox"
              checked={ticked}
              disabled={!editable}
              onChange={() =>
                saveMeal(
                  day,
                  present,
                  { ticks: ticked ? present.ticks.filter((t) => t !== group) : [...present.ticks, group] },
                  group,
                )
              }
            />
            {group}
          </label>
        );
      })}
    </div>
  );
};

/** The sodium of a meal, eaten and planned; what does not state it is named, for unknown is not none. */
const Salt = ({ line }: { line: MealLine }) => {
  const { mg } = sodiumOfDay(
    line.lines.map(({ portion, grams }) => ({ per100g: portion.food.per100g, grams })),
    false,
  );
  const silent = line.lines.filter(({ portion }) => portion.food.per100g.NA === undefined);
  return (
    <p className="second n">
      Sodium {silent.length > 0 ? 'at least ' : ''}
      {wholeNumber(mg)} mg
      {silent.length > 0 && `; not stated by ${silent.map(({ portion }) => portion.food.name).join(', ')}`}
    </p>
  );
};

export interface MealBlockProps {
  day: DayDocument;
  line: MealLine;
  meal: MealRow;
  /** What the day's pattern wants of this meal, if it stands at one of its places. */
  wanted?: MealWindow;
  /** Groups of the plate, for a phase that goes by it. */
  groups?: readonly string[];
  /** A day of a peak week: what salt the meal holds is said. */
  salted?: boolean;
  /** The meal being weighed: boxed, with a rule for each portion. */
  open: boolean;
  /** What may be done here; nothing for a coach but notes. */
  edit?: {
    portion: (portion: PortionRow) => void;
    meal: (meal: MealRow) => void;
    add: (meal: MealRow) => void;
  };
}

/** One meal: its number, what is in it, and every portion with plan, weight, method and macros in columns. */
const PlainMealBlock = ({ day, line, meal, wanted, groups, salted, open, edit }: MealBlockProps) => {
  const allPlanned = line.measured === 0;
  const whole = wholeEaten(meal, day.portions);
  const rowOf = (id: string) => day.portions.find((p) => p.id === id);
  return (
    <article
      className={`meal ${open ? 'meal-open' : ''} ${allPlanned ? 'meal-planned' : ''}`}
      aria-label={`Meal ${line.number}, ${line.title}`}
      data-meal={meal.id}
      data-time={meal.time}
    >
      <header className="meal-head">
        <span className="meal-number n">{line.number}</span>
        <h2 className="meal-title">
          {edit ? (
            <button type="button" onClick={() => edit.meal(meal)}>
              {line.title}
            </button>
          ) : (
            line.title
          )}
          <span className="meal-time">{line.time}</span>
        </h2>
        <span className="meal-state second">
          {line.eaten
            ? 'eaten'
            : line.lines.length === 0
              ? ''
              : line.measured === line.lines.length
                ? 'measured'
                : `${line.measured} of ${line.lines.length} measured`}
        </span>
        <Columns amounts={line.totals} least={line.atLeast} />
      </header>
      <ul>
        {line.lines.map((portion) => {
          const row = rowOf(portion.id);
          return (
            <PortionLineRow
              key={portion.id}
              line={portion}
              reason={row?.reason ?? null}
              open={open}
              onEdit={edit && row ? () => edit.portion(row) : undefined}
            />
          );
        })}
      </ul>
      {wanted && <Wanted wanted={wanted} line={line} />}
      {salted && <Salt line={line} />}
      {groups && <Plate day={day} meal={meal} groups={groups} editable={edit !== undefined} />}
      <div className="meal-foot">
        {edit && (
          <div className="meal-tools">
            {line.lines.some((one) => toBeWeighed(one.portion)) && (
              <Button
                size="small"
                component={Link}
                to={`/bench/${meal.id}`}
                variant={open ? 'contained' : 'outlined'}
              >
                Weigh
              </Button>
            )}
            <Button size="small" variant="text" onClick={() => edit.add(meal)}>
              Add a food
            </Button>
            <Button size="small" variant="text" aria-pressed={whole} onClick={() => eat(day, meal)}>
              {whole ? 'Not eaten after all' : 'Eaten'}
            </Button>
          </div>
        )}
        <Notes day={day} mealId={meal.id} label={`Write beside meal ${line.number}`} />
      </div>
    </article>
  );
};

/** Of the day a meal needs only whose it is, its notes and its own rows, which its line holds: another meal’s change draws nothing here. */
const sameMeal = (a: MealBlockProps, b: MealBlockProps): boolean =>
  a.line === b.line &&
  looksAlike(a.meal, b.meal) &&
  a.open === b.open &&
  a.wanted === b.wanted &&
  a.groups === b.groups &&
  a.salted === b.salted &&
  a.edit === b.edit &&
  a.day.notes === b.day.notes;

export const MealBlock = memo(PlainMealBlock, sameMeal);
