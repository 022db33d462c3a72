import { SignMovement } from '@maul/contract/body';
import type { DayDocument } from '@maul/contract/diary';
import type { BodyOf } from '@maul/contract/routes';
import { addDays, isIsoDate, numberIn } from '@maul/core/units';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useMutation } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { call, sentenceOf } from '../../data/api.ts';
import { queryClient } from '../../data/session.ts';
import { DateField } from '../../ui/fields/DateField.tsx';

/** An order of cardio or steps: written, seen, signed. */
export const MovementForm = ({
  day,
  initial,
  onDone,
}: {
  day: DayDocument;
  /** What is proposed. */
  initial?: { minutes: number; daysPerWeek: number; reason: string };
  onDone?: () => void;
}) => {
  const [id, setId] = useState(() => uuidv7());
  const [kind, setKind] = useState<'cardio' | 'steps' | 'none'>('cardio');
  const [of, setOf] = useState<'cardio' | 'steps'>('cardio');
  const [minutes, setMinutes] = useState(String(initial?.minutes ?? 20));
  const [days, setDays] = useState(String(initial?.daysPerWeek ?? 2));
  const [steps, setSteps] = useState('8000');
  const [from, setFrom] = useState<string>(addDays(day.today, 1));
  const [reason, setReason] = useState(initial?.reason ?? '');
  const [fault, setFault] = useState<string | null>(null);
  const athleteId = day.athlete.id;
  const sign = useMutation({
    mutationFn: (body: BodyOf<'signMovement'>) => call('signMovement', { params: { athleteId, id }, body }),
    onSuccess: async () => {
      for (const key of ['movement', 'trend', 'day'])
        await queryClient.invalidateQueries({ queryKey: [key, athleteId] });
      setId(uuidv7());
      setReason('');
      onDone?.();
    },
  });
  const submit = (event: FormEvent): void => {
    event.preventDefault();
    const movement =
      kind === 'cardio'
        ? { kind, minutes: numberIn(minutes), daysPerWeek: numberIn(days) }
        : kind === 'steps'
          ? { kind, steps: numberIn(steps) }
          : { kind, of };
    const read = SignMovement.safeParse({ from: isIsoDate(from) ? from : '', until: null, movement, reason });
    if (!read.success) return setFault(read.error.issues[0]?.message ?? 'Something is missing.');
    setFault(null);
    sign.mutate(read.data);
  };
  return (
    <form className="rows" onSubmit={submit} noValidate>
      <h2 className="panel-title">Order of movement</h2>
      <TextField select label="What" value={kind} onChange={(e) => setKind(e.target.value as typeof kind)}>
        <MenuItem value="cardio">Cardio, minutes on days a week</MenuItem>
        <MenuItem value="steps">Steps a day</MenuItem>
        <MenuItem value="none">End what is ordered</MenuItem>
      </TextField>
      {kind === 'cardio' && (
        <div className="pair">
          <TextField label="Minutes each" value={minutes} onChange={(e) => setMinutes(e.target.value)} />
          <TextField label="Days a week" value={days} onChange={(e) => setDays(e.target.value)} />
        </div>
      )}
      {kind === 'steps' && (
        <TextField label="Steps a day" value={steps} onChange={(e) => setSteps(e.target.value)} />
      )}
      {kind === 'none' && (
        <TextField
          select
          label="Order that ends"
          value={of}
          onChange={(e) => setOf(e.target.value as typeof of)}
        >
          <MenuItem value="cardio">Ordered cardio</MenuItem>
          <MenuItem value="steps">Ordered steps</MenuItem>
        </TextField>
      )}
      <DateField label="From" value={from} onChange={setFrom} min={day.today} />
      <TextField
        label="Reason"
        value={reason}
        onChange={(e) => setReason(e.target.value)}
        multiline
        minRows={2}
      />
      <p className="second">
        What is burned is not handed back as food: targets come from the expenditure that the log tells, and
        that already holds it.
      </p>
      {(fault ?? (sign.error && sentenceOf(sign.error))) && (
        <Alert severity="error">{fault ?? sentenceOf(sign.error)}</Alert>
      )}
      <Button type="submit" variant="contained" fullWidth disabled={reason.trim() === '' || sign.isPending}>
        {day.athlete.hasCoach ? 'Sign and send' : 'Sign'}
      </Button>
    </form>
  );
};
