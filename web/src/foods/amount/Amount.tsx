import type { Food, Kitchen, PortionFood } from '@maul/contract/foods';
import { amountsOf, perGrams, type CarbBasis } from '@maul/core/nutrition';
import { METHODS, type Method, edibleGrams, hiddenEnergy, millilitresOf } from '@maul/core/foods';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState, type FormEvent } from 'react';
import { METHOD_NAMES } from '../../ui/gauge/Glyph.tsx';
import { gramsText, oneDecimal } from '../../ui/formats/show.ts';
import { whole } from '@maul/core/units';
import { foodFigure, useUnits } from '../../ui/formats/units.ts';
import { portionFoodOf } from './portionFood.ts';
import { readGrams } from './readGrams.ts';
import { StateFields } from '../label/StateFields.tsx';

export interface Kept {
  food: PortionFood;
  grams: number;
  method: Method | null;
  spread: number | null;
}

/** What this amount holds, in one line, with what label rounding hides. */
const Holds = ({ food, grams, carbBasis }: { food: PortionFood; grams: number; carbBasis: CarbBasis }) => {
  const { ENERC, PROCNT, CARB, FAT } = amountsOf(perGrams(food.per100g, grams), carbBasis);
  const show = (v: number | undefined) => (v === undefined ? '?' : oneDecimal(v));
  const hidden = food.label ? hiddenEnergy(food.label, grams) : undefined;
  return (
    <p className="second" data-testid="holds">
      <b className="n">{gramsText(Math.round(grams * 10) / 10)} g</b> hold{' '}
      {ENERC === undefined ? '? kcal' : `${whole(ENERC)} kcal`}, P {show(PROCNT)}, C {show(CARB)}, F{' '}
      {show(FAT)}.
      {hidden
        ? ` Its label rounds: it may really hold ${oneDecimal(hidden.low)} to ${oneDecimal(hidden.high)} kcal.`
        : ''}
    </p>
  );
};

export interface AmountProps {
  athleteId: string;
  food: Food;
  kitchen: Kitchen | undefined;
  today: string;
  carbBasis: CarbBasis;
  /** An amount that the scale has captured already. */
  given?: number;
  onKeep: (kept: Kept) => void;
  onBack: () => void;
}

/** How much of a food, in which state, measured how. */
export const Amount = ({
  athleteId,
  food,
  kitchen,
  today,
  carbBasis,
  given,
  onKeep,
  onBack,
}: AmountProps) => {
  const units = useUnits();
  const [copy, setCopy] = useState(() => portionFoodOf(food));
  const [text, setText] = useState('');
  const [how, setHow] = useState<Method | 'planned' | null>(null);
  const [unpeeled, setUnpeeled] = useState(false);
  const edible = copy.edible ?? null;
  const read = given === undefined ? readGrams(text, units.food, copy) : { grams: given };
  const grams =
    read.grams !== null && edible !== null && unpeeled ? edibleGrams(read.grams, edible.part) : read.grams;
  const chosen = how ?? (given !== undefined ? 'scale' : 'planned');
  const save = (event: FormEvent): void => {
    event.preventDefault();
    if (grams !== null)
      onKeep({
        food: copy,
        grams: Math.round(grams * 100) / 100,
        method: chosen === 'planned' ? null : chosen,
        spread: chosen === read.method ? (read.spread ?? null) : null,
      });
  };
  return (
    <form onSubmit={save} noValidate>
      <DialogTitle id="food-dialog">{food.name}</DialogTitle>
      <DialogContent className="rows">
        <p className="quiet">
          {copy.state}. Source: {copy.source}
          {food.details.sourceDate === null ? '' : `, ${food.details.sourceDate}`}.
          {food.remark === null ? '' : ` ${food.remark}`}
          {food.details.allergens.length > 0 ? ` Allergens: ${food.details.allergens.join(', ')}.` : ''}
        </p>
        <StateFields
          athleteId={athleteId}
          food={{ ...food, copy: portionFoodOf(food) }}
          seen={kitchen?.yields ?? []}
          today={today}
          onFood={setCopy}
        />
        {given === undefined && (
          <TextField
            label={units.food === 'g' ? 'Grams' : 'Ounces'}
            placeholder="or 250 mL, 2 slices, 1/2 cup"
            value={text}
            onChange={(e) => setText(e.target.value)}
            error={!!read.fault}
            helperText={read.fault ?? read.assumed ?? undefined}
            margin="dense"
            autoFocus
          />
        )}
        {given === undefined && (copy.measures ?? []).length > 0 && (
          <div className="measures">
            {(copy.measures ?? []).map((m) => (
              <Button
                key={m.name}
                size="small"
                onClick={() =>
                  setText(foodFigure(Math.round(((read.grams ?? 0) + m.grams) * 10) / 10, units))
                }
              >
                + {m.name} ({gramsText(m.grams)} g)
              </Button>
            ))}
          </div>
        )}
        {edible !== null && (
          <FormControlLabel
            control={<Checkbox checked={unpeeled} onChange={(e) => setUnpeeled(e.target.checked)} />}
            label={`Weighed with ${edible.refuse}: ${Math.round(edible.part * 100)} % of it is eaten`}
          />
        )}
        {grams !== null && <Holds food={copy} grams={grams} carbBasis={carbBasis} />}
        {grams !== null && (copy.density ?? null) !== null && (
          <p className="second">
            That is {whole(millilitresOf(grams, copy.density ?? null).millilitres)} mL at {copy.density} g per
            mL.
          </p>
        )}
        {given === undefined && (
          <TextField
            select
            label="This is"
            value={chosen}
            onChange={(e) => setHow(e.target.value as Method | 'planned')}
          >
            <MenuItem value="planned">planned, to be weighed</MenuItem>
            {METHODS.filter((m) => m !== 'planned').map((m) => (
              <MenuItem key={m} value={m}>
                the true amount: {METHOD_NAMES[m]}
              </MenuItem>
            ))}
          </TextField>
        )}
      </DialogContent>
      <DialogActions>
        <Button variant="text" onClick={onBack} sx={{ mr: 'auto' }}>
          Another food
        </Button>
        <Button type="submit" variant="contained" disabled={grams === null}>
          {given === undefined ? 'Add' : 'This is it'}
        </Button>
      </DialogActions>
    </form>
  );
};
