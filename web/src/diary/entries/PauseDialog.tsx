import { DateField } from '../../ui/fields/DateField.tsx';
import type { DayDocument } from '@maul/contract/diary';
import { isIsoDate, type IsoDate } from '@maul/core/units';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { shortDate } from '../../ui/formats/show.ts';
import { saveStanding } from '../../data/edit.ts';

/** The pause that a day lies in, if it does. */
export const pauseOf = (day: DayDocument) =>
  day.standing.flatMap((row) =>
    row.thing.kind === 'pause' &&
    row.thing.from <= day.date &&
    (row.thing.until === null || row.thing.until >= day.date)
      ? [{ row, ...row.thing }]
      : [],
  )[0];

/** Says that the log rests, and the way back. */
export const PauseStrip = ({ day, editable }: { day: DayDocument; editable: boolean }) => {
  const pause = pauseOf(day);
  if (!pause) return null;
  return (
    <div className="pause-strip">
      <p>
        <b>The log is paused</b> since {shortDate(pause.from)}
        {pause.until === null ? '' : `, until ${shortDate(pause.until)}`}
        {pause.why === '' ? '' : `: ${pause.why}`}. These days count in no mean and are no gap.
      </p>
      {editable && (
        <Button size="small" onClick={() => saveStanding(day, pause.row, null, 'The pause ended')}>
          Go on logging
        </Button>
      )}
    </div>
  );
};

const asDay = (text: string): IsoDate | null => (isIsoDate(text) ? text : null);

/** Stops logging on purpose, for a time or until one goes on. */
const PauseDialog = ({ day, onClose }: { day: DayDocument; onClose: () => void }) => {
  const [from, setFrom] = useState<string>(day.date);
  const [until, setUntil] = useState('');
  const [why, setWhy] = useState('');
  const [start, end] = [asDay(from), asDay(until)];
  const wrong = end !== null && start !== null && end < start;
  const keep = (): void => {
    if (!start) return;
    saveStanding(day, null, { kind: 'pause', from: start, until: end, why: why.trim() }, 'The log paused');
    onClose();
  };
  return (
    <FormDialog
      title="Pause the log"
      onClose={onClose}
      keep="Pause"
      canKeep={start !== null && !wrong && (until === '' || end !== null)}
      onKeep={keep}
    >
      <p>
        A break is part of the work. Nothing asks for these days, means and estimates leave them out, and your
        coach sees that you rest.
      </p>
      <div className="pair">
        <DateField label="From" value={from} onChange={setFrom} />
        <DateField
          label="Until (if you know)"
          value={until}
          onChange={setUntil}
          error={wrong}
          help={wrong ? 'It cannot end before it begins.' : undefined}
        />
      </div>
      <TextField label="Why, in a word" value={why} onChange={(e) => setWhy(e.target.value.slice(0, 300))} />
    </FormDialog>
  );
};

export default PauseDialog;
