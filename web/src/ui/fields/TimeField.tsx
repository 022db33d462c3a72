import { AdapterDateFns } from '@mui/x-date-pickers/AdapterDateFns';
import { LocalizationProvider } from '@mui/x-date-pickers/LocalizationProvider';
import { TimeField as PickerTimeField } from '@mui/x-date-pickers/TimeField';
import { isClock } from '@maul/core/units';
import { format, parse } from 'date-fns';
import { useState } from 'react';
import { useDateLocale } from './locale.ts';
import { useTyped } from './useTyped.ts';

interface TimeFieldProps {
  label: string;
  /** HH:MM on a clock of 24 hours; empty where no time is chosen. */
  value: string;
  /** Is told a whole time, or an empty text while there is none. */
  onChange: (value: string) => void;
  error?: boolean;
  help?: string;
}

const asTime = (text: string): Date | null =>
  isClock(text) ? parse(text, 'HH:mm', new Date(2000, 0, 1)) : null;

/** A time of the day, written and read as where the reader lives; kept as HH:MM. */
export const TimeField = ({ label, value, onChange, error, help }: TimeFieldProps) => {
  const locale = useDateLocale();
  const { date, type } = useTyped(value, asTime);
  const [unfinished, setUnfinished] = useState(false);
  return (
    <LocalizationProvider dateAdapter={AdapterDateFns} adapterLocale={locale}>
      <PickerTimeField
        label={label}
        value={date}
        onError={(reason) => setUnfinished(reason !== null)}
        onChange={(next, { validationError }) => {
          const whole = next !== null && validationError === null && !Number.isNaN(next.getTime());
          const text = whole ? format(next, 'HH:mm') : '';
          type(next, text);
          if (text !== value) onChange(text);
        }}
        error={error === true || unfinished}
        helperText={unfinished ? 'Type the whole time.' : help}
        size="small"
        fullWidth
      />
    </LocalizationProvider>
  );
};
