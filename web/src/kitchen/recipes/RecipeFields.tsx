import type { KitchenContainer } from '@maul/contract/foods';
import type { Recipe } from '@maul/contract/kitchen';
import Autocomplete from '@mui/material/Autocomplete';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import Switch from '@mui/material/Switch';
import TextField from '@mui/material/TextField';
import { gramsText } from '../../ui/formats/show.ts';
import { NumberField } from '../../ui/fields/NumberField.tsx';
import { COOKED_AS } from './draft.ts';

const MEALS = [1, 2, 3, 4, 5, 6, 7, 8];

/** How much a recipe makes, in what it is cooked, and what it is for. */
export const RecipeFields = ({
  draft,
  containers,
  onChange,
}: {
  draft: Recipe;
  containers: readonly KitchenContainer[];
  onChange: (change: Partial<Recipe>) => void;
}) => (
  <div className="kit-fields">
    <NumberField
      label="Water, g"
      value={draft.water}
      onChange={(water) => onChange({ water })}
      min={0}
      max={50_000}
    />
    <NumberField
      label="Servings"
      value={draft.servings}
      onChange={(servings) => onChange({ servings })}
      min={0.5}
      max={200}
    />
    <Autocomplete
      freeSolo
      options={[...COOKED_AS]}
      inputValue={draft.method}
      onInputChange={(_, method) => onChange({ method: method.slice(0, 60) })}
      renderInput={(params) => <TextField {...params} label="Cooked" size="small" />}
    />
    <NumberField
      label="Minutes of work"
      value={draft.minutes}
      onChange={(minutes) => onChange({ minutes })}
      min={0}
      max={600}
      whole
    />
    <TextField
      select
      label="Pot"
      value={draft.potId ?? ''}
      onChange={(e) => onChange({ potId: e.target.value === '' ? null : e.target.value })}
      slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
    >
      <MenuItem value="">not said</MenuItem>
      {containers.map((c) => (
        <MenuItem key={c.id} value={c.id}>
          {c.name}, {gramsText(c.grams)} g empty
        </MenuItem>
      ))}
    </TextField>
    <NumberField
      label="The pot holds at most, g"
      value={draft.potHolds}
      onChange={(potHolds) => onChange({ potHolds })}
      onEmpty={() => onChange({ potHolds: null })}
      min={100}
      max={50_000}
    />
    <Autocomplete
      multiple
      options={MEALS}
      value={draft.meals}
      getOptionLabel={(n) => `meal ${n}`}
      onChange={(_, meals) => onChange({ meals: [...meals].sort((a, b) => a - b) })}
      renderInput={(params) => (
        <TextField
          {...params}
          label="For these meals"
          placeholder={draft.meals.length === 0 ? 'any' : ''}
          size="small"
        />
      )}
    />
    <div>
      <FormControlLabel
        control={<Switch checked={draft.freezes} onChange={(e) => onChange({ freezes: e.target.checked })} />}
        label="May be frozen"
      />
      <FormControlLabel
        control={<Switch checked={draft.hot} onChange={(e) => onChange({ hot: e.target.checked })} />}
        label="Eaten hot only"
      />
      <FormControlLabel
        control={
          <Switch
            checked={draft.onlyWhole ?? false}
            onChange={(e) => onChange({ onlyWhole: e.target.checked })}
          />
        }
        label="Cooked only as a whole (a tray, a loaf)"
      />
    </div>
  </div>
);
