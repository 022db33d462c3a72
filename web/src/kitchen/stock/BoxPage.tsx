import type { DayDocument } from '@maul/contract/diary';
import type { InStock } from '@maul/contract/kitchen';
import { numberedMeals } from '@maul/core/diary';
import { amountsIn, stockLine } from '@maul/core/kitchen';
import { whole } from '@maul/core/units';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { format } from 'date-fns';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { v7 as uuidv7 } from 'uuid';
import { call, sentenceOf } from '../../data/api.ts';
import { carbBasisOf } from '../../data/day.ts';
import { addMeal, addPortion } from '../../data/edit.ts';
import { moveStock, useStockOne } from '../../data/kitchen/kitchenWork.ts';
import { useOwnDay } from '../../data/session.ts';
import { asStep, takeStep } from '../../data/undo/steps.ts';
import { offerUndo, sayOnce } from '../../data/undo/undo.ts';
import { Fault } from '../../ui/Fault.tsx';
import { NumberField } from '../../ui/fields/NumberField.tsx';
import { gramsText, oneDecimal } from '../../ui/formats/show.ts';
import { KitchenFrame } from '../KitchenFrame.tsx';
import { boxFood, momentText } from '../words.ts';

const NEW = 'new';

/** Which meal a box goes into: the next one that is still to come, unless another is chosen. */
const useMealChoice = (day: DayDocument) => {
  const meals = numberedMeals(day.meals);
  const now = format(new Date(), 'HH:mm');
  const next = meals.find((m) => !m.eaten && m.time >= now) ?? meals.find((m) => !m.eaten);
  const [chosen, setChosen] = useState<string | null>(null);
  const mealId = chosen ?? next?.id ?? NEW;
  return { meals, mealId, setChosen, ensure: (): string => (mealId === NEW ? addMeal(day, now) : mealId) };
};

const Give = ({ item, grams, day }: { item: InStock; grams: number; day: DayDocument }) => {
  const eaters = day.standing.flatMap((s) => (s.thing.kind === 'eater' ? [s.thing] : []));
  const [fault, setFault] = useState<string | null>(null);
  if (eaters.length === 0) return null;
  const give = async (personId: string, name: string): Promise<void> => {
    setFault(null);
    try {
      const { stockId: _stock, ...food } = boxFood(item);
      await call('putHandover', {
        params: { athleteId: day.athlete.id, id: uuidv7() },
        body: { toId: personId, food, grams, method: 'scale', day: day.date },
      });
      moveStock(item, grams, 'given', null);
      sayOnce(`${gramsText(grams)} g offered to ${name}, and off your stock.`);
    } catch (error) {
      setFault(sentenceOf(error));
    }
  };
  return (
    <div className="kit-buttons">
      {eaters.map((e) => (
        <Button key={e.personId} onClick={() => void give(e.personId, e.name)}>
          Give to {e.name}
        </Button>
      ))}
      {fault !== null && <p role="alert">{fault}</p>}
    </div>
  );
};

const Box = ({ item, day }: { item: InStock; day: DayDocument }) => {
  const navigate = useNavigate();
  const [now] = useState(() => new Date().toISOString());
  const line = stockLine(item, now);
  const { meals, mealId, setChosen, ensure } = useMealChoice(day);
  const [typed, setTyped] = useState<number | null>(null);
  const free = Math.round(line.free * 10) / 10;
  const grams = typed ?? free;
  const basis = carbBasisOf(day);
  const { ENERC, PROCNT, CARB, FAT } = amountsIn(item.food.per100g, grams, basis);
  const show = (v: number | undefined): string => (v === undefined ? '?' : oneDecimal(v));
  const past = line.keeping.state === 'past';
  const able = !past && grams > 0 && grams <= item.left + 0.5;
  const put = (planned: boolean): string => {
    const id = asStep(day, item.name, () => {
      const meal = ensure();
      addPortion(day, meal, {
        food: boxFood(item),
        plannedGrams: planned ? grams : null,
        grams: planned ? null : grams,
        method: planned ? null : 'scale',
        division: planned ? null : (item.division ?? 1),
      });
      return meal;
    });
    offerUndo(`${gramsText(grams)} g ${item.name} ${planned ? 'planned' : 'eaten'}.`, () =>
      takeStep(day, 'undo'),
    );
    return id;
  };
  return (
    <section className="rows kit-one" aria-label={item.name}>
      <h2 className="panel-title">{item.name}</h2>
      <p className={past ? 'is-over' : 'second'}>
        {line.keeping.sentence}
        {line.rule.until !== null && !past ? `: by ${momentText(line.rule.until)}` : ''}
        {item.place === 'freezer' ? '. Thaw it in the fridge first' : ''}.
      </p>
      <p>
        <b className="n">{gramsText(Math.round(item.left * 10) / 10)} g</b> left of {gramsText(item.grams)} g
        {item.planned > 0.5 ? `, ${whole(item.planned)} g of it planned` : ''}.
      </p>
      {past ? (
        <Button component={Link} to="/kitchen">
          Back to the stock
        </Button>
      ) : (
        <>
          <NumberField
            label="How much of it, g"
            value={grams}
            onChange={setTyped}
            min={0.1}
            max={Math.max(0.1, item.left)}
          />
          <div className="kit-buttons">
            <Button onClick={() => setTyped(free)}>All of it</Button>
            <Button onClick={() => setTyped(Math.round(free * 5) / 10)}>Half now</Button>
          </div>
          <p className="second" data-testid="box-holds">
            {gramsText(grams)} g hold {ENERC === undefined ? '? kcal' : `${whole(ENERC)} kcal`}, P{' '}
            {show(PROCNT)}, C {show(CARB)}, F {show(FAT)}.
          </p>
          <TextField select label="Into" value={mealId} onChange={(e) => setChosen(e.target.value)}>
            {meals.map((meal, i) => (
              <MenuItem key={meal.id} value={meal.id}>
                meal {i + 1}, {meal.time}
              </MenuItem>
            ))}
            <MenuItem value={NEW}>a new meal now</MenuItem>
          </TextField>
          <div className="kit-buttons">
            <Button
              variant="contained"
              disabled={!able}
              onClick={() => {
                put(false);
                void navigate('/today');
              }}
            >
              Eat {gramsText(grams)} g
            </Button>
            <Button
              disabled={!able}
              onClick={() => {
                put(true);
                void navigate('/today');
              }}
            >
              Plan it
            </Button>
            <Button disabled={!able} onClick={() => void navigate(`/bench/${put(true)}`)}>
              Weigh it on the bench
            </Button>
          </div>
          <Give item={item} grams={grams} day={day} />
        </>
      )}
    </section>
  );
};

/** One box or pack: what the code on its label opens. */
export const BoxPage = () => {
  const { athleteId = '', id = '' } = useParams();
  const { day } = useOwnDay();
  const { item, error, refetch } = useStockOne(athleteId, id);
  return (
    <KitchenFrame part="">
      {error && !item && <Fault error={error} again={() => void refetch()} />}
      {(!item || !day) && !error && <p className="waiting">Opening the box …</p>}
      {item && day && <Box item={item} day={day} />}
    </KitchenFrame>
  );
};
