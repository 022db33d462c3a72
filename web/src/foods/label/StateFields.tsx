import type { Food, PortionFood, YieldSeen } from '@maul/contract/foods';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useState } from 'react';
import { plural } from '../../ui/formats/show.ts';
import { saveYield } from '../../data/kitchen/kitchen.ts';
import { sentenceOf } from '../../data/api.ts';
import { figureOf } from './labelForm.ts';
import { cookedOrRaw, inOtherState, yieldChoices } from '../amount/portionFood.ts';

const OWN = 'weighed now';

/**
 * Asks in which state a food is weighed, when it is known raw and may be cooked (or the other way), and by which yield it is reckoned. Nothing
 * is guessed: until it is answered the food is as it is known.
 */
export const StateFields = ({
  athleteId,
  food,
  seen,
  today,
  onFood,
}: {
  athleteId: string;
  food: Food & { copy: PortionFood };
  seen: readonly YieldSeen[];
  today: string;
  onFood: (food: PortionFood) => void;
}) => {
  const known = cookedOrRaw(food.state);
  const [other, setOther] = useState(false);
  const [method, setMethod] = useState('');
  const [drained, setDrained] = useState('');
  const [own, setOwn] = useState({ method: 'cooked', raw: '', cooked: '' });
  const [fault, setFault] = useState<string | null>(null);
  const choices = yieldChoices(food, seen);
  if (known === null) return null;
  const to = known === 'raw' ? 'cooked' : 'raw';
  const take = (wanted: string, list = choices, fat = drained): void => {
    const choice = list.find((c) => c.method === wanted);
    if (choice) onFood(inOtherState(food.copy, to, choice, Math.max(0, figureOf(fat) || 0)));
  };
  const chosen = choices.find((c) => c.method === method);
  const keepOwn = async (): Promise<void> => {
    const [rawGrams, cookedGrams] = [figureOf(own.raw) ?? NaN, figureOf(own.cooked) ?? NaN];
    if (!(rawGrams > 0) || !(cookedGrams > 0)) {
      setFault('Weigh it before and after: both weights are needed.');
      return;
    }
    try {
      const row = await saveYield(athleteId, {
        foodId: food.id,
        foodName: food.name,
        method: own.method.trim() || 'cooked',
        rawGrams,
        cookedGrams,
        day: today,
      });
      setFault(null);
      setMethod(row.method);
      take(row.method, yieldChoices(food, [...seen.filter((y) => y.id !== row.id), row]));
    } catch (error) {
      setFault(sentenceOf(error));
    }
  };
  return (
    <div className="rows state-fields" role="group" aria-label="State on the scale">
      <p className="second">This food is known {food.state}. On the scale it is</p>
      <ToggleButtonGroup
        exclusive
        size="small"
        value={other ? to : food.state}
        aria-label="State on the scale"
        onChange={(_, value: string | null) => {
          if (value === null) return;
          setOther(value === to);
          if (value !== to) onFood(food.copy);
          else if (choices[0]) {
            setMethod(choices[0].method);
            take(choices[0].method);
          } else setMethod(OWN);
        }}
      >
        <ToggleButton value={food.state}>{food.state}</ToggleButton>
        <ToggleButton value={to}>{to}</ToggleButton>
      </ToggleButtonGroup>
      {other && (
        <>
          <TextField
            select
            label="Cooked how"
            value={method}
            onChange={(e) => {
              setMethod(e.target.value);
              take(e.target.value);
            }}
            helperText={
              chosen
                ? `Cooked weighs ${chosen.factor.toFixed(2)} times raw, ± ${Math.round(chosen.spread * 100)} %: ${chosen.source}.`
                : 'Weigh it once before and after cooking.'
            }
          >
            {choices.map((c) => (
              <MenuItem key={c.method} value={c.method}>
                {c.method}, x {c.factor.toFixed(2)}
                {c.seen > 0 ? `, seen ${plural(c.seen, 'time')}` : ''}
              </MenuItem>
            ))}
            <MenuItem value={OWN}>weigh it now, before and after</MenuItem>
          </TextField>
          {method === OWN && (
            <div className="rows">
              <TextField
                label="Method"
                value={own.method}
                onChange={(e) => setOwn({ ...own, method: e.target.value })}
              />
              <div className="pair">
                <TextField
                  label="Before, g"
                  value={own.raw}
                  onChange={(e) => setOwn({ ...own, raw: e.target.value })}
                  slotProps={{ htmlInput: { inputMode: 'decimal' } }}
                />
                <TextField
                  label="After, g"
                  value={own.cooked}
                  onChange={(e) => setOwn({ ...own, cooked: e.target.value })}
                  slotProps={{ htmlInput: { inputMode: 'decimal' } }}
                />
              </div>
              <div>
                <Button size="small" onClick={() => void keepOwn()}>
                  Keep this yield
                </Button>
              </div>
            </div>
          )}
          {fault !== null && (
            <p role="alert" className="is-over">
              {fault}
            </p>
          )}
          {to === 'cooked' && (food.per100g.FAT ?? 0) > 5 && (
            <TextField
              label="Fat drained or squeezed out, g per 100 g raw"
              value={drained}
              onChange={(e) => {
                setDrained(e.target.value);
                take(method, choices, e.target.value);
              }}
              helperText="Empty if none was. Vitamin losses in cooking are not counted."
              slotProps={{ htmlInput: { inputMode: 'decimal' } }}
            />
          )}
        </>
      )}
    </div>
  );
};
