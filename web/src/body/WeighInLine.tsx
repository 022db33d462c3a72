import { bodyBounds, bodyFigure, toKg } from '../ui/formats/units.ts';
import { numberIn } from '@maul/core/units';
import type { DayDocument } from '@maul/contract/diary';
import { BodyKg } from '@maul/contract/body';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type FormEvent } from 'react';
import { saveWeighIn } from '../data/edit.ts';
import { fromDay } from '../data/fromDay.ts';

/** The morning on the scale: one number, with the sentence that one morning decides nothing. */
const PlainWeighInLine = ({ day }: { day: Pick<DayDocument, 'athlete' | 'date' | 'today' | 'weighIn'> }) => {
  const { units, hide } = day.athlete.profile;
  const shown = day.weighIn ? bodyFigure(day.weighIn.kg, units) : '';
  const [text, setText] = useState(hide.weight ? '' : shown);
  const [fault, setFault] = useState<string | null>(null);
  if (day.date > day.today) return null;
  const save = (event: FormEvent): void => {
    event.preventDefault();
    const kg = BodyKg.safeParse(Math.round(toKg(numberIn(text, bodyBounds(units)), units) * 1000) / 1000);
    if (!kg.success) return setFault(kg.error.issues[0]?.message ?? 'Check the number.');
    setFault(null);
    saveWeighIn(day, day.weighIn, kg.data);
    if (hide.weight) setText('');
  };
  const kept =
    day.weighIn !== null && bodyFigure(toKg(numberIn(text, bodyBounds(units)), units), units) === shown;
  return (
    <form className="weigh-in" onSubmit={save}>
      <TextField
        label={`Morning weight, ${units.body}`}
        type={hide.weight ? 'password' : 'text'}
        value={text}
        onChange={(e) => setText(e.target.value)}
        error={fault !== null}
        helperText={
          fault ??
          (hide.weight
            ? day.weighIn
              ? 'Saved, and hidden as you asked.'
              : 'It is saved without being shown, as you asked.'
            : 'Fasted, after the toilet. The week mean counts, never one morning.')
        }
        slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      />
      <Button type="submit" disabled={kept}>
        {kept ? 'Kept' : 'Keep'}
      </Button>
    </form>
  );
};

export const WeighInLine = fromDay(
  { athlete: true, date: true, today: true, weighIn: true },
  PlainWeighInLine,
);
