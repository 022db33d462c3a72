import { SignMovement } from '@maul/contract/body';
import type { DayDocument } from '@maul/contract/diary';
import type { BodyOf } from '@maul/contract/routes';
import { addDays, isIsoDate, numberIn } from '@maul/core/units';
import Alert from '@mui/material/Alert';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useMutation } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { call, sentenceOf } from '../../data/api.ts';
import { queryClient } from '../../data/session.ts';
import { DateField } from '../../ui/fields/DateField.tsx';
import { DraftLine, SignOrKeep, useDraft } from './SignOrKeep.tsx';

/** An order of movement while it is written. */
interface MovementDraft {
  kind: 'cardio' | 'steps' | 'none';
  of: 'cardio' | 'steps';
  minutes: string;
  days: string;
  steps: string;
  from: string;
  reason: string;
}

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
  const { kept, keep, drop } = useDraft<MovementDraft>(
    `movement ${day.athlete.id}`,
    `Order of movement for ${day.athlete.name}`,
  );
  const [typed, setTyped] = useState<MovementDraft | null>(null);
  const draft: MovementDraft = typed ??
    kept?.value ?? {
      kind: 'cardio',
      of: 'cardio',
      minutes: String(initial?.minutes ?? 20),
      days: String(initial?.daysPerWeek ?? 2),
      steps: '8000',
      from: addDays(day.today, 1),
      reason: initial?.reason ?? '',
    };
  const { kind, of, minutes, days, steps, from, reason } = draft;
  const change = (part: Partial<MovementDraft>): void => setTyped({ ...draft, ...part });
  const [fault, setFault] = useState<string | null>(null);
  const athleteId = day.athlete.id;
  const sign = useMutation({
    mutationFn: (body: BodyOf<'signMovement'>) => call('signMovement', { params: { athleteId, id }, body }),
    onSuccess: async () => {
      for (const key of ['movement', 'trend', 'day'])
        await queryClient.invalidateQueries({ queryKey: [key, athleteId] });
      setId(uuidv7());
      drop();
      change({ reason: '' });
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
      <DraftLine
        draft={kept}
        onDiscard={() => {
          drop();
          setTyped(null);
        }}
      />
      <TextField
        select
        label="What"
        value={kind}
        onChange={(e) => change({ kind: e.target.value as typeof kind })}
      >
        <MenuItem value="cardio">Cardio, minutes on days a week</MenuItem>
        <MenuItem value="steps">Steps a day</MenuItem>
        <MenuItem value="none">End what is ordered</MenuItem>
      </TextField>
      {kind === 'cardio' && (
        <div className="pair">
          <TextField
            label="Minutes each"
            value={minutes}
            onChange={(e) => change({ minutes: e.target.value })}
          />
          <TextField label="Days a week" value={days} onChange={(e) => change({ days: e.target.value })} />
        </div>
      )}
      {kind === 'steps' && (
        <TextField label="Steps a day" value={steps} onChange={(e) => change({ steps: e.target.value })} />
      )}
      {kind === 'none' && (
        <TextField
          select
          label="Order that ends"
          value={of}
          onChange={(e) => change({ of: e.target.value as typeof of })}
        >
          <MenuItem value="cardio">Ordered cardio</MenuItem>
          <MenuItem value="steps">Ordered steps</MenuItem>
        </TextField>
      )}
      <DateField label="From" value={from} onChange={(value) => change({ from: value })} min={day.today} />
      <TextField
        label="Reason"
        value={reason}
        onChange={(e) => change({ reason: e.target.value })}
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
      <SignOrKeep
        sign={day.athlete.hasCoach ? 'Sign and send' : 'Sign'}
        ready={reason.trim() !== '' && !sign.isPending}
        written={typed !== null || kept !== undefined || reason !== ''}
        onKeep={() => {
          keep(draft);
          setTyped(null);
        }}
      />
    </form>
  );
};
