import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import type { ReactNode } from 'react';
import { Controller, type FieldErrors, type UseFormReturn } from 'react-hook-form';
import type { BodyValues } from './bodyValues.ts';

export type BodyForm = UseFormReturn<BodyValues>;
/** What is said with a yes or no. */
export type Statement = {
  [K in keyof BodyValues['health']]: BodyValues['health'][K] extends boolean ? K : never;
}[keyof BodyValues['health']];

export const Section = ({ title, note, children }: { title: string; note?: string; children: ReactNode }) => (
  <section className="rows setup-section">
    <div>
      <h2 className="panel-title">{title}</h2>
      {note !== undefined && <p className="second">{note}</p>}
    </div>
    {children}
  </section>
);

/** The text of a field's fault, by its dotted name. */
export const faultOf = (errors: FieldErrors<BodyValues>, name: string): string | undefined => {
  let at: unknown = errors;
  for (const part of name.split('.'))
    at = at !== null && typeof at === 'object' ? (at as Record<string, unknown>)[part] : undefined;
  const message = at !== null && typeof at === 'object' ? (at as { message?: unknown }).message : undefined;
  return typeof message === 'string' ? message : undefined;
};

type TextName =
  | 'birthDate'
  | 'heightCm'
  | 'weight'
  | 'known'
  | 'fatPercent'
  | 'waking'
  | 'health.professional'
  | 'health.doctor';
export const Text = ({
  form,
  name,
  label,
  help,
}: {
  form: BodyForm;
  name: TextName;
  label: string;
  help?: string;
}) => {
  const fault = faultOf(form.formState.errors, name);
  return (
    <TextField
      label={label}
      {...form.register(name)}
      error={fault !== undefined}
      helperText={fault ?? help}
      slotProps={{
        htmlInput: { inputMode: name.startsWith('health') ? 'text' : 'decimal' },
      }}
    />
  );
};

type ChoiceName =
  | 'sex'
  | 'carbBasis'
  | 'diet'
  | 'activityLevel'
  | 'fatMethod'
  | 'weekStartsOn'
  | 'checkInOn'
  | 'units.body'
  | 'units.food'
  | 'units.energy';
export const Choice = ({
  form,
  name,
  label,
  options,
  onChosen,
}: {
  form: BodyForm;
  name: ChoiceName;
  label: string;
  /** Told of the choice before it is made. */
  onChosen?: (value: string) => void;
  options: readonly (readonly [string | number, string])[];
}) => (
  <Controller
    control={form.control}
    name={name}
    render={({ field, fieldState }) => (
      <TextField
        select
        label={label}
        error={fieldState.invalid}
        helperText={fieldState.error?.message}
        {...field}
        onChange={(event) => {
          onChosen?.(event.target.value);
          field.onChange(event);
        }}
      >
        {options.map(([value, text]) => (
          <MenuItem key={value} value={value}>
            {text}
          </MenuItem>
        ))}
      </TextField>
    )}
  />
);

type CheckName = 'cycle' | 'hide.weight' | 'hide.energy' | `health.${Statement}`;
/** A yes or no. */
export const Check = ({ form, name, label }: { form: BodyForm; name: CheckName; label: string }) => (
  <Controller
    control={form.control}
    name={name}
    render={({ field }) => (
      <FormControlLabel
        label={label}
        control={
          <Checkbox size="small" checked={field.value} onChange={(e) => field.onChange(e.target.checked)} />
        }
      />
    )}
  />
);
