import { ChangePassword } from '@maul/contract/people';
import { zodResolver } from '@hookform/resolvers/zod';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { call, sentenceOf } from '../data/api.ts';
import { DoorField } from './DoorField.tsx';
import { Factor } from './Factor.tsx';
import { accountChanged } from './changed.ts';
import { Passkeys } from './Passkeys.tsx';
import { PasswordForm } from './PasswordForm.tsx';
import { plural } from '../ui/formats/show.ts';

const useSessions = () => useQuery({ queryKey: ['sessions'], queryFn: () => call('sessions') });

/** Another password, by the present one. */
const NewPassword = () => {
  const [said, setSaid] = useState<{ good: boolean; text: string } | null>(null);
  const { register, handleSubmit, formState, reset } = useForm({
    resolver: zodResolver(ChangePassword),
    defaultValues: { present: '', next: '' },
  });
  const submit = handleSubmit(async (body) => {
    setSaid(null);
    try {
      await call('changePassword', { body });
      reset();
      setSaid({ good: true, text: 'Password changed. You are signed out everywhere else.' });
      await accountChanged();
    } catch (error) {
      setSaid({ good: false, text: sentenceOf(error) });
    }
  });
  const { errors } = formState;
  return (
    <section className="rows">
      <h2 className="panel-title">Password</h2>
      <form className="rows" noValidate onSubmit={(event) => void submit(event)}>
        <DoorField kind="current" field={register('present')} error={errors.present} />
        <DoorField kind="next" field={register('next')} error={errors.next} />
        {said && <Alert severity={said.good ? 'success' : 'error'}>{said.text}</Alert>}
        <Button type="submit" disabled={formState.isSubmitting}>
          Change the password
        </Button>
      </form>
    </section>
  );
};

/** Codes for a forgotten password: made, shown once, kept by the person. */
const OwnCodes = () => {
  const { data } = useSessions();
  const [codes, setCodes] = useState<string[] | null>(null);
  return (
    <section className="rows">
      <h2 className="panel-title">Codes for a forgotten password</h2>
      <p>
        {data?.codesLeft
          ? `${plural(data.codesLeft, 'code')} of yours ${data.codesLeft === 1 ? 'is' : 'are'} left. New ones replace them.`
          : 'You have no codes yet. If you forget your password, one of ten codes lets you set a new one. Each code works once.'}
      </p>
      {codes && (
        <>
          <p>
            <b>Write them down now. You will not see them again.</b> Keep them where you keep a passport, not
            on this device.
          </p>
          <ul className="own-codes n" aria-label="Your codes">
            {codes.map((code) => (
              <li key={code}>{code}</li>
            ))}
          </ul>
        </>
      )}
      <PasswordForm
        label="Current password, to make codes"
        button="Make ten codes"
        onPassword={async (present) => {
          setCodes((await call('makeCodes', { body: { present } })).codes);
          await accountChanged();
        }}
      />
    </section>
  );
};

/** Where one is signed in, each place with its end. */
const Places = () => {
  const { data, error } = useSessions();
  const [fault, setFault] = useState<string | null>(null);
  const end = (id: string): void => {
    setFault(null);
    call('endOneSession', { params: { id } }).then(
      () => void accountChanged(),
      (thrown: unknown) => setFault(sentenceOf(thrown)),
    );
  };
  return (
    <section className="rows">
      <h2 className="panel-title">Where you are signed in</h2>
      {error && !data && <Alert severity="error">{sentenceOf(error)}</Alert>}
      {!data && !error && <p className="waiting">Looking …</p>}
      {data?.sessions.map((one) => (
        <div key={one.id} className="grant">
          <p>
            <b>{one.device === '' ? 'A browser' : one.device}</b>{' '}
            <span className="second">
              {one.here ? 'here, ' : ''}since {one.since.slice(0, 10)}, last seen {one.seen.slice(0, 10)}
            </span>
          </p>
          {!one.here && (
            <Button size="small" color="error" onClick={() => end(one.id)}>
              Sign out there
            </Button>
          )}
        </div>
      ))}
      {fault !== null && <Alert severity="error">{fault}</Alert>}
    </section>
  );
};

/** Everything about getting in: the password, ways back, a second factor, and where one is in. */
export const Signing = ({ isDemo }: { isDemo: boolean }) => {
  const { data } = useSessions();
  return (
    <>
      <Places />
      {isDemo ? (
        <section className="rows">
          <h2 className="panel-title">Password</h2>
          <p>Everybody knows the password of the demo people, so it cannot be changed.</p>
        </section>
      ) : (
        <>
          <NewPassword />
          <OwnCodes />
          {data && <Factor on={data.factor} codesLeft={data.codesLeft} />}
          {data && <Passkeys keys={data.passkeys} />}
        </>
      )}
    </>
  );
};
