import type { Units } from '@maul/contract/people';
import { readBodyMass, readCount, readEnergy, type NumberReading } from '@maul/core/units';
import TextField from '@mui/material/TextField';
import { useState } from 'react';

interface TypedFieldProps {
  label: string;
  /** As it is typed. */
  value: string;
  onChange: (text: string) => void;
  units: Units;
  /** What is wrong beside the text itself; shown instead of the help. */
  fault?: string | null;
  help?: string;
  hidden?: boolean;
}

const Typed = ({
  label,
  value,
  onChange,
  fault,
  help,
  hidden = false,
  read,
  atOnce = false,
}: Omit<TypedFieldProps, 'units'> & { read: NumberReading; atOnce?: boolean }) => {
  // A number that is still too small may not be finished: that is said when the field is left.
  const [left, setLeft] = useState(false);
  const said = !read.ok && (atOnce || (read.fault !== 'empty' && (read.fault !== 'out-of-bounds' || left)));
  const wrong = fault ?? (said ? read.sentence : null);
  return (
    <TextField
      label={label}
      type={hidden ? 'password' : 'text'}
      value={value}
      onChange={(e) => onChange(e.target.value)}
      onFocus={() => setLeft(false)}
      onBlur={() => setLeft(true)}
      error={wrong !== null}
      helperText={wrong ?? help}
      slotProps={{ htmlInput: { inputMode: 'decimal' } }}
    />
  );
};

/** A body mass as it is typed: kg, lb, or stones and pounds. `readBodyMass` turns it into kilograms. */
export const MassField = ({ units, label, ...rest }: TypedFieldProps) => (
  <Typed {...rest} label={`${label}, ${units.body}`} read={readBodyMass(rest.value, units.body)} />
);

/** How many, as it is typed: there has to be a number, and its first digit is one. `readCount` turns it into a whole number. */
export const CountField = ({ most, ...rest }: Omit<TypedFieldProps, 'units'> & { most: number }) => (
  <Typed {...rest} read={readCount(rest.value, most)} atOnce />
);

/** An energy as it is typed, kcal or kJ. `readEnergy` turns it into kilocalories. */
export const EnergyField = ({ units, label, ...rest }: TypedFieldProps) => (
  <Typed {...rest} label={`${label}, ${units.energy}`} read={readEnergy(rest.value, units.energy)} />
);
