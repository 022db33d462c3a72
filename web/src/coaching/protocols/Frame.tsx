import type { Protocol, ProtocolDocument } from '@maul/contract/coaching';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useMutation } from '@tanstack/react-query';
import { type FormEvent, type ReactNode, useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { call, sentenceOf } from '../../data/api.ts';
import { queryClient } from '../../data/session.ts';

export const PROTOCOLS_KEY = ['protocols'];
export const protocolsAgain = () => queryClient.invalidateQueries({ queryKey: PROTOCOLS_KEY });

export interface FormProps {
  one: Protocol | null;
  /** With the id of what was kept; without one it was left. */
  onDone: (kept?: string) => void;
}

/** What every protocol has: a name, what it is, a reason; kept as the next version. */
export const Frame = ({
  one,
  onDone,
  documentOf,
  about,
  children,
}: FormProps & {
  /** The whole of it with that reason; null while something is missing. */
  documentOf: (reason: string) => ProtocolDocument | null;
  about: string;
  children: ReactNode;
}) => {
  const [id] = useState(() => one?.id ?? uuidv7());
  const [name, setName] = useState(one?.name ?? '');
  const [reason, setReason] = useState(one?.document.reason ?? '');
  const document = reason.trim() === '' ? null : documentOf(reason.trim());
  const save = useMutation({
    mutationFn: (next: ProtocolDocument) =>
      call('putProtocol', {
        params: { id },
        body: { base: one?.version ?? 0, name: name.trim(), retired: false, document: next },
      }),
    onSuccess: async () => {
      await protocolsAgain();
      onDone(id);
    },
  });
  const submit = (event: FormEvent): void => {
    event.preventDefault();
    if (document && name.trim() !== '') save.mutate(document);
  };
  return (
    <form className="rows protocol-form" onSubmit={submit} noValidate aria-label="A protocol">
      <p className="second">{about}</p>
      <TextField label="Name" value={name} onChange={(e) => setName(e.target.value)} autoFocus />
      {children}
      <TextField
        label="Reason"
        value={reason}
        onChange={(e) => setReason(e.target.value)}
        multiline
        minRows={2}
        helperText="Each athlete reads it with what is signed."
      />
      {save.error && <Alert severity="error">{sentenceOf(save.error)} What you wrote is still here.</Alert>}
      <p className="button-line">
        <Button
          type="submit"
          variant="contained"
          disabled={document === null || name.trim() === '' || save.isPending}
        >
          {one ? `Keep as version ${one.version + 1}` : 'Keep'}
        </Button>
        <Button onClick={() => onDone()}>Leave it</Button>
      </p>
    </form>
  );
};
