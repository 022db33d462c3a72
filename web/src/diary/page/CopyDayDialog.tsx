import { DateField } from '../../ui/fields/DateField.tsx';
import { CountField } from '../../ui/fields/TypedField.tsx';
import type { DayDocument } from '@maul/contract/diary';
import { addDays, countIn, isIsoDate } from '@maul/core/units';
import { copyDay } from '@maul/core/diary';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { longDate, plural } from '../../ui/formats/show.ts';
import { offerUndo } from '../../data/undo/undo.ts';
import { asPlanned, writeChanges } from '../../data/edit.ts';
import { dayQuery, queryClient } from '../../data/session.ts';
import { sentenceOf } from '../../data/api.ts';
import { takeStep } from '../../data/undo/steps.ts';

/** The most days on end to which one day is copied. */
const MOST_DAYS = 31;

/** Copies the meals of another day here, or those of this day to days that come. */
const CopyDayDialog = ({ day, onClose }: { day: DayDocument; onClose: () => void }) => {
  const [way, setWay] = useState<'here' | 'there'>('here');
  const [date, setDate] = useState<string>(addDays(day.date, -1));
  const [typed, setTyped] = useState('1');
  const days = way === 'here' ? 1 : countIn(typed, MOST_DAYS);
  const [fault, setFault] = useState<string | null>(null);
  const choose = (next: typeof way): void => {
    setWay(next);
    setDate(addDays(day.date, next === 'here' ? -1 : 1));
  };
  const keep = async (): Promise<void> => {
    if (!isIsoDate(date) || days === 0) return;
    setFault(null);
    try {
      if (way === 'here') {
        const source = await queryClient.fetchQuery(dayQuery(day.athlete.id, date));
        writeChanges(day, copyDay(source, date, day.date, asPlanned, uuidv7), 'A day copied');
      } else {
        const changes = Array.from({ length: days }, (_, i) =>
          copyDay(day, day.date, addDays(date, i), asPlanned, uuidv7),
        ).flat();
        writeChanges(day, changes, 'The day copied');
      }
      offerUndo(
        way === 'here' ? 'Its meals are planned here.' : `The meals are planned on ${plural(days, 'day')}.`,
        () => takeStep(day, 'undo'),
      );
      onClose();
    } catch (error) {
      setFault(error instanceof RangeError ? error.message : sentenceOf(error));
    }
  };
  const ok = isIsoDate(date) && date !== day.date && days > 0;
  return (
    <FormDialog title="Copy a day" onClose={onClose} keep="Copy" canKeep={ok} onKeep={() => void keep()}>
      <div className="meal-parts" role="group" aria-label="Which way">
        <Button
          size="small"
          variant={way === 'here' ? 'contained' : 'outlined'}
          aria-pressed={way === 'here'}
          onClick={() => choose('here')}
        >
          Another day to here
        </Button>
        <Button
          size="small"
          variant={way === 'there' ? 'contained' : 'outlined'}
          aria-pressed={way === 'there'}
          onClick={() => choose('there')}
        >
          This day to others
        </Button>
      </div>
      <DateField
        label={way === 'here' ? 'From' : 'From this date on'}
        value={date}
        onChange={setDate}
        help={isIsoDate(date) ? longDate(date) : 'A day of the calendar.'}
      />
      {way === 'there' && (
        <CountField label="Days on end" value={typed} most={MOST_DAYS} onChange={setTyped} />
      )}
      <p className="second">
        Everything is planned there, to be weighed anew, beside what stands there already.
      </p>
      {fault !== null && (
        <p role="alert" className="is-over">
          {fault} Nothing was changed.
        </p>
      )}
    </FormDialog>
  );
};

export default CopyDayDialog;
