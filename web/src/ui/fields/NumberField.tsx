import { readNumber } from '@maul/core/units';
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
  const read = readNumber(text, { least: min, most: max });
  const wrong = typed !== null && !read.ok && (read.fault !== 'empty' || onEmpty === undefined);
  return (
    <TextField
      label={label}
      value={text}
      error={wrong}
      helperText={wrong && !read.ok ? read.sentence : help}
      slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      onChange={(e) => {
        const next = e.target.value;
        setTyped(next);
        const now = readNumber(next, { least: min, most: max });
        if (now.ok) onChange(now.value);
        else if (now.fault === 'empty') onEmpty?.();
      }}
      onBlur={() => setTyped(null)}
    />
  );
};
