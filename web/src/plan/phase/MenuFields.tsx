import { DateField } from '../../ui/fields/DateField.tsx';
import { numberedMeals } from '@maul/core/diary';
import { type MacroPolicy, type MenuPortion } from '@maul/core/plan';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import TextField from '@mui/material/TextField';
import Close from '@mui/icons-material/Close';
import { amountsOf, perGrams, type CarbBasis, type TargetKey } from '@maul/core/nutrition';
import { sumAudit } from '@maul/core/foods';
import type { Food } from '@maul/contract/foods';
import type { Athlete } from '@maul/contract/people';
import { useState } from 'react';
import { FoodPick, useSwaps } from '../../foods/index.ts';
import { TimeField } from '../../ui/fields/TimeField.tsx';
import { gramsText, plural } from '../../ui/formats/show.ts';
import { call, sentenceOf } from '../../data/api.ts';
import { NumberField } from '../../ui/fields/NumberField.tsx';
import '../season.css';

type Menu = Extract<MacroPolicy, { kind: 'menu' }>;

/** How many swaps are offered for a place. */
const OFFERED = 8;

/** One food of the menu: its grams, its meal, and what may stand in for it. */
const MenuLine = ({
  portion,
  athlete,
  carbBasis,
  onChange,
}: {
  portion: MenuPortion;
  athlete: Athlete;
  carbBasis: CarbBasis;
  onChange: (portion: MenuPortion | null) => void;
}) => {
  const [open, setOpen] = useState(false);
  const swaps = portion.swaps ?? [];
  return (
    <li>
      <span>
        {portion.meal === undefined ? '' : `${portion.meal}  `}
        {portion.name}
        {swaps.map((swap) => (
          <span key={swap.foodId} className="saved-swap second">
            or {gramsText(swap.grams)} g {swap.name}
            <IconButton
              size="small"
              aria-label={`No longer allow ${swap.name} for ${portion.name}`}
              onClick={() => onChange({ ...portion, swaps: swaps.filter((s) => s !== swap) })}
            >
              <Close fontSize="inherit" />
            </IconButton>
          </span>
        ))}
        {open && (
          <SwapOffers
            portion={portion}
            athlete={athlete}
            carbBasis={carbBasis}
            onPick={(swap) => onChange({ ...portion, swaps: [...swaps, swap].slice(0, OFFERED) })}
          />
        )}
      </span>
      <NumberField
        label="g"
        value={portion.grams}
        min={1}
        max={5000}
        // Swaps are equal to the amount that was there: another amount has none yet.
        onChange={(grams) => onChange({ ...portion, grams, swaps: [] })}
      />
      <Button size="small" variant="text" aria-expanded={open} onClick={() => setOpen(!open)}>
        Swaps
      </Button>
      <IconButton
        size="small"
        aria-label={`Take ${portion.name} out of the menu`}
        onClick={() => onChange(null)}
      >
        <Close fontSize="inherit" />
      </IconButton>
    </li>
  );
};

const SwapOffers = ({
  portion,
  athlete,
  carbBasis,
  onPick,
}: {
  portion: MenuPortion;
  athlete: Athlete;
  carbBasis: CarbBasis;
  onPick: (swap: NonNullable<MenuPortion['swaps']>[number]) => void;
}) => {
  const { name, grams, per100g, foodId = 'menu' } = portion;
  const { swaps, refused } = useSwaps(athlete, { food: { id: foodId, name, per100g }, grams }, { carbBasis });
  const taken = new Set((portion.swaps ?? []).map((s) => s.foodId));
  return (
    <span className="menu-offers">
      {swaps
        .filter((s) => !taken.has(s.food.id))
        .slice(0, OFFERED)
        .map(({ food, grams: to }) => (
          <Button
            key={food.id}
            size="small"
            onClick={() =>
              onPick({
                name: food.name,
                grams: to,
                per100g: food.per100g,
                foodId: food.id,
                state: food.food.state,
              })
            }
          >
            {gramsText(to)} g {food.name}, {food.state}
          </Button>
        ))}
      {refused > 0 && (
        <span className="second">
          {plural(refused, 'food')} with {athlete.profile.allergens.join(', ')}, or not known to be free of
          it, left out.
        </span>
      )}
    </span>
  );
};

/** A food typed into the menu: what, how much, in which meal and when. */
const AddToMenu = ({
  athleteId,
  last,
  onAdd,
}: {
  athleteId: string;
  last: MenuPortion | undefined;
  onAdd: (portion: MenuPortion) => void;
}) => {
  const [food, setFood] = useState<Food | string | null>(null);
  const [grams, setGrams] = useState(100);
  const [meal, setMeal] = useState(last?.meal ?? 1);
  const [time, setTime] = useState(last?.time ?? '08:00');
  const [round, setRound] = useState(0);
  const chosen = food !== null && typeof food !== 'string' ? food : null;
  const add = (): void => {
    if (!chosen) return;
    const { id, name, state, per100g } = chosen;
    onAdd({ name, grams, per100g, meal, time, foodId: id, state });
    setFood(null);
    setRound(round + 1);
  };
  return (
    <div className="rows" role="group" aria-label="Add a food to the menu">
      <FoodPick key={round} athleteId={athleteId} label="Food" value={food} onChange={setFood} />
      <div className="pair">
        <NumberField label="g" value={grams} min={1} max={5000} onChange={setGrams} />
        <NumberField label="Meal" value={meal} min={1} max={20} whole onChange={setMeal} />
        <TimeField label="At" value={time} onChange={(next) => next !== '' && setTime(next)} />
        <Button onClick={add} disabled={!chosen}>
          Add to the menu
        </Button>
      </div>
    </div>
  );
};

/** The totals that the plan itself states, held against the sum of its foods. They are looked at here and not kept. */
const StatedTotals = ({ rule, carbBasis }: { rule: Menu; carbBasis: CarbBasis }) => {
  const [stated, setStated] = useState<Partial<Record<TargetKey, number>>>({});
  const parts = rule.portions.map((p) => amountsOf(perGrams(p.per100g, p.grams), carbBasis));
  const { sentence, conflicts } = sumAudit(stated, parts);
  const field = (key: TargetKey, label: string) => (
    <NumberField
      label={label}
      value={stated[key] ?? null}
      min={0}
      max={20_000}
      onChange={(value) => setStated((all) => ({ ...all, [key]: value }))}
      onEmpty={() => setStated(({ [key]: _gone, ...rest }) => rest)}
    />
  );
  return (
    <div className="rows" role="group" aria-label="Totals that the plan states">
      <p className="second">Does the paper state totals? Type them to check them against its foods.</p>
      <div className="pair">
        {field('ENERC', 'kcal')}
        {field('PROCNT', 'P, g')}
        {field('CARB', 'C, g')}
        {field('FAT', 'F, g')}
      </div>
      {sentence !== undefined && (
        <Alert severity={conflicts.length > 0 ? 'warning' : 'success'}>
          {sentence} {conflicts.length > 0 ? 'The menu counts by its foods.' : ''}
        </Alert>
      )}
    </div>
  );
};

/** A written menu: taken over from a day or typed food by food, then changed gram by gram. */
export const MenuFields = ({
  rule,
  athlete,
  carbBasis,
  today,
  onChange,
}: {
  rule: Menu;
  athlete: Athlete;
  carbBasis: CarbBasis;
  today: string;
  onChange: (rule: MacroPolicy) => void;
}) => {
  const [date, setDate] = useState(today);
  const [fault, setFault] = useState<string | null>(null);
  const take = async (): Promise<void> => {
    setFault(null);
    try {
      const day = await call('day', { params: { athleteId: athlete.id, date: date as never } });
      const meals = numberedMeals(day.meals, day.athlete.dayTurnsAt);
      const portions: MenuPortion[] = meals.flatMap((meal, i) =>
        day.portions
          .filter((p) => p.mealId === meal.id)
          .map((p) => ({
            name: p.food.name,
            grams: p.plannedGrams ?? p.grams ?? 0,
            per100g: p.food.per100g,
            meal: i + 1,
            time: meal.time,
            foodId: p.food.id,
            state: p.food.state,
          })),
      );
      if (portions.length === 0)
        return setFault('Nothing is planned or logged on that day. The menu is as it was.');
      onChange({ ...rule, portions });
    } catch (error) {
      setFault(sentenceOf(error));
    }
  };
  const put = (at: number, portion: MenuPortion | null): void =>
    onChange({
      ...rule,
      portions: rule.portions.flatMap((p, i) => (i === at ? (portion ? [portion] : []) : [p])),
    });
  return (
    <div className="rows">
      <TextField
        label="Name of the menu"
        value={rule.name}
        onChange={(e) => onChange({ ...rule, name: e.target.value })}
      />
      <div className="pair">
        <DateField label="Copy the menu from" value={date} onChange={setDate} />
        <Button onClick={() => void take()}>Copy it</Button>
      </div>
      {fault !== null && <Alert severity="error">{fault}</Alert>}
      <ul className="menu-list">
        {rule.portions.map((portion, i) => (
          <MenuLine
            key={`${portion.name}${i}`}
            portion={portion}
            athlete={athlete}
            carbBasis={carbBasis}
            onChange={(next) => put(i, next)}
          />
        ))}
      </ul>
      <AddToMenu
        athleteId={athlete.id}
        last={rule.portions.at(-1)}
        onAdd={(portion) => onChange({ ...rule, portions: [...rule.portions, portion] })}
      />
      {rule.portions.length > 0 && <StatedTotals rule={rule} carbBasis={carbBasis} />}
    </div>
  );
};
