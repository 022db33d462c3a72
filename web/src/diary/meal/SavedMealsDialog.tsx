import { TimeField } from '../../ui/fields/TimeField.tsx';
import { isClock, clockOf, localMoment } from '@maul/core/units';
import { carbBasisOf } from '../../data/day.ts';
import type { DayDocument, MealSlot, StandingRow } from '@maul/contract/diary';
import type { PortionFood } from '@maul/contract/foods';
import { type DayTargets, type MenuPortion } from '@maul/core/plan';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Close from '@mui/icons-material/Close';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { portionFoodOf, useSwaps } from '../../foods/index.ts';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { gramsText } from '../../ui/formats/show.ts';
import { offerUndo } from '../../data/undo/undo.ts';
import { addMeal, addPortion, saveStanding } from '../../data/edit.ts';
import { asStep, takeStep } from '../../data/undo/steps.ts';
import { call, sentenceOf } from '../../data/api.ts';

type SavedMeal = Extract<StandingRow['thing'], { kind: 'meal' }>;

/** The foods that may stand in at one place of a saved meal: chosen among the nearest swaps. */
const SlotSwaps = ({
  day,
  slot,
  onChange,
}: {
  day: DayDocument;
  slot: MealSlot;
  onChange: (slot: MealSlot) => void;
}) => {
  const { swaps } = useSwaps(day.athlete, slot, { carbBasis: carbBasisOf(day) });
  const offered = swaps.filter((s) => !slot.swaps.some((have) => have.food.id === s.food.id)).slice(0, 12);
  return (
    <li className="saved-slot">
      <span>
        <b>{slot.food.name}</b> {gramsText(slot.grams)} g
        {slot.swaps.map((swap, i) => (
          <span key={swap.food.id} className="saved-swap">
            or {gramsText(swap.grams)} g {swap.food.name}
            <IconButton
              size="small"
              aria-label={`No longer allow ${swap.food.name}`}
              onClick={() => onChange({ ...slot, swaps: slot.swaps.filter((_, j) => j !== i) })}
            >
              <Close fontSize="inherit" />
            </IconButton>
          </span>
        ))}
      </span>
      <TextField
        select
        size="small"
        label="Allow a swap"
        value=""
        onChange={(e) => {
          const chosen = offered.find((s) => s.food.id === e.target.value);
          if (chosen)
            onChange({
              ...slot,
              swaps: [...slot.swaps, { food: portionFoodOf(chosen.food.food), grams: chosen.grams }],
            });
        }}
      >
        {offered.map((s) => (
          <MenuItem key={s.food.id} value={s.food.id}>
            {gramsText(s.grams)} g {s.food.name}, {s.food.state}
          </MenuItem>
        ))}
      </TextField>
    </li>
  );
};

const EditMeal = ({
  day,
  row,
  meal,
  onClose,
}: {
  day: DayDocument;
  row: StandingRow;
  meal: SavedMeal;
  onClose: () => void;
}) => {
  const [name, setName] = useState(meal.name);
  const [slots, setSlots] = useState(meal.slots);
  return (
    <FormDialog
      title={`Swaps of ${meal.name}`}
      onClose={onClose}
      keep="Keep"
      canKeep={name.trim() !== '' && slots.length > 0}
      onKeep={() => {
        saveStanding(day, row, { ...meal, name: name.trim(), slots }, meal.name);
        onClose();
      }}
      wide
    >
      <TextField label="Name" value={name} onChange={(e) => setName(e.target.value)} margin="dense" />
      <ul aria-label="Places of the meal">
        {slots.map((slot, i) => (
          <SlotSwaps
            key={`${slot.food.id} ${i}`}
            day={day}
            slot={slot}
            onChange={(next) => setSlots((all) => all.map((s, j) => (j === i ? next : s)))}
          />
        ))}
      </ul>
      <p className="quiet">Swaps are equal in the lever macro of their place, on whole steps.</p>
    </FormDialog>
  );
};

const UseMeal = ({
  day,
  meal,
  at,
  onClose,
}: {
  day: DayDocument;
  meal: SavedMeal;
  /** When it is eaten; now unless given. */
  at?: string;
  onClose: () => void;
}) => {
  const [time, setTime] = useState(() => at ?? clockOf(localMoment(new Date(), day.athlete.zone).minutes));
  const [chosen, setChosen] = useState<readonly number[]>(meal.slots.map(() => 0));
  const options = (slot: MealSlot) => [{ food: slot.food, grams: slot.grams }, ...slot.swaps];
  const keep = (): void => {
    asStep(day, meal.name, () => {
      const mealId = addMeal(day, time);
      meal.slots.forEach((slot, position) => {
        const pick = options(slot)[chosen[position] ?? 0] ?? slot;
        addPortion(day, mealId, {
          food: pick.food,
          plannedGrams: pick.grams,
          grams: null,
          method: null,
          position,
        });
      });
    });
    onClose();
  };
  return (
    <FormDialog
      title={meal.name}
      onClose={onClose}
      keep="Add this meal"
      canKeep={isClock(time)}
      onKeep={keep}
    >
      <TimeField label="Time" value={time} onChange={setTime} />
      {meal.slots.map((slot, i) => (
        <TextField
          key={i}
          select={slot.swaps.length > 0}
          label={`Place ${i + 1}`}
          value={slot.swaps.length > 0 ? (chosen[i] ?? 0) : `${gramsText(slot.grams)} g ${slot.food.name}`}
          slotProps={slot.swaps.length > 0 ? {} : { input: { readOnly: true } }}
          onChange={(e) => setChosen((all) => all.map((c, j) => (j === i ? Number(e.target.value) : c)))}
        >
          {options(slot).map((o, j) => (
            <MenuItem key={o.food.id} value={j}>
              {gramsText(o.grams)} g {o.food.name}
            </MenuItem>
          ))}
        </TextField>
      ))}
    </FormDialog>
  );
};

/** Meals of a written menu, by the number that each had on the day it was taken from. */
const menuMeals = (targets: DayTargets | undefined) => {
  const macros = targets?.phase.macros;
  if (macros?.kind !== 'menu' || macros.portions.length === 0) return undefined;
  const meals = new Map<number, { time: string; portions: (typeof macros.portions)[number][] }>();
  for (const portion of macros.portions) {
    const key = portion.meal ?? 1;
    const meal = meals.get(key) ?? { time: portion.time ?? '12:00', portions: [] };
    meals.set(key, { ...meal, portions: [...meal.portions, portion] });
  }
  return { name: macros.name, meals: [...meals.entries()].sort((a, b) => a[0] - b[0]).map(([, m]) => m) };
};

/** The foods of a menu's meal as the places of a saved one, each with what may stand in for it. */
const slotsOf = (menu: string, portions: readonly MenuPortion[]): MealSlot[] => {
  const foodOf = (p: Pick<MenuPortion, 'foodId' | 'name' | 'state' | 'per100g'>): PortionFood => ({
    id: p.foodId ?? 'menu',
    name: p.name,
    state: p.state ?? 'as sold',
    source: `Menu: ${menu}`,
    per100g: p.per100g,
  });
  return portions.map((p) => ({
    food: foodOf(p),
    grams: p.grams,
    swaps: (p.swaps ?? []).map((swap) => ({ food: foodOf(swap), grams: swap.grams })),
  }));
};

/** Saved meals, and the written menu of the phase: what may be poured into the day. */
const SavedMealsDialog = ({
  day,
  targets,
  onClose,
}: {
  day: DayDocument;
  targets: DayTargets | undefined;
  onClose: () => void;
}) => {
  const [open, setOpen] = useState<{ what: 'use' | 'edit'; row: StandingRow; meal: SavedMeal } | null>(null);
  const [menuMeal, setMenuMeal] = useState<{ time: string; meal: SavedMeal } | null>(null);
  const { data, error, isPending } = useQuery({
    queryKey: ['standing', day.athlete.id],
    queryFn: ({ signal }) => call('standing', { params: { athleteId: day.athlete.id }, signal }),
  });
  const saved = (data?.standing ?? []).flatMap((row) =>
    row.thing.kind === 'meal' ? [{ row, meal: row.thing }] : [],
  );
  const menu = menuMeals(targets);
  const pour = (): void => {
    if (!menu) return;
    asStep(day, menu.name, () =>
      menu.meals.forEach(({ time, portions }) => {
        const mealId = addMeal(day, time);
        slotsOf(menu.name, portions).forEach(({ food, grams }, position) =>
          addPortion(day, mealId, { food, plannedGrams: grams, grams: null, method: null, position }),
        );
      }),
    );
    offerUndo(`${menu.name} is poured into the day.`, () => takeStep(day, 'undo'));
    onClose();
  };
  const away = (row: StandingRow, name: string): void => {
    saveStanding(day, row, null, `${name} removed`);
    offerUndo(`${name} was removed. What was eaten of it stays.`, () => takeStep(day, 'undo'));
  };
  if (menuMeal) return <UseMeal day={day} meal={menuMeal.meal} at={menuMeal.time} onClose={onClose} />;
  if (open?.what === 'use') return <UseMeal day={day} meal={open.meal} onClose={onClose} />;
  if (open?.what === 'edit') return <EditMeal day={day} {...open} onClose={() => setOpen(null)} />;
  return (
    <FormDialog title="Saved meals" onClose={onClose} wide>
      {menu && (
        <div className="standing-list">
          <p>
            <b>{menu.name}</b>, the menu of this phase: {menu.meals.length} meals.
          </p>
          <Button variant="contained" onClick={pour}>
            Add it to the day
          </Button>
          {menu.meals.map(({ time, portions }) => (
            <Button
              key={`${time} ${portions[0]?.name ?? ''}`}
              size="small"
              onClick={() =>
                setMenuMeal({
                  time,
                  meal: { kind: 'meal', name: `${menu.name}, ${time}`, slots: slotsOf(menu.name, portions) },
                })
              }
            >
              {time}, with swaps
            </Button>
          ))}
        </div>
      )}
      {isPending && <p className="second">Opening …</p>}
      {error && <p role="alert">{sentenceOf(error)}</p>}
      {data && saved.length === 0 && (
        <p>No saved meals yet. Open a meal by its title and save it; then you can add it to any day.</p>
      )}
      <ul className="standing-list">
        {saved.map(({ row, meal }) => (
          <li key={row.id}>
            <span>
              <b>{meal.name}</b>
              <br />
              <span className="second">
                {meal.slots.map((s) => `${gramsText(s.grams)} g ${s.food.name.toLowerCase()}`).join(', ')}
              </span>
            </span>
            <span className="standing-tools">
              <Button
                size="small"
                variant="contained"
                aria-label={`Use ${meal.name}`}
                onClick={() => setOpen({ what: 'use', row, meal })}
              >
                Use
              </Button>
              <Button
                size="small"
                variant="text"
                aria-label={`Swaps of ${meal.name}`}
                onClick={() => setOpen({ what: 'edit', row, meal })}
              >
                Swaps
              </Button>
              <IconButton
                size="small"
                aria-label={`Remove ${meal.name}`}
                onClick={() => away(row, meal.name)}
              >
                <Close fontSize="small" />
              </IconButton>
            </span>
          </li>
        ))}
      </ul>
    </FormDialog>
  );
};

export default SavedMealsDialog;
