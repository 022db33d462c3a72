import { SignUp } from '@maul/contract/people';
import { zodResolver } from '@hookform/resolvers/zod';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import { useState } from 'react';
import { Controller, useForm } from 'react-hook-form';
import { Link, useNavigate } from 'react-router';
import { v7 as uuidv7 } from 'uuid';
import { ApiProblem, call, sentenceOf } from '../data/api.ts';
import { DoorField } from './DoorField.tsx';
import { queryClient } from '../data/session.ts';
import '../ui/styles/accounts.css';

export const SignUpPage = () => {
  const navigate = useNavigate();
  const [fault, setFault] = useState<string | null>(null);
  const [id] = useState(() => uuidv7());
  const { register, handleSubmit, control, formState } = useForm({
    resolver: zodResolver(SignUp),
    defaultValues: { id, name: '', email: '', password: '', role: 'athlete' as const },
  });
  const { errors } = formState;
  const submit = handleSubmit(async (body) => {
    setFault(null);
    try {
      await call('signUp', { body });
      const { email, password } = body;
      const session = await call('signIn', { body: { email, password } });
      queryClient.clear();
      queryClient.setQueryData(['session'], session);
      void navigate(session.person.isCoach ? '/roster' : '/start', { replace: true });
    } catch (error) {
      setFault(
        error instanceof ApiProblem && (error.is('wrong-sign-in') || error.is('second-factor'))
          ? 'No account was made. If you already have one with this email, sign in with its password.'
          : sentenceOf(error),
      );
    }
  });
  return (
    <main className="sheet-page rows">
      <h1 className="page-title">Make an account</h1>
      <form className="rows" noValidate onSubmit={(event) => void submit(event)}>
        <Controller
          control={control}
          name="role"
          render={({ field }) => (
            <RadioGroup row aria-label="I am" {...field}>
              <FormControlLabel value="athlete" control={<Radio />} label="I am an athlete" />
              <FormControlLabel value="coach" control={<Radio />} label="I am a coach" />
            </RadioGroup>
          )}
        />
        <DoorField kind="name" field={register('name')} error={errors.name} />
        <DoorField kind="email" field={register('email')} error={errors.email} />
        <DoorField kind="next" field={register('password')} error={errors.password} label="Password" />
        {fault !== null && <Alert severity="error">{fault}</Alert>}
        <Button type="submit" variant="contained" fullWidth disabled={formState.isSubmitting}>
          Make the account
        </Button>
        <p>
          Have one already? <Link to="/sign-in">Sign in</Link>
        </p>
      </form>
    </main>
  );
};
