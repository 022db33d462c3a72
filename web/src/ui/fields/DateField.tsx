import { isIsoDate, type IsoDate } from '@maul/core/units';
import { AdapterDateFns } from '@mui/x-date-pickers/AdapterDateFns';
import { DesktopDatePicker } from '@mui/x-date-pickers/DesktopDatePicker';
import { LocalizationProvider } from '@mui/x-date-pickers/LocalizationProvider';
import { format, parseISO } from 'date-fns';
import { useState } from 'react';
import { useDateLocale } from './locale.ts';
import { useTyped } from './useTyped.ts';

interface DateFieldProps {
  label: string;
  /** YYYY-MM-DD; empty where no date is chosen. */
  value: string;
  /** Is told a whole date, or an empty text while there is none: a year that is still being typed is no date. */
  onChange: (value: IsoDate | '') => void;
  /** Is told a day pressed in the calendar, after onChange: unlike a typed one it is meant at once. */
  onPick?: (value: IsoDate) => void;
  min?: string;
  max?: string;
  disabled?: boolean;
  error?: boolean;
  help?: string;
}

const EARLIEST = '1900-01-01';
const LATEST = '2200-12-31';
const asDate = (text: string | undefined): Date | null =>
  text !== undefined && isIsoDate(text) ? parseISO(text) : null;
const isoOf = (date: Date | null): IsoDate | undefined => {
  if (!date || Number.isNaN(date.getTime())) return undefined;
  const text = format(date, 'yyyy-MM-dd');
  return isIsoDate(text) ? text : undefined;
};

/** A civil date, written and read as where the reader lives. A year that is still being typed changes nothing. */
export const DateField = ({
  label,
  value,
  onChange,
  onPick,
  min = EARLIEST,
  max = LATEST,
  disabled,
  error,
  help,
}: DateFieldProps) => {
  const locale = useDateLocale();
  const { date, type } = useTyped(value, asDate);
  const [fault, setFault] = useState<string | null>(null);
  const bounds = { min: min > EARLIEST ? min : EARLIEST, max: max < LATEST ? max : LATEST };
  const words = (text: string): string => format(parseISO(text), 'PP', { locale });
  return (
    <LocalizationProvider dateAdapter={AdapterDateFns} adapterLocale={locale}>
      <DesktopDatePicker
        label={label}
        value={date}
        disabled={disabled ?? false}
        minDate={parseISO(bounds.min)}
        maxDate={parseISO(bounds.max)}
        onError={(reason) =>
          setFault(
            reason === 'minDate'
              ? `Not before ${words(bounds.min)}.`
              : reason === 'maxDate'
                ? `Not after ${words(bounds.max)}.`
                : reason === null
                  ? null
                  : 'Type the whole date.',
          )
        }
        onChange={(next, { validationError }) => {
          const iso = validationError === null ? (isoOf(next) ?? '') : '';
          type(next, iso);
          if (iso !== value) onChange(iso);
        }}
        onAccept={(next, { source, validationError }) => {
          const iso = validationError === null ? isoOf(next) : undefined;
          if (iso && source === 'view') onPick?.(iso);
        }}
        slotProps={{
          textField: {
            error: error === true || fault !== null,
            helperText: fault ?? help,
            size: 'small',
            fullWidth: true,
            // The sections stand in the field before anything is typed: the label is always above them.
            slotProps: { inputLabel: { shrink: true } },
          },
          openPickerButton: { 'aria-label': `Choose a date: ${label}`, size: 'small', sx: { p: 0.25 } },
          openPickerIcon: { fontSize: 'small' },
        }}
      />
    </LocalizationProvider>
  );
};
