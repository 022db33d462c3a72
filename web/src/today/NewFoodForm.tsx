import { FoodState, PutFood, type Food } from '@maul/contract';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState, type FormEvent } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { call, queryClient, sentenceOf } from '../sync/index.ts';

const FIELDS = [
  ['ENERC', 'Energy, kcal'],
  ['PROCNT', 'Protein, g'],
  ['CARB', 'Carbohydrate, g'],
  ['FIBTG', 'Fibre, g'],
  ['FAT', 'Fat, g'],
  ['NA', 'Sodium, mg'],
] as const;

const read = (text: string): number | undefined =>
  text.trim() === '' ? undefined : Number(text.replace(',', '.'));

/** An own food, per 100 g. What is left empty is unknown, not zero. */
export const NewFoodForm = ({
  athleteId,
  name: first,
  onMade,
  onBack,
}: {
  athleteId: string;
  name: string;
  onMade: (food: Food) => void;
  onBack: () => void;
}) => {
  const [id] = useState(() => uuidv7());
  const [name, setName] = useState(first);
  const [state, setState] = useState<Food['state']>('as sold');
  const [basis, setBasis] = useState<'CHOCDF' | 'CHOAVLDF'>('CHOAVLDF');
  const [values, setValues] = useState<Record<string, string>>({});
  const [fault, setFault] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const save = async (event: FormEvent): Promise<void> => {
    event.preventDefault();
    const per100g: Record<string, number> = {};
    for (const [key, label] of FIELDS) {
      const value = read(values[key] ?? '');
      if (value === undefined) continue;
      if (Number.isNaN(value)) return setFault(`${label}: “${values[key] ?? ''}” is not a number.`);
      per100g[key === 'CARB' ? basis : key] = value;
    }
    const body = { base: 0, name, state, per100g, measures: [], deleted: false };
    const checked = PutFood.safeParse(body);
    if (!checked.success) return setFault(checked.error.issues[0]?.message ?? 'Check the figures.');
    setBusy(true);
    try {
      const food = await call('putFood', { params: { athleteId, id }, body });
      void queryClient.invalidateQueries({ queryKey: ['foods', athleteId] });
      onMade(food);
    } catch (error) {
      setFault(sentenceOf(error));
    } finally {
      setBusy(false);
    }
  };
  return (
    <form onSubmit={(event) => void save(event)} noValidate>
      <DialogTitle id="food-dialog">New food, per 100 g</DialogTitle>
      <DialogContent className="rows">
        <TextField
          label="Name"
          value={name}
          onChange={(e) => setName(e.target.value)}
          margin="dense"
          autoFocus
        />
        <div className="pair">
          <TextField
            select
            label="State"
            value={state}
            onChange={(e) => setState(e.target.value as Food['state'])}
          >
            {FoodState.options.map((s) => (
              <MenuItem key={s} value={s}>
                {s}
              </MenuItem>
            ))}
          </TextField>
          <TextField
            select
            label="Carbohydrate is stated"
            value={basis}
            onChange={(e) => setBasis(e.target.value as typeof basis)}
          >
            <MenuItem value="CHOAVLDF">without fibre (EU, UK, AU)</MenuItem>
            <MenuItem value="CHOCDF">with fibre inside (US, CA)</MenuItem>
          </TextField>
        </div>
        <div className="new-food">
          {FIELDS.map(([key, label]) => (
            <TextField
              key={key}
              label={label}
              value={values[key] ?? ''}
              onChange={(e) => setValues((v) => ({ ...v, [key]: e.target.value }))}
              slotProps={{ htmlInput: { inputMode: 'decimal' } }}
            />
          ))}
        </div>
        <p className="quiet">What you leave empty is unknown, not zero: sums then say “at least”.</p>
        {fault !== null && <Alert severity="error">{fault}</Alert>}
      </DialogContent>
      <DialogActions>
        <Button variant="text" onClick={onBack} sx={{ mr: 'auto' }}>
          Back
        </Button>
        <Button type="submit" variant="contained" disabled={busy || name.trim() === ''}>
          Keep this food
        </Button>
      </DialogActions>
    </form>
  );
};
