import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { call, sentenceOf } from '../data/api.ts';
import { queryClient, useSession } from '../data/session.ts';
import { hoursQuery } from '../data/silence.ts';
import { TimeField } from '../ui/fields/TimeField.tsx';

const zoneHere = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone;

/** When a coach is asked nothing: said to their athletes, and kept to here. */
export const HoursOfSilence = () => {
  const { person } = useSession();
  const { data } = useQuery(hoursQuery);
  const kept = data?.hours.find((h) => h.id === person.id);
  const [said, setSaid] = useState<{ from: string; to: string } | null>(null);
  const { from, to } = said ?? kept ?? { from: '20:00', to: '07:00' };
  const keep = useMutation({
    mutationFn: (hours: { from: string; to: string; zone: string } | null) =>
      call('putHours', { body: { hours } }),
    onSuccess: async () => {
      setSaid(null);
      await queryClient.invalidateQueries({ queryKey: hoursQuery.queryKey });
    },
  });
  const submit = (event: FormEvent): void => {
    event.preventDefault();
    keep.mutate({ from, to, zone: zoneHere() });
  };
  return (
    <section className="rows" aria-label="Hours of silence">
      <h2 className="panel-title">Hours of silence</h2>
      <p className="second">
        {kept
          ? `From ${kept.from} to ${kept.to}, ${kept.zone}. Your athletes read this beside their words; nothing that waits is shown to you meanwhile unless you ask for it.`
          : 'None are kept: your athletes are told nothing of when you read.'}
      </p>
      <form className="pair" onSubmit={submit}>
        <TimeField label="From" value={from} onChange={(next) => setSaid({ from: next, to })} />
        <TimeField label="To" value={to} onChange={(next) => setSaid({ from, to: next })} />
        <Button type="submit" disabled={keep.isPending || from === '' || to === '' || from === to}>
          {kept ? 'Change' : 'Keep these hours'}
        </Button>
        {kept && (
          <Button variant="text" onClick={() => keep.mutate(null)}>
            No silence
          </Button>
        )}
      </form>
      {keep.error && <Alert severity="error">{sentenceOf(keep.error)}</Alert>}
    </section>
  );
};
