import type { Food } from '@maul/contract/foods';
import { portionWindow } from '@maul/core/diary';
import { whole } from '@maul/core/units';
import DeleteOutline from '@mui/icons-material/DeleteOutlined';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import { useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { FoodPick, portionFoodOf } from '../../foods/index.ts';
import { PanBelow, useBench, WeighPanel } from '../../scale/index.ts';
import { NumberField } from '../../ui/fields/NumberField.tsx';
import { gramsText } from '../../ui/formats/show.ts';
import { useCaptures, type BatchRow, type Change } from './useBatch.ts';

/** A food was typed, not weighed: by a display of whole grams. */
const TYPED_DIVISION = 1;

/** What goes into the pot, weighed one after the other in one bowl. */
export const WeighIn = ({
  row,
  athleteId,
  change,
  onDone,
}: {
  row: BatchRow;
  athleteId: string;
  change: Change;
  onDone: () => void;
}) => {
  const { parts, water } = row.thing;
  const [chosen, setChosen] = useState<string | null>(null);
  const [pick, setPick] = useState<{ key: number; food: Food | string | null }>({ key: 0, food: null });
  const open = parts.filter((p) => p.grams === null);
  const current = parts.find((p) => p.id === chosen) ?? open[0];
  const set = (id: string, grams: number | null, division: number | null): void =>
    change((now) => ({ parts: now.parts.map((p) => (p.id === id ? { ...p, grams, division } : p)) }));
  useCaptures(row.id, 'in', (id, weighed) => {
    set(id, weighed?.grams ?? null, weighed?.division ?? null);
    setChosen(null);
  });
  const aim = current && current.planned !== null ? portionWindow(current.planned) : null;
  const raw = parts.reduce((sum, p) => sum + (p.grams ?? 0), 0);
  const at = current ? parts.indexOf(current) + 1 : parts.length;
  return (
    <div className="batch-cols">
      <WeighPanel
        name={current ? (current.food.name.split(',')[0] ?? current.food.name) : 'All is weighed in'}
        beside={current ? `${current.food.state}, ${at} of ${parts.length}` : ''}
        aim={aim}
        able={current !== undefined && current.grams === null}
        hint="Set a bowl on the scale and tare it, or tare after each food."
        onCapture={(force) => {
          if (current) useBench.getState().dispatch({ type: 'capture', portionId: current.id, force });
        }}
      />
      <div className="batch-side rows">
        <ul className="batch-list" aria-label="What goes in">
          {parts.map((part) => (
            <li
              key={part.id}
              className={part === current ? 'batch-now' : part.grams === null ? 'batch-open' : ''}
            >
              <button type="button" onClick={() => setChosen(part.id)}>
                {part.food.name} <span className="second">{part.food.state}</span>
              </button>
              <span className="second n">{part.planned === null ? '' : `${gramsText(part.planned)} g`}</span>
              <NumberField
                label={`Grams of ${part.food.name}`}
                value={part.grams}
                onChange={(grams) => set(part.id, grams, TYPED_DIVISION)}
                onEmpty={() => set(part.id, null, null)}
                min={0.1}
                max={50_000}
              />
              <IconButton
                aria-label={`Remove ${part.food.name}`}
                onClick={() => change((now) => ({ parts: now.parts.filter((p) => p.id !== part.id) }))}
              >
                <DeleteOutline fontSize="small" />
              </IconButton>
            </li>
          ))}
        </ul>
        <FoodPick
          key={pick.key}
          athleteId={athleteId}
          label="Add a food to the pot"
          value={pick.food}
          onChange={(food) => {
            if (food === null || typeof food === 'string') return setPick({ key: pick.key, food });
            change((now) => ({
              parts: [
                ...now.parts,
                {
                  id: uuidv7(),
                  food: portionFoodOf(food),
                  planned: null,
                  grams: null,
                  division: null,
                  stockId: null,
                },
              ],
            }));
            setPick({ key: pick.key + 1, food: null });
          }}
        />
        <NumberField
          label="Water that goes in, g"
          value={water}
          onChange={(grams) => change({ water: grams })}
          min={0}
          max={50_000}
        />
        <p>
          <b className="n">{whole(raw)} g</b> raw{water > 0 ? ` and ${whole(water)} g water` : ''}.
        </p>
        <div>
          <Button variant="contained" disabled={raw <= 0} onClick={onDone}>
            {open.length > 0 ? 'Leave out the rest and cook' : 'Cook it'}
          </Button>
        </div>
      </div>
      <PanBelow aim={aim} />
    </div>
  );
};
