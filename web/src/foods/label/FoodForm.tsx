import { FoodState } from '@maul/contract/common';
import { type Food } from '@maul/contract/foods';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useMemo, useState, type FormEvent } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { sentenceOf } from '../../data/api.ts';
import { saveFood } from '../../data/sending/orLater.ts';
import { FoodExtras } from './FoodExtras.tsx';
import {
  auditOf,
  emptyLabel,
  foodOf,
  formOf,
  LABEL_FIELDS,
  labelFaults,
  POLYOLS,
  smallEnergy,
  swapFat,
  type LabelForm,
} from './labelForm.ts';

type Put = (change: Partial<LabelForm>) => void;

const Words = <K extends 'state' | 'per' | 'unit' | 'fibre' | 'salt' | 'polyol'>({
  form,
  put,
  name,
  label,
  options,
}: {
  form: LabelForm;
  put: Put;
  name: K;
  label: string;
  options: readonly (readonly [LabelForm[K], string])[];
}) => (
  <TextField select label={label} value={form[name]} onChange={(e) => put({ [name]: e.target.value })}>
    {options.map(([value, text]) => (
      <MenuItem key={value} value={value}>
        {text}
      </MenuItem>
    ))}
  </TextField>
);

/** What the audit says of the label while it is typed, and the one tap that mends it. */
const Audit = ({ form, put }: { form: LabelForm; put: (form: LabelForm) => void }) => {
  const audit = useMemo(() => {
    try {
      return auditOf(form);
    } catch {
      return undefined;
    }
  }, [form]);
  if (!audit) return null;
  const severity = {
    fits: 'success',
    error: 'error',
    ask: 'warning',
    mild: 'warning',
    strong: 'error',
  } as const;
  return (
    <Alert severity={severity[audit.verdict]} icon={false} data-testid="label-audit">
      {audit.sentence}
      {audit.verdict === 'ask' && (
        <div>
          {audit.sentence.includes('kilojoules') ? (
            <Button size="small" onClick={() => put({ ...form, unit: 'kJ' })}>
              Yes, it is kJ
            </Button>
          ) : (
            <Button
              size="small"
              onClick={() => put(swapFat(form, audit.sentence.includes('protein') ? 'protein' : 'carbs'))}
            >
              Yes, swap them
            </Button>
          )}
        </div>
      )}
    </Alert>
  );
};

export interface FoodFormProps {
  athleteId: string;
  /** What the food is called, as far as it was typed. */
  name?: string;
  /** The code of the package that opened the form. */
  code?: string;
  /** An own food that is changed. */
  food?: Food;
  onMade: (food: Food) => void;
  onBack: () => void;
}

/** The figures of a label, in the order in which labels state them. */
const LabelFigures = ({
  form,
  put,
  faults,
}: {
  form: LabelForm;
  put: Put;
  faults: ReturnType<typeof labelFaults>;
}) => (
  <div className="new-food">
    {LABEL_FIELDS.map(([key, label]) => (
      <TextField
        key={key}
        label={
          key === 'energy'
            ? `Energy, ${form.unit}`
            : key === 'salt'
              ? form.salt === 'salt-g'
                ? 'Salt, g'
                : 'Sodium, mg'
              : label
        }
        value={form.values[key]}
        onChange={(e) => put({ values: { ...form.values, [key]: e.target.value } })}
        error={faults[key] !== undefined}
        helperText={faults[key]}
        slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      />
    ))}
  </div>
);

/**
 * An own food from its label, in the order in which labels are read; the same form changes one. What is left empty is unknown, not zero.
 */
export const FoodForm = ({
  athleteId,
  name: first = '',
  code = '',
  food: known,
  onMade,
  onBack,
}: FoodFormProps) => {
  const [id] = useState(() => known?.id ?? uuidv7());
  const [form, setForm] = useState(() => (known ? formOf(known) : { ...emptyLabel(first), code }));
  const [fault, setFault] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const put: Put = (change) => setForm((f) => ({ ...f, ...change }));
  const faults = labelFaults(form);
  const small = smallEnergy(form);
  const save = async (event: FormEvent): Promise<void> => {
    event.preventDefault();
    setFault(null);
    setBusy(true);
    try {
      onMade(await saveFood(athleteId, id, foodOf(form, known?.version ?? 0)));
    } catch (error) {
      setFault(error instanceof RangeError ? error.message : sentenceOf(error));
    } finally {
      setBusy(false);
    }
  };
  const grams = (name: 'serving' | 'pack' | 'polyolGrams', label: string) => (
    <TextField
      label={label}
      value={form[name]}
      onChange={(e) => put({ [name]: e.target.value })}
      error={form[name] !== '' && faults[name] !== undefined}
      helperText={form[name] !== '' ? faults[name] : undefined}
      slotProps={{ htmlInput: { inputMode: 'decimal' } }}
    />
  );
  return (
    <form onSubmit={(event) => void save(event)} noValidate>
      <DialogTitle id="food-dialog">
        {known ? `Change ${known.name}` : 'New food, from its label'}
      </DialogTitle>
      <DialogContent className="rows">
        <TextField
          label="Name"
          value={form.name}
          onChange={(e) => put({ name: e.target.value })}
          margin="dense"
          autoFocus
        />
        <div className="pair">
          <Words
            form={form}
            put={put}
            name="state"
            label="State"
            options={FoodState.options.map((s) => [s, s] as const)}
          />
          <Words
            form={form}
            put={put}
            name="per"
            label="Figures are"
            options={[
              ['100', 'per 100 g'],
              ['100ml', 'per 100 mL'],
              ['serving', 'per serving'],
            ]}
          />
        </div>
        <div className="pair">
          {grams('serving', 'One serving, g')}
          {grams('pack', 'The pack, g')}
        </div>
        <Words
          form={form}
          put={put}
          name="fibre"
          label="Fibre stands"
          options={[
            ['outside', 'outside the carbs (EU, UK, AU)'],
            ['inside', 'inside the carbs (US, CA)'],
          ]}
        />
        <div className="pair">
          <Words
            form={form}
            put={put}
            name="unit"
            label="Energy in"
            options={[
              ['kcal', 'kcal'],
              ['kJ', 'kJ'],
            ]}
          />
          <Words
            form={form}
            put={put}
            name="salt"
            label="Salt as"
            options={[
              ['salt-g', 'salt, g'],
              ['sodium-mg', 'sodium, mg'],
            ]}
          />
        </div>
        <LabelFigures form={form} put={put} faults={faults} />
        <div className="pair">
          <Words
            form={form}
            put={put}
            name="polyol"
            label="Sugar alcohol"
            options={[['none', 'none stated'], ...POLYOLS.map((p) => [p, p] as const)]}
          />
          {form.polyol !== 'none' && grams('polyolGrams', `${form.polyol}, g`)}
        </div>
        <FoodExtras form={form} put={put} open={known !== undefined || code !== ''} />
        <Audit form={form} put={setForm} />
        {small !== undefined && <p className="second">{small}</p>}
        <p className="quiet">
          What you leave empty is unknown, not zero: sums then say “at least”. The stated energy is kept as it
          stands.
          {known ? ' What was eaten keeps the figures it was eaten with.' : ''}
        </p>
        {fault !== null && <Alert severity="error">{fault}</Alert>}
      </DialogContent>
      <DialogActions>
        <Button variant="text" onClick={onBack} sx={{ mr: 'auto' }}>
          Back
        </Button>
        <Button type="submit" variant="contained" disabled={busy || form.name.trim() === ''}>
          Keep this food
        </Button>
      </DialogActions>
    </form>
  );
};
