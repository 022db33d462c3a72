import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { call, sentenceOf } from '../data/api.ts';
import { queryClient } from '../data/session.ts';

/** From whom an athlete takes no portions; nothing where there is nobody. */
export const BlockedPeople = ({ athleteId }: { athleteId: string }) => {
  const [fault, setFault] = useState<string | null>(null);
  const { data } = useQuery({
    queryKey: ['blocked', athleteId],
    queryFn: () => call('blocked', { params: { athleteId } }),
  });
  const take = (id: string): void => {
    setFault(null);
    call('unblock', { params: { athleteId, id } }).then(
      () => void queryClient.invalidateQueries({ queryKey: ['blocked'] }),
      (error: unknown) => setFault(sentenceOf(error)),
    );
  };
  return (
    <>
      {data?.people.map(({ id, name }) => (
        <div key={id} className="grant">
          <p>
            <b>{name}</b> <span className="second">blocked: they cannot give you portions</span>
          </p>
          <Button size="small" onClick={() => take(id)}>
            Unblock
          </Button>
        </div>
      ))}
      {fault !== null && <Alert severity="error">{fault}</Alert>}
    </>
  );
};
