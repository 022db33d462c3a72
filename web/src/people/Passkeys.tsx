import type { OpenSessions } from '@maul/contract/people';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { call, sentenceOf } from '../data/api.ts';
import { useSession } from '../data/session.ts';
import { canPasskeys } from './canPasskeys.ts';
import { accountChanged } from './changed.ts';
import { PasswordForm } from './PasswordForm.tsx';

/** Passkeys: made on a device, and signing in there without a password. */
export const Passkeys = ({ keys }: { keys: OpenSessions['passkeys'] }) => {
  const { person } = useSession();
  const [name, setName] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const remove = (key: string): void => {
    setFault(null);
    call('removePasskey', { params: { key } }).then(accountChanged, (error: unknown) =>
      setFault(sentenceOf(error)),
    );
  };
  return (
    <section className="rows">
      <h2 className="panel-title">Passkeys</h2>
      <p>
        {keys.length === 0
          ? 'No passkeys yet. A passkey signs you in with the lock of this device, without a password or a code.'
          : 'Each of these signs you in without a password or a code.'}
      </p>
      {keys.map((key) => (
        <div key={key.id} className="grant">
          <p>
            <b>{key.name}</b>{' '}
            <span className="second">
              since {key.since.slice(0, 10)}
              {key.used === null ? ', not used yet' : `, last used ${key.used.slice(0, 10)}`}
            </span>
          </p>
          <Button size="small" color="error" onClick={() => remove(key.id)}>
            Remove
          </Button>
        </div>
      ))}
      {fault !== null && <Alert severity="error">{fault}</Alert>}
      {canPasskeys() ? (
        <>
          <TextField
            label="Name of this device"
            value={name}
            onChange={(event) => setName(event.target.value)}
            helperText="So that you know it in this list."
          />
          <PasswordForm
            label="Current password, for a passkey"
            button="Make a passkey here"
            onPassword={async (present) => {
              const { makePasskey } = await import('./passkey.ts');
              await makePasskey(person, present, name.trim() === '' ? 'This device' : name);
              setName('');
              await accountChanged();
            }}
          />
        </>
      ) : (
        <p className="second">Passkeys do not work at this address. They need https, or http://localhost.</p>
      )}
    </section>
  );
};
