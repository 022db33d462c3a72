import type { DayDocument, Food, MealRow } from '@maul/contract';
import { amountsOf, METHODS, type Method } from '@maul/core';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import useMediaQuery from '@mui/material/useMediaQuery';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useDeferredValue, useState, type FormEvent } from 'react';
import { METHOD_NAMES } from '../rule/index.ts';
import { oneDecimal, whole } from '../shell/show.ts';
import { addPortion, call, sentenceOf } from '../sync/index.ts';
import { NewFoodForm } from './NewFoodForm.tsx';
import { foodFigure, useUnits } from '../shell/units.ts';
import { readGrams } from './readGrams.ts';

const FoodLine = ({ food, carbBasis }: { food: Food; carbBasis: 'total' | 'available' }) => {
  const { ENERC, PROCNT, CARB, FAT } = amountsOf(food.per100g, carbBasis);
  const show = (v: number | undefined) => (v === undefined ? '?' : oneDecimal(v));
  return (
    <>
      <span className="food-name">
        <b>{food.name}</b> <span className="second">{food.state}</span>
        {food.kind === 'own' && <span className="food-mark">own</span>}
        {food.recent && <span className="food-mark">recent</span>}
      </span>
      <span className="food-figures n second">
        {ENERC === undefined ? '? kcal' : `${whole(ENERC)} kcal`} · P {show(PROCNT)} · C {show(CARB)} · F{' '}
        {show(FAT)}
      </span>
      {food.remark !== null && <span className="food-remark">{food.remark}</span>}
    </>
  );
};

const Amount = ({
  food,
  onKeep,
  onBack,
}: {
  food: Food;
  onKeep: (grams: number, method: Method | null) => void;
  onBack: () => void;
}) => {
  const units = useUnits();
  const [text, setText] = useState('');
  const [how, setHow] = useState<Method | 'planned'>('planned');
  const read = readGrams(text, units.food);
  const save = (event: FormEvent): void => {
    event.preventDefault();
    if (read.grams !== null) onKeep(read.grams, how === 'planned' ? null : how);
  };
  return (
    <form onSubmit={save} noValidate>
      <DialogTitle id="food-dialog">{food.name}</DialogTitle>
      <DialogContent className="rows">
        <p className="quiet">
          {food.state}. Source: {food.source}.{food.remark === null ? '' : ` ${food.remark}`}
        </p>
        <TextField
          label={units.food === 'g' ? 'Grams' : 'Ounces'}
          value={text}
          onChange={(e) => setText(e.target.value)}
          error={!!read.fault}
          helperText={read.fault}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
          margin="dense"
          autoFocus
        />
        {food.measures.length > 0 && (
          <div className="measures">
            {food.measures.map((m) => (
              <Button
                key={m.name}
                size="small"
                onClick={() =>
                  setText(foodFigure(Math.round(((read.grams ?? 0) + m.grams) * 10) / 10, units))
                }
              >
                + {m.name} ({m.grams} g)
              </Button>
            ))}
          </div>
        )}
        <TextField
          select
          label="This is"
          value={how}
          onChange={(e) => setHow(e.target.value as Method | 'planned')}
        >
          <MenuItem value="planned">planned, to be weighed</MenuItem>
          {METHODS.map((m) => (
            <MenuItem key={m} value={m}>
              the true amount: {METHOD_NAMES[m]}
            </MenuItem>
          ))}
        </TextField>
      </DialogContent>
      <DialogActions>
        <Button variant="text" onClick={onBack} sx={{ mr: 'auto' }}>
          Another food
        </Button>
        <Button type="submit" variant="contained" disabled={read.grams === null}>
          Add
        </Button>
      </DialogActions>
    </form>
  );
};

/** Finds a food by parts of its words, and puts an amount of it into a meal. */
const AddFoodDialog = ({ day, meal, onClose }: { day: DayDocument; meal: MealRow; onClose: () => void }) => {
  const [text, setText] = useState('');
  const [food, setFood] = useState<Food | null>(null);
  const [making, setMaking] = useState(false);
  const q = useDeferredValue(text.trim());
  const athleteId = day.athlete.id;
  const small = useMediaQuery('(max-width: 720px)');
  const { data, error, isFetching } = useQuery({
    queryKey: ['foods', athleteId, q],
    queryFn: ({ signal }) => call('foods', { params: { athleteId }, query: { q, limit: 20 }, signal }),
    placeholderData: keepPreviousData,
  });
  const carbBasis = day.bases.at(-1)?.carbBasis ?? 'total';
  const keep = (grams: number, method: Method | null): void => {
    if (!food) return;
    const { id, name, state, source, per100g } = food;
    addPortion(day, meal.id, {
      food: { id, name, state, source, per100g },
      plannedGrams: method === null ? grams : null,
      grams: method === null ? null : grams,
      method,
    });
    onClose();
  };
  return (
    <Dialog open onClose={onClose} aria-labelledby="food-dialog" fullWidth maxWidth="sm" fullScreen={small}>
      {food ? (
        <Amount food={food} onKeep={keep} onBack={() => setFood(null)} />
      ) : making ? (
        <NewFoodForm athleteId={athleteId} name={text} onMade={setFood} onBack={() => setMaking(false)} />
      ) : (
        <>
          <DialogTitle id="food-dialog">Add a food to the {meal.time} meal</DialogTitle>
          <DialogContent>
            <TextField
              label="Food, in parts: “chick bre”"
              value={text}
              onChange={(e) => setText(e.target.value)}
              autoFocus
              margin="dense"
              type="search"
            />
            <p className="hidden" role="status">
              {isFetching ? 'Looking' : `${data?.foods.length ?? 0} foods`}
            </p>
            {error && !data && <p role="alert">{sentenceOf(error)}</p>}
            <ul className="foods" aria-label="Foods">
              {data?.foods.map((f) => (
                <li key={f.id}>
                  <button type="button" onClick={() => setFood(f)}>
                    <FoodLine food={f} carbBasis={carbBasis} />
                  </button>
                </li>
              ))}
            </ul>
            {data?.foods.length === 0 && (
              <p className="second">
                {q === ''
                  ? 'Type to find a food. What you eat often will stand here.'
                  : `Nothing is called “${q}”.`}
              </p>
            )}
          </DialogContent>
          <DialogActions>
            <Button variant="text" onClick={() => setMaking(true)} sx={{ mr: 'auto' }}>
              New food
            </Button>
            <Button variant="text" onClick={onClose}>
              Leave it
            </Button>
          </DialogActions>
        </>
      )}
    </Dialog>
  );
};

export default AddFoodDialog;
