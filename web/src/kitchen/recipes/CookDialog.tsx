import type { Batch, Recipe } from '@maul/contract/kitchen';
import { type RecipeAmounts, scaleRecipe, timesForPot } from '@maul/core/kitchen';
import { fitSentences } from '@maul/core/diary';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { v7 as uuidv7 } from 'uuid';
import { carbBasisOf } from '../../data/day.ts';
import { saveThing } from '../../data/kitchen/kitchenWork.ts';
import { useOwnDay } from '../../data/session.ts';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { NumberField } from '../../ui/fields/NumberField.tsx';
import { gramsText } from '../../ui/formats/show.ts';
import { fitRecipe } from '../../workers/solver.ts';
import type { RecipeRow } from '../words.ts';
import { amountsOfRecipe } from './draft.ts';

type By = 'boxes' | 'pot' | 'target';
const KEYS = [
  ['PROCNT', 'Protein of a box, g'],
  ['CARB', 'Carbs of a box, g'],
  ['FAT', 'Fat of a box, g'],
] as const;
/** A box of a target lies within so much of it, relative, and at least a gram. common practice, no source. */
const WITHIN = 0.03;

/** A batch that is about to be cooked. */
export const newBatch = (
  recipe: Recipe,
  amounts: RecipeAmounts,
  from: RecipeRow | null,
  boxes: number,
): Batch => ({
  kind: 'batch',
  name: recipe.name,
  recipeId: from?.id ?? null,
  recipeVersion: from && from.version > 0 ? from.version : null,
  startedAt: new Date().toISOString(),
  method: recipe.method,
  parts: recipe.lines.map((line, i) => ({
    id: uuidv7(),
    food: line.food,
    planned: amounts.lines[i]?.grams ?? line.grams,
    grams: null,
    division: null,
    stockId: null,
  })),
  water: amounts.water,
  steps: recipe.steps.map((s) => ({ ...s, startedAt: null, endedAt: null, didCelsius: null })),
  coreCelsius: null,
  cookedAt: null,
  coldAt: null,
  pots: [],
  poured: [],
  boxes: Array.from({ length: boxes }, (_, i) => ({
    id: uuidv7(),
    label: `Box ${i + 1}`,
    wish: { kind: 'equal' as const },
    place: 'fridge' as const,
    dinerId: null,
    grams: null,
    division: null,
  })),
  left: 0,
  leftStockId: null,
  waste: 0,
  loss: 0,
  done: false,
});

/** How much of a recipe is cooked: so many boxes, as much as the pot holds, or what makes each box land on a target. */
export const CookDialog = ({
  athleteId,
  recipe,
  row,
  changed,
  keep,
  onClose,
}: {
  athleteId: string;
  recipe: Recipe;
  row: RecipeRow | null;
  changed: boolean;
  keep: () => string;
  onClose: () => void;
}) => {
  const navigate = useNavigate();
  const { day } = useOwnDay();
  const basis = day ? carbBasisOf(day) : 'total';
  const [by, setBy] = useState<By>('boxes');
  const [boxes, setBoxes] = useState(Math.max(1, Math.round(recipe.servings)));
  const [pot, setPot] = useState<number | null>(recipe.potHolds);
  const [target, setTarget] = useState<Record<string, number | null>>({ PROCNT: 45, CARB: 60, FAT: null });
  const [solved, setSolved] = useState<{ recipe: RecipeAmounts; said: string[] } | null>(null);
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState<string | null>(null);
  const amounts = amountsOfRecipe(recipe);
  const plain = (): { recipe: RecipeAmounts; said: string[] } => {
    const times = by === 'pot' && pot !== null ? timesForPot(amounts, pot) : boxes / recipe.servings;
    const { recipe: made, rounded } = scaleRecipe(amounts, times);
    return {
      recipe: made,
      said: rounded.map(
        (r) =>
          `${r.name}: ${gramsText(Math.round(r.grams))} g in whole pieces instead of ${gramsText(Math.round(r.wanted))} g.`,
      ),
    };
  };
  const shown = by === 'target' ? solved : plain();
  const solve = async (): Promise<void> => {
    const windows = KEYS.flatMap(([key]) => {
      const aim = target[key] ?? null;
      if (aim === null) return [];
      const half = Math.max(1, WITHIN * aim);
      return [{ key, low: Math.max(0, aim - half), high: aim + half }];
    });
    setBusy(true);
    setFault(null);
    const outcome = await fitRecipe(amounts, boxes, windows, basis);
    setBusy(false);
    if (!outcome.ok) return setFault(outcome.fault);
    const { fit, recipe: made } = outcome.value;
    setSolved({ recipe: made, said: fitSentences(fit, { foods: [], windows: [] }, () => undefined) });
  };
  const start = (): void => {
    if (!shown) return;
    const from = changed || !row ? keep() : row.id;
    const source = row ? row : null;
    const count = by === 'pot' ? Math.max(1, Math.round(shown.recipe.servings)) : boxes;
    const batch = newBatch(recipe, shown.recipe, source, Math.min(60, count));
    const id = saveThing(athleteId, null, { ...batch, recipeId: from });
    void navigate(`/kitchen/batch/${id}`);
  };
  return (
    <FormDialog
      title={`Cook ${recipe.name}`}
      onClose={onClose}
      keep={by === 'target' && !solved ? (busy ? 'Solving …' : 'Solve it') : 'Weigh it in'}
      canKeep={!busy && (by !== 'pot' || pot !== null)}
      onKeep={() => (by === 'target' && !solved ? void solve() : start())}
    >
      <ToggleButtonGroup
        exclusive
        size="small"
        value={by}
        aria-label="How much"
        onChange={(_, next: By | null) => {
          if (next) setBy(next);
          setSolved(null);
        }}
      >
        <ToggleButton value="boxes">Number of boxes</ToggleButton>
        <ToggleButton value="pot">Fill the pot</ToggleButton>
        <ToggleButton value="target">By a target</ToggleButton>
      </ToggleButtonGroup>
      {by !== 'pot' && (
        <NumberField
          label="Boxes"
          value={boxes}
          onChange={(n) => {
            setBoxes(n);
            setSolved(null);
          }}
          min={1}
          max={60}
          whole
        />
      )}
      {by === 'pot' && (
        <NumberField
          label="The pot holds, g raw with water"
          value={pot}
          onChange={setPot}
          min={100}
          max={50_000}
        />
      )}
      {by === 'target' &&
        KEYS.map(([key, label]) => (
          <NumberField
            key={key}
            label={label}
            value={target[key] ?? null}
            onChange={(n) => {
              setTarget({ ...target, [key]: n });
              setSolved(null);
            }}
            onEmpty={() => {
              setTarget({ ...target, [key]: null });
              setSolved(null);
            }}
            min={0}
            max={500}
          />
        ))}
      {fault !== null && (
        <p role="alert" className="is-over">
          {fault}
        </p>
      )}
      {shown && (
        <>
          <ul className="kit-read" aria-label="What goes in">
            {shown.recipe.lines.map((line, i) => (
              <li key={i}>
                <b className="n">{gramsText(Math.round(line.grams * 10) / 10)} g</b> {line.food.name}
              </li>
            ))}
            {shown.recipe.water > 0 && (
              <li>
                <b className="n">{gramsText(shown.recipe.water)} g</b> water
              </li>
            )}
          </ul>
          {shown.said.map((s) => (
            <p key={s} className="second">
              {s}
            </p>
          ))}
        </>
      )}
    </FormDialog>
  );
};
