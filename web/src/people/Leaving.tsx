import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { call, sentenceOf } from '../data/api.ts';
import { longDateTime } from '../ui/formats/show.ts';
import { accountChanged } from './changed.ts';
import { PasswordForm } from './PasswordForm.tsx';

/** Deleting the account, and staying after all. */
export const Leaving = ({ leavingAt, isCoach }: { leavingAt: string | null; isCoach: boolean }) => {
  const [fault, setFault] = useState<string | null>(null);
  const [sure, setSure] = useState(false);
  const stay = (): void => {
    setFault(null);
    call('takeBackDeletion').then(accountChanged, (error: unknown) => setFault(sentenceOf(error)));
  };
  return (
    <section className="rows">
      <h2 className="panel-title">Delete this account</h2>
      {leavingAt !== null ? (
        <>
          <Alert
            severity="warning"
            action={
              <Button color="inherit" onClick={stay}>
                Keep it
              </Button>
            }
          >
            This account and all its data will be deleted on {longDateTime(leavingAt)}. Until then everything
            is as it was.
          </Alert>
          {fault !== null && <Alert severity="error">{fault}</Alert>}
        </>
      ) : sure ? (
        <>
          <p>
            In seven days {isCoach ? 'your account' : 'your log, foods, season and files'} will be deleted for
            good. Until then you can sign in and keep the account.{' '}
            {isCoach
              ? 'Orders you signed and notes you wrote stay in your athletes’ logs, without your name.'
              : 'Portions you gave to others stay in their logs.'}{' '}
            Earlier backups still hold your data until whoever runs this Maul deletes them.
          </p>
          <PasswordForm
            label="Current password, to delete the account"
            button="Delete in seven days"
            danger
            onPassword={async (present) => {
              await call('askDeletion', { body: { present } });
              setSure(false);
              await accountChanged();
            }}
          />
        </>
      ) : (
        <div className="pair">
          <Button color="error" onClick={() => setSure(true)}>
            Delete the account …
          </Button>
        </div>
      )}
    </section>
  );
};
