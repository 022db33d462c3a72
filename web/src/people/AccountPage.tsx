import type { Session } from '@maul/contract/people';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useColorScheme } from '@mui/material/styles';
import { useState, type FormEvent } from 'react';
import { Link, useNavigate } from 'react-router';
import { v7 as uuidv7 } from 'uuid';
import { call, sentenceOf } from '../data/api.ts';
import { FormDialog } from '../ui/FormDialog.tsx';
import { longDateTime } from '../ui/formats/show.ts';
import { leave, queryClient, useSession } from '../data/session.ts';
import { BlockedPeople } from './BlockedPeople.tsx';
import { TakeEverything } from './Everything.tsx';
import { Leaving } from './Leaving.tsx';
import { Signing } from './Signing.tsx';
import { AccountHistory } from './AccountHistory.tsx';
import { chooseMode, chosenMode, type Mode } from '../ui/theme/mode.ts';
import '../ui/styles/accounts.css';

const Sharing = ({ session }: { session: Session }) => {
  const { person } = session;
  const [code, setCode] = useState('');
  const [id, setId] = useState(() => uuidv7());
  const [fault, setFault] = useState<string | null>(null);
  const [ending, setEnding] = useState<Session['grants'][number] | null>(null);
  const mine = session.grants.filter((g) => g.athleteId === person.id);
  const act = async (work: () => Promise<unknown>): Promise<void> => {
    setFault(null);
    try {
      await work();
      await queryClient.invalidateQueries({ queryKey: ['session'] });
    } catch (error) {
      setFault(sentenceOf(error));
    }
  };
  const share = (event: FormEvent): void => {
    event.preventDefault();
    void act(async () => {
      await call('share', { params: { athleteId: person.id, id }, body: { code } });
      setCode('');
      setId(uuidv7());
    });
  };
  return (
    <section className="rows">
      <h2 className="panel-title">Who sees your log</h2>
      {mine.length === 0 && <p>Nobody but you.</p>}
      {mine.map((grant) => (
        <div key={grant.id} className="grant">
          <p>
            <b>{grant.coachName}</b>{' '}
            <span className="second">
              since {grant.from.slice(0, 10)}: reads everything, writes notes, signs orders
            </span>
          </p>
          <Button size="small" color="error" onClick={() => setEnding(grant)}>
            End sharing
          </Button>
        </div>
      ))}
      {ending && (
        <FormDialog
          title={`End sharing with ${ending.coachName}?`}
          keep="End sharing"
          leave="Go on sharing"
          onClose={() => setEnding(null)}
          onKeep={() => {
            setEnding(null);
            void act(() => call('endShare', { params: { athleteId: person.id, id: ending.id } }));
          }}
        >
          <p>
            {ending.coachName} no longer sees your log from this moment on. Notes and signed orders stay. For
            a day you can take this back here; after that your coach’s code is needed again.
          </p>
        </FormDialog>
      )}
      {session.ended.map((grant) => (
        <div key={grant.id} className="grant">
          <p>
            {grant.coachName}{' '}
            <span className="second">
              no longer sees your log, since {longDateTime(grant.endedAt)}. For a day you can take this back.
            </span>
          </p>
          <Button
            size="small"
            onClick={() =>
              void act(async () => {
                await call('share', {
                  params: { athleteId: person.id, id },
                  body: { endedGrantId: grant.id },
                });
                setId(uuidv7());
              })
            }
          >
            Take it back
          </Button>
        </div>
      ))}
      <form className="pair" onSubmit={share}>
        <TextField
          label="Your coach’s code"
          value={code}
          onChange={(e) => setCode(e.target.value)}
          autoComplete="off"
        />
        <Button type="submit" disabled={code.trim().length < 4}>
          Share with this coach
        </Button>
      </form>
      {fault !== null && <Alert severity="error">{fault}</Alert>}
    </section>
  );
};

const Look = () => {
  const { setMode } = useColorScheme();
  const [mode, setLocal] = useState(chosenMode);
  const choose = (next: Mode | null): void => {
    if (next === null) return;
    chooseMode(next);
    setMode(next);
    setLocal(next);
  };
  return (
    <section className="rows">
      <h2 className="panel-title">Light or dark</h2>
      <ToggleButtonGroup
        exclusive
        size="small"
        value={mode}
        aria-label="Colours"
        onChange={(_, next: Mode | null) => choose(next)}
      >
        <ToggleButton value="light">Light</ToggleButton>
        <ToggleButton value="dark">Dark</ToggleButton>
        <ToggleButton value="system">Same as the system</ToggleButton>
      </ToggleButtonGroup>
    </section>
  );
};

export const AccountPage = () => {
  const session = useSession();
  const { person } = session;
  const navigate = useNavigate();
  const [fault, setFault] = useState<string | null>(null);
  const out = (everywhere: boolean): void => {
    leave(everywhere).then(
      () => void navigate('/sign-in', { replace: true }),
      (error: unknown) => setFault(sentenceOf(error)),
    );
  };
  return (
    <div className="sheet-page account">
      <div>
        <h1 className="page-title">{person.name}</h1>
        <p className="second">
          {person.email} · {person.isCoach ? 'coach' : 'athlete'}
          {person.isDemo ? ' · demo, invented' : ''}
        </p>
      </div>
      {person.coachCode !== null && (
        <section className="rows">
          <h2 className="panel-title">Your coach’s code</h2>
          <p>
            <span className="coach-code n">{person.coachCode}</span>
          </p>
          <p className="second">
            An athlete types it under Account to share with you, and can end the sharing at any time.
          </p>
        </section>
      )}
      {person.isAthlete && person.hasSeason && (
        <section className="rows">
          <h2 className="panel-title">What Maul knows about you</h2>
          <p>
            <Link to="/account/body">Body and health</Link>
            <span className="second">
              : units, equations, training, food, allergens, statements for the cautions
            </span>
          </p>
        </section>
      )}
      {person.isAthlete && person.hasSeason && <Sharing session={session} />}
      {person.isAthlete && person.hasSeason && (
        <section className="rows">
          <h2 className="panel-title">Sharing a dish</h2>
          <p>
            Whoever gives you part of a dish types this code:{' '}
            <span className="coach-code n" data-testid="table-code">
              {person.tableCode}
            </span>
            . It opens nothing of yours: what they give, you take or leave.
          </p>
          <BlockedPeople athleteId={person.id} />
        </section>
      )}
      <Look />
      <section className="rows">
        <h2 className="panel-title">About the numbers</h2>
        <p>
          <Link to="/about">Where they come from, how sure they are, and what Maul is not</Link>
        </p>
      </section>
      <Signing isDemo={person.isDemo} />
      <AccountHistory />
      <section className="rows">
        <h2 className="panel-title">Sign out</h2>
        {fault !== null && <Alert severity="error">{fault}</Alert>}
        <div className="pair">
          <Button onClick={() => out(false)}>Sign out here</Button>
          <Button onClick={() => out(true)}>Sign out everywhere</Button>
        </div>
      </section>
      {person.isAthlete && person.hasSeason && <TakeEverything athleteId={person.id} />}
      {!person.isDemo && <Leaving leavingAt={person.leavingAt} isCoach={person.isCoach} />}
    </div>
  );
};
