import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';

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
