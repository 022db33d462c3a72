import { carbBasisOf } from '../../data/day.ts';
import type { DayDocument, PortionRow } from '@maul/contract/diary';
import { amountsOf, type Amounts, perGrams, TARGET_KEYS } from '@maul/core/nutrition';
import { chiefMacro, type SwapBy } from '@maul/core/foods';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { portionFoodOf, useSwaps } from '../../foods/index.ts';
import { NotTolerated } from '../../foods/index.ts';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { gramsText, plural } from '../../ui/formats/show.ts';
import { offerUndo } from '../../data/undo/undo.ts';
import { energyFigure, useUnits } from '../../ui/formats/units.ts';
import { savePortion } from '../../data/edit.ts';
import { sentenceOf } from '../../data/api.ts';
import { takeStep } from '../../data/undo/steps.ts';
import '../../ui/styles/foods.css';

const BY: Readonly<Record<SwapBy, string>> = {
  CARB: 'carbs',
  PROCNT: 'protein',
  FAT: 'fat',
  ENERC: 'energy',
};
const SHORT = { ENERC: 'kcal', PROCNT: 'P', CARB: 'C', FAT: 'F', FIBTG: 'fibre' } as const;

const Moves = ({ moves, by }: { moves: Amounts; by: SwapBy }) => {
  const units = useUnits();
  const show = (key: (typeof TARGET_KEYS)[number]): string => {
    const value = moves[key];
    if (value === undefined) return `${SHORT[key]} ?`;
    const sign = value < -0.05 ? '−' : '+';
    const size = Math.abs(value);
    return key === 'ENERC'
      ? `${sign}${energyFigure(size, units)} ${units.energy}`
      : `${SHORT[key]} ${sign}${size.toFixed(1)}`;
  };
  return (
    <span className="second n">
      {TARGET_KEYS.filter((key) => key !== by || Math.abs(moves[key] ?? 0) > 0.05)
        .map(show)
        .join('  ')}
    </span>
  );
};

/** How many swaps are shown. */
const SHOWN = 14;

/** What may take a portion’s place, equal in its lever macro, those that move least else first. */
const SwapDialog = ({
  day,
  portion,
  onClose,
}: {
  day: DayDocument;
  portion: PortionRow;
  onClose: () => void;
}) => {
  const carbBasis = carbBasisOf(day);
  const grams = portion.grams ?? portion.plannedGrams ?? 0;
  const [by, setBy] = useState<SwapBy>(() =>
    chiefMacro(amountsOf(perGrams(portion.food.per100g, grams), carbBasis)),
  );
  const [onTheRoad, setRoad] = useState(false);
  const [inStockOnly, setStock] = useState(false);
  const { allergens } = day.athlete.profile;
  const time = day.meals.find((m) => m.id === portion.mealId)?.time;
  const hour = time === undefined ? undefined : Number(time.slice(0, 2));
  const wishes = { by, carbBasis, onTheRoad, inStockOnly };
  const { swaps, refused, error, isPending } = useSwaps(
    day.athlete,
    { food: portion.food, grams },
    wishes,
    hour,
  );
  const take = (at: number): void => {
    const swap = swaps[at];
    if (!swap) return;
    const change = {
      food: portionFoodOf(swap.food.food),
      plannedGrams: swap.grams,
      grams: null,
      method: null,
      division: null,
      trail: null,
      spread: null,
      guess: null,
    };
    savePortion(day, portion, change, `${portion.food.name} for ${swap.food.name}`);
    offerUndo(`${swap.grams} g ${swap.food.name} instead of ${portion.food.name}.`, () =>
      takeStep(day, 'undo'),
    );
    onClose();
  };
  return (
    <FormDialog
      title={`Instead of ${gramsText(grams)} g ${portion.food.name}`}
      onClose={onClose}
      leave="Leave it"
      wide
    >
      <div className="pair">
        <TextField
          select
          margin="dense"
          label="Equal in"
          value={by}
          onChange={(e) => setBy(e.target.value as SwapBy)}
        >
          {Object.entries(BY).map(([key, name]) => (
            <MenuItem key={key} value={key}>
              {name}
            </MenuItem>
          ))}
        </TextField>
        <div>
          <FormControlLabel
            control={<Checkbox checked={inStockOnly} onChange={(e) => setStock(e.target.checked)} />}
            label="Only what is in stock"
          />
          <FormControlLabel
            control={<Checkbox checked={onTheRoad} onChange={(e) => setRoad(e.target.checked)} />}
            label="Keeps on the road"
          />
        </div>
      </div>
      {portion.grams !== null && (
        <p className="is-planned">This portion is already measured. A swap turns it back into a plan.</p>
      )}
      {isPending && <p className="second">Looking through the foods …</p>}
      {error && <p role="alert">{sentenceOf(error)}</p>}
      <ul className="foods" aria-label="Swaps">
        {swaps.slice(0, SHOWN).map((swap, i) => (
          <li key={swap.food.id}>
            <button type="button" onClick={() => take(i)}>
              <span>
                <b className="n">{gramsText(swap.grams)} g</b> <b>{swap.food.name}</b>{' '}
                <span className="second">{swap.food.state}</span>
                {swap.food.inStock && <span className="food-mark">in stock</span>}
                <NotTolerated name={swap.food.notTolerated} />
                {swap.food.keeps && onTheRoad && <span className="food-mark">keeps</span>}
              </span>
              <Moves moves={swap.moves} by={by} />
            </button>
          </li>
        ))}
      </ul>
      {!isPending && !error && swaps.length === 0 && (
        <p>
          No food here holds as much {BY[by]} in a portion
          {onTheRoad || inStockOnly ? ' with what is asked of it' : ''}.
        </p>
      )}
      {refused > 0 && (
        <p className="second">
          {plural(refused, 'food')} with {allergens.join(', ')}, or not known to be free of it, left out.
        </p>
      )}
      <p className="quiet">
        Rounded to 5 g, 1 g below 30 g, or whole pieces. The change in everything else is shown beside it.
      </p>
      {swaps.length > SHOWN && <p className="quiet">{swaps.length - SHOWN} more would move more.</p>}
    </FormDialog>
  );
};

export default SwapDialog;
