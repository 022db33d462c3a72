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
  /** Only whole numbers. */
  whole?: true;
  help?: string;
  /** How it is called where its label alone does not tell it from others. */
  name?: string;
  /** It does not go together with other fields. */
  fault?: boolean;
}

/** A number that is typed: kept as soon as it is one and lies inside its bounds, said when it does not. */
export const NumberField = ({
  label,
  value,
  onChange,
  onEmpty,
  min = -Infinity,
  max = Infinity,
  whole,
  help,
  name,
  fault = false,
}: NumberFieldProps) => {
  const shown = value === null ? '' : String(Math.round(value * 1000) / 1000);
  const [typed, setTyped] = useState<string | null>(null);
  const text = typed ?? shown;
  const bounds = { least: min, most: max, ...(whole && { whole }) };
  const read = readNumber(text, bounds);
  const wrong = typed !== null && !read.ok && (read.fault !== 'empty' || onEmpty === undefined);
  return (
    <TextField
      label={label}
      value={text}
      error={wrong || fault}
      helperText={wrong && !read.ok ? read.sentence : help}
      slotProps={{ htmlInput: { inputMode: 'decimal', 'aria-label': name } }}
      onChange={(e) => {
        const next = e.target.value;
        setTyped(next);
        const now = readNumber(next, bounds);
        if (now.ok) onChange(now.value);
        else if (now.fault === 'empty') onEmpty?.();
      }}
      onBlur={() => setTyped(null)}
    />
  );
};
