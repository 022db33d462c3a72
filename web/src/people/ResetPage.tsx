import { ResetPassword } from '@maul/contract/people';
import { zodResolver } from '@hookform/resolvers/zod';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { Link } from 'react-router';
import { call, sentenceOf } from '../data/api.ts';
import { DoorField } from './DoorField.tsx';
import '../ui/styles/accounts.css';

/** Another password by a code, for who forgot theirs. */
export const ResetPage = () => {
  const [fault, setFault] = useState<string | null>(null);
  const [done, setDone] = useState(false);
  const { register, handleSubmit, formState } = useForm({
    resolver: zodResolver(ResetPassword),
    defaultValues: { email: '', code: '', next: '' },
  });
  const { errors } = formState;
  const submit = handleSubmit(async (body) => {
    setFault(null);
    try {
      await call('resetPassword', { body });
      setDone(true);
    } catch (error) {
      setFault(sentenceOf(error));
    }
  });
  return (
    <main className="sheet-page rows">
      <h1 className="page-title">A new password</h1>
      {done ? (
        <>
          <Alert severity="success">
            Your password is changed, and every session of yours has ended. The code is used up.
          </Alert>
          <Button component={Link} to="/sign-in" variant="contained">
            Sign in
          </Button>
        </>
      ) : (
        <form className="rows" noValidate onSubmit={(event) => void submit(event)}>
          <p>
            Use one of the ten codes that you kept when you made them under Account. Without one, ask whoever
            runs this Maul: they can give you a code that holds for a day.
          </p>
          <DoorField kind="email" field={register('email')} error={errors.email} />
          <DoorField kind="code" field={register('code')} error={errors.code} />
          <DoorField kind="next" field={register('next')} error={errors.next} />
          {fault !== null && <Alert severity="error">{fault}</Alert>}
          <Button type="submit" variant="contained" fullWidth disabled={formState.isSubmitting}>
            Change the password
          </Button>
          <p>
            Remembered it? <Link to="/sign-in">Sign in</Link>
          </p>
        </form>
      )}
    </main>
  );
};
