import type { DayDocument } from '@maul/contract';
import { BodyKg } from '@maul/contract';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type FormEvent } from 'react';
import { saveWeighIn } from '../sync/index.ts';

/** The morning on the scale: one number, with the sentence that one morning decides nothing. */
export const WeighInLine = ({ day }: { day: DayDocument }) => {
  const [text, setText] = useState(day.weighIn ? String(day.weighIn.kg) : '');
  const [fault, setFault] = useState<string | null>(null);
  if (day.date > day.today) return null;
  const save = (event: FormEvent): void => {
    event.preventDefault();
    const kg = BodyKg.safeParse(text.trim() === '' ? NaN : Number(text.replace(',', '.')));
    if (!kg.success) return setFault(kg.error.issues[0]?.message ?? 'Check the number.');
    setFault(null);
    saveWeighIn(day, day.weighIn, kg.data);
  };
  const kept = day.weighIn !== null && Number(text.replace(',', '.')) === day.weighIn.kg;
  return (
    <form className="weigh-in" onSubmit={save}>
      <TextField
        label="Morning weight, kg"
        value={text}
        onChange={(e) => setText(e.target.value)}
        error={fault !== null}
        helperText={fault ?? 'Fasted, after the toilet. The week mean counts, never one morning.'}
        slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      />
      <Button type="submit" disabled={kept}>
        {kept ? 'Kept' : 'Keep'}
      </Button>
    </form>
  );
};
