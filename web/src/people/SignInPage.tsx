import { type DemoPeople, type Session, SignIn } from '@maul/contract/people';
import { zodResolver } from '@hookform/resolvers/zod';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { Link, useNavigate, useSearchParams } from 'react-router';
import type { z } from 'zod';
import { ApiProblem, call, sentenceOf } from '../data/api.ts';
import { canPasskeys } from './canPasskeys.ts';
import { DoorField } from './DoorField.tsx';
import { queryClient } from '../data/session.ts';
import '../ui/styles/accounts.css';

const useSignIn = () => {
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const [fault, setFault] = useState<string | null>(null);
  const [guarded, setGuarded] = useState(false);
  const come = (session: Session): void => {
    queryClient.clear();
    queryClient.setQueryData(['session'], session);
    const to = search.get('to') ?? '/';
    void navigate(to.startsWith('/') && !to.startsWith('//') ? to : '/', { replace: true });
  };
  const byPasskey = async (): Promise<void> => {
    setFault(null);
    try {
      come(await (await import('./passkey.ts')).signInByPasskey());
    } catch (error) {
      setFault(sentenceOf(error));
    }
  };
  const signIn = async ({ code, ...body }: z.infer<typeof SignIn>): Promise<void> => {
    setFault(null);
    try {
      come(await call('signIn', { body: code ? { ...body, code } : body }));
    } catch (error) {
      const asks = error instanceof ApiProblem && error.is('second-factor');
      if (asks) setGuarded(true);
      else setFault(sentenceOf(error));
    }
  };
  return { signIn, byPasskey, fault, guarded };
};

const Demo = ({
  people,
  onChoose,
}: {
  people: DemoPeople['people'];
  onChoose: (p: DemoPeople['people'][number]) => Promise<void>;
}) => (
  <section className="demo" aria-labelledby="demo-title">
    <h2 id="demo-title" className="panel-title">
      Try the demo
    </h2>
    <p className="second">
      Everybody below is invented, and so are their twelve weeks of logs. Nothing you do here reaches a real
      person.
    </p>
    <ul>
      {people.map((person) => (
        <li key={person.email}>
          <button type="button" className="demo-person" onClick={() => void onChoose(person)}>
            <b>{person.name}</b>
            <span className="second">{person.about}</span>
            <span className="demo-role">{person.role}</span>
          </button>
        </li>
      ))}
    </ul>
  </section>
);

export const SignInPage = () => {
  const { signIn, byPasskey, fault, guarded } = useSignIn();
  const { data: demo } = useQuery({ queryKey: ['demo'], queryFn: () => call('demo') });
  const { register, handleSubmit, formState } = useForm({
    resolver: zodResolver(SignIn),
    defaultValues: { email: '', password: '', code: '' },
  });
  return (
    <main className="door">
      <h1 className="door-name">Maul</h1>
      <p className="door-line">Weigh every portion. See where the day lands.</p>
      <div className="door-halves">
        <section aria-labelledby="in-title">
          <h2 id="in-title" className="panel-title">
            Sign in
          </h2>
          <form className="rows" noValidate onSubmit={(event) => void handleSubmit(signIn)(event)}>
            <DoorField kind="email" field={register('email')} error={formState.errors.email} />
            <DoorField kind="password" field={register('password')} error={formState.errors.password} />
            {guarded && <DoorField kind="factor" field={register('code')} error={formState.errors.code} />}
            {fault !== null && <Alert severity="error">{fault}</Alert>}
            <Button type="submit" variant="contained" disabled={formState.isSubmitting} fullWidth>
              Sign in
            </Button>
            {canPasskeys() && (
              <Button fullWidth onClick={() => void byPasskey()}>
                Sign in with a passkey
              </Button>
            )}
            <p>
              New here? <Link to="/sign-up">Make an account</Link>
            </p>
            <p>
              Forgot the password? <Link to="/reset">Set a new one with a code</Link>
            </p>
          </form>
        </section>
        {demo && demo.people.length > 0 && (
          <Demo people={demo.people} onChoose={(p) => signIn({ email: p.email, password: p.password })} />
        )}
      </div>
    </main>
  );
};
