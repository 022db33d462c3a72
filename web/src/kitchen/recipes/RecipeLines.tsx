import type { RecipeLine } from '@maul/contract/kitchen';
import DeleteOutline from '@mui/icons-material/DeleteOutlined';
import FormControlLabel from '@mui/material/FormControlLabel';
import IconButton from '@mui/material/IconButton';
import Switch from '@mui/material/Switch';
import { pieceOf } from '../../foods/index.ts';
import { NumberField } from '../../ui/fields/NumberField.tsx';
import { gramsText } from '../../ui/formats/show.ts';

/** The foods of a recipe, raw, in grams. */
export const RecipeLines = ({
  lines,
  onLines,
}: {
  lines: readonly RecipeLine[];
  onLines: (lines: RecipeLine[]) => void;
}) => {
  const change = (id: string, how: Partial<RecipeLine>): void =>
    onLines(lines.map((line) => (line.id === id ? { ...line, ...how } : line)));
  return (
    <ul className="kit-list" aria-label="Foods of the recipe">
      {lines.map((line) => {
        const piece = pieceOf(line.food) ?? line.food.packGrams ?? null;
        const whole = pieceOf(line.food) === null ? 'whole packs' : 'whole pieces';
        return (
          <li key={line.id} className="kit-row kit-recipe-line">
            <span className="kit-name">
              <b>{line.food.name}</b> <span className="second">{line.food.state}</span>
              {line.piece !== null && (
                <span className="second">
                  {' '}
                  {gramsText(Math.round((line.grams / line.piece) * 10) / 10)} of {gramsText(line.piece)} g
                </span>
              )}
            </span>
            <NumberField
              label={`Grams of ${line.food.name}`}
              value={line.grams}
              onChange={(grams) => change(line.id, { grams })}
              min={0.1}
              max={50_000}
            />
            {piece !== null && (
              <FormControlLabel
                control={
                  <Switch
                    size="small"
                    checked={line.piece !== null}
                    onChange={(e) => change(line.id, { piece: e.target.checked ? piece : null })}
                  />
                }
                label={whole}
              />
            )}
            <IconButton
              aria-label={`Remove ${line.food.name}`}
              onClick={() => onLines(lines.filter((l) => l.id !== line.id))}
            >
              <DeleteOutline fontSize="small" />
            </IconButton>
          </li>
        );
      })}
    </ul>
  );
};
