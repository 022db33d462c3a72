import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';

interface NumberFieldProps {
  label: string;
  value: number | null;
  onChange: (value: number) => void;
  /** What an empty field means, where it may be empty. */
  onEmpty?: () => void;
  min?: number;
  max?: number;
  help?: string;
}

/** A number that is typed: kept as soon as it is one and lies inside its bounds, said when it does not. */
export const NumberField = ({
  label,
  value,
  onChange,
  onEmpty,
  min = -Infinity,
  max = Infinity,
  help,
}: NumberFieldProps) => {
  const shown = value === null ? '' : String(Math.round(value * 1000) / 1000);
  const [typed, setTyped] = useState<string | null>(null);
  const text = typed ?? shown;
  const number = text.trim() === '' ? NaN : Number(text.trim().replace('−', '-').replace(',', '.'));
  const wrong =
    text.trim() === '' ? onEmpty === undefined : Number.isNaN(number) || number < min || number > max;
  const bounds = `${Number.isFinite(min) ? min : ''}–${Number.isFinite(max) ? max : ''}`;
  return (
    <TextField
      label={label}
      value={text}
      error={wrong}
      helperText={
        wrong ? (Number.isFinite(min) || Number.isFinite(max) ? `A number, ${bounds}` : 'A number') : help
      }
      slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      onChange={(e) => {
        const next = e.target.value;
        setTyped(next);
        const n = Number(next.trim().replace('−', '-').replace(',', '.'));
        if (next.trim() === '') onEmpty?.();
        else if (!Number.isNaN(n) && n >= min && n <= max) onChange(n);
      }}
      onBlur={() => setTyped(null)}
    />
  );
};

/** One of a few words. */
export const WordField = <T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: T;
  options: readonly (readonly [T, string])[];
  onChange: (value: T) => void;
}) => (
  <TextField
    select
    label={label}
    value={value}
    onChange={(e) => onChange(e.target.value as T)}
    slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
  >
    {options.map(([key, text]) => (
      <MenuItem key={key} value={key}>
        {text}
      </MenuItem>
    ))}
  </TextField>
);
