import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type FormEvent } from 'react';
import { sentenceOf } from '../data/api.ts';

/** What is done only with the current password: asked for here, and forgotten once it is done. */
export const PasswordForm = ({
  label,
  button,
  danger = false,
  onPassword,
}: {
  label: string;
  button: string;
  danger?: boolean;
  /** Does it; what it throws is said here. */
  onPassword: (present: string) => Promise<void>;
}) => {
  const [present, setPresent] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const submit = (event: FormEvent): void => {
    event.preventDefault();
    setFault(null);
    setBusy(true);
    onPassword(present)
      .then(
        () => setPresent(''),
        (error: unknown) => setFault(sentenceOf(error)),
      )
      .finally(() => setBusy(false));
  };
  return (
    <form className="rows" onSubmit={submit}>
      <TextField
        label={label}
        type="password"
        autoComplete="current-password"
        value={present}
        onChange={(event) => setPresent(event.target.value)}
      />
      <Button type="submit" color={danger ? 'error' : 'primary'} disabled={present === '' || busy}>
        {button}
      </Button>
      {fault !== null && <Alert severity="error">{fault}</Alert>}
    </form>
  );
};
